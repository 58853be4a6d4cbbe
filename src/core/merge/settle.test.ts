import fc from "fast-check";
import { expect, test } from "vitest";
import type { PageDocument } from "../document/model";
import { mergeSave } from "./blocks";
import { type Choice, choices, findConflicts, settle } from "./settle";

type Line = readonly [id: string, text: string];
const page = (...lines: readonly Line[]): PageDocument => ({
  type: "doc",
  content: lines.map(([id, text]) => ({
    type: "paragraph",
    attrs: { id },
    content: [{ type: "text", text }],
  })),
});
const linesOf = (document: PageDocument) =>
  (document.content ?? []).map((node) => node.content?.[0]?.text ?? "");

const base = page(["a", "One."], ["b", "Two."], ["c", "Three."]);
const settled = (newest: PageDocument, written: PageDocument, choice: Choice) =>
  linesOf(
    settle(
      base,
      newest,
      written,
      new Map(findConflicts(base, newest, written).map(({ key }) => [key, choice])),
    ),
  );

test.each<[string, PageDocument, PageDocument, Record<Choice, string[]>]>([
  [
    "both changed a block",
    page(["a", "One, Marta."], ["b", "Two."], ["c", "Three."]),
    page(["a", "One, Idris."], ["b", "Two."], ["c", "Three, Idris."]),
    {
      theirs: ["One, Marta.", "Two.", "Three, Idris."],
      mine: ["One, Idris.", "Two.", "Three, Idris."],
      both: ["One, Marta.", "One, Idris.", "Two.", "Three, Idris."],
    },
  ],
  [
    "what is saved took away what was changed",
    page(["a", "One."], ["c", "Three."]),
    page(["a", "One."], ["b", "Two, Idris."], ["c", "Three."]),
    {
      theirs: ["One.", "Three."],
      mine: ["One.", "Two, Idris.", "Three."],
      both: ["One.", "Two, Idris.", "Three."],
    },
  ],
  [
    "what was written took away what is saved changed",
    page(["a", "One."], ["b", "Two, Marta."], ["c", "Three."]),
    page(["a", "One."], ["c", "Three."]),
    {
      theirs: ["One.", "Two, Marta.", "Three."],
      mine: ["One.", "Three."],
      both: ["One.", "Two, Marta.", "Three."],
    },
  ],
  [
    "both put other blocks in the place of one",
    page(["a", "One."], ["m", "Marta."], ["c", "Three."]),
    page(["a", "One."], ["i", "Idris."], ["c", "Three."]),
    {
      theirs: ["One.", "Marta.", "Three."],
      mine: ["One.", "Idris.", "Three."],
      both: ["One.", "Idris.", "Marta.", "Three."],
    },
  ],
  [
    "both moved blocks",
    page(["b", "Two."], ["a", "One."], ["c", "Three, Marta."]),
    page(["c", "Three."], ["a", "One."], ["b", "Two."]),
    {
      theirs: ["Two.", "One.", "Three, Marta."],
      mine: ["Three, Marta.", "One.", "Two."],
      both: ["Two.", "One.", "Three, Marta."],
    },
  ],
  [
    "one moved a block that both changed",
    page(["a", "One, Marta."], ["b", "Two."], ["c", "Three."]),
    page(["b", "Two."], ["c", "Three."], ["a", "One, Idris."]),
    {
      theirs: ["Two.", "Three.", "One, Marta."],
      mine: ["Two.", "Three.", "One, Idris."],
      both: ["Two.", "Three.", "One, Marta.", "One, Idris."],
    },
  ],
])("%s: theirs, mine, or both", (_, newest, written, expected) => {
  expect("leftOut" in mergeSave(base, newest, written)).toBe(true);
  for (const choice of choices) expect(settled(newest, written, choice), choice).toEqual(expected[choice]);
});

const version = fc.uniqueArray(
  fc.tuple(fc.constantFrom("a", "b", "c", "d", "e"), fc.constantFrom("one", "two", "three", "four")),
  { selector: ([id]) => id, maxLength: 5 },
);

test("what is saved and written is all there once both is chosen everywhere, and what needs no person is put together as a save is", () => {
  fc.assert(
    fc.property(version, version, version, (before, one, other) => {
      const [began, newest, written] = [page(...before), page(...one), page(...other)];
      const conflicts = findConflicts(began, newest, written);
      const merged = mergeSave(began, newest, written);
      expect(conflicts.length === 0).toBe("document" in merged);
      if ("document" in merged) {
        expect(settle(began, newest, written, new Map())).toEqual(merged.document);
        return;
      }
      const told = linesOf(
        settle(began, newest, written, new Map(conflicts.map(({ key }) => [key, "both"]))),
      );
      for (const version of [one, other])
        for (const [id, text] of version)
          if (!before.some(([known, was]) => known === id && was === text)) expect(told).toContain(text);
    }),
    { seed: 81, numRuns: 1000 },
  );
});

test("settled one way everywhere, each conflict has what that one has there", () => {
  fc.assert(
    fc.property(version, version, version, (before, one, other) => {
      const [began, newest, written] = [page(...before), page(...one), page(...other)];
      const conflicts = findConflicts(began, newest, written);
      for (const choice of ["theirs", "mine"] as const) {
        const content =
          settle(began, newest, written, new Map(conflicts.map(({ key }) => [key, choice]))).content ?? [];
        for (const { key, ...sides } of conflicts) {
          if (key.length > 1) continue;
          const [node] = sides[choice];
          const stands = content.find(({ attrs }) => attrs?.id === key);
          expect(stands).toEqual(node);
        }
      }
    }),
    { seed: 82, numRuns: 1000 },
  );
});
