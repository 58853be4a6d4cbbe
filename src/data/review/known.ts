import "server-only";
import { isTransaction } from "../db/client";
import type { ContextIn } from "../session/context";
import { statesOf } from "./state";

interface Kept<Found> {
  readonly state: string;
  readonly at: number;
  /** Waited for by whoever asks while it is being found. */
  readonly found: Promise<Found>;
}

/**
 * By name, what is kept. Not in this module: what runs as the server starts and what answers requests each
 * have one of their own.
 */
const inProcess = globalThis as { tidyLedgerKnown?: Map<string, Map<string, unknown>> };
const keptByName = (inProcess.tidyLedgerKnown ??= new Map());

/**
 * What this process found out about wikis, for as long as nothing happened in them that it depends on.
 * Another process finds out for itself; nothing that matters is kept here alone.
 */
export class Known<Found> {
  readonly #kept: Map<string, Kept<Found>>;
  readonly #most: number;
  readonly #for: number;

  /**
   * At most so many answers are kept under a name, each for so many milliseconds: what depends on the time as
   * well has to be found again.
   */
  constructor({
    name,
    most,
    milliseconds = Infinity,
  }: {
    readonly name: string;
    readonly most: number;
    readonly milliseconds?: number;
  }) {
    this.#kept = (keptByName.get(name) ?? keptByName.set(name, new Map()).get(name)!) as Map<
      string,
      Kept<Found>
    >;
    this.#most = most;
    this.#for = milliseconds;
  }

  /**
   * What `find` finds about each wiki, asked for those alone of which it is neither known nor being found;
   * `about` says what is asked.
   */
  async of(
    ctx: ContextIn,
    courseId: string,
    wikis: readonly string[],
    about: string,
    find: (missing: readonly string[]) => Promise<ReadonlyMap<string, Found>>,
  ): Promise<Map<string, Found>> {
    // What a transaction finds may never come to be.
    if (isTransaction(ctx.db)) return new Map(await find(wikis));
    // Asked before it is found out: what happens in between is found again the next time.
    const states = await statesOf(ctx.db, courseId, wikis);
    const now = ctx.now.getTime();
    const key = (wikiId: string) => `${courseId} ${wikiId} ${about}`;
    const kept = wikis.map((wikiId) => {
      const known = this.#kept.get(key(wikiId));
      return known && known.state === states.get(wikiId) && Math.abs(now - known.at) < this.#for
        ? known
        : null;
    });
    const missing = wikis.filter((_, at) => kept[at] === null);
    const finding = missing.length > 0 ? find(missing) : null;
    for (const wikiId of missing) {
      const state = states.get(wikiId);
      if (state === undefined) continue;
      if (this.#kept.size >= this.#most) this.#kept.clear();
      const one = { state, at: now, found: finding!.then((found) => found.get(wikiId)!) };
      this.#kept.set(key(wikiId), one);
      // What could not be found is asked for again.
      one.found.catch(() => {
        if (this.#kept.get(key(wikiId)) === one) this.#kept.delete(key(wikiId));
      });
    }
    const found = await finding;
    return new Map(
      await Promise.all(
        wikis.map(
          async (wikiId, at) => [wikiId, kept[at] ? await kept[at].found : found!.get(wikiId)!] as const,
        ),
      ),
    );
  }
}
