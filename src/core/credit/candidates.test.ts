import fc from "fast-check";
import { expect, test } from "vitest";
import { anyHistory, dueAt, hour, replay, start, workOf } from "../../../tests/support/histories";
import { candidates, isFound } from "./candidates";
import { findings, type Thresholds } from "./findings";

const part = fc.integer({ min: 0, max: 20 }).map((twentieths) => twentieths / 20);
const anyThresholds: fc.Arbitrary<Thresholds> = fc.record({
  lastDayPart: part,
  shareOfOne: part,
  arrivalPart: part,
  oneGoPart: part,
  oneGoWords: fc.nat(60),
  repeatedWords: fc.integer({ min: 1, max: 40 }),
  arrivalWords: fc.nat(60),
  removedWords: fc.integer({ min: 1, max: 40 }),
  backAndForthWords: fc.integer({ min: 1, max: 40 }),
  entriesOnOwnPages: fc.integer({ min: 1, max: 5 }),
});

test("whatever the thresholds, what they find is what they find among the candidates", () => {
  fc.assert(
    fc.property(anyHistory, anyThresholds, fc.boolean(), (history, thresholds, isDue) => {
      const work = workOf(history, replay(history), {
        members: ["p", "q", "r"],
        ...(isDue ? dueAt(start + 6 * hour) : {}),
      });
      const told = (all: readonly { kind: string; members: readonly string[] }[]) =>
        all.map(({ kind, members }) => `${kind} ${members.join(" ")}`).sort();
      const found = findings(work, thresholds).map((finding) => ({
        kind: finding.kind,
        members: "members" in finding ? finding.members : [finding.member],
      }));
      expect(told(candidates(work).filter((each) => isFound(each, thresholds)))).toEqual(told(found));
    }),
    { seed: 71, numRuns: 500 },
  );
});

test("a run of undoing is found by the thresholds that keep it whole", () => {
  const [text, other] = ["The weir holds back the gravel that the trout need", "Nothing is known of it"];
  const history = [
    { author: "p", text },
    ...Array.from({ length: 6 }, (_, at) =>
      at % 2 === 0 ? { author: "q", text: other } : { author: "p", text },
    ),
  ];
  const work = workOf(history, replay(history), { members: ["p", "q"] });
  const found = (backAndForthWords: number) =>
    candidates(work).filter(
      (each) =>
        each.kind === "back and forth" &&
        isFound(each, {
          lastDayPart: 1,
          shareOfOne: 1,
          arrivalPart: 1,
          oneGoPart: 1,
          oneGoWords: 999,
          repeatedWords: 999,
          arrivalWords: 999,
          removedWords: 999,
          backAndForthWords,
          entriesOnOwnPages: 99,
        }),
    ).length;
  expect([found(5), found(500)]).toEqual([1, 0]);
});
