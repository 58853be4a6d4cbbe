/** Where a page of the contents can go from where it stands, one step in each direction. */
import type { Spot } from "@/core/contents/order";

export interface Listed {
  readonly id: string;
  readonly parentId: string | null;
}

export type Direction = "up" | "down" | "in" | "out";

/** The spot at which `id` stands in `items`, which are in the order of the contents. */
export function spotOf(items: readonly Listed[], id: string): Spot {
  const item = items.find((each) => each.id === id);
  const beside = items.filter((each) => each.parentId === (item?.parentId ?? null));
  return {
    parentId: item?.parentId ?? null,
    before: beside[beside.findIndex((each) => each.id === id) + 1]?.id ?? null,
  };
}

/**
 * The spot one step further, or null if there is none: the home page stays first. "in" is below the page
 * before, "out" is behind the parent.
 */
export function stepTo(
  items: readonly Listed[],
  id: string,
  direction: Direction,
  homeId: string | null,
): Spot | null {
  const item = items.find((each) => each.id === id);
  if (!item || id === homeId) return null;
  const beside = items.filter((each) => each.parentId === item.parentId);
  const at = beside.findIndex((each) => each.id === id);
  const before = beside[at - 1];
  switch (direction) {
    case "up":
      return before && before.id !== homeId ? { parentId: item.parentId, before: before.id } : null;
    case "down":
      return at < beside.length - 1 ? { parentId: item.parentId, before: beside[at + 2]?.id ?? null } : null;
    case "in":
      return before ? { parentId: before.id, before: null } : null;
    case "out":
      return item.parentId === null ? null : spotOf(items, item.parentId);
    default:
      return direction satisfies never;
  }
}
