/**
 * The ways that text took between the entries of a wiki. An entry can't know what comes of the words that it
 * removes: that its author puts them on another page an hour later, or that somebody brings them back. What
 * is told of it is told with what is known since.
 */
import type { EntryFigures } from "./account";
import type { Author } from "./step";
import type { Deed } from "./work";

export type RouteKind =
  /** Words went to another page, or came from there: moved. */
  | "went to"
  | "came from"
  /** Words that an entry had removed were brought back, and the other way round. */
  | "restored from"
  | "restored in";

export interface Route {
  readonly kind: RouteKind;
  /** The entry at the other end. */
  readonly entry: number;
  readonly words: number;
}

/** An entry's figures with what is known of it since: what was moved is not removed. */
export interface KnownFigures extends EntryFigures {
  /** Words that went to other pages, by this entry and by the one that put them there. */
  readonly movedAway: number;
}

export interface KnownDeed {
  readonly figures: KnownFigures;
  /** The most words first. */
  readonly routes: readonly Route[];
}

type Ends = Map<number, Map<string, Route>>;

/** Of each entry, what is known after all of them. O(changes of all deeds). */
export function knownSince(deeds: readonly Deed[]): ReadonlyMap<number, KnownDeed> {
  const ends: Ends = new Map();
  const authors = new Map<number, Author>(deeds.map(({ entry, author }) => [entry, author]));
  const moved = new Map<number, Record<"own" | "others" | "starter", number>>();
  // Words that stand in several places, by the entry that wrote them: who put how many of them where.
  const copies = new Map<number, { readonly by: Deed; left: number }[]>();
  for (const deed of deeds) {
    const { entry, author, page, figures } = deed;
    for (const [removedBy, , words] of figures.restoredFrom)
      if (removedBy !== entry) join(ends, removedBy, entry, "restored in", "restored from", words);
    for (const [removedBy, owner, words] of figures.movedFrom) {
      join(ends, removedBy, entry, "went to", "came from", words);
      const by = authors.get(owner) ?? null;
      const sums = moved.get(removedBy) ?? { own: 0, others: 0, starter: 0 };
      sums[by === null ? "starter" : by === author ? "own" : "others"] += words;
      moved.set(removedBy, sums);
    }
    const stood = new Map(figures.standingChange);
    for (const [owner, change] of figures.copiesChange) {
      const known = copies.get(owner) ?? [];
      if (change > 0) known.push({ by: deed, left: change });
      // What left one of its places was put on the other before: pasted there first, and cut here then.
      else
        for (
          let gone = Math.min(-change, -(stood.get(owner) ?? 0)), at = known.length - 1;
          gone > 0 && at >= 0;
          at--
        ) {
          const put = known[at]!;
          if (put.by.page === page || put.left === 0) continue;
          const words = Math.min(gone, put.left);
          put.left -= words;
          gone -= words;
          join(ends, entry, put.by.entry, "went to", "came from", words);
        }
      copies.set(owner, known);
    }
  }
  return new Map(
    deeds.map(({ entry, figures }) => {
      const routes = [...(ends.get(entry)?.values() ?? [])].sort(
        (one, other) => other.words - one.words || one.entry - other.entry,
      );
      const { own, others, starter } = moved.get(entry) ?? { own: 0, others: 0, starter: 0 };
      const movedAway = routes.reduce((sum, { kind, words }) => sum + (kind === "went to" ? words : 0), 0);
      return [
        entry,
        {
          routes,
          figures: {
            ...figures,
            movedAway,
            removedOwn: figures.removedOwn - own,
            removedOthers: figures.removedOthers - others,
            removedStarter: figures.removedStarter - starter,
          },
        },
      ];
    }),
  );
}

function join(ends: Ends, from: number, to: number, there: RouteKind, here: RouteKind, words: number): void {
  note(ends, from, { kind: there, entry: to, words });
  note(ends, to, { kind: here, entry: from, words });
}

function note(ends: Ends, entry: number, route: Route): void {
  const known = ends.get(entry) ?? ends.set(entry, new Map()).get(entry)!;
  const key = `${route.kind} ${route.entry}`;
  known.set(key, { ...route, words: (known.get(key)?.words ?? 0) + route.words });
}
