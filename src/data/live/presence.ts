/** Who has a page open: kept by signs of life, and told to those who may know. */
import "server-only";
import { and, asc, eq, gt, lt } from "drizzle-orm";
import { standAtPage } from "../access/read";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { presence } from "../db/tables/live";
import { wiki } from "../db/tables/wikis";
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
 * Who has a page open, without the viewer: its wiki's members, and whoever writes. That somebody else only reads is
 * nobody's business. Null if the viewer may not read the page.
 */
export async function whoIsHere(ctx: ContextIn, courseId: string, pageId: string): Promise<HereDto[] | null> {
  const standpoint = await standAtPage(ctx, courseId, pageId);
  if (!standpoint) return null;
  const [of] = await ctx.db.select({ groupId: wiki.groupId, personId: wiki.personId }).from(wiki).where(and(eq(wiki.courseId, courseId), eq(wiki.id, standpoint.wikiId)));
  const members = new Set((await wikiMembers(ctx.db, { courseId, ...of! })).map(({ id }) => id));
  return (await present(ctx.db, courseId, pageId, ctx.now)).filter(({ id, isWriting }) => id !== ctx.viewer.id && (isWriting || members.has(id)));
}

/** Everybody who has the page open, each once: as writing if one of their windows does. */
async function present(db: Queryable, courseId: string, pageId: string, now: Date): Promise<HereDto[]> {
  const rows = await db.select({ id: presence.personId, name: person.name, isWriting: presence.isWriting, near: presence.near }).from(presence).innerJoin(person, eq(person.id, presence.personId))
    .where(and(eq(presence.courseId, courseId), eq(presence.pageId, pageId), gt(presence.seenAt, new Date(now.getTime() - goneAfter)))).orderBy(asc(person.name), asc(presence.id));
  const found = new Map<string, HereDto>();
  for (const row of rows) if (row.isWriting || !found.has(row.id)) found.set(row.id, row);
  return [...found.values()];
}

/** Notes that the viewer has opened a page, which they may read: the caller has asked. Forgets on the way who is gone from it. */
export async function arrive({ db, viewer, now }: Context, { courseId, pageId, id }: Window, isWriting: boolean): Promise<void> {
  await db.delete(presence).where(and(eq(presence.courseId, courseId), eq(presence.pageId, pageId), lt(presence.seenAt, new Date(now.getTime() - goneAfter))));
  await db.insert(presence).values({ courseId, pageId, id, personId: viewer.id, isWriting, near: null, seenAt: now });
  await send(db, { courseId, pageId, kind: "here", by: viewer.id });
}

export async function giveSign({ db }: Context, { courseId, id }: Window, now: Date): Promise<void> {
  await db.update(presence).set({ seenAt: now }).where(and(eq(presence.courseId, courseId), eq(presence.id, id)));
}

export async function leave({ db, viewer }: Context, { courseId, pageId, id }: Window): Promise<void> {
  await db.delete(presence).where(and(eq(presence.courseId, courseId), eq(presence.id, id)));
  await send(db, { courseId, pageId, kind: "here", by: viewer.id });
}

/** Notes near which heading one of the viewer's own windows is. False if it is not open. */
export async function goNear({ db, viewer, lookingAs }: Context, { courseId, pageId, id }: Window, near: string | null): Promise<boolean> {
  if (lookingAs) return false;
  const moved = await db.update(presence).set({ near }).where(and(eq(presence.courseId, courseId), eq(presence.pageId, pageId), eq(presence.id, id), eq(presence.personId, viewer.id))).returning({ id: presence.id });
  if (moved.length > 0) await send(db, { courseId, pageId, kind: "here", by: viewer.id });
  return moved.length > 0;
}
