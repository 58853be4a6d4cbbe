import type { EntryKind } from "@/core/ledger/chain";

interface Saved {
  readonly kind: EntryKind;
  /** The entry that its author began from. */
  readonly base: number;
}

/** Entries of others that its author had not seen when they saved entry `number`; null: none. */
export function unseenBy({ kind, base }: Saved, number: number): { first: number; last: number } | null {
  return kind !== "wrote" || base === 0 || base >= number - 1 ? null : { first: base + 1, last: number - 1 };
}

/** With what an entry was put together when it was saved; null: with nothing. Both who saved read this. */
export function putTogether(saved: Saved, number: number): string | null {
  const unseen = unseenBy(saved, number);
  return unseen && `put together with ${unseenWords(unseen)}`;
}

export const unseenWords = ({ first, last }: { first: number; last: number }): string =>
  first === last ? `entry ${first}` : `entries ${first} to ${last}`;
