import fc from "fast-check";
import { expect, test } from "vitest";
import { inOrder } from "./order";

test("every page stands once, after its parent and one step deeper, whatever the parents claim", () => {
  const items = fc
    .array(fc.record({ parent: fc.option(fc.nat(12)), position: fc.nat(4) }), { maxLength: 12 })
    .map((list) =>
      list.map(({ parent, position }, index) => ({
        id: `p${index}`,
        parentId: parent === null ? null : `p${parent}`,
        position,
      })),
    );
  fc.assert(
    fc.property(items, (given) => {
      const ordered = inOrder(given);
      expect(ordered.map(({ id }) => id).sort()).toEqual(given.map(({ id }) => id).sort());
      ordered.forEach(({ parentId, depth }, at) => {
        if (depth === 0) return;
        const parent = ordered.findIndex(({ id }) => id === parentId);
        expect(parent).toBeLessThan(at);
        expect(ordered[parent]!.depth).toBe(depth - 1);
      });
    }),
    { seed: 3, numRuns: 1000 },
  );
});

test("a page stands among its siblings by position", () => {
  const page = (id: string, parentId: string | null, position: number) => ({ id, parentId, position });
  expect(
    inOrder([
      page("b", null, 1),
      page("a", null, 0),
      page("a2", "a", 5),
      page("a1", "a", 2),
      page("lost", "gone", 9),
    ]).map(({ id, depth }) => `${"·".repeat(depth)}${id}`),
  ).toEqual(["a", "·a1", "·a2", "b", "lost"]);
});
