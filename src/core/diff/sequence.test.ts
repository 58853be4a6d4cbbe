import fc from "fast-check";
import { expect, test } from "vitest";
import { anyText } from "../../../tests/support/histories";
import { plainBlocks } from "../credit/text";
import { Vocabulary } from "../text/vocabulary";
import { emptySequence, readAll, type Reading, sameWords, sequence } from "./sequence";

test("a page read on top of its last version is what it is when read afresh", () => {
  fc.assert(
    fc.property(fc.array(anyText, { minLength: 1, maxLength: 6 }), (texts) => {
      const vocabulary = new Vocabulary();
      let last: Reading | undefined;
      let flat = emptySequence;
      for (const text of texts) {
        last = readAll(
          plainBlocks(text),
          last?.read.filter((block) => block !== null) ?? [],
          vocabulary,
          last,
        );
        const blocks = last.read.filter((block) => block !== null);
        flat = sequence(blocks, flat);
        expect(flat).toEqual(sequence(blocks));
        const fresh = readAll(plainBlocks(text), [], vocabulary);
        const told = (reading: Reading) =>
          reading.read.map((block) => [block!.textKey, block!.wordsKey(vocabulary), block!.breaks.join("")]);
        expect(told(last)).toEqual(told(fresh));
        expect(last.read.every((block, index) => sameWords(block!, fresh.read[index]!))).toBe(true);
      }
    }),
    { numRuns: 1000, seed: 43 },
  );
});
