/**
 * Threads for what the core does that can take long: a page that is long holds up whoever reads or writes it,
 * and nobody else.
 */
import "server-only";
import { existsSync } from "node:fs";
import { join } from "node:path";
import { Worker } from "node:worker_threads";
import { heavyWork, type HeavyWork, weightOf } from "@/core/heavy/work";

/** Lighter work takes less than half a second, whatever it is, and is done at once. */
const light = 60_000;
const mostThreads = 2;
/** Milliseconds after which a thread is given up, and more than so much work that waits is refused. */
const longest = 60_000;
const mostWaiting = 40;

/** The server is asked for more than it can do: nothing was changed. */
export class TooHeavy extends Error {}

interface Work {
  readonly id: number;
  readonly name: keyof HeavyWork;
  readonly given: readonly unknown[];
  readonly done: (result: never) => void;
  readonly failed: (problem: Error) => void;
}

interface Thread {
  readonly worker: Worker;
  work: Work | null;
  timer?: NodeJS.Timeout;
}

const inProcess = globalThis as { tidyLedgerThreads?: { threads: Thread[]; waiting: Work[]; next: number } };
const state = () => (inProcess.tidyLedgerThreads ??= { threads: [], waiting: [], next: 1 });

/**
 * Where the bundled thread stands: beside the server, or where a setting says. Null: there is none, and all
 * is done in this thread (in development, and in commands).
 */
function bundle(): string | null {
  const path = process.env.TIDY_THREAD ?? join(process.cwd(), "heavy.mjs");
  return existsSync(path) ? path : null;
}

/** Whether work on what is given is done at once. */
export function isLightWork(...given: readonly unknown[]): boolean {
  return weightOf(given) <= light || bundle() === null;
}

/**
 * Does a piece of the core's work: at once if it is light, beside this thread if not.
 * @throws TooHeavy if it takes more than a minute, or too much waits.
 */
export async function heavily<Name extends keyof HeavyWork>(
  name: Name,
  ...given: Parameters<HeavyWork[Name]>
): Promise<ReturnType<HeavyWork[Name]>> {
  const path = isLightWork(given) ? null : bundle();
  if (!path)
    return (heavyWork[name] as (...given: unknown[]) => unknown)(...given) as ReturnType<HeavyWork[Name]>;
  const { waiting } = state();
  if (waiting.length >= mostWaiting) throw new TooHeavy("Too much heavy work waits");
  return new Promise((done, failed) => {
    waiting.push({ id: state().next++, name, given, done, failed });
    hand(path);
  });
}

/** Hands work that waits to threads that are free, as far as there are any. */
function hand(path: string): void {
  const { threads, waiting } = state();
  while (waiting.length > 0) {
    const free =
      threads.find(({ work }) => work === null) ?? (threads.length < mostThreads ? start(path) : null);
    if (!free) return;
    const work = waiting.shift()!;
    free.work = work;
    free.worker.ref();
    free.timer = setTimeout(() => {
      end(free, new TooHeavy("It took too long"));
      hand(path);
    }, longest);
    free.worker.postMessage({ id: work.id, name: work.name, given: work.given });
  }
}

function start(path: string): Thread {
  const thread: Thread = {
    worker: new Worker(path, { resourceLimits: { maxOldGenerationSizeMb: 2048 } }),
    work: null,
  };
  thread.worker.on("message", ({ id, done, problem }: { id: number; done?: never; problem?: string }) => {
    const { work } = thread;
    if (work?.id !== id) return;
    settle(thread);
    if (problem === undefined) work.done(done as never);
    else work.failed(new Error(problem));
    hand(path);
  });
  const died = () => {
    end(thread, new TooHeavy("The thread ended"));
    hand(path);
  };
  thread.worker.on("error", died).on("exit", died);
  thread.worker.unref();
  state().threads.push(thread);
  return thread;
}

function settle(thread: Thread): void {
  clearTimeout(thread.timer);
  thread.work = null;
  thread.worker.unref();
}

/** Lets a thread go with what it was at. */
function end(thread: Thread, problem: Error): void {
  const { threads } = state();
  const { work } = thread;
  settle(thread);
  if (threads.includes(thread)) threads.splice(threads.indexOf(thread), 1);
  void thread.worker.terminate();
  work?.failed(problem);
}
