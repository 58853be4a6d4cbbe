import fc from "fast-check";
import { expect, test } from "vitest";
import { OriginNumbers, OriginPlaces } from "./origin-numbers";

const origin = fc.tuple(fc.nat(4), fc.nat(60));

test("numbers of origins are what a plain map holds", () => {
  fc.assert(
    fc.property(fc.array(fc.tuple(origin, fc.nat(9)), { maxLength: 60 }), (settings) => {
      const numbers = new OriginNumbers();
      const plain = new Map<string, number>();
      const found: number[] = [],
        held: number[] = [];
      for (const [[entry, ordinal], number] of settings) {
        found.push(numbers.get(entry, ordinal));
        held.push(plain.get(`${entry}.${ordinal}`) ?? 0);
        numbers.set(entry, ordinal, number);
        plain.set(`${entry}.${ordinal}`, number);
      }
      expect(found).toEqual(held);
      const asked = Array.from({ length: 6 * 70 }, (_, at): [number, number] => [at % 6, Math.floor(at / 6)]);
      expect(asked.map(([entry, ordinal]) => numbers.get(entry, ordinal))).toEqual(
        asked.map(([entry, ordinal]) => plain.get(`${entry}.${ordinal}`) ?? 0),
      );
    }),
    { numRuns: 1000, seed: 61 },
  );
});

test("places of an origin are taken in the order of the text, each once, and only wanted ones", () => {
  fc.assert(
    fc.property(fc.array(origin, { maxLength: 60 }), fc.nat(4), (text, unwanted) => {
      const places = new OriginPlaces(
        {
          entries: Int32Array.from(text, ([entry]) => entry),
          ordinals: Int32Array.from(text, ([, ordinal]) => ordinal),
        },
        (word) => word % 5 !== unwanted,
      );
      const left = text.map(([entry, ordinal], word) => (word % 5 === unwanted ? "" : `${entry}.${ordinal}`));
      for (const [entry, ordinal] of [...text, ...text]) {
        const first = left.indexOf(`${entry}.${ordinal}`);
        expect(places.take(entry, ordinal)).toBe(first);
        if (first >= 0) left[first] = "";
      }
    }),
    { numRuns: 1000, seed: 62 },
  );
});
