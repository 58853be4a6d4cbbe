/** The log of access of an assignment. For instructors. */
import "server-only";
import { and, desc, eq, inArray } from "drizzle-orm";
import { alias } from "drizzle-orm/pg-core";
import { person } from "../db/tables/accounts";
import { courseGroup } from "../db/tables/courses";
import { accessChange, page, wiki } from "../db/tables/wikis";
import { doorNames } from "../doors/names";
import type { ContextIn } from "../session/context";
import type { LogDto } from "./dto";
import { isInstructor } from "./read";

const linesAtMost = 200;

/** What was set, newest first; null for people who do not run the course. */
export async function accessLog(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
): Promise<LogDto | null> {
  if (!(await isInstructor(ctx, courseId))) return null;
  const undone = alias(accessChange, "undone");
  const lines = await ctx.db
    .select({
      id: accessChange.id,
      at: accessChange.at,
      by: person.name,
      kind: accessChange.kind,
      undoneAt: accessChange.undoneAt,
      undid: undone.at,
      told: accessChange.told,
      powers: accessChange.powers,
      times: accessChange.times,
    })
    .from(accessChange)
    .innerJoin(person, eq(person.id, accessChange.byId))
    .leftJoin(undone, and(eq(undone.courseId, accessChange.courseId), eq(undone.id, accessChange.undoes)))
    .where(and(eq(accessChange.courseId, courseId), eq(accessChange.assignmentId, assignmentId)))
    .orderBy(desc(accessChange.at), desc(accessChange.id))
    .limit(linesAtMost);
  const cells = lines.flatMap(({ told }) => told.map(({ cell }) => cell));
  const named = async (
    ids: readonly string[],
    find: (ids: string[]) => Promise<{ id: string; name: string }[]>,
  ) => (ids.length === 0 ? [] : find([...new Set(ids)]));
  const names = [
    ...(await named(
      cells.flatMap(({ scope, place }) => (scope === "wiki" ? [place] : [])),
      (ids) =>
        ctx.db
          .select({ id: wiki.id, name: wiki.name })
          .from(wiki)
          .where(and(eq(wiki.courseId, courseId), inArray(wiki.id, ids))),
    )),
    ...(await named(
      cells.flatMap(({ scope, place }) => (scope === "page" ? [place] : [])),
      async (ids) =>
        (
          await ctx.db
            .select({ id: page.id, title: page.title, wiki: wiki.name })
            .from(page)
            .innerJoin(wiki, and(eq(wiki.courseId, page.courseId), eq(wiki.id, page.wikiId)))
            .where(and(eq(page.courseId, courseId), inArray(page.id, ids)))
        ).map(({ id, title, wiki: of }) => ({ id, name: `${title} (${of})` })),
    )),
    ...(await named(
      cells.flatMap(({ who }) => (who.kind === "person" ? [who.person] : [])),
      (ids) =>
        ctx.db.select({ id: person.id, name: person.name }).from(person).where(inArray(person.id, ids)),
    )),
    ...(await named(
      cells.flatMap(({ who }) => (who.kind === "members" ? [who.group] : [])),
      (ids) =>
        ctx.db
          .select({ id: courseGroup.id, name: courseGroup.name })
          .from(courseGroup)
          .where(and(eq(courseGroup.courseId, courseId), inArray(courseGroup.id, ids))),
    )),
  ];
  const doors = await doorNames(
    ctx.db,
    courseId,
    cells.flatMap(({ who }) => (who.kind === "guests" ? [who.door] : [])),
  );
  return {
    lines,
    doors: Object.fromEntries(doors.map(({ id, kind, of }) => [id, { kind, of }])),
    names: Object.fromEntries(names.map(({ id, name }) => [id, name])),
  };
}
