import fc from "fast-check";
import { expect, test } from "vitest";
import { Room } from "./room";

test("arrays of one room are all 0 when they are taken, and nobody else writes into them", () => {
  const asked = fc.array(fc.record({ length: fc.nat({ max: 40 }), isBytes: fc.boolean() }), {
    maxLength: 40,
  });
  fc.assert(
    fc.property(asked, (all) => {
      const room = new Room(64);
      const taken = all.map(({ length, isBytes }, index) => {
        const array = isBytes ? room.bytes(length) : room.numbers(length);
        expect([...array]).toEqual(Array(length).fill(0));
        return array.fill(index + 1);
      });
      taken.forEach((array, index) => expect([...array]).toEqual(Array(all[index]!.length).fill(index + 1)));
    }),
    { numRuns: 1000, seed: 17 },
  );
});
