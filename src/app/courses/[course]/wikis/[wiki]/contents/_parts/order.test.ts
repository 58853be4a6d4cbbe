import { expect, test } from "vitest";
import { put } from "@/core/contents/order";
import { type Direction, type Listed, spotOf, stepTo } from "./order";

const items: readonly Listed[] = [
  { id: "home", parentId: null },
  { id: "fish", parentId: null },
  { id: "eels", parentId: "fish" },
  { id: "trout", parentId: "fish" },
  { id: "plan", parentId: null },
];

test.each<[string, Direction, ReturnType<typeof stepTo>]>([
  ["fish", "up", null],
  ["plan", "up", { parentId: null, before: "fish" }],
  ["fish", "down", { parentId: null, before: null }],
  ["plan", "down", null],
  ["plan", "in", { parentId: "fish", before: null }],
  ["fish", "in", { parentId: "home", before: null }],
  ["eels", "in", null],
  ["eels", "out", { parentId: null, before: "plan" }],
  ["plan", "out", null],
  ["home", "down", null],
  ["trout", "up", { parentId: "fish", before: "eels" }],
  ["nowhere", "up", null],
])("%s goes %s to %o", (id, direction, to) => expect(stepTo(items, id, direction, "home")).toEqual(to));

test("going back to where a page stood leaves all as it was", () => {
  const placed = items.map((item, position) => ({ ...item, position }));
  for (const { id } of items)
    expect(
      put(placed, id, spotOf(items, id))!.filter(
        (each) => each.id === id && each.parentId !== items.find((one) => one.id === id)!.parentId,
      ),
    ).toEqual([]);
});
