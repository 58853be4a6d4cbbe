/** Who has a page open: kept by signs of life, and told to those who may know. */
import "server-only";
import { and, asc, eq, gt, inArray, lt, sql } from "drizzle-orm";
import { standAtPage } from "../access/read";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { presence } from "../db/tables/live";
import { page, wiki } from "../db/tables/wikis";
import { wikiMembers } from "../pages/members";
import type { Context, ContextIn } from "../session/context";
import type { HereDto } from "./dto";
import { send } from "./signal";

/** Milliseconds between two signs of life, and after which somebody without one is gone. */
export const beatEvery = 20_000;
const goneAfter = 50_000;

export interface Window {
  readonly courseId: string;
  readonly pageId: string;
  readonly id: string;
}

/**
 * Who has a page open: its wiki's members, and whoever writes. That somebody else only reads is nobody's
 * business. Whom it is told may read the page: the caller has asked.
 */
export async function peopleHere(
  db: Queryable,
  courseId: string,
  pageId: string,
  now: Date,
): Promise<HereDto[]> {
  const [of] = await db
    .select({ groupId: wiki.groupId, personId: wiki.personId })
    .from(page)
    .innerJoin(wiki, and(eq(wiki.courseId, page.courseId), eq(wiki.id, page.wikiId)))
    .where(and(eq(page.courseId, courseId), eq(page.id, pageId)));
  if (!of) return [];
  const members = new Set((await wikiMembers(db, { courseId, ...of })).map(({ id }) => id));
  return (await present(db, courseId, pageId, now)).filter(
    ({ id, isWriting }) => isWriting || members.has(id),
  );
}

/** The same without the viewer; null if they may not read the page. */
export async function whoIsHere(ctx: ContextIn, courseId: string, pageId: string): Promise<HereDto[] | null> {
  if (!(await standAtPage(ctx, courseId, pageId))) return null;
  return (await peopleHere(ctx.db, courseId, pageId, ctx.now)).filter(({ id }) => id !== ctx.viewer.id);
}

/** Everybody who has the page open, each once: as writing if one of their windows does. */
async function present(db: Queryable, courseId: string, pageId: string, now: Date): Promise<HereDto[]> {
  const rows = await db
    .select({ id: presence.personId, name: person.name, isWriting: presence.isWriting, near: presence.near })
    .from(presence)
    .innerJoin(person, eq(person.id, presence.personId))
    .where(
      and(
        eq(presence.courseId, courseId),
        eq(presence.pageId, pageId),
        gt(presence.seenAt, new Date(now.getTime() - goneAfter)),
      ),
    )
    .orderBy(asc(person.name), asc(presence.id));
  const found = new Map<string, HereDto>();
  for (const row of rows) if (row.isWriting || !found.has(row.id)) found.set(row.id, row);
  return [...found.values()];
}

export interface Arrival {
  readonly id: string;
  readonly personId: string;
  readonly isWriting: boolean;
}

/**
 * Notes who has opened a page, which they may read: the caller has asked. Forgets on the way who is gone from
 * it.
 */
export async function arrive(
  db: Queryable,
  courseId: string,
  pageId: string,
  arrivals: readonly Arrival[],
  now: Date,
): Promise<void> {
  await db
    .delete(presence)
    .where(
      and(
        eq(presence.courseId, courseId),
        eq(presence.pageId, pageId),
        lt(presence.seenAt, new Date(now.getTime() - goneAfter)),
      ),
    );
  await db
    .insert(presence)
    .values(arrivals.map((each) => ({ courseId, pageId, ...each, near: null, seenAt: now })))
    .onConflictDoNothing();
}

/** Signs of life of many windows of one course, in one statement. */
export async function giveSigns(
  db: Queryable,
  courseId: string,
  ids: readonly string[],
  now: Date,
): Promise<void> {
  await db
    .update(presence)
    .set({ seenAt: now })
    .where(and(eq(presence.courseId, courseId), inArray(presence.id, [...ids, ""])));
}

export async function leave(db: Queryable, courseId: string, ids: readonly string[]): Promise<void> {
  await db.delete(presence).where(and(eq(presence.courseId, courseId), inArray(presence.id, [...ids, ""])));
}

/** Notes near which headings windows are, in one statement. */
export async function putNear(
  db: Queryable,
  courseId: string,
  near: ReadonlyMap<string, string | null>,
): Promise<void> {
  const rows = sql.join(
    [...near].map(([id, heading]) => sql`(${id}::text, ${heading}::text)`),
    sql`, `,
  );
  await db.execute(
    sql`update ${presence} set near = told.near from (values ${rows}) as told(id, near)
      where ${presence.courseId} = ${courseId} and ${presence}.id = told.id`,
  );
}

/**
 * Notes near which heading one of the viewer's own windows is, whichever process has it. False if it is not
 * open.
 */
export async function goNear(
  { db, viewer, lookingAs }: Context,
  { courseId, pageId, id }: Window,
  near: string | null,
): Promise<boolean> {
  if (lookingAs) return false;
  const moved = await db
    .update(presence)
    .set({ near })
    .where(
      and(
        eq(presence.courseId, courseId),
        eq(presence.pageId, pageId),
        eq(presence.id, id),
        eq(presence.personId, viewer.id),
      ),
    )
    .returning({ id: presence.id });
  if (moved.length > 0) await send(db, { courseId, pageId, kind: "here", by: viewer.id });
  return moved.length > 0;
}
