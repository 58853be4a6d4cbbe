/** Extensions: somebody may write after the due time, for as long as an instructor gives them. */
import "server-only";
import { and, asc, eq, isNotNull, isNull } from "drizzle-orm";
import type { Cell } from "@/core/access/setting";
import { isLate, type TimesOf, timesWith } from "@/core/time/due";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { accessRule, assignment, wiki } from "../db/tables/wikis";
import { membersOfWikis } from "../pages/members";
import type { Context, ContextIn } from "../session/context";
import type { AccessChanged, MoreTimeDto } from "./dto";
import { isInstructor, type Standpoint } from "./read";
import { assignmentAt, wikisOf } from "./sheet";
import { setAccess } from "./write";
import { refused } from "../refusal";

/** Who more time can be given to: wikis, and their members. */
export interface MoreTimeChoices {
  readonly given: readonly MoreTimeDto[];
  readonly wikis: readonly {
    readonly id: string;
    readonly name: string;
    readonly members: readonly { readonly id: string; readonly name: string }[];
  }[];
}

/** For instructors; null for anybody else. */
export async function moreTime(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
): Promise<MoreTimeChoices | null> {
  if (!(await isInstructor(ctx, courseId))) return null;
  const wikis = await wikisOf(ctx.db, courseId, assignmentId);
  const members = await membersOfWikis(ctx.db, courseId, wikis);
  const rows = await ctx.db
    .select({
      id: accessRule.id,
      wiki: wiki.name,
      whoKind: accessRule.whoKind,
      name: person.name,
      until: accessRule.until,
    })
    .from(accessRule)
    .innerJoin(
      wiki,
      and(
        eq(wiki.courseId, accessRule.courseId),
        eq(wiki.id, accessRule.place),
        eq(wiki.assignmentId, assignmentId),
      ),
    )
    .leftJoin(person, eq(person.id, accessRule.whoPerson))
    .where(
      and(eq(accessRule.courseId, courseId), eq(accessRule.origin, "more time"), isNull(accessRule.endedAt)),
    )
    .orderBy(asc(accessRule.until), asc(wiki.position));
  return {
    given: rows.map(({ id, wiki: name, whoKind, name: who, until }) => ({
      id,
      wiki: name,
      name: whoKind === "person" ? (who ?? "") : name,
      until: until!,
    })),
    wikis: wikis.map(({ id, name }, at) => ({
      id,
      name,
      members: members[at]!.filter(({ until }) => until === null || until > ctx.now).map(
        ({ id: who, name: called }) => ({ id: who, name: called }),
      ),
    })),
  };
}

/** Lets a group, or one of its members, write in their wiki until `until`, from the due time on. */
export async function giveMoreTime(
  ctx: Context,
  courseId: string,
  assignmentId: string,
  to: readonly { readonly wikiId: string; readonly personId: string | null }[],
  until: Date,
): Promise<AccessChanged> {
  const found = await assignmentAt(ctx.db, courseId, assignmentId);
  if (!found) return refused({ code: "not found" });
  const cells = to.map(({ wikiId, personId }): Cell => ({
    scope: "wiki",
    place: wikiId,
    who: personId === null ? { kind: "group" } : { kind: "person", person: personId },
  }));
  return setAccess(
    ctx,
    courseId,
    assignmentId,
    cells,
    { level: "write", from: found.dueAt.getTime(), until: until.getTime(), weekly: null },
    "more time",
  );
}

/** The wikis of an assignment of which somebody has more time than others. One query. */
export async function wikisWithMoreTime(
  db: Queryable,
  courseId: string,
  assignmentId: string,
): Promise<Set<string>> {
  const rows = await db
    .selectDistinct({ id: accessRule.place })
    .from(accessRule)
    .innerJoin(
      wiki,
      and(
        eq(wiki.courseId, accessRule.courseId),
        eq(wiki.id, accessRule.place),
        eq(wiki.assignmentId, assignmentId),
      ),
    )
    .where(
      and(eq(accessRule.courseId, courseId), eq(accessRule.origin, "more time"), isNull(accessRule.endedAt)),
    );
  return new Set(rows.map(({ id }) => id));
}

/**
 * Whether what an author saved in the standpoint's wiki was late. Only members' work has a time by which it
 * is due.
 */
export async function lateness(
  db: Queryable,
  { courseId, assignmentId, wikiId }: Pick<Standpoint, "courseId" | "assignmentId" | "wikiId">,
): Promise<(authorId: string | null, at: Date) => boolean> {
  const timesOf = await workTimes(db, courseId, assignmentId);
  const [found] = await db
    .select()
    .from(wiki)
    .where(and(eq(wiki.courseId, courseId), eq(wiki.id, wikiId)));
  const members = new Set(found ? (await membersOfWikis(db, courseId, [found]))[0]!.map(({ id }) => id) : []);
  return (authorId, at) =>
    authorId !== null && members.has(authorId) && isLate(timesOf(wikiId, authorId), at.getTime());
}

/**
 * When work opens, is due and stops to count, by wiki and person, for the wikis of one assignment. Two
 * queries.
 */
export async function workTimes(db: Queryable, courseId: string, assignmentId: string): Promise<TimesOf> {
  const times = { opensAt: assignment.opensAt, dueAt: assignment.dueAt, cutOffAt: assignment.cutOffAt };
  const [[found], given] = await Promise.all([
    db
      .select(times)
      .from(assignment)
      .where(and(eq(assignment.courseId, courseId), eq(assignment.id, assignmentId))),
    db
      .select({ wikiId: accessRule.place, personId: accessRule.whoPerson, until: accessRule.until })
      .from(accessRule)
      .innerJoin(
        wiki,
        and(
          eq(wiki.courseId, accessRule.courseId),
          eq(wiki.id, accessRule.place),
          eq(wiki.assignmentId, assignmentId),
        ),
      )
      .where(
        and(
          eq(accessRule.courseId, courseId),
          eq(accessRule.origin, "more time"),
          isNull(accessRule.endedAt),
          isNotNull(accessRule.until),
        ),
      ),
  ]);
  if (!found) throw new RangeError(`No assignment ${assignmentId} in course ${courseId}`);
  const { opensAt, dueAt, cutOffAt } = found;
  return timesWith(
    { opensAt: opensAt.getTime(), dueAt: dueAt.getTime(), cutOffAt: cutOffAt?.getTime() ?? null },
    given.map(({ wikiId, personId, until }) => ({ wikiId, personId, until: until!.getTime() })),
  );
}
