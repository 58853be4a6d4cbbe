/**
 * One ear of each process for what happens on pages and to sessions, and those in it who want to hear of it.
 */
import "server-only";
import { listenTo } from "../db/listen";
import { channel, endedSessions, readSignal, type Signal } from "./signal";

type Listener = (signal: Signal) => void;

const listeners = new Map<string, Set<Listener>>();
const sessions = new Map<string, Set<() => void>>();
let listening: Promise<unknown> | null = null;

/** Hears of a page from when the promise is kept until what it gives is called. */
export async function hearOf(courseId: string, pageId: string, listener: Listener): Promise<() => void> {
  const forget = put(listeners, `${courseId} ${pageId}`, listener);
  await listen();
  return forget;
}

/** Calls `ended` when a session ends, whichever process ends it. What it gives forgets that again. */
export async function hearOfSession(sessionId: string, ended: () => void): Promise<() => void> {
  const forget = put(sessions, sessionId, ended);
  await listen();
  return forget;
}

/**
 * A connection that breaks is made anew by itself; one that was never made is tried again by the next who
 * comes.
 */
async function listen(): Promise<void> {
  listening ??= Promise.all([
    listenTo(channel, tell),
    listenTo(endedSessions, (id) => {
      for (const ended of [...(sessions.get(id) ?? [])]) ended();
    }),
  ]).catch((problem: unknown) => {
    listening = null;
    throw problem;
  });
  await listening;
}

function put<Heard>(all: Map<string, Set<Heard>>, key: string, heard: Heard): () => void {
  const own = all.get(key) ?? new Set();
  all.set(key, own.add(heard));
  return () => {
    own.delete(heard);
    if (own.size === 0 && all.get(key) === own) all.delete(key);
  };
}

function tell(payload: string): void {
  const signal = readSignal(payload);
  if (signal)
    for (const listener of listeners.get(`${signal.courseId} ${signal.pageId}`) ?? []) listener(signal);
}
