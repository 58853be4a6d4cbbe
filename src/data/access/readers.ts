/**
 * Who of many may read a page now: for what is told to all who have it open, in two questions however many
 * they are.
 */
import { runsCourse } from "@/core/access/role";
import "server-only";
import { and, eq, inArray, isNull } from "drizzle-orm";
import { allows, type Person, Rulebook, whenClosed, whenIn } from "@/core/access/may";
import type { Queryable } from "../db/client";
import { course, enrolment } from "../db/tables/courses";
import { page, wiki } from "../db/tables/wikis";
import { givenToAssistant, groupsOf, isMemberOfWiki } from "./people";
import { ownership, rulesAt } from "./read";

/**
 * Those of `people`, all on the course, who may read the page at `now`: the same that `standAtPage` says of
 * each. O(people).
 */
export async function readersAmong(
  db: Queryable,
  courseId: string,
  pageId: string,
  people: readonly string[],
  now: Date,
): Promise<Set<string>> {
  const rows = await db
    .select({
      id: enrolment.personId,
      role: enrolment.role,
      ownerId: page.ownerId,
      wikiId: wiki.id,
      assignmentId: wiki.assignmentId,
      setAsideAt: wiki.setAsideAt,
      archivedAt: course.archivedAt,
      timeZone: course.timeZone,
      isMember: isMemberOfWiki(enrolment.personId, now),
      isGiven: givenToAssistant(enrolment.personId),
      groups: groupsOf(wiki.courseId, enrolment.personId, now),
    })
    .from(page)
    .innerJoin(wiki, and(eq(wiki.courseId, page.courseId), eq(wiki.id, page.wikiId)))
    .innerJoin(course, eq(course.id, page.courseId))
    .innerJoin(
      enrolment,
      and(
        eq(enrolment.courseId, page.courseId),
        inArray(enrolment.personId, [...people, ""]),
        isNull(enrolment.leftAt),
      ),
    )
    .where(and(eq(page.courseId, courseId), eq(page.id, pageId)));
  const [first] = rows;
  if (!first) return new Set();
  const { wikiId, assignmentId, setAsideAt, archivedAt, timeZone, ownerId } = first;
  const place = { course: courseId, assignment: assignmentId, wiki: wikiId, page: pageId };
  const book = new Rulebook(
    await rulesAt(db, courseId, Object.values(place)),
    whenIn(timeZone, now.getTime()),
  );
  const closed = archivedAt ? "archived" : setAsideAt ? "set aside" : null;
  return new Set(
    rows.flatMap(({ id, role, isMember, isGiven, groups }) => {
      if (setAsideAt && !runsCourse(role)) return [];
      const asked: Person = { id, role, isMember, isGiven, groups, ...ownership(ownerId, id) };
      return allows(whenClosed(book.decide(asked, place), closed).level, "read") ? [id] : [];
    }),
  );
}
