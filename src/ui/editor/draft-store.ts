/**
 * Drafts on this machine: in the browser's database, and for the last moment before a window closes in what
 * can be written at once.
 */
import { clear, createStore, del, get, keys, set } from "idb-keyval";
import {
  dropMoment,
  type DraftStore,
  type Kept,
  lastMoment,
  laterOf,
  nameOfDraft as nameOf,
} from "./draft-moment";

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

export async function dropHere(key: string): Promise<void> {
  dropMoment(key);
  await del(nameOf(key), drafts()).catch(() => {});
}

/** Drops the drafts whose names begin so: of a page, or of all pages that were begun in a wiki. */
export async function dropAllHere(start: string): Promise<void> {
  const isMeant = (name: string) => name === nameOf(start) || name.startsWith(`${nameOf(start)} `);
  const kept = await keys<string>(drafts()).catch(() => []);
  for (const name of [...kept, ...momentNames()].filter(isMeant))
    await dropHere(name.slice(nameOf("").length));
}

function momentNames(): string[] {
  try {
    return Object.keys(window.localStorage).filter((name) => name.startsWith(nameOf("")));
  } catch {
    return [];
  }
}

/**
 * Forgets all drafts on this machine: whoever sits down at it next must not find them. The server keeps its
 * own.
 */
export async function forgetDrafts(): Promise<void> {
  for (const name of momentNames()) dropMoment(name.slice(nameOf("").length));
  await clear(drafts()).catch(() => {});
  // Elsewhere than in a safe context there is no store of pages.
  await window.caches?.delete(offlineStore).catch(() => false);
}

/** For whole texts: loaded where they are written. */
export const longDrafts: DraftStore = { left: leftDraft, keep: keepHere, drop: dropHere };
