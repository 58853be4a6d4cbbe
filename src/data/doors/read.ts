/** Open rooms as those see them who run the course: who came, what was written, and whose it is. */
import "server-only";
import { and, asc, desc, eq, inArray, sql } from "drizzle-orm";
import { alias } from "drizzle-orm/pg-core";
import { assignmentAt, pagesOf, wikisOf } from "../access/sheet";
import { isInstructor } from "../access/read";
import { person } from "../db/tables/accounts";
import { givenEntry, openRoom, roomName, roomPage } from "../db/tables/doors";
import { entry, entryCredit, page, wiki } from "../db/tables/wikis";
import { creditOfEntry } from "../ledger/credit";
import { homeFirst } from "../pages/read";
import { inOrder } from "@/core/contents/order";
import type { ContextIn } from "../session/context";
import type { GivenDto, RoomChoicesDto, RoomDto, RoomEntryDto, RoomLineDto } from "./dto";
import { studentsOf } from "./people";
import { isOpenAt } from "./rooms";

/**
 * SQL: how many entries the guests of a room wrote; of these, with `own`, those that count as nobody else's.
 */
function entriesInRoom(own: boolean) {
  return sql<number>`(select count(*)::int from ${roomName} n
    join ${entryCredit} c on c.course_id = n.course_id
    join ${entry} e on e.course_id = c.course_id and e.page_id = c.page_id and e.number = c.number
    and e.author_id = n.guest_id
    where n.course_id = ${openRoom}.course_id
    and n.room_id = ${openRoom}.id ${own ? sql`and c.author_id = n.guest_id` : sql``})`;
}

/** The rooms of an assignment, the newest first; null for people who do not run the course. */
export async function roomsOf(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
): Promise<RoomLineDto[] | null> {
  if (!(await isInstructor(ctx, courseId))) return null;
  const rows = await ctx.db
    .select({
      id: openRoom.id,
      title: openRoom.title,
      openedAt: openRoom.openedAt,
      by: person.name,
      endsAt: openRoom.endsAt,
      endedAt: openRoom.endedAt,
      pages: sql<number>`(select count(*)::int from ${roomPage} p where p.course_id = ${openRoom}.course_id
        and p.room_id = ${openRoom}.id)`,
      came: sql<number>`(select count(*)::int from ${roomName} n where n.course_id = ${openRoom}.course_id
        and n.room_id = ${openRoom}.id and n.guest_id is not null)`,
      entries: entriesInRoom(false),
      unassigned: entriesInRoom(true),
    })
    .from(openRoom)
    .innerJoin(person, eq(person.id, openRoom.openedBy))
    .where(and(eq(openRoom.courseId, courseId), eq(openRoom.assignmentId, assignmentId)))
    .orderBy(desc(openRoom.openedAt));
  return rows.map(({ endedAt, endsAt, ...row }) => ({
    ...row,
    endsAt: endedAt ?? endsAt,
    isOpen: isOpenAt({ endsAt, endedAt }, ctx.now),
  }));
}

/** What a room of the assignment can be made of; null for people who do not run the course. */
export async function roomChoices(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
): Promise<RoomChoicesDto | null> {
  const found = (await isInstructor(ctx, courseId))
    ? await assignmentAt(ctx.db, courseId, assignmentId)
    : null;
  if (!found) return null;
  const wikis = await wikisOf(ctx.db, courseId, assignmentId);
  const pages = await pagesOf(
    ctx.db,
    courseId,
    wikis.map(({ id }) => id),
  );
  return {
    assignment: found.title,
    students: await studentsOf(ctx.db, courseId),
    wikis: wikis.map(({ id, name, homePageId }) => ({
      id,
      name,
      pages: inOrder(
        homeFirst(
          pages.filter((each) => each.wikiId === id),
          homePageId,
        ),
      ).map((each) => ({ id: each.id, title: each.title })),
    })),
  };
}

/** One room with all that was done in it; null if there is none such for the viewer. */
export async function findRoom(ctx: ContextIn, courseId: string, roomId: string): Promise<RoomDto | null> {
  if (!(await isInstructor(ctx, courseId))) return null;
  const [room] = await ctx.db
    .select({ room: openRoom, by: person.name })
    .from(openRoom)
    .innerJoin(person, eq(person.id, openRoom.openedBy))
    .where(and(eq(openRoom.courseId, courseId), eq(openRoom.id, roomId)));
  const found = room && (await assignmentAt(ctx.db, courseId, room.room.assignmentId));
  if (!room || !found) return null;
  const names = await ctx.db
    .select()
    .from(roomName)
    .where(and(eq(roomName.courseId, courseId), eq(roomName.roomId, roomId)))
    .orderBy(asc(roomName.position));
  const pages = await ctx.db
    .select({ id: page.id, title: page.title, wiki: wiki.name })
    .from(roomPage)
    .innerJoin(page, and(eq(page.courseId, roomPage.courseId), eq(page.id, roomPage.pageId)))
    .innerJoin(wiki, and(eq(wiki.courseId, page.courseId), eq(wiki.id, page.wikiId)))
    .where(and(eq(roomPage.courseId, courseId), eq(roomPage.roomId, roomId)))
    .orderBy(asc(wiki.position), asc(page.position));
  const guests = names.flatMap(({ guestId }) => guestId ?? []);
  const entries = await entriesOf(ctx, courseId, guests);
  const log = await givenOf(ctx, courseId, guests);
  const { endedAt, endsAt, openedAt, title, code, assignmentId } = room.room;
  return {
    id: roomId,
    assignmentId,
    assignment: found.title,
    title,
    code,
    openedAt,
    by: room.by,
    endsAt: endedAt ?? endsAt,
    isOpen: isOpenAt(room.room, ctx.now),
    timeZone: found.timeZone,
    pages,
    names: names.map(({ id, name, personId, enteredAt, tokenHash, guestId }) => {
      const all = log.find(
        (each) => each.undoneAt === null && each.entry === null && each.guestId === guestId,
      );
      return {
        id,
        name,
        personId,
        enteredAt,
        isTaken: tokenHash !== null,
        entries: entries
          .filter((each) => each.guestId === guestId && guestId !== null)
          .map(({ guestId: _, ...shown }) => shown),
        given: all ? { id: all.id, toId: all.toId, to: all.to } : null,
      };
    }),
    students: await studentsOf(ctx.db, courseId),
    log: log.map(({ guestId: _, toId: __, ...line }): GivenDto => line),
  };
}

async function entriesOf(
  ctx: ContextIn,
  courseId: string,
  guests: readonly string[],
): Promise<(RoomEntryDto & { readonly guestId: string })[]> {
  if (guests.length === 0) return [];
  const rows = await ctx.db
    .select({
      guestId: entry.authorId,
      wikiId: entry.wikiId,
      rev: entry.rev,
      pageId: entry.pageId,
      page: page.title,
      wiki: wiki.name,
      number: entry.number,
      at: entry.at,
      note: entry.note,
      added: entryCredit.added,
      toId: entryCredit.authorId,
      to: person.name,
      givenId: givenEntry.id,
    })
    .from(entry)
    .innerJoin(entryCredit, creditOfEntry)
    .innerJoin(page, and(eq(page.courseId, entry.courseId), eq(page.id, entry.pageId)))
    .innerJoin(wiki, and(eq(wiki.courseId, entry.courseId), eq(wiki.id, entry.wikiId)))
    .leftJoin(person, eq(person.id, entryCredit.authorId))
    .leftJoin(
      givenEntry,
      and(
        eq(givenEntry.courseId, entry.courseId),
        eq(givenEntry.wikiId, entry.wikiId),
        eq(givenEntry.rev, entry.rev),
        sql`${givenEntry.undoneAt} is null`,
      ),
    )
    .where(and(eq(entry.courseId, courseId), inArray(entry.authorId, [...guests])))
    .orderBy(asc(entry.at), asc(entry.rev));
  return rows.map(({ guestId, toId, to, ...row }) => ({
    ...row,
    guestId: guestId!,
    to: toId !== guestId && toId !== null ? { id: toId, name: to ?? "" } : null,
  }));
}

async function givenOf(
  ctx: ContextIn,
  courseId: string,
  guests: readonly string[],
): Promise<(GivenDto & { readonly guestId: string; readonly toId: string })[]> {
  if (guests.length === 0) return [];
  const [by, to] = [alias(person, "by"), alias(person, "to_person")];
  const rows = await ctx.db
    .select({
      id: givenEntry.id,
      guestId: givenEntry.guestId,
      toId: givenEntry.toId,
      at: givenEntry.at,
      by: by.name,
      from: person.name,
      to: to.name,
      undoneAt: givenEntry.undoneAt,
      rev: givenEntry.rev,
      page: page.title,
      pageId: entry.pageId,
      number: entry.number,
    })
    .from(givenEntry)
    .innerJoin(person, eq(person.id, givenEntry.guestId))
    .innerJoin(by, eq(by.id, givenEntry.byId))
    .innerJoin(to, eq(to.id, givenEntry.toId))
    .leftJoin(
      entry,
      and(
        eq(entry.courseId, givenEntry.courseId),
        eq(entry.wikiId, givenEntry.wikiId),
        eq(entry.rev, givenEntry.rev),
      ),
    )
    .leftJoin(page, and(eq(page.courseId, entry.courseId), eq(page.id, entry.pageId)))
    .where(and(eq(givenEntry.courseId, courseId), inArray(givenEntry.guestId, [...guests])))
    .orderBy(desc(givenEntry.at), desc(givenEntry.id));
  return rows.map(({ rev, page: title, pageId, number, ...row }) => ({
    ...row,
    entry: rev === null ? null : { page: title ?? "", pageId: pageId!, number: number! },
  }));
}
