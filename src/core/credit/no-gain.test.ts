/**
 * What does not pay: ways in which somebody might try to raise a figure without work, and what each earns.
 * Told in docs/measures.md.
 */
import { describe, expect, test } from "vitest";
import {
  dueAt,
  freshWords,
  hour,
  type PlainEntry,
  replay,
  start,
  workOf,
} from "../../../tests/support/histories";
import { memberFigures } from "./figures";
import { findings } from "./findings";
import type { GroupWork } from "./work";

const words = (name: string, count: number) => freshWords(name, count).join(" ");
const day = 24 * hour;
const of = (history: readonly PlainEntry[], over: Partial<GroupWork> = {}) =>
  workOf(history, replay(history), { members: ["p", "q"], ...dueAt(start + 30 * day), ...over });
const kinds = (work: GroupWork) => findings(work).map(({ kind }) => kind);
const [own, theirs] = [words("own", 60), words("theirs", 60)];

describe("copies", () => {
  test("a page copied whole, or a passage copied on its page, stands once", () => {
    for (const history of [
      [
        { author: "p", text: own },
        { author: "p", text: own, page: "copy" },
        { author: "p", text: own, page: "another" },
      ],
      [
        { author: "p", text: own },
        { author: "p", text: `${own}\n\n${own}` },
        { author: "p", text: `${own}\n\n${own}\n\n${own}` },
      ],
    ]) {
      const work = of([{ author: "q", text: theirs, page: "theirs" }, ...history]);
      expect(memberFigures(work, "p")).toMatchObject({
        added: 60,
        standing: 60,
        lasting: 1,
        share: 0.5,
        copies: 120,
      });
      expect(kinds(work)).toContain("repeated text");
    }
  });
  test("copying a teammate's text gives the copier nothing, and the teammate nothing more", () => {
    const work = of([
      { author: "q", text: theirs },
      { author: "p", text: theirs, page: "copy" },
    ]);
    expect([
      memberFigures(work, "p").standing,
      memberFigures(work, "q").standing,
      memberFigures(work, "p").added,
    ]).toEqual([0, 60, 0]);
  });
  test("a copy that stays when the first is removed is what stands, and removing the copy changes nothing", () => {
    const copied = [
      { author: "p", text: own },
      { author: "p", text: own, page: "copy" },
    ];
    for (const page of ["home", "copy"])
      expect(memberFigures(of([...copied, { author: "q", text: "", page }]), "p")).toMatchObject({
        standing: 60,
        copies: 0,
        editedByOthers: 0,
      });
    expect(
      memberFigures(of([...copied, { author: "q", text: "" }, { author: "q", text: "", page: "copy" }]), "p")
        .standing,
    ).toBe(0);
  });
  test("one sentence four times in an entry is told", () => {
    const sentence = words("sentence", 9);
    const work = of([{ author: "p", text: Array.from({ length: 4 }, () => sentence).join("\n\n") }]);
    expect(work.deeds[0]!.figures.repeated).toBe(27);
    expect(findings(work).find(({ kind }) => kind === "repeated text")).toMatchObject({
      member: "p",
      words: 27,
    });
  });
});

test("an edit that is split into many adds as much, and stands as much, as at once", () => {
  const parts = freshWords("own", 60);
  const many = of(
    Array.from({ length: 12 }, (_, at) => ({ author: "p", text: parts.slice(0, 5 * (at + 1)).join(" ") })),
  );
  const { added, standing, largestArrival } = memberFigures(many, "p");
  expect([added, standing, largestArrival]).toEqual([60, 60, 5]);
});

describe("others' text", () => {
  const retyped = (change: (word: string) => string) =>
    memberFigures(
      of([
        { author: "q", text: theirs },
        { author: "p", text: theirs.split(" ").map(change).join(" ") },
      ]),
      "p",
    );
  test.each([
    ["with a letter changed in each word", (word: string) => `${word}s`],
    ["with look-alike letters of another script", (word: string) => word.replace("e", "е")],
    ["with invisible characters", (word: string) => `${word.slice(0, 3)}\u00ad${word.slice(3)}`],
    ["with invisible joiners", (word: string) => `${word.slice(0, 3)}\u200d${word.slice(3)}`],
  ])("typed again %s stays theirs", (_, change) => {
    expect(retyped(change)).toMatchObject({ standing: 0, added: 0 });
  });
  test("reworded is a figure of its own", () => {
    const parts = theirs.split(" ");
    const work = of([
      { author: "q", text: theirs },
      {
        author: "p",
        text: [...parts.slice(0, 20), ...freshWords("better", 6), ...parts.slice(26)].join(" "),
      },
    ]);
    expect(memberFigures(work, "p")).toMatchObject({
      added: 6,
      removedOthers: 6,
      reworded: 6,
      corrections: 0,
      entriesOnOthersPages: 1,
    });
  });
});

describe("undoing what one did", () => {
  test("a spelling that goes to and fro is corrected once", () => {
    const [right, wrong] = [
      "The meander was recieved by the water board of the valley",
      "The meander was received by the water board of the valley",
    ];
    const turns = of([
      { author: "q", text: right },
      ...[wrong, right, wrong, right, wrong].map((text) => ({ author: "p", text: `${text} ` })),
    ]);
    expect(memberFigures(turns, "p").corrections).toBe(1);
    // Also where other words change meanwhile, so that the page never reads as before.
    const growing = of([
      { author: "q", text: right },
      ...[wrong, right, wrong, right].map((text, at) => ({
        author: "p",
        text: `${text}\n\n${words("more", at + 1)}`,
      })),
    ]);
    expect(memberFigures(growing, "p").corrections).toBe(1);
  });
  test("text that one removed and brought back is not restored", () => {
    const work = of([
      { author: "q", text: theirs },
      { author: "p", text: "" },
      { author: "p", text: theirs },
    ]);
    expect(memberFigures(work, "p")).toMatchObject({
      restored: 0,
      tookBackOthers: 60,
      removedOthers: 60,
      removedOthersBack: 60,
      added: 0,
    });
    expect(memberFigures(work, "q")).toMatchObject({
      editedByOthers: 60,
      editedByOthersBack: 60,
      standing: 60,
    });
  });
  test("two who undo each other add nothing, and are asked about, however little it is each time", () => {
    const [short, whole] = [words("own", 23), own];
    const turns: PlainEntry[] = [
      { author: "p", text: whole },
      ...Array.from({ length: 4 }, (_, at) =>
        at % 2 === 0 ? { author: "q", text: short } : { author: "p", text: whole },
      ),
    ];
    const work = of(turns);
    expect(memberFigures(work, "p")).toMatchObject({ added: 60, standing: 60 });
    expect(memberFigures(work, "q")).toMatchObject({ added: 0, standing: 0 });
    expect(findings(work).find(({ kind }) => kind === "back and forth")).toMatchObject({ words: 148 });
  });
  test("filler that is removed before the end was added, and stands nowhere", () => {
    const filler = words("filler", 300);
    const figures = memberFigures(
      of([
        { author: "p", text: own },
        { author: "p", text: `${own}\n\n${filler}` },
        { author: "p", text: own },
      ]),
      "p",
    );
    expect(figures).toMatchObject({ added: 360, standing: 60, triedAndDropped: 300 });
    expect(figures.lasting).toBeCloseTo(1 / 6);
  });
});

test("text that goes through a page which is emptied comes out as it went in, and was removed by nobody", () => {
  const work = of([
    { author: "q", text: theirs },
    { author: "p", text: "" },
    { author: "p", text: theirs, page: "between" },
    { author: "p", text: "", page: "between" },
    { author: "p", text: theirs },
  ]);
  expect(memberFigures(work, "q")).toMatchObject({ standing: 60, editedByOthers: 0 });
  expect(memberFigures(work, "p")).toMatchObject({ standing: 0, added: 0, removedOthers: 0 });
});

test("who answers oneself has talked with nobody", () => {
  const remarks = [0, 1, 2].map((at) => ({
    id: `m${at}`,
    author: "p",
    at: start + at * hour,
    page: "home",
    answers: at === 0 ? null : "p",
  }));
  expect(memberFigures(of([{ author: "p", text: own }], { remarks }), "p")).toMatchObject({
    comments: 3,
    replies: 0,
    talkedWith: 0,
  });
});

test("a whole work of one night is asked about, where there was time for more", () => {
  const history = Array.from({ length: 4 }, (_, at) => ({ author: "p", text: words("own", 40 * (at + 1)) }));
  const open = (days: number) =>
    kinds(
      of(history, {
        timesOf: () => ({ opensAt: start - days * day, dueAt: start + 10 * day, cutOffAt: null }),
      }),
    );
  expect(open(12)).toContain("most in one go");
  // In the first half of the time nobody is asked what they have not done yet.
  expect(open(5)).not.toContain("most in one go");
  expect(
    kinds(of(history, { timesOf: () => ({ opensAt: start, dueAt: start + day, cutOffAt: null }) })),
  ).not.toContain("most in one go");
});
