import { mostRemembered, mostRememberedRuns } from "../diff/budgets";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { freshWords, replay } from "../../../tests/support/histories";
import { partAt } from "../diff/part-at";
import { emptyOrigins, originRuns, packOrigins } from "./origins";
import { nothingRemoved, partsOf, rememberRemoved, type RemovedText } from "./removed";

/** A text whose words tell by themselves where they were first written. */
const text = (words: readonly number[]) => ({
  words: Int32Array.from(words),
  breaks: new Uint8Array(words.length),
  origins: { entries: Int32Array.from(words, (word) => word >>> 2), ordinals: Int32Array.from(words) },
});

interface Remembered {
  readonly word: number;
  readonly at: number;
  readonly anchor: number;
}

/** The words of what is remembered, each with its run's entry and anchor. */
function flat(removed: RemovedText): Remembered[] {
  return [...removed.words].map((word, index) => ({
    word,
    at: removed.at[partAt(removed.starts, index)]!,
    anchor: removed.anchors[partAt(removed.starts, index)]!,
  }));
}

/**
 * The slow and obvious version: all words, standing and removed, in the order of the page; each that is gone
 * follows the last that stands.
 */
function slowly(
  words: readonly number[],
  before: RemovedText,
  entry: number,
  toAfter: readonly number[],
  back: readonly number[],
): Remembered[] {
  const result: Remembered[] = [];
  let anchor = -1;
  const old = flat(before).map((each, index) => ({ ...each, index }));
  const takeOld = (after: number) => {
    for (const each of old.filter((one) => one.anchor === after)) {
      if (back[each.index]! >= 0) anchor = back[each.index]!;
      else result.push({ word: each.word, at: each.at, anchor });
    }
  };
  takeOld(-1);
  words.forEach((word, index) => {
    if (toAfter[index]! >= 0) anchor = toAfter[index]!;
    else result.push({ word, at: entry, anchor });
    takeOld(index);
  });
  return result
    .map((each, index) => ({ each, index }))
    .sort((one, other) => one.each.anchor - other.each.anchor || one.index - other.index)
    .map(({ each }) => each);
}

/** What lies between the equal ends of two texts of which no word stands twice. */
function between(
  before: readonly number[],
  after: readonly number[],
): { aFrom: number; aTo: number; bFrom: number; bTo: number } {
  let [from, aTo, bTo] = [0, before.length, after.length];
  while (from < aTo && from < bTo && before[from] === after[from]) from++;
  while (aTo > from && bTo > from && before[aTo - 1] === after[bTo - 1]) [aTo, bTo] = [aTo - 1, bTo - 1];
  return { aFrom: from, aTo, bFrom: from, bTo };
}

describe("what a page remembers", () => {
  test("is what the slow version says, entry after entry, whatever went, moved and came back", () => {
    const fate = fc.record({
      stays: fc.array(fc.boolean(), { minLength: 12, maxLength: 12 }),
      comesBack: fc.oneof(fc.constant([1]), fc.array(fc.nat(9), { minLength: 40, maxLength: 40 })),
      turned: fc.oneof(fc.constant(0), fc.nat(11)),
      news: fc.nat(4),
      newsAt: fc.nat(11),
    });
    fc.assert(
      fc.property(fc.array(fate, { minLength: 1, maxLength: 8 }), (fates) => {
        let words = Array.from({ length: 10 }, (_, index) => index);
        let removed = nothingRemoved;
        let next = 100;
        fates.forEach(({ stays, comesBack, turned, news, newsAt }, entry) => {
          const back = [...removed.words].map((_, index) => comesBack[index % comesBack.length] === 0);
          const after = [
            ...words.filter((_, index) => stays[index % 12]),
            ...[...removed.words].filter((_, index) => back[index]),
          ];
          after.splice(newsAt, 0, ...Array.from({ length: news }, () => next++));
          const moved = [
            ...after.slice(turned % (after.length + 1)),
            ...after.slice(0, turned % (after.length + 1)),
          ];
          const place = (word: number) => moved.indexOf(word);
          const toAfter = words.map((word, index) => (stays[index % 12] ? place(word) : -1));
          const removedToAfter = [...removed.words].map((word, index) => (back[index] ? place(word) : -1));
          const wanted = slowly(words, removed, entry, toAfter, removedToAfter);
          removed = rememberRemoved(text(words), removed, {
            entry,
            toAfter: Int32Array.from(toAfter),
            removedToAfter: back.includes(true) ? Int32Array.from(removedToAfter) : null,
            changed: between(words, moved),
            mayForget: true,
            standing: emptyOrigins(0),
            isSpread: () => true,
          });
          expect(flat(removed)).toEqual(wanted);
          expect(removed.origins).toEqual(text([...removed.words]).origins);
          expect(originRuns(removed.origins)).toEqual(packOrigins(removed.origins));
          words = moved;
        });
      }),
      { numRuns: 500, seed: 41 },
    );
  });

  test("is bounded, the oldest goes first, and what the last entry removed is never forgotten", () => {
    const took = (removed: RemovedText, entry: number, count: number) =>
      rememberRemoved(text(Array.from({ length: count }, (_, index) => index)), removed, {
        entry,
        toAfter: new Int32Array(count).fill(-1),
        removedToAfter: null,
        changed: { aFrom: 0, aTo: count, bFrom: 0, bTo: 0 },
        mayForget: true,
        standing: emptyOrigins(0),
        isSpread: () => true,
      });
    const first = took(nothingRemoved, 1, 3 * mostRemembered);
    expect(first.words).toHaveLength(3 * mostRemembered);
    const second = took(first, 2, 10);
    expect([...second.at]).toEqual([2]);
    const third = took(took(second, 3, 10), 4, mostRemembered);
    expect([...third.at].sort()).toEqual([2, 3, 4]);
    expect([...took(third, 5, 5).at].sort()).toEqual([5]);
  });
  test("is bounded, and what left again and again is remembered once before anything else is forgotten", () => {
    const took = (
      removed: RemovedText,
      entry: number,
      from: number,
      to: number,
      standing = emptyOrigins(0),
    ) => {
      const words = Array.from({ length: to - from }, (_, index) => from + index);
      return rememberRemoved(text(words), removed, {
        entry,
        toAfter: new Int32Array(words.length).fill(-1),
        removedToAfter: null,
        changed: { aFrom: 0, aTo: words.length, bFrom: 0, bTo: 0 },
        mayForget: true,
        standing,
        isSpread: () => true,
      });
    };
    let removed = took(nothingRemoved, 1, 0, 40);
    for (let entry = 2; entry < 12; entry++) removed = took(removed, entry, 100, 100 + mostRemembered / 8);
    expect(new Set(removed.at)).toEqual(new Set([1, 10, 11]));
    // What stands again needs no memory either.
    removed = took(took(removed, 12, 3000, 4000), 13, 10_000, 10_000 + mostRemembered);
    expect(
      new Set(
        took(
          removed,
          14,
          50_000,
          50_001,
          text(Array.from({ length: 2 * mostRemembered }, (_, index) => 3000 + index)).origins,
        ).at,
      ),
    ).toEqual(new Set([1, 11, 14]));
  });
  test("is bounded in runs too, the oldest first, and those of the last entry never at once", () => {
    // Every second word goes: as many runs as words.
    const took = (removed: RemovedText, entry: number, runs: number) =>
      rememberRemoved(text(Array.from({ length: 2 * runs }, (_, index) => index)), removed, {
        entry,
        toAfter: Int32Array.from({ length: 2 * runs }, (_, index) =>
          index % 2 === 0 ? -1 : (index - 1) / 2,
        ),
        removedToAfter: null,
        changed: { aFrom: 0, aTo: 2 * runs, bFrom: 0, bTo: runs },
        mayForget: true,
        standing: emptyOrigins(0),
        isSpread: () => true,
      });
    const first = took(nothingRemoved, 1, 2 * mostRememberedRuns);
    expect(first.at).toHaveLength(2 * mostRememberedRuns);
    const second = took(took(first, 2, mostRememberedRuns / 4), 3, mostRememberedRuns / 4);
    expect(new Set(second.at)).toEqual(new Set([2, 3]));
    expect(second.at).toHaveLength(mostRememberedRuns / 2);
    const third = took(second, 4, mostRememberedRuns);
    expect(new Set(third.at)).toEqual(new Set([2, 3, 4]));
    expect(new Set(took(third, 5, 1).at)).toEqual(new Set([5]));
  });
  test("is the same whether or not the page was emptied and put back, also where it is full", () => {
    const [oldest, old, now] = [freshWords("a", 7000), freshWords("b", 11_000), freshWords("c", 60)];
    const entries = [
      oldest,
      old,
      now,
      [...now, ...freshWords("d", 20)],
      [...oldest.slice(0, 40), ...now],
    ].map((words, index) => ({ author: `p${index}`, text: words.join(" ") }));
    const [plain, blanked] = [
      replay(entries),
      replay([
        ...entries.slice(0, 3),
        { author: "x", text: "" },
        { ...entries[2]!, author: "x" },
        ...entries.slice(3),
      ]),
    ];
    // What was there first is forgotten once more than can be remembered has left the page, and another entry
    // has come.
    expect(plain.figures[3]).toMatchObject({ added: 20, restored: 0 });
    expect(plain.figures[4]).toMatchObject({ added: 40, restored: 0 });
    expect(blanked.figures[6]).toMatchObject({ added: 40, restored: 0 });
    const back = [...entries.slice(0, 3), entries[4]!];
    expect(replay(back).figures[3]).toMatchObject({ added: 0, restored: 40 });
    expect(
      replay([...back.slice(0, 3), { author: "x", text: "" }, { ...back[2]!, author: "x" }, back[3]!])
        .figures[5],
    ).toMatchObject({ added: 0, restored: 40 });
  });

  test("what is put back twice in one entry is restored once, and a copy beside it", () => {
    const said = freshWords("s", 60).join(" ");
    const { figures } = replay([
      { author: "p", text: said },
      { author: "q", text: "" },
      { author: "r", text: `${said}\n\n${said}` },
    ]);
    expect(figures[2]).toMatchObject({ added: 0, restored: 60, carried: 60 });
  });

  test("what was restored on another page stands there: put back at home as well it is a copy", () => {
    const said = freshWords("s", 60).join(" ");
    const { figures } = replay([
      { author: "p", text: said, page: "home" },
      { author: "q", text: "", page: "home" },
      { author: "r", text: said, page: "other" },
      { author: "r", text: said, page: "home" },
    ]);
    expect(figures[2]).toMatchObject({ added: 0, restored: 60 });
    expect(figures[3]).toMatchObject({ added: 0, restored: 0, carried: 60 });
  });

  test("each run goes on from the last before it that the same entry removed in the same place", () => {
    const run = fc.record({ at: fc.nat(3), follows: fc.nat(2) });
    fc.assert(
      fc.property(fc.array(run, { maxLength: 40 }), (runs) => {
        let anchor = -1;
        const anchors = runs.map(({ follows }) => (anchor += follows === 0 ? 1 : 0));
        const parts = partsOf({
          ...nothingRemoved,
          at: Int32Array.from(runs, ({ at }) => at),
          anchors: Int32Array.from(anchors),
          starts: Int32Array.from([...runs, 0], (_, index) => 2 * index),
        });
        runs.forEach(({ at }, index) => {
          const alike = runs
            .map((_, other) => other)
            .filter((other) => runs[other]!.at === at && anchors[other] === anchors[index]);
          expect(parts.before[index]).toBe(alike.findLast((other) => other < index) ?? -1);
          expect(parts.after[index]).toBe(alike.find((other) => other > index) ?? -1);
          expect(parts.joints.includes(index)).toBe(parts.after[index]! > index + 1);
        });
      }),
      { seed: 75, numRuns: 500 },
    );
  });
});
