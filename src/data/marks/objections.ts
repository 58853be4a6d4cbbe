/**
 * Objections of students to what they were shown: each about one criterion, figure or entry, and answered in
 * a thread.
 */
import "server-only";
import { and, asc, desc, eq, inArray, isNull } from "drizzle-orm";
import * as z from "zod";
import { figureNames } from "@/core/credit/figure-table";
import { typedText } from "@/core/text/typed";
import { givenToAssistant } from "../access/people";
import { standAtPage } from "../access/read";
import { assignmentHere } from "../assignments/here";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { course, enrolment } from "../db/tables/courses";
import { objection, objectionLine, type ObjectedTo } from "../db/tables/marks";
import { assignment, entry, wiki } from "../db/tables/wikis";
import { letter } from "../mail/letters";
import { post } from "../mail/write";
import { type RefusedFor, refusedFor } from "../refusal";
import { act } from "../session/act";
import type { ContextIn } from "../session/context";
import { myMarks } from "./own";
import { assessedAt } from "./place";
import { reachable } from "./release";

export interface ObjectionDto {
  readonly id: string;
  readonly wikiId: string;
  readonly byId: string;
  readonly by: string;
  readonly at: Date;
  readonly about: ObjectedTo;
  readonly outcome: "mark changed" | "mark stays" | "withdrawn" | null;
  readonly lines: readonly {
    readonly by: string;
    readonly byId: string;
    readonly at: Date;
    readonly body: string;
  }[];
}

async function load(db: Queryable, courseId: string, where: ReturnType<typeof and>): Promise<ObjectionDto[]> {
  const rows = await db
    .select({
      id: objection.id,
      wikiId: objection.wikiId,
      byId: objection.byId,
      by: person.name,
      at: objection.at,
      about: objection.about,
      outcome: objection.outcome,
    })
    .from(objection)
    .innerJoin(person, eq(person.id, objection.byId))
    .where(and(eq(objection.courseId, courseId), where))
    .orderBy(desc(objection.at), asc(objection.id));
  if (rows.length === 0) return [];
  const lines = await db
    .select({
      objectionId: objectionLine.objectionId,
      by: person.name,
      byId: objectionLine.byId,
      at: objectionLine.at,
      body: objectionLine.body,
    })
    .from(objectionLine)
    .innerJoin(person, eq(person.id, objectionLine.byId))
    .where(
      and(
        eq(objectionLine.courseId, courseId),
        inArray(
          objectionLine.objectionId,
          rows.map(({ id }) => id),
        ),
      ),
    )
    .orderBy(asc(objectionLine.order));
  return rows.map((row) => ({
    ...row,
    lines: lines
      .filter(({ objectionId }) => objectionId === row.id)
      .map(({ objectionId: _, ...line }) => line),
  }));
}

/**
 * Of an assignment, those in the wikis that the viewer assesses, newest first. The caller has asked that they
 * assess.
 */
export async function objectionsOf(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
  wikis: readonly string[],
): Promise<ObjectionDto[]> {
  return wikis.length === 0
    ? []
    : load(
        ctx.db,
        courseId,
        and(eq(objection.assignmentId, assignmentId), inArray(objection.wikiId, [...wikis])),
      );
}

/** The viewer's own. */
export async function myObjections(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
): Promise<ObjectionDto[]> {
  return load(
    ctx.db,
    courseId,
    and(eq(objection.assignmentId, assignmentId), eq(objection.byId, ctx.viewer.id)),
  );
}

export const objectionInput = z.object({
  wikiId: z.string().max(60),
  about: z.discriminatedUnion("kind", [
    z.object({ kind: z.literal("criterion"), criterion: z.string().max(40) }),
    z.object({ kind: z.literal("figure"), figure: z.enum(figureNames) }),
    z.object({ kind: z.literal("entry"), pageId: z.string().max(60), number: z.int().min(1) }),
  ]),
  body: typedText(3000, {}, 1),
});
export type ObjectionGiven = z.input<typeof objectionInput>;
export type Objected =
  | { readonly kind: "objected"; readonly id: string }
  | RefusedFor<"not found" | "only looking" | "empty or too long" | "not shown" | "too many" | "ended">;

/** Open ones of a student in one assignment, at most. */
const openAtMost = 20;
const linesAtMost = 200;

/** Objects to something of the mark that the viewer was shown. Those who run the course are told by mail. */
export const object = act(
  async (
    ctx,
    courseId: string,
    assignmentId: string,
    given: ObjectionGiven,
    link: string,
  ): Promise<Objected> => {
    const read = objectionInput.safeParse(given);
    if (!read.success)
      return refusedFor(read.error.issues[0]!.path[0] === "body" ? "empty or too long" : "not found");
    const { wikiId, about, body } = read.data;
    const shown = (await myMarks(ctx, courseId, assignmentId)).find((each) => each.wikiId === wikiId);
    if (!shown || (await isArchived(ctx.db, courseId))) return refusedFor("not found");
    const told = await toldAbout(ctx, courseId, wikiId, about, [...shown.shown.criteria, ...shown.shown.own]);
    if (!told) return refusedFor("not shown");
    const open = await load(
      ctx.db,
      courseId,
      and(
        eq(objection.assignmentId, assignmentId),
        eq(objection.byId, ctx.viewer.id),
        isNull(objection.outcome),
      ),
    );
    if (open.length >= openAtMost) return refusedFor("too many");
    return ctx.db.transaction(async (tx): Promise<Objected> => {
      const id = ctx.newId();
      await tx
        .insert(objection)
        .values({ courseId, id, assignmentId, wikiId, about: told, byId: ctx.viewer.id, at: ctx.now });
      await tx
        .insert(objectionLine)
        .values({ courseId, wikiId, objectionId: id, body, byId: ctx.viewer.id, at: ctx.now });
      const staff = await tx
        .select({ id: enrolment.personId })
        .from(enrolment)
        .where(
          and(eq(enrolment.courseId, courseId), eq(enrolment.role, "instructor"), isNull(enrolment.leftAt)),
        );
      await tell(
        { ...ctx, db: tx },
        courseId,
        assignmentId,
        staff.map((each) => each.id),
        link,
      );
      return { kind: "objected", id };
    });
  },
);

async function toldAbout(
  ctx: ContextIn,
  courseId: string,
  wikiId: string,
  about: z.output<typeof objectionInput>["about"],
  criteria: readonly { readonly id: string; readonly title: string }[],
): Promise<ObjectedTo | null> {
  if (about.kind === "figure") return about;
  if (about.kind === "criterion") {
    const found = criteria.find(({ id }) => id === about.criterion);
    return found ? { ...about, title: found.title } : null;
  }
  const [row] = (await standAtPage(ctx, courseId, about.pageId))
    ? await ctx.db
        .select({ title: entry.title })
        .from(entry)
        .where(
          and(
            eq(entry.courseId, courseId),
            eq(entry.wikiId, wikiId),
            eq(entry.pageId, about.pageId),
            eq(entry.number, about.number),
          ),
        )
    : [];
  return row ? { ...about, title: row.title } : null;
}

async function isArchived(db: Queryable, courseId: string): Promise<boolean> {
  const [found] = await db
    .select({ archivedAt: course.archivedAt })
    .from(course)
    .where(eq(course.id, courseId));
  return !found || found.archivedAt !== null;
}

async function tell(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
  to: readonly string[],
  link: string,
): Promise<void> {
  const [found] = await ctx.db
    .select({ title: assignment.title })
    .from(assignment)
    .where(assignmentHere(courseId, assignmentId));
  const people = (await reachable(ctx.db, courseId, to)).filter(({ id }) => id !== ctx.viewer.id);
  await post(
    ctx,
    people.map(({ name, email }) =>
      letter(
        "objection",
        courseId,
        { name, address: email },
        { by: ctx.viewer.name, assignment: found!.title, link },
      ),
    ),
  );
}

/**
 * Who may write in an objection's thread: its student, and those who assess the group (`"assesses"`); null:
 * nobody else sees it.
 */
async function standIn(
  ctx: ContextIn,
  courseId: string,
  found: { readonly wikiId: string; readonly byId: string },
): Promise<"own" | "assesses" | null> {
  if (found.byId === ctx.viewer.id) return "own";
  const at = await assessedAt(ctx, courseId, found.wikiId);
  return at && at.wiki.hand === "first" ? "assesses" : null;
}

export interface LineGiven {
  readonly body: string;
  /** For those who assess: what became of it; null: it stays open. For its student: "withdrawn". */
  readonly outcome: "mark changed" | "mark stays" | "withdrawn" | null;
}

/**
 * Writes in the thread of an objection, and ends it if that is said. The other side is told by mail that
 * something was said.
 */
export const writeInObjection = act(
  async (
    ctx,
    courseId: string,
    id: string,
    given: LineGiven,
    links: { readonly student: string; readonly staff: string },
  ): Promise<Objected> => {
    const text = typedText(3000).safeParse(given.body);
    if (!text.success || (text.data === "" && given.outcome !== "withdrawn"))
      return refusedFor("empty or too long");
    if (await isArchived(ctx.db, courseId)) return refusedFor("not found");
    return ctx.db.transaction(async (tx): Promise<Objected> => {
      const inside = { ...ctx, db: tx };
      const here = and(eq(objection.courseId, courseId), eq(objection.id, id));
      const [found] = await tx.select().from(objection).where(here).for("update");
      const as = found && (await standIn(inside, courseId, found));
      const mayEndAs = as === "own" ? "withdrawn" : given.outcome === "withdrawn" ? null : given.outcome;
      if (!found || !as || (given.outcome !== null && given.outcome !== mayEndAs))
        return refusedFor("not found");
      if (found.outcome === "withdrawn") return refusedFor("ended");
      const lines = await tx
        .select({ order: objectionLine.order })
        .from(objectionLine)
        .where(and(eq(objectionLine.courseId, courseId), eq(objectionLine.objectionId, id)));
      if (lines.length >= linesAtMost) return refusedFor("too many");
      if (text.data !== "")
        await tx.insert(objectionLine).values({
          courseId,
          wikiId: found.wikiId,
          objectionId: id,
          body: text.data,
          byId: ctx.viewer.id,
          at: ctx.now,
        });
      // An answer of the student's opens it again.
      await tx
        .update(objection)
        .set(
          given.outcome
            ? { outcome: given.outcome, endedAt: ctx.now, endedBy: ctx.viewer.id }
            : as === "own"
              ? { outcome: null, endedAt: null, endedBy: null }
              : {},
        )
        .where(here);
      if (text.data !== "") {
        const staff =
          as === "assesses"
            ? []
            : await tx
                .select({ id: enrolment.personId })
                .from(enrolment)
                .where(
                  and(
                    eq(enrolment.courseId, courseId),
                    eq(enrolment.role, "instructor"),
                    isNull(enrolment.leftAt),
                  ),
                );
        await tell(
          inside,
          courseId,
          found.assignmentId,
          as === "assesses" ? [found.byId] : staff.map((each) => each.id),
          as === "assesses" ? links.student : links.staff,
        );
      }
      return { kind: "objected", id };
    });
  },
);

export interface OpenObjectionDto {
  readonly wikiId: string;
  readonly assignmentId: string;
  readonly personId: string;
  readonly person: string;
  readonly wiki: string;
}

/**
 * Objections of a course that wait for an answer, oldest first. The caller has asked that the viewer reviews.
 */
export async function objectionsWaiting(ctx: ContextIn, courseId: string): Promise<OpenObjectionDto[]> {
  return ctx.db
    .select({
      wikiId: wiki.id,
      assignmentId: wiki.assignmentId,
      personId: objection.byId,
      person: person.name,
      wiki: wiki.name,
    })
    .from(objection)
    .innerJoin(wiki, and(eq(wiki.courseId, objection.courseId), eq(wiki.id, objection.wikiId)))
    .innerJoin(person, eq(person.id, objection.byId))
    .where(
      and(
        eq(objection.courseId, courseId),
        isNull(objection.outcome),
        isNull(wiki.removedAt),
        givenToAssistant(ctx.viewer.id),
      ),
    )
    .orderBy(asc(objection.at))
    .limit(20);
}
