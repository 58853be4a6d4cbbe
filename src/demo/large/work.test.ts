import { expect, test } from "vitest";
import { dice } from "@/core/roster/dice";
import { nameOf, riverOf } from "./names";
import { sentenceFor, withSlip } from "./sentences";
import { workOf } from "./work";

const size = {
  members: 5,
  entries: 80,
  titles: ["Home", "Costs", "Flood memory"],
  from: new Date("2026-03-02T09:00:00Z"),
  until: new Date("2026-04-02T09:00:00Z"),
};

test("names of 300 people and 60 rivers differ", () => {
  expect(new Set(Array.from({ length: 300 }, (_, at) => nameOf(at))).size).toBe(300);
  expect(new Set(Array.from({ length: 60 }, (_, at) => riverOf(at))).size).toBe(60);
});

test("sentences leave no place open, and a slip changes the order of two letters alone", () => {
  const throws = dice(7);
  for (let time = 0; time < 500; time++) {
    const sentence = sentenceFor(["Home", "Costs", "Flood memory"][time % 3]!, throws);
    expect(sentence).toMatch(/^[A-Z][^{}]*\.$/);
    expect([...withSlip(sentence, throws)].sort().join("")).toBe([...sentence].sort().join(""));
  }
});

test("the work of a group is the same for the same seed, lies in its time, and answers what was said before on the same page", () => {
  for (const seed of [1, 2, 3, 4, 5]) {
    const { entries, comments } = workOf(seed, size, new Map());
    expect(workOf(seed, size, new Map())).toEqual({ entries, comments });
    expect(entries.length).toBeGreaterThan(60);
    for (const [at, entry] of entries.entries()) {
      expect(entry.at >= size.from && entry.at < size.until).toBe(true);
      if (at > 0) expect(entry.at.getTime()).toBeGreaterThanOrEqual(entries[at - 1]!.at.getTime());
    }
    for (const [at, { answers, page, member }] of comments.entries()) {
      if (answers === null) continue;
      expect(answers).toBeLessThan(at);
      expect(comments[answers]!.page).toBe(page);
      expect(comments[answers]!.member).not.toBe(member);
    }
  }
});
