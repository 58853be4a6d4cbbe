/**
 * Which words of an entry went to another page, and which came from one: found by their origins at both ends.
 */
import type { OtherEnds } from "../compared/document";
import { OriginSet } from "./origin-set";
import { type Origins, readStoredOrigins } from "./origins";

/** Stored origins of a page's words. */
export interface Moves {
  /** Of the page before the entry, and after it; null: there was nothing. */
  readonly before: Uint8Array | null;
  readonly after: Uint8Array;
  /** For each entry by which words came to stand on another page: that page after it. */
  readonly to: readonly { readonly entry: number; readonly origins: Uint8Array }[];
  /** For each entry that took words off another page: that page before it. */
  readonly from: readonly { readonly entry: number; readonly origins: Uint8Array }[];
}

/** @throws RangeError if origins are none. O(words of all states). */
export function movedBetween({ before, after, to, from }: Moves): OtherEnds {
  return {
    to: finder(before && readStoredOrigins(before), to),
    from: finder(readStoredOrigins(after), from),
  };
}

function finder(here: Origins | null, ends: Moves["to"]): (word: number) => number | undefined {
  const sets = ends.map(({ entry, origins }) => {
    const set = new OriginSet();
    set.addAll(readStoredOrigins(origins), () => true);
    return { entry, set };
  });
  return (word) =>
    here ? sets.find(({ set }) => set.has(here.entries[word]!, here.ordinals[word]!))?.entry : undefined;
}
