import fc from "fast-check";
import { expect, test } from "vitest";
import { ByteReader, ByteWriter } from "./bytes";

const value = fc.oneof(
  fc.record({ number: fc.maxSafeNat() }),
  fc.record({ signed: fc.integer({ min: -(2 ** 50), max: 2 ** 50 }) }),
  fc.record({ string: fc.string({ unit: "grapheme" }) }),
);

test("what is written is read back, in the same order", () => {
  fc.assert(
    fc.property(fc.array(value, { maxLength: 200 }), (values) => {
      const writer = new ByteWriter();
      for (const each of values) {
        if ("number" in each) writer.number(each.number);
        else if ("signed" in each) writer.signed(each.signed);
        else writer.string(each.string);
      }
      const reader = new ByteReader(writer.bytes());
      for (const each of values) {
        if ("number" in each) expect(reader.number()).toBe(each.number);
        else if ("signed" in each) expect(reader.signed()).toBe(each.signed);
        else expect(reader.string()).toBe(each.string);
      }
      expect(reader.isAtEnd()).toBe(true);
      expect(() => reader.number()).toThrow(RangeError);
    }),
    { numRuns: 1000, seed: 45 },
  );
});
