/** The contents of a wiki: pages in order, some below others. */

export interface Placed {
  readonly id: string;
  readonly parentId: string | null;
  /** Among the pages of the same parent; of equal positions the order given holds. */
  readonly position: number;
}

/**
 * `items` as they stand in the contents, each after its parent, with how deep it stands (from 0). A page
 * whose parent is not among `items`, or that would stand below itself, stands at the top. O(n log n).
 */
export function inOrder<Item extends Placed>(items: readonly Item[]): (Item & { readonly depth: number })[] {
  const known = new Set(items.map(({ id }) => id));
  const parents = new Map(
    items.map(({ id, parentId }) => [id, parentId !== null && known.has(parentId) ? parentId : null]),
  );
  for (const { id } of items) if (isBelowItself(id, parents)) parents.set(id, null);
  const children = new Map<string | null, Item[]>();
  for (const item of items) {
    const parent = parents.get(item.id) ?? null;
    children.set(parent, [...(children.get(parent) ?? []), item]);
  }
  const result: (Item & { readonly depth: number })[] = [];
  const visit = (parent: string | null, depth: number) => {
    const below = [...(children.get(parent) ?? [])].sort((one, other) => one.position - other.position);
    for (const item of below) {
      result.push({ ...item, depth });
      visit(item.id, depth + 1);
    }
  };
  visit(null, 0);
  return result;
}

function isBelowItself(id: string, parents: ReadonlyMap<string, string | null>): boolean {
  const seen = new Set<string>();
  for (let at = parents.get(id) ?? null; at !== null; at = parents.get(at) ?? null) {
    if (at === id) return true;
    if (seen.has(at)) return false;
    seen.add(at);
  }
  return false;
}

/** Where a page is put: below `parentId` (null: at the top), before the page `before` (null: behind all). */
export interface Spot {
  readonly parentId: string | null;
  readonly before: string | null;
}

/**
 * The items whose place changes when `id` is put at `spot`, with their new places; empty if nothing does.
 * Null if that is no place for it: unknown, or below itself. O(n).
 */
export function put(items: readonly Placed[], id: string, { parentId, before }: Spot): Placed[] | null {
  const known = new Map(items.map((item) => [item.id, item]));
  const item = known.get(id);
  if (!item || before === id || (parentId !== null && !known.has(parentId))) return null;
  const parents = new Map(items.map((each) => [each.id, each.parentId]));
  parents.set(id, parentId);
  if (isBelowItself(id, parents)) return null;
  const beside = inOrder(items).filter((each) => each.id !== id && standsBelow(each, known) === parentId);
  const at = before === null ? beside.length : beside.findIndex((each) => each.id === before);
  if (at < 0) return null;
  const order = [...beside.slice(0, at), item, ...beside.slice(at)];
  return order
    .map((each, position) => ({ id: each.id, parentId, position }))
    .filter((placed) => {
      const was = known.get(placed.id)!;
      return was.parentId !== placed.parentId || was.position !== placed.position;
    });
}

/** The parent below which an item is shown. */
function standsBelow({ parentId }: Placed, known: ReadonlyMap<string, Placed>): string | null {
  return parentId !== null && known.has(parentId) ? parentId : null;
}
