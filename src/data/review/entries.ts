/** The entries of a wiki with their figures, as the screens of groups and students need them. */
import "server-only";
import { and, asc, eq, gt, sql } from "drizzle-orm";
import { type EntryFigures, noFigures } from "@/core/credit/account";
import type { EntryKind } from "@/core/ledger/chain";
import { isTransaction, type Queryable } from "../db/client";
import { entry, entryCredit, type wiki } from "../db/tables/wikis";
import { entryArrival } from "../db/tables/writing";
import { creditOfEntry } from "../ledger/credit";

/** An entry as it is told: where it stands in its page's ledger. */
export interface EntryRef {
  readonly rev: number;
  readonly pageId: string;
  readonly number: number;
  readonly kind: EntryKind;
  readonly title: string;
  readonly note: string;
  readonly restoredFrom: number | null;
  readonly at: Date;
  readonly pasted: number;
}

export interface CreditedEntry {
  readonly ref: EntryRef;
  /** Null: starter text. */
  readonly author: string | null;
  readonly figures: EntryFigures;
}

/** Where a wiki stands: the entries up to here, with the figures that they have now, never change. */
type At = Pick<typeof wiki.$inferSelect, "courseId" | "entries" | "creditRound"> & {
  readonly wikiId: string;
};

/** So many entries are kept by this process, of the wikis that were asked about last: some 2 KB each. */
const mostKept = 20_000;
const kept = new Map<string, { readonly round: number; readonly entries: readonly CreditedEntry[] }>();

/** Oldest first. Asks the database for those alone that came since it was asked last; by an index. */
export async function entriesOf(
  db: Queryable,
  { courseId, wikiId, entries, creditRound }: At,
): Promise<readonly CreditedEntry[]> {
  const key = `${courseId} ${wikiId}`;
  const before = kept.get(key);
  // In a transaction entries may be seen that will never have been.
  const known =
    before?.round === creditRound && before.entries.length <= entries && !isTransaction(db)
      ? before.entries
      : [];
  if (known.length === entries) return known;
  const rows = await db
    .select({
      rev: entry.rev,
      pageId: entry.pageId,
      number: entry.number,
      kind: entry.kind,
      title: entry.title,
      note: entry.note,
      restoredFrom: entry.restoredFrom,
      at: entry.at,
      author: entryCredit.authorId,
      figures: entryCredit.figures,
      pasted: sql<number>`coalesce(${entryArrival.pasted}, 0)`,
    })
    .from(entry)
    .innerJoin(entryCredit, creditOfEntry)
    .leftJoin(
      entryArrival,
      and(
        eq(entryArrival.courseId, entry.courseId),
        eq(entryArrival.pageId, entry.pageId),
        eq(entryArrival.number, entry.number),
      ),
    )
    .where(
      and(eq(entry.courseId, courseId), eq(entry.wikiId, wikiId), gt(entry.rev, known.at(-1)?.ref.rev ?? -1)),
    )
    .orderBy(asc(entry.rev));
  const all = [
    ...known,
    ...rows.map(({ author, figures, ...ref }) => ({ author, figures: { ...noFigures, ...figures }, ref })),
  ];
  // More may have come since the wiki was asked where it stands, or its credit may be being computed anew.
  if (all.length === entries && !isTransaction(db)) keep(key, { round: creditRound, entries: all });
  return all;
}

function keep(
  key: string,
  found: { readonly round: number; readonly entries: readonly CreditedEntry[] },
): void {
  kept.delete(key);
  kept.set(key, found);
  let sum = [...kept.values()].reduce((total, { entries }) => total + entries.length, 0);
  for (const [oldest, { entries }] of kept) {
    if (sum <= mostKept || oldest === key) break;
    kept.delete(oldest);
    sum -= entries.length;
  }
}
