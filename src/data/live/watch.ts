/** Watching a page: what happens on it is told for as long as it is open, and may be read. */
import "server-only";
import { and, desc, eq, gt } from "drizzle-orm";
import { standAtPage } from "../access/read";
import { person } from "../db/tables/accounts";
import { entry } from "../db/tables/wikis";
import type { Context } from "../session/context";
import type { LiveEvent } from "./dto";
import { hearOf } from "./hub";
import { arrive, giveSign, leave, whoIsHere } from "./presence";
import type { Signal } from "./signal";

export interface Watch {
  /** Gives a sign of life, and asks again whether the page may be read; the watch ends if not. */
  readonly beat: (now: Date) => Promise<void>;
  readonly end: () => Promise<void>;
}

export interface Watching {
  readonly isWriting: boolean;
  /** The newest entry that the one who watches has before them: a later one is told at once. Null: it is not asked about. */
  readonly seen: number | null;
}

/**
 * Tells what happens on a page from now on; null if the viewer may not read it. Who looks as somebody else is told, and
 * is not there. A signal is an occasion to ask the database: what is told is what the viewer may know then.
 */
export async function watchPage(ctx: Context, courseId: string, pageId: string, { isWriting, seen }: Watching, tell: (event: LiveEvent) => void): Promise<Watch | null> {
  if (!(await standAtPage(ctx, courseId, pageId))) return null;
  const at = { courseId, pageId, id: ctx.newId() };
  let isOver = false;
  // One thing after the other, so that what is told last is what holds.
  let turn = Promise.resolve();
  const next = (act: () => Promise<void>) => (turn = turn.then(() => (isOver ? undefined : act())).catch(() => undefined));
  const tellHere = async (now: Date) => {
    const people = await whoIsHere({ ...ctx, now }, courseId, pageId);
    return people ? tell({ kind: "here", people }) : closed();
  };
  const closed = () => {
    tell({ kind: "closed" });
    return end();
  };
  const hear = (signal: Signal) => void next(async () => {
    if (signal.by === ctx.viewer.id) return;
    if (signal.kind === "here") return tellHere(new Date());
    if (!(await standAtPage({ ...ctx, now: new Date() }, courseId, pageId))) return closed();
    const [by] = signal.by === null ? [] : await ctx.db.select({ name: person.name }).from(person).where(eq(person.id, signal.by));
    tell(signal.kind === "entry" ? { kind: "entry", number: signal.number ?? 0, by: by?.name ?? "" } : { kind: "comment", by: by?.name ?? "" });
  });
  const tellNewer = async (since: number) => {
    const [newest] = await ctx.db.select({ number: entry.number, authorId: entry.authorId, name: person.name }).from(entry).leftJoin(person, eq(person.id, entry.authorId))
      .where(and(eq(entry.courseId, courseId), eq(entry.pageId, pageId), gt(entry.number, since))).orderBy(desc(entry.number)).limit(1);
    if (newest && newest.authorId !== ctx.viewer.id) tell({ kind: "entry", number: newest.number, by: newest.name ?? "" });
  };
  const forget = await hearOf(courseId, pageId, hear);

  async function end(): Promise<void> {
    if (isOver) return;
    isOver = true;
    forget();
    if (!ctx.lookingAs) await leave(ctx, at);
  }

  tell({ kind: "open", id: at.id });
  if (!ctx.lookingAs) await arrive(ctx, at, isWriting);
  await next(async () => {
    await tellHere(ctx.now);
    if (seen !== null) await tellNewer(seen);
  });
  return {
    beat: (now) => next(async () => {
      if (!ctx.lookingAs) await giveSign(ctx, at, now);
      await tellHere(now);
    }),
    end,
  };
}
