import "server-only";
import { isTransaction } from "../db/client";
import type { ContextIn } from "../session/context";
import { statesOf } from "./state";

/**
 * What this process found out about wikis, for as long as nothing happened in them that it depends on. Another process finds
 * out for itself; nothing that matters is kept here alone.
 */
export class Known<Found> {
  readonly #kept = new Map<string, { readonly state: string; readonly at: number; readonly found: Found }>();
  readonly #most: number;
  readonly #for: number;

  /** At most so many answers are kept, each for so many milliseconds: what depends on the time as well has to be found again. */
  constructor({ most, milliseconds = Infinity }: { readonly most: number; readonly milliseconds?: number }) {
    this.#most = most;
    this.#for = milliseconds;
  }

  /** What `find` finds about each wiki, asked for those alone of which it is not known; `about` says what is asked. */
  async of(ctx: ContextIn, courseId: string, wikis: readonly string[], about: string, find: (missing: readonly string[]) => Promise<ReadonlyMap<string, Found>>): Promise<Map<string, Found>> {
    // What a transaction finds may never come to be.
    if (isTransaction(ctx.db)) return new Map(await find(wikis));
    // Asked before it is found out: what happens in between is found again the next time.
    const states = await statesOf(ctx.db, courseId, wikis);
    const now = ctx.now.getTime();
    const key = (wikiId: string) => `${courseId} ${wikiId} ${about}`;
    const result = new Map<string, Found>();
    for (const wikiId of wikis) {
      const known = this.#kept.get(key(wikiId));
      if (known && known.state === states.get(wikiId) && Math.abs(now - known.at) < this.#for) result.set(wikiId, known.found);
    }
    const missing = wikis.filter((wikiId) => !result.has(wikiId));
    if (missing.length === 0) return result;
    for (const [wikiId, found] of await find(missing)) {
      result.set(wikiId, found);
      const state = states.get(wikiId);
      if (state === undefined) continue;
      if (this.#kept.size >= this.#most) this.#kept.clear();
      this.#kept.set(key(wikiId), { state, at: now, found });
    }
    return result;
  }
}
