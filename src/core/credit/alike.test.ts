import { expect, test } from "vitest";
import { plainBlocks } from "./text";
import { wordsAlike } from "./alike";

const source = plainBlocks(
  "The ford lies low.\n\nIn the dry summer the reed beds above the mill held back more silt than the two basins " +
    "that the county had dug in the field behind the school.\n\nNobody has measured it since.",
);
const alike = (text: string) => wordsAlike(plainBlocks(text), source).inSource;
const words = (from: number, to: number) => Array.from({ length: to - from }, (_, index) => from + index);

test("a sentence that stands there is found at its place", () => {
  expect(
    alike(
      "In the dry summer the reed beds above the mill held back more silt than the two basins that the county " +
        "had dug in the field behind the school.",
    ),
  ).toEqual(words(4, 33));
});

test("so it is with some words changed and a spelling mended", () => {
  const found = alike(
    "We think that in the dry summer the reed beds above the mill held back far more silt than both basins that " +
      "the county had dug in the feild behind the school.",
  );
  expect(found.length).toBeGreaterThan(20);
  expect(Math.min(...found)).toBe(4);
  expect(Math.max(...found)).toBe(32);
});

test("what has a few common words alone in common is not", () => {
  expect(alike("In the field behind the church the county had built a hall for the dry season.")).toEqual([]);
  expect(alike("")).toEqual([]);
});
