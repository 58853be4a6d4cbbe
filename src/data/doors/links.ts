/** Links by which anybody reads a wiki or a page of it, without an account. */
import "server-only";
import { id } from "@/core/text/id";
import { and, desc, eq, isNull, sql } from "drizzle-orm";
import * as z from "zod";
import { inOrder } from "@/core/contents/order";
import { initials } from "@/core/text/initials";
import { mayChangeCourse, isInstructor, readablePages, standAtPage, standAtWiki } from "../access/read";
import { assignmentAt, pagesOf, wikisOf } from "../access/sheet";
import type { Database } from "../db/client";
import { person } from "../db/tables/accounts";
import { course } from "../db/tables/courses";
import { readerLink, readerNames } from "../db/tables/doors";
import { page, standing, wiki } from "../db/tables/wikis";
import { homeFirst } from "../pages/read";
import type { Context, ContextIn, Door } from "../session/context";
import { newToken } from "./code";
import type { DoorSaved, LinkLineDto, OpenedDto, OpenedPageDto } from "./dto";
import { outsidePage, pagesOfWiki } from "./outside";
import { isOpenAt, setForGuests } from "./rooms";
import { refused } from "../refusal";

export const linkInput = z.object({
  wikiId: id,
  pageId: id.nullable(),
  names: z.enum(readerNames),
  isListed: z.boolean(),
  endsAt: z.date().nullable(),
});

/** Makes a link that works at once. */
export async function makeLink(
  ctx: Context,
  courseId: string,
  assignmentId: string,
  input: z.input<typeof linkInput>,
): Promise<DoorSaved> {
  const given = linkInput.parse(input);
  if (given.endsAt && given.endsAt <= ctx.now) return refused({ code: "ends before it begins" });
  return ctx.db.transaction(async (tx): Promise<DoorSaved> => {
    const inside = { ...ctx, db: tx };
    if (!(await mayChangeCourse(inside, courseId))) return refused({ code: "not allowed" });
    if (
      !(await assignmentAt(tx, courseId, assignmentId)) ||
      !(await wikisOf(tx, courseId, assignmentId)).some(({ id }) => id === given.wikiId)
    )
      return refused({ code: "not found" });
    if (
      given.pageId !== null &&
      !(await pagesOf(tx, courseId, [given.wikiId])).some(({ id }) => id === given.pageId)
    )
      return refused({ code: "not found" });
    const id = ctx.newId();
    await tx.insert(readerLink).values({
      courseId,
      id,
      assignmentId,
      ...given,
      token: newToken(),
      madeAt: ctx.now,
      madeBy: ctx.viewer.id,
    });
    await setForGuests(inside, {
      courseId,
      assignmentId,
      doorId: id,
      kind: "door opened",
      cells: [placeOf(given, id)],
      setting: { level: "read", from: null, until: given.endsAt?.getTime() ?? null, weekly: null },
    });
    return { kind: "saved", id };
  });
}

/** Ends a link: its address leads nowhere from now on. */
export async function endLink(ctx: Context, courseId: string, linkId: string): Promise<DoorSaved> {
  return ctx.db.transaction(async (tx): Promise<DoorSaved> => {
    const inside = { ...ctx, db: tx };
    if (!(await mayChangeCourse(inside, courseId))) return refused({ code: "not allowed" });
    const here = and(eq(readerLink.courseId, courseId), eq(readerLink.id, linkId));
    const [found] = await tx.select().from(readerLink).where(here).for("update");
    if (!found) return refused({ code: "not found" });
    if (found.endedAt) return refused({ code: "has ended" });
    await tx.update(readerLink).set({ endedAt: ctx.now }).where(here);
    await setForGuests(inside, {
      courseId,
      assignmentId: found.assignmentId,
      doorId: linkId,
      cells: [placeOf(found, linkId)],
      setting: null,
      kind: "door ended",
    });
    return { kind: "saved", id: linkId };
  });
}

/** The links of an assignment, the newest first; null for people who do not run the course. */
export async function linksOf(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
): Promise<LinkLineDto[] | null> {
  if (!(await isInstructor(ctx, courseId))) return null;
  const rows = await ctx.db
    .select({ link: readerLink, wiki: wiki.name, page: page.title, by: person.name })
    .from(readerLink)
    .innerJoin(wiki, and(eq(wiki.courseId, readerLink.courseId), eq(wiki.id, readerLink.wikiId)))
    .leftJoin(page, and(eq(page.courseId, readerLink.courseId), eq(page.id, readerLink.pageId)))
    .innerJoin(person, eq(person.id, readerLink.madeBy))
    .where(and(eq(readerLink.courseId, courseId), eq(readerLink.assignmentId, assignmentId)))
    .orderBy(desc(readerLink.madeAt));
  return rows.map(({ link: { id, token, names, isListed, madeAt, endsAt, endedAt }, ...row }) => ({
    id,
    token,
    names,
    isListed,
    madeAt,
    ...row,
    endsAt: endedAt ?? endsAt,
    isOpen: endsAt === null ? endedAt === null : isOpenAt({ endsAt, endedAt }, ctx.now),
  }));
}

/** A reader who came by a link: nobody, by that door. */
export type Reader = ContextIn & { readonly door: Door };

/** What the link opens now, and to whom; null if it opens nothing. */
export async function openedBy(
  { db, now, newId }: { readonly db: Database; readonly now: Date; readonly newId: () => string },
  token: string,
): Promise<{ reader: Reader; opened: OpenedDto; names: LinkLineDto["names"] } | null> {
  const [found] = await db
    .select({
      link: readerLink,
      wiki: wiki.name,
      homePageId: wiki.homePageId,
      course: course.title,
      timeZone: course.timeZone,
    })
    .from(readerLink)
    .innerJoin(wiki, and(eq(wiki.courseId, readerLink.courseId), eq(wiki.id, readerLink.wikiId)))
    .innerJoin(course, eq(course.id, readerLink.courseId))
    .where(and(eq(readerLink.token, token), isNull(readerLink.endedAt)));
  if (!found) return null;
  const { link, wiki: wikiName, homePageId, course: courseTitle, timeZone } = found;
  const reader: Reader = {
    db,
    now,
    newId,
    viewer: { id: "", name: "" },
    door: { courseId: link.courseId, id: link.id },
  };
  const contents = await contentsFor(reader, link, homePageId);
  const firstPageId = contents[0]?.id;
  if (firstPageId === undefined) return null;
  return {
    reader,
    names: link.names,
    opened: { course: courseTitle, wiki: wikiName, timeZone, isListed: link.isListed, firstPageId, contents },
  };
}

/**
 * A page that the link opens, with those who wrote it as far as it names them; null if it does not open it.
 */
export async function openedPage(
  reader: Reader,
  names: LinkLineDto["names"],
  pageId: string,
): Promise<OpenedPageDto | null> {
  const found = await outsidePage(reader, pageId);
  if (!found) return null;
  const words = sql<number>`sum(${standing.words})`;
  const authors =
    names === "none"
      ? []
      : await reader.db
          .select({ name: person.name })
          .from(standing)
          .innerJoin(person, eq(person.id, standing.authorId))
          .where(and(eq(standing.courseId, reader.door.courseId), eq(standing.pageId, pageId)))
          .groupBy(person.id, person.name)
          .orderBy(desc(words), person.name);
  return { ...found, authors: authors.map(({ name }) => (names === "initials" ? initials(name) : name)) };
}

function placeOf(
  { wikiId, pageId }: { readonly wikiId: string; readonly pageId: string | null },
  door: string,
) {
  const who = { kind: "guests" as const, door };
  return pageId === null
    ? { scope: "wiki" as const, place: wikiId, who }
    : { scope: "page" as const, place: pageId, who };
}

async function contentsFor(
  reader: Reader,
  { courseId, wikiId, pageId }: typeof readerLink.$inferSelect,
  homePageId: string | null,
): Promise<OpenedDto["contents"]> {
  if (pageId !== null) {
    const found = (await standAtPage(reader, courseId, pageId)) && (await outsidePage(reader, pageId));
    return found ? [{ id: pageId, title: found.title, depth: 0 }] : [];
  }
  const standpoint = await standAtWiki(reader, courseId, wikiId);
  if (!standpoint) return [];
  const readable = readablePages(standpoint, await pagesOfWiki(reader, courseId, wikiId));
  return inOrder(homeFirst(readable, homePageId)).map(({ id, title, depth }) => ({ id, title, depth }));
}
