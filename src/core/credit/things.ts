/**
 * Whose the things are that stand in a wiki: links, pictures, sources and the like.
 *
 * As with words, a thing stays with the entry that brought it, wherever it goes:
 *   - what comes where the same was taken away before, on any page, is brought back; the newest removal
 *   first,
 *   - whoever puts a thing on a page and then takes the same off another has moved it,
 *   - all else that comes is the entry's, also a second link to the same page: unlike a sentence, people find
 *   a link on their own.
 * Of several alike on a page the one that was put there last goes first.
 */
import { type ThingChange, type ThingKey, type ThingKind, kindOfThing } from "../document/things";

export interface ThingStep {
  /** The entry's number in its wiki. */
  readonly entry: number;
  readonly author: string | null;
  readonly page: string;
  readonly changes: readonly ThingChange[];
}

/** One thing where it stands: which entry brought it to the wiki, and who put it here when. */
interface Standing {
  origin: number;
  readonly page: string;
  readonly putBy: string | null;
  readonly putAt: number;
}

/** How many things of each kind stand that an entry brought, by its number in the wiki. */
export type StandingThings = ReadonlyMap<number, ReadonlyMap<ThingKind, number>>;

/** What stands after `steps`, all of one wiki, oldest first. O(changes × of the same thing alike). */
export function standingThings(steps: readonly ThingStep[]): StandingThings {
  const standing = new Map<ThingKey, Standing[]>();
  const removed = new Map<ThingKey, number[]>();
  const listOf = <Each>(lists: Map<ThingKey, Each[]>, key: ThingKey): Each[] =>
    lists.get(key) ?? lists.set(key, []).get(key)!;
  for (const { entry, author, page, changes } of steps) {
    for (const [key, change] of changes) {
      const here = listOf(standing, key);
      const gone = listOf(removed, key);
      for (let count = change; count > 0; count--)
        here.push({ origin: gone.pop() ?? entry, page, putBy: author, putAt: entry });
      for (let count = change; count < 0; count++) takeOff(here, gone, page, author);
    }
  }
  const result = new Map<number, Map<ThingKind, number>>();
  for (const [key, list] of standing) {
    const kind = kindOfThing(key);
    for (const { origin } of list) {
      const known = result.get(origin) ?? result.set(origin, new Map()).get(origin)!;
      known.set(kind, (known.get(kind) ?? 0) + 1);
    }
  }
  return result;
}

function takeOff(here: Standing[], gone: number[], page: string, author: string | null): void {
  const at = here.findLastIndex((each) => each.page === page);
  if (at < 0) return;
  const [taken] = here.splice(at, 1) as [Standing];
  const movedTo = here.findLast(
    (each) =>
      each.page !== page && each.putBy === author && each.putAt > taken.putAt && each.origin === each.putAt,
  );
  // The one that was moved keeps its credit; what its new place would have earned is what is gone, and comes
  // back with it.
  gone.push(movedTo ? movedTo.origin : taken.origin);
  if (movedTo) movedTo.origin = taken.origin;
}
