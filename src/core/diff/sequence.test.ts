import fc from "fast-check";
import { expect, test } from "vitest";
import { anyText } from "../../../tests/support/histories";
import { plainBlocks } from "../credit/text";
import { Vocabulary } from "../text/vocabulary";
import { emptySequence, readAll, type Reading, sameWords, sequence } from "./sequence";

test("a page read on top of its last version is what it is when read afresh", () => {
  fc.assert(fc.property(fc.array(anyText, { minLength: 1, maxLength: 6 }), (texts) => {
    const vocabulary = new Vocabulary();
    let last: Reading | undefined;
    let flat = emptySequence;
    for (const text of texts) {
      last = readAll(plainBlocks(text), last?.read.filter((block) => block !== null) ?? [], vocabulary, last);
      const blocks = last.read.filter((block) => block !== null);
      flat = sequence(blocks, flat);
      expect(flat).toEqual(sequence(blocks));
      const fresh = readAll(plainBlocks(text), [], vocabulary);
      expect(last.read.length).toBe(fresh.read.length);
      last.read.forEach((block, index) => {
        const other = fresh.read[index]!;
        expect(sameWords(block!, other)).toBe(true);
        expect([block!.textKey, block!.wordsKey(vocabulary), [...block!.breaks]]).toEqual([other.textKey, other.wordsKey(vocabulary), [...other.breaks]]);
      });
    }
  }), { numRuns: 1000, seed: 43 });
});
