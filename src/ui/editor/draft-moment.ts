/**
 * Drafts in what the browser can write at once: the last moment before a window closes, and what is short.
 * Small, for every page has a field to comment in; whole texts stand in the browser's database
 * (`draft-store.ts`).
 */
import type { Typed } from "@/data/drafts/dto";

/** Anything that is typed and not sent yet. */
export interface Kept extends Partial<Typed> {
  /** When it was typed, as ISO 8601. */
  readonly at: string;
}

export const nameOfDraft = (key: string) => `tidy-ledger draft ${key}`;

/** Keeps a draft before the call returns. */
export function keepAtOnce(key: string, draft: Kept): void {
  try {
    window.localStorage.setItem(nameOfDraft(key), JSON.stringify(draft));
  } catch {
    // A full or forbidden store is no reason to stop writing.
  }
}

/** Whether one of the saves holds all that was typed until then, in the same opening of the editor. */
export const isSavedBy = (draft: Partial<Typed>, saves: readonly Typed[]): boolean =>
  saves.some(({ session, step }) => session === draft.session && step >= (draft.step ?? Infinity));

/** The later of two drafts; of one opening of the editor the one after more changes. */
export function laterOf<Draft extends Kept>(one: Draft | null, other: Draft | null): Draft | null {
  if (!one || !other) return one ?? other;
  if (one.session !== undefined && one.session === other.session)
    return (one.step ?? 0) >= (other.step ?? 0) ? one : other;
  return one.at >= other.at ? one : other;
}

/** The draft that was kept so; null: none. */
export function lastMoment<Draft extends Kept>(key: string): Draft | null {
  try {
    return JSON.parse(window.localStorage.getItem(nameOfDraft(key)) ?? "null") as Draft | null;
  } catch {
    return null;
  }
}

export function dropMoment(key: string): void {
  try {
    window.localStorage.removeItem(nameOfDraft(key));
  } catch {
    // Then nothing is there either.
  }
}

/** Where drafts are kept on this device. */
export interface DraftStore {
  readonly left: <Draft extends Kept>(key: string) => Promise<Draft | null>;
  readonly keep: (key: string, draft: Kept) => Promise<void>;
  readonly drop: (key: string) => Promise<void>;
}

/** For what is short. */
export const shortDrafts: DraftStore = {
  left: async (key) => lastMoment(key),
  keep: async (key, draft) => keepAtOnce(key, draft),
  drop: async (key) => dropMoment(key),
};
