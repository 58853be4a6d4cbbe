import { expect, test } from "vitest";
import type { Met, WikiExpectation } from "./expected";
import { wikiFindingKey, wikiFindings } from "./wiki-findings";

const expectation: WikiExpectation = { of: "wiki", kind: "all link home", shown: true };
const met = (have: number, want: number): Met => ({ expectation, have, want, missing: [] });

test("nothing is asked where nothing is open, and before the work is nearly due only about words that nobody has", () => {
  const whole = {
    graph: { promised: [], loose: [] },
    withoutOrigin: new Map([["p", 0]]),
    ofWiki: [met(2, 2)],
    ofMembers: new Map([["mira", [met(4, 4)]]]),
  };
  expect(wikiFindings({ unassignedWords: 0, nearDue: whole })).toEqual([]);
  expect(wikiFindings({ unassignedWords: 12, nearDue: null })).toEqual([
    { kind: "unassigned words", words: 12 },
  ]);
});

test("what hangs loose, lacks its origin, or was expected and is not there is told with the pages and people it is about", () => {
  const found = wikiFindings({
    unassignedWords: 0,
    nearDue: {
      graph: {
        promised: [
          { title: "Costs", by: ["h", "f"] },
          { title: "Birds", by: ["h"] },
        ],
        loose: ["p"],
      },
      withoutOrigin: new Map([
        ["h", 2],
        ["f", 0],
        ["p", 1],
      ]),
      ofWiki: [met(1, 2), met(1, 1)],
      ofMembers: new Map([
        ["mira", [met(4, 4)]],
        ["jonas", [met(1, 4), met(0, 2)]],
      ]),
    },
  });
  expect(found).toEqual([
    { kind: "promised pages", titles: ["Costs", "Birds"], pages: ["h", "f"] },
    { kind: "loose pages", pages: ["p"] },
    { kind: "pictures without origin", number: 3, pages: ["h", "p"] },
    { kind: "expected of the wiki", unmet: 1, of: 2 },
    { kind: "expected of a student", member: "jonas", unmet: 2, of: 2 },
  ]);
  expect(new Set(found.map(wikiFindingKey)).size).toBe(5);
});
