import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { freshWords } from "../../../tests/support/histories";
import { plainBlocks } from "../credit/text";
import { Vocabulary } from "../text/vocabulary";
import { type BlockPair, pairBlocks } from "./block-pairs";
import { compare } from "./compare";
import { readBlocks } from "./sequence";

/** Paragraphs of which no word stands twice; of those that follow, which words are others afterwards. */
const page = fc
  .array(fc.tuple(fc.integer({ min: 16, max: 40 }), fc.array(fc.boolean(), { minLength: 3, maxLength: 9 })), {
    minLength: 3,
    maxLength: 14,
  })
  .chain((paragraphs) =>
    fc.record({
      paragraphs: fc.constant(paragraphs),
      order: fc.shuffledSubarray(
        paragraphs.map((_, index) => index),
        { minLength: paragraphs.length },
      ),
    }),
  );

type PageChange = {
  paragraphs: readonly (readonly [number, readonly boolean[]])[];
  order: readonly number[];
};

/**
 * A page as it was, and in another order, each paragraph after its first twelve words with every third word
 * or fewer replaced.
 */
function changed({ paragraphs, order }: PageChange) {
  const before = paragraphs.map(([length], index) =>
    freshWords(`p${String.fromCharCode(97 + index)}`, length),
  );
  const after = order.map((index) =>
    before[index]!.map((word, at) =>
      at > 12 && at % 3 === 0 && paragraphs[index]![1][at % paragraphs[index]![1].length]
        ? `${word}new`
        : word,
    ),
  );
  const vocabulary = new Vocabulary();
  const read = (page: readonly (readonly string[])[]) =>
    readBlocks(plainBlocks(page.map((words) => words.join(" ")).join("\n\n")), [], vocabulary);
  return {
    vocabulary,
    a: read(before),
    b: read(after),
    words: { before: before.flat(), after: after.flat() },
  };
}

const pairsOf = ({ a, b }: ReturnType<typeof changed>): readonly BlockPair[] =>
  pairBlocks(a, b, { aFrom: 0, aTo: a.blocks.length, bFrom: 0, bTo: b.blocks.length }, () => true).pairs;

describe("blocks in another order", () => {
  test("are known again whatever the order, those that stay in it are told from those that moved, and what is said to be the same is", () => {
    let found = 0;
    fc.assert(
      fc.property(page, (given) => {
        const texts = changed(given);
        const pairs = pairsOf(texts);
        if (pairs.length === 0) return;
        found++;
        expect(pairs.map(({ a }) => a)).toEqual(given.order);
        const staying = pairs.filter(({ isMoved }) => !isMoved).map(({ a }) => a);
        expect(staying).toEqual([...staying].sort((one, other) => one - other));
        for (const { a, b, runs } of pairs) {
          for (const run of runs)
            expect(texts.a.blocks[a]!.words.slice(run.a, run.a + run.length)).toEqual(
              texts.b.blocks[b]!.words.slice(run.b, run.b + run.length),
            );
        }
      }),
      { numRuns: 500, seed: 71 },
    );
    expect(found).toBeGreaterThan(100);
  });
  test("are not looked for where the order is as it was, or where it is another text", () => {
    const paragraphs = Array.from({ length: 12 }, (): [number, boolean[]] => [40, [true, false, true]]);
    const order = paragraphs.map((_, index) => index);
    expect(pairsOf(changed({ paragraphs, order: [...order].reverse() }))).toHaveLength(12);
    expect(pairsOf(changed({ paragraphs, order }))).toEqual([]);
    const [one, other] = [
      changed({ paragraphs, order }),
      changed({ paragraphs, order: [...order].reverse() }),
    ];
    expect(
      pairsOf({
        ...one,
        b: readBlocks(
          plainBlocks(
            freshWords("other", 480)
              .map((word, at) => (at % 40 === 39 ? `${word} \n\n` : word))
              .join(" "),
          ),
          [],
          other.vocabulary,
        ),
      }),
    ).toEqual([]);
  });
  test("on a page that was moved and changed all over, what came between is taken for new, but not a passage that may come from elsewhere", () => {
    const paragraphs = Array.from({ length: 26 }, (): [number, boolean[]] => [80, [true]]);
    const { a, vocabulary, words } = changed({
      paragraphs,
      order: paragraphs.map((_, index) => index).reverse(),
    });
    const passage = freshWords("from", 12);
    const after = [...words.after.slice(0, 1001), ...passage, ...words.after.slice(1001)];
    const pages = after.join(" ").replace(/\b(p[a-z]+aaa )/g, "\n\n$1");
    const { fromBefore, newWords } = compare(a, readBlocks(plainBlocks(pages), [], vocabulary), vocabulary);
    const place = new Map(words.before.map((word, at) => [word, at]));
    expect([...fromBefore]).toEqual(after.map((word) => place.get(word) ?? -1));
    expect([...newWords!]).toEqual(after.map((word) => (place.has(word) || passage.includes(word) ? 0 : 1)));
  });
  test("keep every word that stayed, on long pages and on short ones", () => {
    fc.assert(
      fc.property(page, (given) => {
        const { a, b, vocabulary, words } = changed(given);
        const place = new Map(words.before.map((word, at) => [word, at]));
        expect([...compare(a, b, vocabulary).fromBefore]).toEqual(
          words.after.map((word) => place.get(word) ?? -1),
        );
      }),
      { numRuns: 500, seed: 72 },
    );
  });
});
