import fc from "fast-check";
import { expect, test } from "vitest";
import { Vocabulary } from "../text/vocabulary";
import { takeChains } from "./chains";
import { Evidence } from "./evidence";
import { countPairs, PairSet, type SearchedText, TextIndex } from "./pairs";

const few = fc.array(fc.nat(5), { maxLength: 60 }).map((words) => Int32Array.from(words));
const stretches = fc
  .uniqueArray(fc.nat(60), { maxLength: 8 })
  .map((edges) => edges.sort((one, other) => one - other).slice(0, edges.length & ~1));
const breaksOf = (words: Int32Array) => new Uint8Array(words.length);
const pairsOf = (words: Int32Array) => {
  const set = new PairSet(words.length);
  for (let at = 1; at < words.length; at++) set.add(words[at - 1]!, words[at]!);
  return set;
};

test("a set of pairs numbers what was added, once, and knows nothing else", () => {
  fc.assert(
    fc.property(few, few, (words, others) => {
      const set = pairsOf(words);
      const plain = [...new Set(Array.from(words.slice(1), (word, at) => `${words[at]} ${word}`))];
      expect(
        Array.from({ length: set.count }, (_, each) => `${set.first[each]} ${set.second[each]}`),
      ).toEqual(plain);
      for (let at = 1; at < others.length; at++) {
        const number = plain.indexOf(`${others[at - 1]} ${others[at]}`);
        expect(set.numberOf(others[at - 1]!, others[at]!)).toBe(number);
      }
    }),
    { numRuns: 1000, seed: 71 },
  );
});

test("pairs are counted by an index as they are by reading, and as they stand; copies say nothing", () => {
  fc.assert(
    fc.property(few, few, stretches, (words, asked, copies) => {
      const set = pairsOf(asked);
      const inCopy = (place: number) =>
        copies.some((from, each) => each % 2 === 0 && from <= place && place < copies[each + 1]!);
      const counted = Array.from(
        { length: set.count },
        (_, each) =>
          words.filter(
            (word, at) =>
              at > 0 &&
              words[at - 1] === set.first[each] &&
              word === set.second[each] &&
              !inCopy(at - 1) &&
              !inCopy(at),
          ).length,
      );
      const text = { words, breaks: breaksOf(words), copies };
      expect([...countPairs([text], set)]).toEqual(counted);
      expect([...countPairs([{ ...text, index: new TextIndex(words) }], set)]).toEqual(counted);
    }),
    { numRuns: 1000, seed: 72 },
  );
});

test("of a set, as many pairs are counted in a text as stand in it, up to as many as are asked for", () => {
  fc.assert(
    fc.property(few, few, fc.nat(8), (words, asked, most) => {
      const set = pairsOf(asked);
      const standing = new Set(
        Array.from(words.slice(1), (word, at) => set.numberOf(words[at]!, word)).filter(
          (number) => number >= 0,
        ),
      );
      expect(set.countIn(words, Infinity)).toBe(standing.size);
      expect(set.countIn(words, most)).toBe(Math.min(most, standing.size));
    }),
    { numRuns: 1000, seed: 75 },
  );
});

test("an index finds every place of a pair, in order, or says that there are too many", () => {
  fc.assert(
    fc.property(
      fc.array(fc.nat(40), { maxLength: 400 }).map((all) => Int32Array.from(all)),
      few.filter((all) => all.length < 4),
      (words, asked) => {
        const set = pairsOf(asked);
        const places = new Int32Array(words.length);
        const count = new TextIndex(words).placesOf(set, places);
        const all = [...words.keys()].filter(
          (at) => at + 1 < words.length && set.numberOf(words[at]!, words[at + 1]!) >= 0,
        );
        if (count < 0) expect(all.length).toBeGreaterThan(words.length >> 3);
        else expect([...places.subarray(0, count)]).toEqual(all);
      },
    ),
    { numRuns: 1000, seed: 73 },
  );
});

test("what is found and what it proves does not depend on whether a text has an index", () => {
  const phrases = [
    "the gauge stood at",
    "bullhead below the weir",
    "reed",
    "of the river",
    "sediment from drains in August",
    "and",
    "willow",
  ];
  const texts = fc
    .array(fc.constantFrom(...phrases), { minLength: 1, maxLength: 40 })
    .map((parts) => parts.join(" "));
  fc.assert(
    fc.property(
      fc.array(texts, { minLength: 1, maxLength: 4 }),
      texts,
      fc.boolean(),
      (sourceTexts, targetText, reuse) => {
        const find = (isIndexed: boolean) => {
          const vocabulary = new Vocabulary();
          const sources = sourceTexts.map((text) => {
            const read = vocabulary.read(text);
            return {
              ...read,
              open: reuse ? null : new Uint8Array(read.words.length).fill(1),
              index: isIndexed ? new TextIndex(read.words) : null,
            };
          });
          const { words, breaks } = vocabulary.read(targetText);
          const target = {
            words,
            breaks,
            open: new Uint8Array(words.length).fill(1),
            from: 0,
            to: words.length,
          };
          const searched: readonly SearchedText[] = sources;
          const chains = takeChains(
            {
              sources,
              reuse,
              margin: 2,
              vocabulary,
              searched: sources.reduce((sum, { words: each }) => sum + each.length, 0),
              evidence: (asked) => new Evidence(vocabulary, searched, asked),
            },
            target,
          );
          return { chains, left: [...target.open] };
        };
        expect(find(true)).toEqual(find(false));
      },
    ),
    { numRuns: 1000, seed: 74 },
  );
});
