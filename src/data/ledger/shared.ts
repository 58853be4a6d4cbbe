/**
 * Shared credit: an entry's author names teammates who wrote it too, and each counts once they confirm. The
 * words of such an entry, those that were added and those that stand, belong to all who wrote it, in equal
 * parts. The engine credits words to entries; whose parts these are is decided here, so that nothing is
 * computed anew when somebody confirms.
 */
import "server-only";
import { ids } from "@/core/text/id";
import { and, desc, eq, inArray, isNull, type SQL, sql, type SQLWrapper } from "drizzle-orm";
import { standAtPage } from "../access/read";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { entry, entryCredit, page, standing, standingChange, wiki } from "../db/tables/wikis";
import { sharedCredit } from "../db/tables/writing";
import { wikiMembers } from "../pages/members";
import type { CoWriterDto } from "./dto";
import { mergedAccounts } from "../people/merged";
import type { ContextIn } from "../session/context";
import { creditOfEntry } from "./credit";
import { type RefusedFor, refusedFor } from "../refusal";
import { act } from "../session/act";

export const coWritersInput = ids(30);

/**
 * Notes whom the viewer named with an entry of theirs. Who is no member of the wiki at the time is left out.
 */
export async function nameCoWriters(
  { db, viewer, now }: ContextIn,
  courseId: string,
  pageId: string,
  number: number,
  named: readonly string[],
): Promise<void> {
  if (named.length === 0) return;
  const [found] = await db
    .select({ wikiId: wiki.id, courseId: wiki.courseId, groupId: wiki.groupId, personId: wiki.personId })
    .from(page)
    .innerJoin(wiki, and(eq(wiki.courseId, page.courseId), eq(wiki.id, page.wikiId)))
    .where(and(eq(page.courseId, courseId), eq(page.id, pageId)));
  const members = (await wikiMembers(db, found!)).filter(
    ({ id, until }) => named.includes(id) && id !== viewer.id && (until === null || until > now),
  );
  if (members.length === 0) return;
  await db
    .insert(sharedCredit)
    .values(
      members.map(({ id }) => ({
        courseId,
        pageId,
        number,
        personId: id,
        wikiId: found!.wikiId,
        askedAt: now,
      })),
    )
    .onConflictDoNothing();
}

export type SharedAnswered = { readonly kind: "answered" } | RefusedFor<"not found" | "only looking">;

/**
 * The viewer says whether they wrote an entry too; they can change their mind. Only who was named is asked.
 */
export const answerShared = act(
  async (
    ctx,
    {
      courseId,
      pageId,
      number,
      isConfirmed,
    }: { courseId: string; pageId: string; number: number; isConfirmed: boolean },
  ): Promise<SharedAnswered> => {
    const standpoint = await standAtPage(ctx, courseId, pageId);
    if (!standpoint || standpoint.closed !== null) return refusedFor("not found");
    const answered = await ctx.db
      .update(sharedCredit)
      .set({ isConfirmed, answeredAt: ctx.now })
      .where(
        and(
          eq(sharedCredit.courseId, courseId),
          eq(sharedCredit.pageId, pageId),
          eq(sharedCredit.number, number),
          eq(sharedCredit.personId, ctx.viewer.id),
        ),
      )
      .returning({ number: sharedCredit.number });
    return answered.length > 0 ? { kind: "answered" } : refusedFor("not found");
  },
);

/** Whom the authors of a page's entries named, by the entry's number. */
export async function coWritersOf(
  db: Queryable,
  courseId: string,
  pageId: string,
  numbers: readonly number[],
): Promise<ReadonlyMap<number, readonly CoWriterDto[]>> {
  if (numbers.length === 0) return new Map();
  const rows = await db
    .select({
      number: sharedCredit.number,
      id: person.id,
      name: person.name,
      isConfirmed: sharedCredit.isConfirmed,
    })
    .from(sharedCredit)
    .innerJoin(person, eq(person.id, sharedCredit.personId))
    .where(
      and(
        eq(sharedCredit.courseId, courseId),
        eq(sharedCredit.pageId, pageId),
        inArray(sharedCredit.number, [...numbers]),
      ),
    )
    .orderBy(person.name);
  const byEntry = new Map<number, CoWriterDto[]>();
  for (const { number, ...each } of rows) byEntry.set(number, [...(byEntry.get(number) ?? []), each]);
  return byEntry;
}

export interface AskedDto {
  readonly pageId: string;
  readonly page: string;
  readonly number: number;
  readonly author: string;
  readonly at: Date;
}

/** Entries whose authors say that the viewer wrote them too, and wait for an answer; the newest first. */
export async function sharedToAnswer(ctx: ContextIn, courseId: string): Promise<AskedDto[]> {
  const { db, viewer } = ctx;
  const rows = await db
    .select({
      pageId: sharedCredit.pageId,
      page: page.title,
      number: sharedCredit.number,
      author: person.name,
      at: entry.at,
    })
    .from(sharedCredit)
    .innerJoin(
      entry,
      and(
        eq(entry.courseId, sharedCredit.courseId),
        eq(entry.pageId, sharedCredit.pageId),
        eq(entry.number, sharedCredit.number),
      ),
    )
    .innerJoin(page, and(eq(page.courseId, entry.courseId), eq(page.id, entry.pageId)))
    .innerJoin(person, eq(person.id, entry.authorId))
    .where(
      and(
        eq(sharedCredit.courseId, courseId),
        eq(sharedCredit.personId, viewer.id),
        isNull(sharedCredit.isConfirmed),
      ),
    )
    .orderBy(desc(entry.at))
    .limit(5);
  // Who went to another group since does not even hear of the page.
  const readable = await Promise.all(rows.map(({ pageId }) => standAtPage(ctx, courseId, pageId)));
  return rows.filter((_, at) => readable[at] !== null);
}

/** An entry that several wrote, with its words. */
export interface SharedEntry {
  readonly wikiId: string;
  readonly pageId: string;
  readonly number: number;
  readonly at: Date;
  /** As whom they count. */
  readonly author: string;
  readonly with: readonly string[];
  readonly added: number;
  /** On the pages that were asked about. */
  readonly standing: number;
}

/**
 * The entries with confirmed co-writers of which words were added in `wikis`; with their standing words
 * there, now or at a time, or on one page alone. Two queries.
 */
export async function sharedEntries(
  db: Queryable,
  courseId: string,
  wikis: readonly string[],
  { onPage, until = null }: { onPage?: string; until?: Date | null } = {},
): Promise<SharedEntry[]> {
  if (wikis.length === 0) return [];
  const ofPage = onPage === undefined ? sql`` : sql` and s.page_id = ${onPage}`;
  const before = until ? sql` and s.at < ${until.toISOString()}::timestamptz` : sql``;
  // On one page what stands there counts; in a wiki each word once, in however many places it stands.
  const of = (table: SQLWrapper, words: SQL) =>
    sql`coalesce((select ${words} from ${table} s where s.course_id = ${entry.courseId}
      and s.wiki_id = ${entry.wikiId} and s.rev = ${entry.rev}${ofPage}${before}), 0)`;
  const rows = await db
    .select({
      wikiId: sharedCredit.wikiId,
      pageId: sharedCredit.pageId,
      number: sharedCredit.number,
      at: entry.at,
      author: entryCredit.authorId,
      personId: sharedCredit.personId,
      added: entryCredit.added,
      standing: sql<number>`(${until ? of(standingChange, sql`sum(s.words)`) : of(standing, sql`sum(s.words)`)} - ${onPage === undefined ? of(standingChange, sql`sum(s.copies)`) : sql`0`})::int`,
    })
    .from(sharedCredit)
    .innerJoin(
      entry,
      and(
        eq(entry.courseId, sharedCredit.courseId),
        eq(entry.pageId, sharedCredit.pageId),
        eq(entry.number, sharedCredit.number),
      ),
    )
    .innerJoin(entryCredit, creditOfEntry)
    .where(
      and(
        eq(sharedCredit.courseId, courseId),
        inArray(sharedCredit.wikiId, [...wikis]),
        eq(sharedCredit.isConfirmed, true),
      ),
    );
  if (rows.length === 0) return [];
  const merged = await mergedAccounts(db, courseId);
  const found = new Map<string, SharedEntry & { with: string[] }>();
  for (const { personId, author, ...row } of rows) {
    if (author === null) continue;
    const key = `${row.pageId} ${row.number}`;
    const known = found.get(key) ?? { ...row, author, with: [] };
    const coWriter = merged.get(personId) ?? personId;
    if (coWriter !== author && !known.with.includes(coWriter)) known.with.push(coWriter);
    found.set(key, known);
  }
  return [...found.values()].filter((each) => each.with.length > 0);
}

/**
 * What each person's words become by sharing: to be added to the words of the entries that they saved
 * themselves. Sums to 0.
 */
export function shifts(
  shared: readonly SharedEntry[],
  wordsOf: (entry: SharedEntry) => number,
): Map<string, number> {
  const shift = new Map<string, number>();
  const add = (id: string, words: number) => shift.set(id, (shift.get(id) ?? 0) + words);
  for (const each of shared) {
    const part = wordsOf(each) / (each.with.length + 1);
    add(each.author, part - wordsOf(each));
    for (const id of each.with) add(id, part);
  }
  return shift;
}

/** SQL: whether the entry at hand was written with one of `people`, who confirmed it. */
export function sharedWith(people: readonly string[]): SQL<boolean> {
  if (people.length === 0) return sql<boolean>`false`;
  return sql<boolean>`exists (select 1 from ${sharedCredit} h where ${confirmedHere}
    and h.person_id in (${sql.join(
      people.map((id) => sql`${id}`),
      sql`, `,
    )}))`;
}

const confirmedHere: SQLWrapper = sql`h.course_id = ${entry.courseId} and h.page_id = ${entry.pageId}
  and h.number = ${entry.number} and h.is_confirmed`;
