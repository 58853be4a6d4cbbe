/** Private notes of those who assess, and the remarks that each of them uses again and again. */
import "server-only";
import { and, asc, desc, eq, sql } from "drizzle-orm";
import { typedText } from "@/core/text/typed";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { assessNote, stockRemark } from "../db/tables/marks";
import { type RefusedFor, refusedFor } from "../refusal";
import { act } from "../session/act";
import type { ContextIn } from "../session/context";
import { reviewsWork } from "@/core/access/role";
import { roleOn } from "../access/read";
import { isSubject } from "./judge";
import { assessedAt } from "./place";

const noteText = typedText(5000);
const remarkText = typedText(2000, {}, 1);
const remarksAtMost = 300;

export interface AssessNoteDto {
  readonly id: string;
  readonly personId: string | null;
  readonly criterion: string | null;
  readonly body: string;
  readonly by: string;
  readonly byId: string;
  readonly at: Date;
  readonly editedAt: Date | null;
  readonly earlier: readonly string[];
}

/**
 * Notes on a group and its students, oldest first; those of others are kept from a second assessor who is not
 * done. The caller has asked who assesses it.
 */
export async function notesOf(
  db: Queryable,
  courseId: string,
  wikiId: string,
  ownOnly: string | null,
): Promise<AssessNoteDto[]> {
  return db
    .select({
      id: assessNote.id,
      personId: assessNote.personId,
      criterion: assessNote.criterion,
      body: assessNote.body,
      by: person.name,
      byId: assessNote.byId,
      at: assessNote.at,
      editedAt: assessNote.editedAt,
      earlier: assessNote.earlier,
    })
    .from(assessNote)
    .innerJoin(person, eq(person.id, assessNote.byId))
    .where(
      and(
        eq(assessNote.courseId, courseId),
        eq(assessNote.wikiId, wikiId),
        sql`${assessNote.body} <> ''`,
        ownOnly === null ? undefined : eq(assessNote.byId, ownOnly),
      ),
    )
    .orderBy(asc(assessNote.at), asc(assessNote.id));
}

export type NoteWritten =
  | { readonly kind: "written"; readonly id: string }
  | RefusedFor<"not found" | "only looking" | "empty" | "too long" | "not yours">;

/** Writes a note on a group or a student, or on one criterion of it. */
export const writeNote = act(
  async (
    ctx,
    courseId: string,
    wikiId: string,
    to: { readonly personId: string | null; readonly criterion: string | null },
    body: string,
  ): Promise<NoteWritten> => {
    const text = noteText.safeParse(body);
    if (!text.success) return refusedFor("too long");
    if (text.data === "") return refusedFor("empty");
    const at = await assessedAt(ctx, courseId, wikiId);
    if (!at || at.place.isArchived || !(await isSubject(ctx, courseId, at.wiki, to.personId)))
      return refusedFor("not found");
    const id = ctx.newId();
    await ctx.db.insert(assessNote).values({
      courseId,
      id,
      assignmentId: at.place.assignmentId,
      wikiId,
      ...to,
      body: text.data,
      byId: ctx.viewer.id,
      at: ctx.now,
    });
    return { kind: "written", id };
  },
);

/** Changes what one's own note says; an empty one is taken back. What it said before is kept. */
export const changeNote = act(
  async (ctx, courseId: string, id: string, body: string): Promise<NoteWritten> => {
    const text = noteText.safeParse(body);
    if (!text.success) return refusedFor("too long");
    return ctx.db.transaction(async (tx): Promise<NoteWritten> => {
      const here = and(eq(assessNote.courseId, courseId), eq(assessNote.id, id));
      const [found] = await tx.select().from(assessNote).where(here).for("update");
      const at = found && (await assessedAt({ ...ctx, db: tx }, courseId, found.wikiId));
      if (!found || !at || at.place.isArchived) return refusedFor("not found");
      if (found.byId !== ctx.viewer.id) return refusedFor("not yours");
      if (text.data !== found.body)
        await tx
          .update(assessNote)
          .set({ body: text.data, editedAt: ctx.now, earlier: [...found.earlier, found.body].slice(-50) })
          .where(here);
      return { kind: "written", id };
    });
  },
);

export interface StockRemarkDto {
  readonly id: string;
  /** The title of the criterion under which it is filed; empty: none. */
  readonly criterion: string;
  readonly body: string;
  readonly used: number;
}

/** The viewer's own remarks of a course, those most used first. */
export async function stockOf(ctx: ContextIn, courseId: string): Promise<StockRemarkDto[]> {
  if (!reviewsWork(await roleOn(ctx, courseId))) return [];
  return ctx.db
    .select({
      id: stockRemark.id,
      criterion: stockRemark.criterion,
      body: stockRemark.body,
      used: stockRemark.used,
    })
    .from(stockRemark)
    .where(and(eq(stockRemark.courseId, courseId), eq(stockRemark.ownerId, ctx.viewer.id)))
    .orderBy(desc(stockRemark.used), asc(stockRemark.body))
    .limit(remarksAtMost);
}

export type StockKept =
  { readonly kind: "kept" } | RefusedFor<"not found" | "only looking" | "empty" | "too many">;

export const keepRemark = act(
  async (ctx, courseId: string, criterion: string, body: string): Promise<StockKept> => {
    const text = remarkText.safeParse(body);
    const filed = typedText(200).safeParse(criterion);
    if (!text.success || !filed.success) return refusedFor("empty");
    if (!reviewsWork(await roleOn(ctx, courseId))) return refusedFor("not found");
    const known = await stockOf(ctx, courseId);
    if (known.some((each) => each.body === text.data && each.criterion === filed.data))
      return { kind: "kept" };
    if (known.length >= remarksAtMost) return refusedFor("too many");
    await ctx.db.insert(stockRemark).values({
      courseId,
      id: ctx.newId(),
      ownerId: ctx.viewer.id,
      criterion: filed.data,
      body: text.data,
      at: ctx.now,
    });
    return { kind: "kept" };
  },
);

/** Notes that a remark was used, or drops it from the list. */
export const touchRemark = act(
  async (ctx, courseId: string, id: string, what: "used" | "dropped"): Promise<StockKept> => {
    const mine = and(
      eq(stockRemark.courseId, courseId),
      eq(stockRemark.id, id),
      eq(stockRemark.ownerId, ctx.viewer.id),
    );
    if (!reviewsWork(await roleOn(ctx, courseId))) return refusedFor("not found");
    const done =
      what === "used"
        ? await ctx.db
            .update(stockRemark)
            .set({ used: sql`${stockRemark.used} + 1` })
            .where(mine)
            .returning({ id: stockRemark.id })
        : await ctx.db.delete(stockRemark).where(mine).returning({ id: stockRemark.id });
    return done.length > 0 ? { kind: "kept" } : refusedFor("not found");
  },
);
