/** Things beside the ledger: what each entry brought to its page besides words, and whose what stands is. */
import "server-only";
import { and, asc, eq, inArray, lt } from "drizzle-orm";
import { type StandingThings, standingThings, type ThingStep } from "@/core/credit/things";
import type { ThingChange } from "@/core/document/things";
import type { Queryable } from "../db/client";
import { insertMany, replaceMany } from "../db/put-rows";
import { entryCredit, thingChange } from "../db/tables/wikis";

interface ChangesOfEntry {
  readonly pageId: string;
  readonly number: number;
  readonly rev: number;
  readonly things: readonly ThingChange[];
}

interface WikiIn {
  readonly courseId: string;
  readonly wikiId: string;
}

const thingRows = ({ courseId, wikiId }: WikiIn, entries: readonly ChangesOfEntry[]) =>
  entries.flatMap(({ pageId, number, rev, things }) =>
    things.map(([thing, change]) => ({ courseId, wikiId, pageId, number, rev, thing, change })),
  );

/** Stores what an entry changed of things. */
export async function putThings(tx: Queryable, place: WikiIn, entry: ChangesOfEntry): Promise<void> {
  await insertMany(tx, thingChange, thingRows(place, [entry]));
}

/** Stores anew what all entries of a wiki changed of things. */
export async function replaceThings(
  tx: Queryable,
  place: WikiIn,
  entries: readonly ChangesOfEntry[],
): Promise<void> {
  await replaceMany(
    tx,
    thingChange,
    and(eq(thingChange.courseId, place.courseId), eq(thingChange.wikiId, place.wikiId))!,
    thingRows(place, entries),
  );
}

export interface ThingsOfWiki {
  /** Things that stand, by the entry that brought them, by its number in the wiki. */
  readonly stands: StandingThings;
  /** As whose each of these entries counts. */
  readonly authors: ReadonlyMap<number, string | null>;
}

/**
 * Whose the things are that stand in these wikis, as at a time (excluded; null: now), of the entries that
 * count. One query, by index, of the entries that changed things.
 */
export async function thingsOfWikis(
  db: Queryable,
  courseId: string,
  wikis: readonly string[],
  until: Date | null,
  counts: (rev: number) => boolean = () => true,
): Promise<Map<string, ThingsOfWiki>> {
  const rows =
    wikis.length === 0
      ? []
      : await db
          .select({
            wikiId: thingChange.wikiId,
            entry: thingChange.rev,
            author: entryCredit.authorId,
            page: thingChange.pageId,
            thing: thingChange.thing,
            change: thingChange.change,
          })
          .from(thingChange)
          .innerJoin(
            entryCredit,
            and(
              eq(entryCredit.courseId, thingChange.courseId),
              eq(entryCredit.pageId, thingChange.pageId),
              eq(entryCredit.number, thingChange.number),
            ),
          )
          .where(
            and(
              eq(thingChange.courseId, courseId),
              inArray(thingChange.wikiId, [...wikis]),
              until ? lt(entryCredit.at, until) : undefined,
            ),
          )
          .orderBy(asc(thingChange.wikiId), asc(thingChange.rev), asc(thingChange.thing));
  const steps = new Map<string, (ThingStep & { changes: ThingChange[] })[]>();
  for (const { wikiId, thing, change, ...step } of rows) {
    if (!counts(step.entry)) continue;
    const ofWiki = steps.get(wikiId) ?? steps.set(wikiId, []).get(wikiId)!;
    const last = ofWiki.at(-1);
    if (last?.entry === step.entry) last.changes.push([thing, change]);
    else ofWiki.push({ ...step, changes: [[thing, change]] });
  }
  return new Map(
    [...steps].map(([wikiId, ofWiki]) => [
      wikiId,
      {
        stands: standingThings(ofWiki),
        authors: new Map(ofWiki.map(({ entry, author }) => [entry, author])),
      },
    ]),
  );
}
