/** Removing an assignment, a wiki or a course: into the bin, and out of it again. */
import "server-only";
import { and, eq, isNull, sql } from "drizzle-orm";
import { runsCourse } from "@/core/access/role";
import { isInstructor, mayChangeCourse } from "../access/read";
import type { Queryable } from "../db/client";
import { removal } from "../db/tables/bin";
import { course, enrolment } from "../db/tables/courses";
import { assignment, wiki } from "../db/tables/wikis";
import { askFor } from "../jobs/ask";
import { refusedFor } from "../refusal";
import { act } from "../session/act";
import type { ContextIn } from "../session/context";
import type { BinActed, RemovedKind } from "./dto";

export interface Removable {
  readonly kind: RemovedKind;
  /** Of a course, its own. */
  readonly id: string;
}

/** What it is called; null: there is none such that is not removed already. */
async function nameOf(db: Queryable, courseId: string, { kind, id }: Removable): Promise<string | null> {
  switch (kind) {
    case "course":
      return (
        (
          await db
            .select({ name: course.title })
            .from(course)
            .where(and(eq(course.id, courseId), isNull(course.removedAt)))
            .for("update")
        )[0]?.name ?? null
      );
    case "assignment":
      return (
        (
          await db
            .select({ name: assignment.title })
            .from(assignment)
            .where(
              and(eq(assignment.courseId, courseId), eq(assignment.id, id), isNull(assignment.removedAt)),
            )
            .for("update")
        )[0]?.name ?? null
      );
    case "wiki":
      return (
        (
          await db
            .select({ name: wiki.name })
            .from(wiki)
            .where(and(eq(wiki.courseId, courseId), eq(wiki.id, id), isNull(wiki.removedAt)))
            .for("update")
        )[0]?.name ?? null
      );
    default:
      return kind satisfies never;
  }
}

/**
 * Puts it into the bin. Its name is typed, so that nothing is removed by a slip. For those who run the
 * course.
 */
export const removeToBin = act(
  async (ctx, courseId: string, what: Removable, typedName: string): Promise<BinActed> => {
    return ctx.db.transaction(async (tx): Promise<BinActed> => {
      const inside = { ...ctx, db: tx };
      if (
        !(what.kind === "course"
          ? await isInstructor(inside, courseId)
          : await mayChangeCourse(inside, courseId))
      )
        return refusedFor("not allowed");
      const name = await nameOf(tx, courseId, what);
      if (name === null) return refusedFor("not found");
      if (typedName.trim() !== name.trim()) return refusedFor("another name");
      const wikis = and(eq(wiki.courseId, courseId), isNull(wiki.removedAt));
      const aside = {
        removedAt: ctx.now,
        setAsideAt: sql`coalesce(${wiki.setAsideAt}, ${ctx.now.toISOString()}::timestamptz)`,
      };
      if (what.kind === "course")
        await tx.update(course).set({ removedAt: ctx.now }).where(eq(course.id, courseId));
      if (what.kind === "assignment") {
        await tx
          .update(assignment)
          .set({ removedAt: ctx.now })
          .where(and(eq(assignment.courseId, courseId), eq(assignment.id, what.id)));
        await tx
          .update(wiki)
          .set(aside)
          .where(and(wikis, eq(wiki.assignmentId, what.id)));
      }
      if (what.kind === "wiki")
        await tx
          .update(wiki)
          .set(aside)
          .where(and(wikis, eq(wiki.id, what.id)));
      await tx.insert(removal).values({
        courseId,
        id: ctx.newId(),
        kind: what.kind,
        placeId: what.id,
        byId: ctx.viewer.id,
        at: ctx.now,
      });
      return { kind: "done" };
    });
  },
);

/** Takes it out of the bin, as it was. */
export const bringBackFromBin = act(async (ctx, courseId: string, removalId: string): Promise<BinActed> => {
  return ctx.db.transaction(async (tx): Promise<BinActed> => {
    const [found] = await tx
      .select()
      .from(removal)
      .where(
        and(
          eq(removal.courseId, courseId),
          eq(removal.id, removalId),
          isNull(removal.broughtBackAt),
          isNull(removal.erasedAt),
        ),
      )
      .for("update");
    if (!found) return refusedFor("not found");
    if (
      !(found.kind === "course"
        ? await ranCourse({ ...ctx, db: tx }, courseId)
        : await mayChangeCourse({ ...ctx, db: tx }, courseId))
    )
      return refusedFor("not allowed");
    const out = {
      removedAt: null,
      setAsideAt: sql`nullif(${wiki.setAsideAt}, ${found.at.toISOString()}::timestamptz)`,
    };
    if (found.kind === "course")
      await tx.update(course).set({ removedAt: null }).where(eq(course.id, courseId));
    if (found.kind === "assignment") {
      await tx
        .update(assignment)
        .set({ removedAt: null })
        .where(and(eq(assignment.courseId, courseId), eq(assignment.id, found.placeId)));
      // Wikis that were removed by themselves before stay in the bin.
      await tx
        .update(wiki)
        .set(out)
        .where(
          and(
            eq(wiki.courseId, courseId),
            eq(wiki.assignmentId, found.placeId),
            eq(wiki.removedAt, found.at),
          ),
        );
    }
    if (found.kind === "wiki") {
      const [of] = await tx
        .select({ removedAt: assignment.removedAt })
        .from(wiki)
        .innerJoin(
          assignment,
          and(eq(assignment.courseId, wiki.courseId), eq(assignment.id, wiki.assignmentId)),
        )
        .where(and(eq(wiki.courseId, courseId), eq(wiki.id, found.placeId)));
      if (!of) return refusedFor("not found");
      if (of.removedAt) return refusedFor("belongs to a removed assignment");
      await tx
        .update(wiki)
        .set(out)
        .where(and(eq(wiki.courseId, courseId), eq(wiki.id, found.placeId)));
    }
    // Who came to the groups meanwhile gets what they would have got.
    if (found.kind === "assignment") await askFor(tx, "wikis", { courseId, assignmentId: found.placeId });
    await tx
      .update(removal)
      .set({ broughtBackAt: ctx.now, broughtBackBy: ctx.viewer.id })
      .where(and(eq(removal.courseId, courseId), eq(removal.id, removalId)));
    return { kind: "done" };
  });
});

/** Whether the viewer runs a course that may lie in the bin, of which they see nothing otherwise. */
async function ranCourse({ db, viewer }: ContextIn, courseId: string): Promise<boolean> {
  const [found] = await db
    .select({ role: enrolment.role })
    .from(enrolment)
    .where(
      and(eq(enrolment.courseId, courseId), eq(enrolment.personId, viewer.id), isNull(enrolment.leftAt)),
    );
  return runsCourse(found?.role ?? null);
}
