import { expect, test } from "vitest";
import { freshWords, replay, workOf } from "../../../tests/support/histories";
import { evidenceOf, memberFigures } from "./figures";
import { whoBuiltOnWhom } from "./built-on";
import { groupFigures } from "./group";
import { standingByAuthor } from "./wiki";

const say = (...parts: string[][]) => parts.map((words) => words.join(" ")).join("\n\n");

// The example that the guide to the figures tells: starter text of 40 words, students P, Q and R.
const starter = freshWords("s", 40);
const byP = freshWords("p", 200);
const byQ = freshWords("q", 300);
const byR = freshWords("r", 20);
const movedAway = byQ.slice(0, 60);
const restOfQ = byQ.slice(60);

const full = say(starter, byP, movedAway, restOfQ);
const withoutMoved = (p: string[]) => say(starter, p, restOfQ);
const replaced = [...byP.slice(0, 100), ...freshWords("z", 5), ...byP.slice(105)];

const history = [
  { author: null, text: say(starter) },
  { author: "P", text: say(starter, byP) },
  { author: "Q", text: full },
  { author: "R", text: say(starter, byP.slice(100), byR, movedAway, restOfQ) },
  { author: "P", text: full },
  { author: "R", text: withoutMoved(byP) },
  { author: "R", text: say(movedAway), page: "second" },
  { author: "Q", text: withoutMoved(replaced) },
];

const replayed = replay(history);
const { wiki, figures } = replayed;
const work = workOf(history, replayed);
const of = (author: string) => memberFigures(work, author);

test("words on the page after each entry", () => {
  expect(figures.map((entry) => entry.wordsAfter)).toEqual([40, 240, 540, 460, 540, 480, 60, 480]);
});

test("standing words", () => {
  expect(
    Object.fromEntries([...standingByAuthor(wiki)].map(([author, words]) => [String(author), words])),
  ).toEqual({ null: 40, P: 195, Q: 305 });
});

test("shares", () => {
  expect(groupFigures(work)).toMatchObject({ words: 540, starter: 40, others: 0, standing: [195, 305, 0] });
  expect(groupFigures(work).shares.map((share) => Math.round(100 * share!))).toEqual([39, 61, 0]);
});

test("added", () => expect([of("P").added, of("Q").added, of("R").added]).toEqual([200, 305, 20]));

test("removed of others', net of what the same hand took elsewhere", () => {
  expect([of("P").removedOthers, of("Q").removedOthers, of("R").removedOthers]).toEqual([20, 5, 100]);
});

test("the restore adds nothing and gives back a hundred words", () => {
  expect(figures[4]).toMatchObject({ added: 0, restored: 100, removedOthers: 20 });
});

test("the move to the second page adds nothing", () => {
  expect(figures[6]).toMatchObject({ added: 0, carried: 60, broughtOverOthers: 60 });
});

test("largest arrival of Q", () =>
  expect(evidenceOf(work, "Q", "largestArrival")).toEqual([{ entry: 2, remark: null, amount: 300 }]));

test("who built on whom", () => {
  const told = whoBuiltOnWhom(work).map(({ by, on, of }) => ({
    by,
    on,
    ...Object.fromEntries(Object.entries(of).filter(([, words]) => words > 0)),
  }));
  expect(told).toEqual([
    { by: "P", on: "R", removed: 20 },
    { by: "Q", on: "P", removed: 5, beside: 5, reworded: 5 },
    { by: "R", on: "P", removed: 100 },
    { by: "R", on: "Q", moved: 60 },
  ]);
});

test("copied first and removed afterwards, the same move removes nothing", () => {
  const other = [...history.slice(0, 5), history[6]!, history[5]!];
  const result = replay(other);
  expect(result.figures[5]).toMatchObject({ added: 0, carried: 60, broughtOverOthers: 0 });
  expect(result.figures[6]).toMatchObject({ removedOthers: 0, wordsOut: 60 });
});
