import type { EntryKind } from "@/core/ledger/chain";

/**
 * With what an entry was put together when it was saved: entries that its author had not seen; null: with
 * nothing. Both who saved are told in these words.
 */
export function putTogether(
  { kind, base }: { readonly kind: EntryKind; readonly base: number },
  number: number,
): string | null {
  if (kind !== "wrote" || base === 0 || base >= number - 1) return null;
  const [first, last] = [base + 1, number - 1];
  return `put together with ${first === last ? `entry ${first}` : `entries ${first} to ${last}`}`;
}
