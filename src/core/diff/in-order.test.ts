import fc from "fast-check";
import { expect, test } from "vitest";
import { freshWords } from "../../../tests/support/histories";
import { plainBlocks } from "../credit/text";
import { Vocabulary } from "../text/vocabulary";
import { compare } from "./compare";
import { readBlocks } from "./sequence";
import { kept, moved } from "./ways";

const count = 12;

/** A page of twelve paragraphs of sixty words, all written anew but some, of which three words are others afterwards and which stand in the order given. */
function rewritten(stay: readonly number[]) {
  const vocabulary = new Vocabulary();
  const before = Array.from({ length: count }, (_, index) => freshWords(`b${String.fromCharCode(97 + index)}`, 60));
  const places = [...stay].sort((one, other) => one - other);
  const after = before.map((_, index) => {
    const at = places.indexOf(index);
    return at < 0 ? freshWords(`n${String.fromCharCode(97 + index)}`, 60) : before[stay[at]!]!.map((word, each) => (each % 20 === 7 ? `${word}new` : word));
  });
  const read = (page: readonly (readonly string[])[]) => readBlocks(plainBlocks(page.map((words) => words.join(" ")).join("\n\n")), [], vocabulary);
  const { how, fromBefore } = compare(read(before), read(after), vocabulary);
  return { how, fromBefore, waysOf: (index: number) => new Set(how.subarray(60 * index, 60 * index + 60).filter((way) => way === kept || way === moved)) };
}

test("of a page that was written anew, what stays where it was is no move, however little it is", () => {
  for (const stay of [[5], [1, 6], [0, 4, 11], [2, 3, 7, 9]]) {
    const { waysOf, how } = rewritten(stay);
    for (const index of stay) expect([...waysOf(index)]).toEqual([kept]);
    expect(how.filter((way) => way === kept)).toHaveLength(57 * stay.length);
  }
});

test("what passes what stays has moved, and as much as can be stays, in order", () => {
  let crossed = 0;
  fc.assert(fc.property(fc.shuffledSubarray(Array.from({ length: count }, (_, index) => index), { minLength: 2, maxLength: 5 }), (stay) => {
    const { how, fromBefore } = rewritten(stay);
    const staying = [...fromBefore.keys()].filter((word) => how[word] === kept);
    const places = staying.map((word) => fromBefore[word]!);
    expect(places.filter((place, at) => at > 0 && place <= places[at - 1]!)).toEqual([]);
    const longest = stay.reduce<number[]>((lengths, index, at) => [...lengths, 1 + Math.max(0, ...lengths.filter((_, earlier) => stay[earlier]! < index && earlier < at))], []);
    expect(staying).toHaveLength(57 * Math.max(...longest));
    expect(how.filter((way) => way === moved)).toHaveLength(57 * (stay.length - Math.max(...longest)));
    if (Math.max(...longest) < stay.length) crossed++;
  }), { seed: 91, numRuns: 300 });
  expect(crossed).toBeGreaterThan(100);
});
