/** One ear of each process for what happens on pages, and those in it who want to hear of one. */
import "server-only";
import { listenTo } from "../db/listen";
import { channel, readSignal, type Signal } from "./signal";

type Listener = (signal: Signal) => void;

const listeners = new Map<string, Set<Listener>>();
let listening: Promise<unknown> | null = null;

/** Hears of a page from when the promise is kept until what it gives is called. */
export async function hearOf(courseId: string, pageId: string, listener: Listener): Promise<() => void> {
  const key = `${courseId} ${pageId}`;
  const own = listeners.get(key) ?? new Set();
  listeners.set(key, own.add(listener));
  // A connection that breaks is made anew by itself; one that was never made is tried again by the next who comes.
  listening ??= listenTo(channel, tell).catch((problem: unknown) => { listening = null; throw problem; });
  await listening;
  return () => {
    own.delete(listener);
    if (own.size === 0) listeners.delete(key);
  };
}

function tell(payload: string): void {
  const signal = readSignal(payload);
  if (signal) for (const listener of listeners.get(`${signal.courseId} ${signal.pageId}`) ?? []) listener(signal);
}
