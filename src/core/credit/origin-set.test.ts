import fc from "fast-check";
import { expect, test } from "vitest";
import { OriginSet } from "./origin-set";

const origins = fc.array(fc.tuple(fc.nat(4), fc.nat(40)), { maxLength: 80 }).map((pairs) => ({
  entries: Int32Array.from(pairs, ([entry]) => entry),
  ordinals: Int32Array.from(pairs, ([, ordinal]) => ordinal),
}));

test("holds what a plain set holds, and tells which words it had already", () => {
  fc.assert(
    fc.property(fc.array(origins, { maxLength: 4 }), fc.nat(4), (texts, unwanted) => {
      const set = new OriginSet();
      const plain = new Set<string>();
      for (const text of texts) {
        const known = set.addAll(text, (entry) => entry !== unwanted);
        const isKnown = text.entries.map((_, word) => known.filter((edge) => edge <= word).length % 2);
        const wanted = text.entries.map((entry, word) => {
          const key = `${entry}.${text.ordinals[word]}`;
          const isNew = entry === unwanted || !plain.has(key);
          if (entry !== unwanted) plain.add(key);
          return isNew ? 0 : 1;
        });
        expect(isKnown).toEqual(wanted);
      }
      const asked = Array.from({ length: 5 * 45 }, (_, at): [number, number] => [at % 5, Math.floor(at / 5)]);
      expect(asked.filter(([entry, ordinal]) => set.has(entry, ordinal))).toEqual(
        asked.filter(([entry, ordinal]) => plain.has(`${entry}.${ordinal}`)),
      );
      expect(set.isEmpty).toBe(plain.size === 0);
    }),
    { numRuns: 1000, seed: 47 },
  );
});
