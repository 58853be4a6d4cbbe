/** What is known of entries since: where their words went and came from, as far as the viewer may be told. */
import "server-only";
import { and, eq, inArray, or } from "drizzle-orm";
import type { Moves } from "@/core/credit/moved-between";
import { type KnownDeed, knownSince, type RouteKind } from "@/core/credit/routes";
import type { Deed } from "@/core/credit/work";
import type { Queryable } from "../db/client";
import { entryCredit, wiki } from "../db/tables/wikis";
import { type CreditedEntry, entriesOf } from "../review/entries";
import type { RouteDto } from "./dto";

/** Of so many other entries the words are sought, those with the most. */
const mostEnds = 12;

export interface KnownWiki {
  readonly of: (rev: number) => KnownDeed | undefined;
  readonly entryOf: (rev: number) => CreditedEntry | undefined;
}

/** What is known of a wiki's entries. Cost: that of its stored figures. */
export async function knownOfWiki(db: Queryable, courseId: string, wikiId: string): Promise<KnownWiki> {
  const [row] = await db
    .select({
      courseId: wiki.courseId,
      wikiId: wiki.id,
      entries: wiki.entries,
      creditRound: wiki.creditRound,
    })
    .from(wiki)
    .where(and(eq(wiki.courseId, courseId), eq(wiki.id, wikiId)));
  const entries = row ? await entriesOf(db, row) : [];
  return knownOf(entries);
}

const known = new WeakMap<readonly CreditedEntry[], KnownWiki>();

/** The same of entries that were read already, kept as long as they are. */
export function knownOf(entries: readonly CreditedEntry[]): KnownWiki {
  let found = known.get(entries);
  if (!found) {
    const deeds = entries.map(({ author, figures, ref: { rev, pageId, at } }): Deed => ({
      entry: rev,
      author,
      at: at.getTime(),
      page: pageId,
      figures,
    }));
    const [since, byRev] = [knownSince(deeds), new Map(entries.map((each) => [each.ref.rev, each]))];
    known.set(entries, (found = { of: (rev) => since.get(rev), entryOf: (rev) => byRev.get(rev) }));
  }
  return found;
}

/**
 * The ways of an entry's words, as they are told. `titleOf`: what a page is called, or null where the viewer
 * may not read it.
 */
export function toldRoutes(
  { of, entryOf }: KnownWiki,
  rev: number,
  titleOf: (pageId: string) => string | null,
): RouteDto[] {
  const here = entryOf(rev);
  return (of(rev)?.routes ?? []).flatMap(({ kind, entry, words }): RouteDto[] => {
    const ref = entryOf(entry)?.ref;
    if (!here || !ref) return [];
    const title = titleOf(ref.pageId);
    return [
      {
        kind,
        rev: entry,
        words,
        isSamePage: ref.pageId === here.ref.pageId,
        at: ref.at,
        page: title,
        place: title === null ? null : { pageId: ref.pageId, number: ref.number },
      },
    ];
  });
}

const isMove = (kind: RouteKind) => kind === "went to" || kind === "came from";

/**
 * The stored origins by which an entry's moved words are told from others; null: it moved none. One query.
 */
export async function movesOf(
  db: Queryable,
  courseId: string,
  pageId: string,
  number: number,
  { entryOf }: KnownWiki,
  routes: readonly RouteDto[],
): Promise<Moves | null> {
  const ends = routes
    .filter(({ kind }) => isMove(kind))
    .slice(0, mostEnds)
    .flatMap(({ kind, rev }) => {
      const ref = entryOf(rev)?.ref;
      // Words came to stand by the other entry, or stood before it.
      return ref
        ? [{ kind, rev, pageId: ref.pageId, number: kind === "went to" ? ref.number : ref.number - 1 }]
        : [];
    });
  if (ends.length === 0) return null;
  const states = [...ends, { pageId, number }, { pageId, number: number - 1 }];
  const rows = await db
    .select({ pageId: entryCredit.pageId, number: entryCredit.number, origins: entryCredit.origins })
    .from(entryCredit)
    .where(
      and(
        eq(entryCredit.courseId, courseId),
        or(
          ...[...new Set(states.map((each) => each.pageId))].map((id) =>
            and(
              eq(entryCredit.pageId, id),
              inArray(
                entryCredit.number,
                states.filter((each) => each.pageId === id).map((each) => each.number),
              ),
            ),
          ),
        ),
      ),
    );
  const stateOf = (at: { pageId: string; number: number }) =>
    rows.find((row) => row.pageId === at.pageId && row.number === at.number)?.origins ?? null;
  const after = stateOf({ pageId, number });
  const others = (of: RouteKind) =>
    ends.flatMap((end) => {
      const origins = end.kind === of ? stateOf(end) : null;
      return origins ? [{ entry: end.rev, origins }] : [];
    });
  return (
    after && {
      before: stateOf({ pageId, number: number - 1 }),
      after,
      to: others("went to"),
      from: others("came from"),
    }
  );
}
