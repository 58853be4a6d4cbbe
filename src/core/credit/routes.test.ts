import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { anyHistory, freshWords, hour, replay, start, workOf } from "../../../tests/support/histories";
import { actOf } from "./acts";
import { evidenceOf } from "./figures";
import { knownSince } from "./routes";

const text = (name: string) => freshWords(name, 30).join(" ");
const [stays, goes, other] = [text("stays"), text("goes"), text("other")];

test("what an entry's account says is what the figures take from it", () => {
  fc.assert(
    fc.property(anyHistory, (history) => {
      const work = workOf(history, replay(history), { members: ["p", "q", "r"] });
      const known = knownSince(work.deeds);
      for (const member of work.members) {
        for (const [figure, of] of [
          ["removedOthers", "removedOthers"],
          ["removedOwn", "removedOwn"],
          ["added", "added"],
          ["restored", "gaveBack"],
          ["carried", "carried"],
          ["corrections", "corrected"],
        ] as const) {
          const told = work.deeds
            .filter(({ author }) => author === member)
            .map(({ entry }) => [entry, known.get(entry)!.figures[of]])
            .filter(([, words]) => words !== 0);
          expect(
            evidenceOf(work, member, figure).map(({ entry, amount }) => [entry, amount]),
            figure,
          ).toEqual(told);
        }
      }
      // Each way is told at both of its ends, in the same words.
      const back = {
        "went to": "came from",
        "came from": "went to",
        "restored from": "restored in",
        "restored in": "restored from",
      } as const;
      for (const [entry, { routes }] of known) {
        for (const { kind, entry: end, words } of routes)
          expect(known.get(end)!.routes).toContainEqual({ kind: back[kind], entry, words });
      }
    }),
    { seed: 81, numRuns: 500 },
  );
});

describe("a paragraph that goes from one page to another", () => {
  const begun = [
    { author: "p", text: `${stays}\n\n${goes}` },
    { author: "p", text: other, page: "fish" },
  ];
  const cut = { author: "q", text: stays },
    paste = { author: "q", text: `${other}\n\n${goes}`, page: "fish" };
  test.each([
    ["cut first", [cut, paste], 2, 3],
    ["pasted first", [paste, cut], 3, 2],
  ] as const)("%s is told as moved at both ends, and removed from nobody", (_, order, from, to) => {
    const history = [...begun, ...order];
    const work = { ...workOf(history, replay(history), { members: ["p", "q"] }) };
    const later = {
      ...work,
      deeds: work.deeds.map((deed) => ({ ...deed, at: start + deed.entry * 5 * hour })),
    };
    for (const each of [work, later]) {
      const known = knownSince(each.deeds);
      expect(known.get(from)!.routes).toEqual([{ kind: "went to", entry: to, words: 30 }]);
      expect(known.get(to)!.routes).toEqual([{ kind: "came from", entry: from, words: 30 }]);
      expect(known.get(from)!.figures).toMatchObject({ removedOthers: 0, movedAway: 30 });
      expect([actOf("wrote", known.get(from)!.figures), actOf("wrote", known.get(to)!.figures)]).toEqual([
        "text moved",
        "text brought over",
      ]);
      expect(evidenceOf(each, "q", "removedOthers")).toEqual([]);
      expect(evidenceOf(each, "p", "editedByOthers")).toEqual([]);
    }
  });
  test("until it is known to be a move, it was removed", () => {
    const known = knownSince(workOf([...begun, cut], replay([...begun, cut])).deeds);
    expect(known.get(2)!.figures).toMatchObject({ removedOthers: 30, movedAway: 0 });
  });
});

test("what was brought back says which entry had removed it, and that one where it came back", () => {
  const history = [
    { author: "p", text: `${stays}\n\n${goes}` },
    { author: "q", text: stays },
    { author: "p", text: `${stays}\n\n${goes}` },
  ];
  const known = knownSince(workOf(history, replay(history)).deeds);
  expect(known.get(2)!.routes).toEqual([{ kind: "restored from", entry: 1, words: 30 }]);
  expect(known.get(1)!.routes).toEqual([{ kind: "restored in", entry: 2, words: 30 }]);
});
