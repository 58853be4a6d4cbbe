/**
 * A wiki as it stood at its cut-off. Nothing is stored for it: of each page, the newest entry that counts is
 * the state. Each entry is cut at its author's own time, so that a page is the state in which the last of its
 * authors left it in time.
 */
import "server-only";
import { and, asc, eq, isNull, lte, sql } from "drizzle-orm";
import { inOrder } from "@/core/contents/order";
import { filesIn } from "@/core/document/files";
import { findPassage } from "@/core/credit/passage";
import { readStoredOrigins } from "@/core/credit/origins";
import { titleKey } from "@/core/links/titles";
import { wikisWithMoreTime, workTimes } from "../access/more-time";
import { readablePages, standAtPage, standAtWiki, type Standpoint } from "../access/read";
import { commentsAsAt } from "../comments/as-at";
import { person } from "../db/tables/accounts";
import { file } from "../db/tables/files";
import { comment, entry, entryCredit, page, wiki } from "../db/tables/wikis";
import { filesNamed } from "../files/read";
import { creditOfEntry } from "../ledger/credit";
import type { StepDto } from "../ledger/states";
import { findWiki, homeFirst } from "../pages/read";
import { mergedAccounts } from "../people/merged";
import { countsIn, type Counts } from "../review/counting";
import { entriesOf } from "../review/entries";
import { atCutOff, atDue } from "../review/period";
import type { ContextIn } from "../session/context";
import { onceADrawing } from "../session/once";
import type { KeptFileDto, KeptLineDto, KeptPageDto, KeptWikiDto, MarkedStatesDto, NotKeptDto } from "./dto";

/** The times of a standpoint's wiki; null where there is no history for the viewer. */
const timesAt = async (ctx: ContextIn, { courseId, assignmentId }: Standpoint) =>
  ctx.door ? null : workTimes(ctx.db, courseId, assignmentId);

/**
 * The wiki's pages as at the cut-off, for whoever may read them; null: there is none such for the viewer.
 * Cost: that of the wiki's stored figures.
 */
export const findKeptWiki = onceADrawing(
  async (ctx: ContextIn, courseId: string, wikiId: string): Promise<KeptWikiDto | NotKeptDto | null> => {
    const standpoint = await standAtWiki(ctx, courseId, wikiId);
    const timesIn = standpoint && (await timesAt(ctx, standpoint));
    const shown = timesIn && (await findWiki(ctx, courseId, wikiId));
    if (!standpoint || !timesIn || !shown) return null;
    const { cutOffAt } = timesIn(wikiId, null);
    if (cutOffAt === null || cutOffAt > ctx.now.getTime())
      return { wiki: shown, notBefore: cutOffAt === null ? null : new Date(cutOffAt) };
    const counts = countsIn(atCutOff, wikiId, timesIn);
    const [row] = await ctx.db
      .select({
        wikiId: wiki.id,
        courseId: wiki.courseId,
        entries: wiki.entries,
        creditRound: wiki.creditRound,
      })
      .from(wiki)
      .where(and(eq(wiki.courseId, courseId), eq(wiki.id, wikiId)));
    const entries = await entriesOf(ctx.db, row!);
    const rows = await ctx.db
      .select({
        id: page.id,
        parentId: page.parentId,
        position: page.position,
        ownerId: page.ownerId,
        heading: page.heading,
        removedAt: page.removedAt,
        title: page.title,
        newest: page.entries,
      })
      .from(page)
      .where(and(eq(page.courseId, courseId), eq(page.wikiId, wikiId)))
      .orderBy(asc(page.position), asc(page.title));
    const kept = new Map<string, Omit<KeptLineDto, "id" | "later" | "isRemovedNow" | "depth" | "heading">>();
    const titles = new Map<string, { title: string; id: string }>();
    for (const {
      author,
      figures,
      ref: { pageId, number, kind, title, at },
    } of entries) {
      if (!counts(author, at)) continue;
      titles.set(titleKey(title), { title, id: pageId });
      if (kind === "removed") kept.delete(pageId);
      else kept.set(pageId, { title, number, words: figures.wordsAfter });
    }
    const ordered = inOrder(
      homeFirst(
        readablePages(standpoint, rows).filter(({ id }) => kept.has(id)),
        shown.homePageId,
      ),
    );
    const pages = ordered.map(({ id, depth, heading, newest, removedAt }): KeptLineDto => ({
      id,
      ...kept.get(id)!,
      later: newest - kept.get(id)!.number,
      isRemovedNow: removedAt !== null,
      depth,
      heading,
    }));
    const readable = new Set(pages.map(({ id }) => id));
    const present = new Set(pages.map(({ title }) => titleKey(title)));
    return {
      wiki: shown,
      at: new Date(cutOffAt),
      linesDiffer: (await wikisWithMoreTime(ctx.db, courseId, standpoint.assignmentId)).has(wikiId),
      pages,
      formerTitles: [...titles].flatMap(([key, each]) =>
        readable.has(each.id) && !present.has(key) ? [each] : [],
      ),
    };
  },
);

/** One page of it; null: it was not there then, or there is none such for the viewer. */
export async function findKeptPage(
  ctx: ContextIn,
  courseId: string,
  wikiId: string,
  pageId: string,
): Promise<KeptPageDto | NotKeptDto | null> {
  const kept = await findKeptWiki(ctx, courseId, wikiId);
  if (!kept || "notBefore" in kept) return kept;
  const line = kept.pages.find(({ id }) => id === pageId);
  const standpoint = line && (await standAtPage(ctx, courseId, pageId));
  if (!line || !standpoint) return null;
  const counts = countsIn(atCutOff, wikiId, (await timesAt(ctx, standpoint))!);
  const ofPage = and(eq(entry.courseId, courseId), eq(entry.pageId, pageId));
  const [steps, [state]] = await Promise.all([
    stepsUpTo(ctx, courseId, pageId, line.number),
    ctx.db
      .select({ document: entry.document, note: entry.note, origins: entryCredit.origins })
      .from(entry)
      .innerJoin(entryCredit, creditOfEntry)
      .where(and(ofPage, eq(entry.number, line.number))),
  ]);
  const last = steps.at(-1)!;
  const { document, note, origins } = state!;
  const comments = await commentsAsAt(
    ctx.db,
    courseId,
    pageId,
    { id: ctx.viewer.id, isInstructor: kept.wiki.isInstructor },
    await countsSaid(ctx, courseId, counts),
  );
  const text = readStoredOrigins(origins);
  const sought = await passagesOf(ctx, courseId, pageId);
  const passages = comments
    .filter(({ settled, withdrawn }) => !settled && !withdrawn)
    .flatMap(({ id }) => {
      const found = sought.has(id) ? findPassage(text, readStoredOrigins(sought.get(id)!.origins)) : null;
      return found ? [{ id, ...found }] : [];
    });
  return {
    ...kept,
    line,
    document,
    last: { author: last.author, at: last.at, note },
    passages,
    uncounted: steps
      .filter(({ authorId, at }) => !counts(authorId, at))
      .map(({ number, author, at }) => ({ number, author, at })),
    files: await filesNamed(ctx.db, courseId, filesIn(document)),
    comments: comments.map((each) => ({
      ...each,
      passage: sought.has(each.id)
        ? {
            quote: sought.get(each.id)!.quote,
            entry: sought.get(each.id)!.entry,
            stands: { kind: "gone" as const },
          }
        : null,
    })),
  };
}

/**
 * The files that had been uploaded by the cut-off, as far as one of the kept pages shows them or the viewer
 * runs the course; the newest first.
 */
export async function keptFiles(
  ctx: ContextIn,
  courseId: string,
  { wiki: shown, pages, at }: KeptWikiDto,
): Promise<KeptFileDto[]> {
  const rows = await ctx.db
    .select({ id: file.id, at: file.at, uploadedBy: person.name })
    .from(file)
    .innerJoin(person, eq(person.id, file.uploadedBy))
    .where(and(eq(file.courseId, courseId), eq(file.wikiId, shown.wikiId), lte(file.at, at)))
    .orderBy(sql`${file.at} desc`);
  if (rows.length === 0) return [];
  const shows = sql.join(
    pages.map(({ id, number }) => sql`(${id}, ${number})`),
    sql`, `,
  );
  const documents =
    pages.length === 0
      ? []
      : await ctx.db
          .select({ document: entry.document })
          .from(entry)
          .where(and(eq(entry.courseId, courseId), sql`(${entry.pageId}, ${entry.number}) in (${shows})`));
  const onPages = new Set(documents.flatMap(({ document }) => filesIn(document)));
  const told = rows.filter(({ id }) => shown.isInstructor || onPages.has(id));
  const named = new Map(
    (
      await filesNamed(
        ctx.db,
        courseId,
        told.map(({ id }) => id),
      )
    ).map((each) => [each.id, each]),
  );
  return told.flatMap(({ id, at: since, uploadedBy }) =>
    named.has(id) ? [{ ...named.get(id)!, at: since, uploadedBy }] : [],
  );
}

/** Which of a page's states are those at the due time and at the cut-off. `states`: oldest first. */
export async function markedStates(
  ctx: ContextIn,
  courseId: string,
  pageId: string,
  states: readonly StepDto[],
): Promise<MarkedStatesDto> {
  const standpoint = await standAtPage(ctx, courseId, pageId);
  const timesIn = standpoint && (await timesAt(ctx, standpoint));
  if (!standpoint || !timesIn) return { due: null, cutOff: null };
  const times = timesIn(standpoint.wikiId, null);
  const lastCounted = (counts: Counts) =>
    states.filter(({ authorId, at }) => counts(authorId, at)).at(-1)?.number ?? null;
  const hasCome = (at: number | null) => at !== null && at <= ctx.now.getTime();
  return {
    due: hasCome(times.dueAt) ? lastCounted(countsIn(atDue, standpoint.wikiId, timesIn)) : null,
    cutOff: hasCome(times.cutOffAt) ? lastCounted(countsIn(atCutOff, standpoint.wikiId, timesIn)) : null,
  };
}

/** What was said counts as its author's, whichever of their accounts they used. */
async function countsSaid({ db }: ContextIn, courseId: string, counts: Counts): Promise<Counts> {
  const merged = await mergedAccounts(db, courseId);
  return (author, at) => counts(author === null ? null : (merged.get(author) ?? author), at);
}

async function stepsUpTo(
  { db }: ContextIn,
  courseId: string,
  pageId: string,
  number: number,
): Promise<StepDto[]> {
  return db
    .select({ number: entry.number, at: entry.at, author: person.name, authorId: entryCredit.authorId })
    .from(entry)
    .innerJoin(entryCredit, creditOfEntry)
    .leftJoin(person, eq(person.id, entryCredit.authorId))
    .where(and(eq(entry.courseId, courseId), eq(entry.pageId, pageId), lte(entry.number, number)))
    .orderBy(asc(entry.number));
}

async function passagesOf(
  { db }: ContextIn,
  courseId: string,
  pageId: string,
): Promise<Map<string, { quote: string; entry: number; origins: Uint8Array }>> {
  const rows = await db
    .select({
      id: comment.id,
      quote: comment.passageQuote,
      entry: comment.passageEntry,
      origins: comment.passageOrigins,
    })
    .from(comment)
    .where(and(eq(comment.courseId, courseId), eq(comment.pageId, pageId), isNull(comment.parentId)));
  return new Map(
    rows.flatMap(({ id, quote, entry: number, origins }) =>
      quote !== null && number !== null && origins !== null ? [[id, { quote, entry: number, origins }]] : [],
    ),
  );
}
