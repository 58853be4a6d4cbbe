import fc from "fast-check";
import { describe, expect, test } from "vitest";
import {
  anyHistory,
  dueAt,
  freshWords,
  hour,
  type PlainEntry,
  replay,
  start,
  workOf,
} from "../../../tests/support/histories";
import { evidenceOf } from "./figures";
import { type Finding, findingKey, findings, type Thresholds, usualThresholds } from "./findings";
import type { GroupWork } from "./work";

const part = fc.double({ min: 0, max: 1, noNaN: true });
const anyThresholds: fc.Arbitrary<Thresholds> = fc.record({
  lastDayPart: part,
  shareOfOne: part,
  arrivalPart: part,
  oneGoPart: part,
  oneGoWords: fc.nat(60),
  repeatedWords: fc.integer({ min: 1, max: 40 }),
  arrivalWords: fc.nat(40),
  removedWords: fc.integer({ min: 1, max: 20 }),
  backAndForthWords: fc.integer({ min: 1, max: 10 }),
  entriesOnOwnPages: fc.integer({ min: 1, max: 4 }),
});
const members = ["p", "q", "r", "s"];
const worked = (history: readonly PlainEntry[], over: Partial<GroupWork> = {}) =>
  workOf(history, replay(history), { members, ...dueAt(start + 30 * hour), ...over });
const membersOf = (finding: Finding): readonly string[] =>
  "members" in finding ? finding.members : [finding.member];

describe("whatever was done", () => {
  test("each finding is about members, points at what is there, and is known apart from the others", () => {
    fc.assert(
      fc.property(anyHistory, anyThresholds, (history, thresholds) => {
        const work = worked(history);
        const found = findings(work, thresholds);
        expect(new Set(found.map(findingKey)).size).toBe(found.length);
        for (const finding of found) {
          for (const id of membersOf(finding)) expect(members).toContain(id);
          for (const entry of finding.evidence.entries) expect(work.deeds[entry]).toBeDefined();
          for (const { entry, from, to } of finding.evidence.ranges) {
            expect(from).toBe(0);
            expect(to).toBeLessThanOrEqual(work.deeds[entry]!.figures.added);
          }
        }
        // Who wrote nothing has that said of them once, and nothing else.
        for (const id of members) {
          const about = found.filter((finding) => membersOf(finding).includes(id)).map(({ kind }) => kind);
          const isIdle = evidenceOf(work, id, "entries").length === 0;
          if (isIdle) expect(about).toEqual(["nothing done"]);
          else expect(about).not.toContain("nothing done");
        }
      }),
      { seed: 31, numRuns: 150 },
    );
  });

  test("whoever asks later is asked about less: no threshold that is raised finds what was not found before", () => {
    fc.assert(
      fc.property(anyHistory, anyThresholds, anyThresholds, (history, one, other) => {
        const keys = Object.keys(one) as (keyof Thresholds)[];
        const higher = Object.fromEntries(
          keys.map((key) => [key, Math.max(one[key], other[key])]),
        ) as unknown as Thresholds;
        const work = worked(history);
        const before = new Set(findings(work, one).map(findingKey));
        for (const finding of findings(work, higher)) expect(before).toContain(findingKey(finding));
      }),
      { seed: 32, numRuns: 150 },
    );
  });
});

describe("what is asked about", () => {
  const kinds = (work: GroupWork) => findings(work, usualThresholds).map(findingKey);
  const [own, others] = [freshWords("own", 200).join(" "), freshWords("other", 90).join(" ")];

  test("most of one author's, at once, in the last day", () => {
    const work = worked(
      [
        { author: "p", text: own },
        { author: "q", text: `${own} ${others.slice(0, 60)}` },
      ],
      dueAt(start + 2 * hour),
    );
    expect(kinds(work)).toEqual(
      expect.arrayContaining([
        "most in the last day|p",
        "one author for most|p",
        "large arrival|p|0",
        "nothing done|s",
      ]),
    );
    // What came after the due time was not written in the day before it.
    expect(kinds({ ...work, ...dueAt(start - 2 * hour) })).not.toContain("most in the last day|p");
    // The same a week before it was due.
    expect(kinds({ ...work, ...dueAt(start + 7 * 24 * hour) })).not.toContain("most in the last day|p");
  });

  test("much of a teammate's text removed, unless they talked about it within three days", () => {
    const history = [
      { author: "p", text: others },
      { author: "q", text: "Nothing is left." },
    ];
    const removed = "removed and not talked about|q|p|1";
    expect(kinds(worked(history))).toContain(removed);
    const saying = (author: string, answers: string | null, at: number) =>
      kinds(worked(history, { remarks: [{ id: "m", author, answers, at, page: "home" }] }));
    expect(saying("q", null, start)).not.toContain(removed);
    expect(saying("p", "q", start + 50 * hour)).not.toContain(removed);
    expect(saying("p", null, start)).toContain(removed);
    expect(saying("q", null, start + 90 * hour)).toContain(removed);
    // One's own text may go without a word, and so may starter text.
    expect(
      kinds(
        worked([
          { author: "q", text: others },
          { author: "q", text: "Nothing is left." },
        ]),
      ).join(),
    ).not.toContain("removed and not");
    expect(
      kinds(
        worked([
          { author: null, text: others },
          { author: "q", text: "Nothing is left." },
        ]),
      ).join(),
    ).not.toContain("removed and not");
  });

  test("back and forth between two, once for each page however often they began again", () => {
    const turns = (times: number): PlainEntry[] =>
      Array.from({ length: times }, (_, at) =>
        at % 2 === 0 ? { author: "q", text: "Short." } : { author: "p", text: others },
      );
    const back = (history: readonly PlainEntry[]) =>
      findings(worked(history), { ...usualThresholds, backAndForthWords: 40 }).filter(
        ({ kind }) => kind === "back and forth",
      );
    expect(back([{ author: "p", text: others }, ...turns(3)])).toEqual([]);
    expect(back([{ author: "p", text: others }, ...turns(4)])).toHaveLength(1);
    const [found, ...more] = back([
      { author: "p", text: others },
      ...turns(4),
      { author: "r", text: `${others} End.` },
      ...turns(6),
    ]);
    expect(more).toEqual([]);
    expect(found!.evidence.entries).toEqual([1, 2, 3, 4, 6, 7, 8, 9, 10, 11]);
  });
});

test("who works evenly in a time of any length is not asked about the end of it; who works at its end alone is", () => {
  for (const open of [10 / 60, 3, 24, 30 * 24, 365 * 24].map((hours) => hours * hour)) {
    const times = { timesOf: () => ({ opensAt: start, dueAt: start + open, cutOffAt: null }) };
    const spread = (from: number, to: number) => {
      const work = worked(
        Array.from({ length: 10 }, (_, at) => ({
          author: "p",
          text: freshWords("w", 30 * (at + 1)).join(" "),
        })),
        times,
      );
      return {
        ...work,
        deeds: work.deeds.map((deed, at) => ({
          ...deed,
          at: start + open * (from + ((to - from) * at) / 10),
        })),
      };
    };
    const kinds = (work: GroupWork) => findings(work, usualThresholds).map(({ kind }) => kind);
    expect(kinds(spread(0, 1))).not.toContain("most in the last day");
    expect(kinds(spread(1 - Math.min(1 / 4, (24 * hour) / open) * 0.9, 1))).toContain("most in the last day");
  }
});
