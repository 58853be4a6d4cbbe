/** Passages of pages that those who run a course mark as discussion: they count as such, and not as text. */
import "server-only";
import { and, asc, eq, inArray, isNull, lt } from "drizzle-orm";
import { rangesOf } from "@/core/credit/discussion";
import { OriginSet } from "@/core/credit/origin-set";
import { readStoredOrigins, storeOrigins } from "@/core/credit/origins";
import { originsIn } from "@/core/credit/passage";
import { mayChangeCourse, standAtPage } from "../access/read";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { discussion } from "../db/tables/review";
import { entry, entryCredit } from "../db/tables/wikis";
import { creditOfEntry } from "../ledger/credit";
import type { DiscussionDto, DiscussionMarked } from "./dto";
import { type GivenPassage, type PageHere, pointedAt } from "./passages";
import { refusedFor } from "../refusal";
import { act } from "../session/act";

/** Marks a passage as discussion. For those who run the course, on pages that they read. */
export const markDiscussion = act(
  async (ctx, courseId: string, pageId: string, given: GivenPassage): Promise<DiscussionMarked> => {
    const standpoint = await standAtPage(ctx, courseId, pageId);
    if (!standpoint) return refusedFor("not found");
    if (!(await mayChangeCourse(ctx, courseId))) return refusedFor("may not");
    const found = await pointedAt(ctx.db, courseId, pageId, given);
    if (!found) return refusedFor("passage not found");
    const marked = (await discussedIn(ctx.db, courseId, [standpoint.wikiId])).get(standpoint.wikiId);
    const { entries, ordinals } = readStoredOrigins(found.origins);
    if (marked && entries.every((entry, at) => marked.has(entry, ordinals[at]!)))
      return refusedFor("marked already");
    const id = ctx.newId();
    await ctx.db.insert(discussion).values({
      courseId,
      id,
      wikiId: standpoint.wikiId,
      pageId,
      entry: given.entry,
      ...found,
      byId: ctx.viewer.id,
      at: ctx.now,
    });
    return { kind: "marked", id };
  },
);

/** Lets a passage count as text again. What was marked, by whom and when, is kept. */
export const endDiscussion = act(async (ctx, courseId: string, id: string): Promise<DiscussionMarked> => {
  if (!(await mayChangeCourse(ctx, courseId))) return refusedFor("may not");
  const ended = await ctx.db
    .update(discussion)
    .set({ endedAt: ctx.now, endedBy: ctx.viewer.id })
    .where(and(eq(discussion.courseId, courseId), eq(discussion.id, id), isNull(discussion.endedAt)))
    .returning({ id: discussion.id });
  return ended.length > 0 ? { kind: "marked", id } : refusedFor("not found");
});

/**
 * The passages that count as discussion and of which words stand on a page. The caller has asked whether it
 * may be read.
 */
export async function discussionsOn(
  db: Queryable,
  { courseId, wikiId, origins }: PageHere,
): Promise<DiscussionDto[]> {
  const rows = await db
    .select({
      id: discussion.id,
      quote: discussion.quote,
      by: person.name,
      at: discussion.at,
      origins: discussion.origins,
    })
    .from(discussion)
    .innerJoin(person, eq(person.id, discussion.byId))
    .where(and(eq(discussion.courseId, courseId), eq(discussion.wikiId, wikiId), isNull(discussion.endedAt)))
    .orderBy(asc(discussion.at), asc(discussion.id));
  const text = rows.length > 0 ? readStoredOrigins(origins) : null;
  return rows.flatMap(({ origins: stored, ...row }) => {
    const stands = rangesOf(text!, setOf([stored]));
    return stands.length === 0
      ? []
      : [{ ...row, stands, words: stands.reduce((sum, { from, to }) => sum + to - from, 0) }];
  });
}

/** The words of wikis that count as discussion, by wiki: those without any are not in it. */
export async function discussedIn(
  db: Queryable,
  courseId: string,
  wikis: readonly string[],
): Promise<ReadonlyMap<string, OriginSet>> {
  if (wikis.length === 0) return new Map();
  const rows = await db
    .select({ wikiId: discussion.wikiId, origins: discussion.origins })
    .from(discussion)
    .where(
      and(
        eq(discussion.courseId, courseId),
        inArray(discussion.wikiId, [...wikis]),
        isNull(discussion.endedAt),
      ),
    );
  const byWiki = new Map<string, Uint8Array[]>();
  for (const { wikiId, origins } of rows) byWiki.set(wikiId, [...(byWiki.get(wikiId) ?? []), origins]);
  return new Map([...byWiki].map(([wikiId, stored]) => [wikiId, setOf(stored)]));
}

export interface DiscussedEntry {
  readonly wikiId: string;
  readonly pageId: string;
  readonly number: number;
  readonly author: string;
  /** Of the words that it added, those that count as discussion. */
  readonly words: number;
}

/** The entries up to a time (excluded) that added words which count as discussion. */
export async function discussedWords(
  db: Queryable,
  courseId: string,
  wikis: readonly string[],
  until: Date | null,
): Promise<DiscussedEntry[]> {
  const found: DiscussedEntry[] = [];
  for (const [wikiId, marked] of await discussedIn(db, courseId, wikis)) {
    const rows = await db
      .select({ pageId: entry.pageId, number: entry.number, rev: entry.rev, author: entryCredit.authorId })
      .from(entry)
      .innerJoin(entryCredit, creditOfEntry)
      .where(
        and(
          eq(entry.courseId, courseId),
          eq(entry.wikiId, wikiId),
          inArray(entry.rev, marked.entries),
          until ? lt(entry.at, until) : undefined,
        ),
      );
    found.push(
      ...rows.flatMap(({ rev, author, ...row }) =>
        author === null ? [] : [{ ...row, wikiId, author, words: marked.countOf(rev) }],
      ),
    );
  }
  return found;
}

function setOf(stored: readonly Uint8Array[]): OriginSet {
  const marked = new OriginSet();
  for (const each of stored) marked.addAll(readStoredOrigins(each), () => true);
  return marked;
}

/** Brings what is kept of a wiki's discussions to its credit, after that was computed anew. */
export async function refreshDiscussions(tx: Queryable, courseId: string, wikiId: string): Promise<void> {
  const rows = await tx
    .select({ id: discussion.id, from: discussion.from, to: discussion.to, origins: entryCredit.origins })
    .from(discussion)
    .innerJoin(
      entryCredit,
      and(
        eq(entryCredit.courseId, discussion.courseId),
        eq(entryCredit.pageId, discussion.pageId),
        eq(entryCredit.number, discussion.entry),
      ),
    )
    .where(and(eq(discussion.courseId, courseId), eq(discussion.wikiId, wikiId)));
  for (const { id, origins, ...range } of rows) {
    await tx
      .update(discussion)
      .set({ origins: storeOrigins(originsIn(readStoredOrigins(origins), range)) })
      .where(and(eq(discussion.courseId, courseId), eq(discussion.id, id)));
  }
}
