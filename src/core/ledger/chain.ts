/**
 * The chain of a page's entries: each entry's hash covers its content and the hash of the one before, so that
 * an entry that was changed, taken out or put elsewhere in the database no longer fits.
 *
 * The hash is SHA-256 over the canonical JSON (RFC 8785) of the entry, in lower-case hexadecimal.
 */
import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex, utf8ToBytes } from "@noble/hashes/utils.js";
import canonicalize from "canonicalize";
import type { PageDocument } from "../document/model";

/**
 * What acts can make an entry. One that renames leaves the text as it is; one that removes the page leaves it
 * empty, so that its words stand nowhere while it is in the bin; one that brings it back has the text from
 * before.
 */
export const entryKinds = ["started", "wrote", "restored", "renamed", "removed", "brought back"] as const;
export type EntryKind = (typeof entryKinds)[number];

/** All of an entry that the hash covers. */
export interface ChainedEntry {
  readonly page: string;
  /** From 1, without gaps. */
  readonly number: number;
  /** The number of the entry that the author had before them; 0 when the page was started. */
  readonly base: number;
  readonly kind: EntryKind;
  /** A person's id; null for starter text. */
  readonly author: string | null;
  /** ISO 8601 in UTC, with milliseconds. */
  readonly at: string;
  readonly note: string;
  readonly title: string;
  /** The number of the entry whose text was brought back, for a restore. */
  readonly restoredFrom: number | null;
  readonly document: PageDocument;
}

/** What stands before the first entry. */
export const chainStart = "0".repeat(64);

/**
 * The hash of `entry` behind an entry with the hash `before`.
 * @throws Error if its text holds a lone surrogate, which JSON can't carry; `parseDocument` lets none
 * through.
 */
export function entryHash(entry: ChainedEntry, before: string): string {
  const canonical = canonicalize({ ...entry, before });
  if (canonical === undefined) throw new TypeError("An entry is always an object");
  return bytesToHex(sha256(utf8ToBytes(canonical)));
}

export type ChainFault =
  | { readonly kind: "missing"; readonly number: number }
  | { readonly kind: "changed"; readonly number: number };

/** Checks a page's entries one after the other, so that they need not be there all at once. */
export class ChainCheck {
  #before = chainStart;
  #number = 0;

  /** How many entries have fitted. */
  get length(): number {
    return this.#number;
  }

  /** The fault that the page's next entry shows, or null if it fits. O(its text). */
  next({ entry, hash }: { readonly entry: ChainedEntry; readonly hash: string }): ChainFault | null {
    const number = this.#number + 1;
    if (entry.number !== number) return { kind: "missing", number };
    if (entryHash(entry, this.#before) !== hash) return { kind: "changed", number };
    this.#before = hash;
    this.#number = number;
    return null;
  }
}

/**
 * The first entry that does not fit, or null if all do. `entries` are a page's, in the order of their
 * numbers. O(text of all entries).
 */
export function findChainFault(
  entries: Iterable<{ readonly entry: ChainedEntry; readonly hash: string }>,
): ChainFault | null {
  const check = new ChainCheck();
  for (const each of entries) {
    const fault = check.next(each);
    if (fault) return fault;
  }
  return null;
}
