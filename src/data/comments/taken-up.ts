/**
 * Comments that an entry took up: said by people, and proposed where what was spoken of changed soon after.
 */
import "server-only";
import { and, asc, eq, gt, inArray, isNull, lte } from "drizzle-orm";
import { findPassage } from "@/core/credit/passage";
import { OriginSet } from "@/core/credit/origin-set";
import { type Origins, readStoredOrigins } from "@/core/credit/origins";
import { reviewsWork } from "@/core/access/role";
import { may, roleOn, standAtPage, type Standpoint } from "../access/read";
import type { Queryable } from "../db/client";
import { comment, commentAct, entry, entryCredit } from "../db/tables/wikis";
import { creditOfEntry } from "../ledger/credit";
import { refusedFor } from "../refusal";
import { act } from "../session/act";
import type { ContextIn } from "../session/context";
import type { Commented } from "./dto";

/** A change counts as an answer within so many entries of its page. */
const soon = 5;
/** Of so many threads it is looked for. */
const mostThreads = 20;

/**
 * Whether somebody may say of a thread that an entry took it up: who began it, who saved the entry, and those
 * who review the work.
 */
async function mayTakeUp(
  ctx: ContextIn,
  standpoint: Standpoint,
  threadBy: string,
  entryBy: string | null,
): Promise<boolean> {
  if (reviewsWork(await roleOn(ctx, standpoint.courseId))) return true;
  return may(standpoint, "comment") && (threadBy === ctx.viewer.id || entryBy === ctx.viewer.id);
}

/**
 * Says that an entry of its page took a comment up; with `number` null, that none did after all. It stands
 * with what was done with the comment.
 */
export const takeUp = act(
  async (ctx, given: { courseId: string; commentId: string; number: number | null }): Promise<Commented> => {
    const { courseId, commentId, number } = given;
    return ctx.db.transaction(async (tx): Promise<Commented> => {
      const inside = { ...ctx, db: tx };
      const here = and(eq(comment.courseId, courseId), eq(comment.id, commentId));
      const [found] = await tx
        .select()
        .from(comment)
        .where(and(here, isNull(comment.parentId), isNull(comment.withdrawnAt)))
        .for("update");
      const standpoint = found && (await standAtPage(inside, courseId, found.pageId));
      if (!found || !standpoint) return refusedFor("not found");
      const [named] = await tx
        .select({ by: entryCredit.authorId, at: entry.at })
        .from(entry)
        .innerJoin(entryCredit, creditOfEntry)
        .where(
          and(
            eq(entry.courseId, courseId),
            eq(entry.pageId, found.pageId),
            eq(entry.number, number ?? found.takenUpIn ?? 0),
          ),
        );
      if (number !== null && (!named || named.at < found.at)) return refusedFor("not found");
      if (!(await mayTakeUp(inside, standpoint, found.authorId, named?.by ?? null)))
        return refusedFor("may not comment");
      if (found.takenUpIn === number) return { kind: "commented", id: found.id };
      await tx
        .update(comment)
        .set(
          number === null
            ? { takenUpIn: null, takenUpBy: null, takenUpAt: null }
            : { takenUpIn: number, takenUpBy: ctx.viewer.id, takenUpAt: ctx.now },
        )
        .where(here);
      await tx.insert(commentAct).values({
        courseId,
        id: ctx.newId(),
        commentId,
        kind: number === null ? "not taken up" : "taken up",
        byId: ctx.viewer.id,
        at: ctx.now,
      });
      return { kind: "commented", id: found.id };
    });
  },
);

/**
 * Of open threads about passages of a page, the entry that changed their words within the next few, by the
 * thread's id. Cost: two queries, and reading the states of some entries; nothing where no thread waits.
 */
export async function proposedFor(
  db: Queryable,
  courseId: string,
  pageId: string,
): Promise<Map<string, number>> {
  const waiting = await db
    .select({ id: comment.id, at: comment.at, entry: comment.passageEntry, origins: comment.passageOrigins })
    .from(comment)
    .where(
      and(
        eq(comment.courseId, courseId),
        eq(comment.pageId, pageId),
        isNull(comment.parentId),
        isNull(comment.takenUpIn),
        isNull(comment.settledAt),
        isNull(comment.withdrawnAt),
        gt(comment.passageEntry, 0),
      ),
    )
    .orderBy(asc(comment.at))
    .limit(mostThreads);
  if (waiting.length === 0) return new Map();
  const wanted = new Set(
    waiting.flatMap(({ entry: from }) => Array.from({ length: soon + 1 }, (_, step) => from! + step)),
  );
  const rows = await db
    .select({ number: entry.number, at: entry.at, origins: entryCredit.origins })
    .from(entry)
    .innerJoin(entryCredit, creditOfEntry)
    .where(
      and(
        eq(entry.courseId, courseId),
        eq(entry.pageId, pageId),
        inArray(entry.number, [...wanted]),
        lte(entry.number, Math.max(...wanted)),
      ),
    )
    .orderBy(asc(entry.number));
  const states = rows.map((row) => ({ ...row, text: readStoredOrigins(row.origins) }));
  const proposed = new Map<string, number>();
  for (const { id, at, entry: from, origins } of waiting) {
    const sought = readStoredOrigins(origins!);
    const here = states.filter(({ number }) => number >= from! && number <= from! + soon);
    const changed = here.find(
      (state, step) => step > 0 && state.at > at && differs(here[step - 1]!.text, state.text, sought),
    );
    if (changed) proposed.set(id, changed.number);
  }
  return proposed;
}

/** Whether words of a passage came or went between two states. */
function differs(before: Origins, after: Origins, sought: Origins): boolean {
  const set = new OriginSet();
  set.addAll(sought, () => true);
  const standing = ({ entries, ordinals }: Origins) =>
    entries.reduce((sum, owner, word) => sum + (set.has(owner, ordinals[word]!) ? 1 : 0), 0);
  if (standing(before) !== standing(after)) return true;
  const lengthIn = (text: Origins) => {
    const found = findPassage(text, sought);
    return found ? found.to - found.from : 0;
  };
  return lengthIn(before) !== lengthIn(after);
}
