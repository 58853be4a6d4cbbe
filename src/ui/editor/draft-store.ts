/**
 * Drafts on this machine: in the browser's database, and for the last moment before a window closes in what
 * can be written at once.
 */
import { clear, createStore, del, get, set } from "idb-keyval";
import type { DraftDto } from "@/data/drafts/dto";

const nameOf = (key: string) => `tidy-ledger draft ${key}`;
let store: ReturnType<typeof createStore> | undefined;
const drafts = () => (store ??= createStore("tidy-ledger", "drafts"));

/**
 * The draft that was left behind under `key`, the later one of the two places; null if there is none, or none
 * can be kept here.
 */
export async function leftDraft(key: string): Promise<DraftDto | null> {
  const [kept, last] = [await get<DraftDto>(nameOf(key), drafts()).catch(() => undefined), lastMoment(key)];
  return laterOf(kept ?? null, last);
}

/**
 * A full or forbidden store is no reason to stop writing: the text is still in the editor, and on the server.
 */
export async function keepHere(key: string, draft: DraftDto): Promise<void> {
  await set(nameOf(key), draft, drafts()).catch(() => {});
}

/** Keeps a draft before the call returns, for a window that closes. */
export function keepAtOnce(key: string, draft: DraftDto): void {
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
}

export function laterOf(one: DraftDto | null, other: DraftDto | null): DraftDto | null {
  if (!one || !other) return one ?? other;
  return one.at >= other.at ? one : other;
}

function lastMoment(key: string): DraftDto | null {
  try {
    return JSON.parse(window.localStorage.getItem(nameOf(key)) ?? "null") as DraftDto | null;
  } catch {
    return null;
  }
}
