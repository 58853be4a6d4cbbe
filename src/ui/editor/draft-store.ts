/**
 * Drafts on this machine: in the browser's database, and for the last moment before a window closes in what
 * can be written at once.
 */
import { clear, createStore, del, get, set } from "idb-keyval";
import type { Typed } from "@/data/drafts/dto";

/** Anything that is typed and not sent yet. */
export interface Kept extends Partial<Typed> {
  /** When it was typed, as ISO 8601. */
  readonly at: string;
}

const nameOf = (key: string) => `tidy-ledger draft ${key}`;
/** The pages that the service worker (public/offline.js) keeps. */
const offlineStore = "tidy-ledger writing";
let store: ReturnType<typeof createStore> | undefined;
const drafts = () => (store ??= createStore("tidy-ledger", "drafts"));

/**
 * The draft that was left behind under `key`, the later one of the two places; null if there is none, or none
 * can be kept here.
 */
export async function leftDraft<Draft extends Kept>(key: string): Promise<Draft | null> {
  const [kept, last] = [
    await get<Draft>(nameOf(key), drafts()).catch(() => undefined),
    lastMoment<Draft>(key),
  ];
  return laterOf(kept ?? null, last);
}

/**
 * A full or forbidden store is no reason to stop writing: the text is still in the editor, and on the server.
 */
export async function keepHere(key: string, draft: Kept): Promise<void> {
  await set(nameOf(key), draft, drafts()).catch(() => {});
}

/** Keeps a draft before the call returns, for a window that closes. */
export function keepAtOnce(key: string, draft: Kept): void {
  try {
    window.localStorage.setItem(nameOf(key), JSON.stringify(draft));
  } catch {
    /* see above */
  }
}

export async function dropHere(key: string): Promise<void> {
  try {
    window.localStorage.removeItem(nameOf(key));
  } catch {
    /* see above */
  }
  await del(nameOf(key), drafts()).catch(() => {});
}

/**
 * Forgets all drafts on this machine: whoever sits down at it next must not find them. The server keeps its
 * own.
 */
export async function forgetDrafts(): Promise<void> {
  try {
    for (const key of Object.keys(window.localStorage))
      if (key.startsWith(nameOf(""))) window.localStorage.removeItem(key);
  } catch {
    /* see above */
  }
  await clear(drafts()).catch(() => {});
  // Elsewhere than in a safe context there is no store of pages.
  await window.caches?.delete(offlineStore).catch(() => false);
}

/** The later of two drafts; of one opening of the editor the one after more changes. */
export function laterOf<Draft extends Kept>(one: Draft | null, other: Draft | null): Draft | null {
  if (!one || !other) return one ?? other;
  if (one.session !== undefined && one.session === other.session)
    return (one.step ?? 0) >= (other.step ?? 0) ? one : other;
  return one.at >= other.at ? one : other;
}

function lastMoment<Draft extends Kept>(key: string): Draft | null {
  try {
    return JSON.parse(window.localStorage.getItem(nameOf(key)) ?? "null") as Draft | null;
  } catch {
    return null;
  }
}
