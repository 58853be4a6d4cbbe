/** Whether the cells that somebody sends are cells of the assignment. */
import "server-only";
import { and, eq, inArray } from "drizzle-orm";
import type { Cell } from "@/core/access/setting";
import type { Queryable } from "../db/client";
import { courseGroup, enrolment } from "../db/tables/courses";
import { doorNames } from "../doors/names";
import { pagesOf, wikisOf } from "./sheet";

/**
 * The wikis that the cells lie in, if all of them lie in the assignment and their people on the course; null
 * otherwise.
 */
export async function placesKnown(
  db: Queryable,
  courseId: string,
  assignmentId: string,
  cells: readonly Cell[],
  isPast = false,
) {
  const wikis = await wikisOf(db, courseId, assignmentId);
  const wholeAssignment = cells.some(({ scope }) => scope === "assignment");
  const pages = cells.some(({ scope }) => scope === "page")
    ? await pagesOf(
        db,
        courseId,
        wikis.map((each) => each.id),
      )
    : [];
  const wikiOf = new Map([
    ...wikis.map((each) => [each.id, each.id] as const),
    ...pages.map((each) => [each.id, each.wikiId] as const),
  ]);
  const touched = new Set(
    wholeAssignment ? wikis.map((each) => each.id) : cells.flatMap(({ place }) => wikiOf.get(place) ?? []),
  );
  const found = { wikis: wikis.filter((each) => touched.has(each.id)) };
  if (isPast) return found;
  if (
    !cells.every(({ scope, place }) => (scope === "assignment" ? place === assignmentId : wikiOf.has(place)))
  )
    return null;
  const people = [...new Set(cells.flatMap(({ who }) => (who.kind === "person" ? [who.person] : [])))];
  const groups = [...new Set(cells.flatMap(({ who }) => (who.kind === "members" ? [who.group] : [])))];
  const onCourse =
    people.length === 0
      ? []
      : await db
          .select({ id: enrolment.personId })
          .from(enrolment)
          .where(and(eq(enrolment.courseId, courseId), inArray(enrolment.personId, people)));
  const inCourse =
    groups.length === 0
      ? []
      : await db
          .select({ id: courseGroup.id })
          .from(courseGroup)
          .where(and(eq(courseGroup.courseId, courseId), inArray(courseGroup.id, groups)));
  const doors = [...new Set(cells.flatMap(({ who }) => (who.kind === "guests" ? [who.door] : [])))];
  const ofAssignment = (await doorNames(db, courseId, doors)).filter(
    (door) => door.assignmentId === assignmentId,
  );
  return onCourse.length === people.length &&
    inCourse.length === groups.length &&
    ofAssignment.length === doors.length
    ? found
    : null;
}
