/** Merging two accounts of one person on a course, and undoing it. */
import { takesPart } from "@/core/access/role";
import "server-only";
import { and, eq, inArray, isNull, or, sql } from "drizzle-orm";
import { assignmentsToBringUp } from "../assignments/wikis";
import { mayChangeCourse } from "../access/read";
import type { Queryable } from "../db/client";
import {
  accountMerge,
  courseGroup,
  enrolment,
  groupMember,
  type MembershipRow,
  type MergeChanges,
} from "../db/tables/courses";
import { assignment, comment, entry, page, wiki } from "../db/tables/wikis";
import { askForAll } from "../jobs/ask";
import { recomputeWikisOf } from "../ledger/recompute";
import type { Context, ContextIn } from "../session/context";
import type { PeopleSaved } from "./dto";
import { refused } from "../refusal";

/**
 * Lets all that `goneId` did on the course count as `keptId`'s: entries (which stay as they were written),
 * comments, places in groups, pages of their own. The account that goes is off the course. Figures are
 * computed anew in the same transaction. Cost: the entries of the wikis in which the one wrote.
 */
export async function mergeAccounts(
  ctx: Context,
  courseId: string,
  goneId: string,
  keptId: string,
): Promise<PeopleSaved> {
  return changing(ctx, courseId, async (inside) => {
    const { db } = inside;
    if (goneId === keptId) return refused({ code: "same person" });
    const rows = await db
      .select({ id: enrolment.personId, role: enrolment.role, leftAt: enrolment.leftAt })
      .from(enrolment)
      .where(and(eq(enrolment.courseId, courseId), inArray(enrolment.personId, [goneId, keptId])))
      .for("update");
    const [gone, kept] = [rows.find(({ id }) => id === goneId), rows.find(({ id }) => id === keptId)];
    if (!gone || !kept || kept.leftAt) return refused({ code: "not found" });
    if (!takesPart(gone.role) || !takesPart(kept.role)) return refused({ code: "not students" });
    const [merged] = await db
      .select({ id: accountMerge.id })
      .from(accountMerge)
      .where(
        and(
          eq(accountMerge.courseId, courseId),
          isNull(accountMerge.undoneAt),
          or(inArray(accountMerge.goneId, [goneId, keptId]), eq(accountMerge.keptId, goneId)),
        ),
      );
    if (merged) return refused({ code: "merged already" });
    const wikis = await swapOwnWikis(inside, courseId, goneId, keptId);
    if (wikis === "both wrote") return refused({ code: "both wrote" });
    const groups = await moveMemberships(inside, courseId, goneId, keptId);
    const comments = (
      await db
        .update(comment)
        .set({ authorId: keptId })
        .where(and(eq(comment.courseId, courseId), eq(comment.authorId, goneId)))
        .returning({ id: comment.id })
    ).map(({ id }) => id);
    const ownPages = (
      await db
        .update(page)
        .set({ ownerId: keptId })
        .where(and(eq(page.courseId, courseId), eq(page.ownerId, goneId)))
        .returning({ id: page.id })
    ).map(({ id }) => id);
    await db
      .update(enrolment)
      .set({ leftAt: gone.leftAt ?? ctx.now })
      .where(and(eq(enrolment.courseId, courseId), eq(enrolment.personId, goneId)));
    const changes: MergeChanges = {
      goneLeftAt: gone.leftAt?.toISOString() ?? null,
      groups,
      comments,
      ownPages,
      wikis,
    };
    await db
      .insert(accountMerge)
      .values({ courseId, id: ctx.newId(), goneId, keptId, byId: ctx.viewer.id, at: ctx.now, changes });
    await recomputeWikisOf(db, courseId, goneId);
    return { kind: "saved", count: 1 };
  });
}

/** Takes a merge back: everything is whose it was. What the two did since then stays each one's own. */
export async function undoMerge(ctx: Context, courseId: string, goneId: string): Promise<PeopleSaved> {
  return changing(ctx, courseId, async (inside) => {
    const { db } = inside;
    const [found] = await db
      .select()
      .from(accountMerge)
      .where(
        and(
          eq(accountMerge.courseId, courseId),
          eq(accountMerge.goneId, goneId),
          isNull(accountMerge.undoneAt),
        ),
      )
      .for("update");
    if (!found) return refused({ code: "not found" });
    const { keptId, changes } = found;
    await db
      .update(accountMerge)
      .set({ undoneAt: ctx.now })
      .where(and(eq(accountMerge.courseId, courseId), eq(accountMerge.id, found.id)));
    await db
      .update(comment)
      .set({ authorId: goneId })
      .where(and(eq(comment.courseId, courseId), inArray(comment.id, [...changes.comments, ""])));
    await db
      .update(page)
      .set({ ownerId: goneId })
      .where(
        and(
          eq(page.courseId, courseId),
          inArray(page.id, [...changes.ownPages, ""]),
          eq(page.ownerId, keptId),
        ),
      );
    for (const { id, was } of changes.wikis)
      await db
        .update(wiki)
        .set({ personId: was })
        .where(and(eq(wiki.courseId, courseId), eq(wiki.id, id)));
    for (const { groupId, gone, kept, made } of changes.groups) {
      const now = await membership(db, courseId, groupId, keptId);
      // Moved by hand since then: that is left as it is.
      if (JSON.stringify(now) === JSON.stringify(made))
        await putMembership(db, courseId, groupId, keptId, kept);
      await putMembership(db, courseId, groupId, goneId, gone);
    }
    await db
      .update(enrolment)
      .set({ leftAt: changes.goneLeftAt === null ? null : new Date(changes.goneLeftAt) })
      .where(and(eq(enrolment.courseId, courseId), eq(enrolment.personId, goneId)));
    await recomputeWikisOf(db, courseId, goneId);
    return { kind: "saved", count: 1 };
  });
}

async function changing(
  ctx: Context,
  courseId: string,
  change: (inside: ContextIn) => Promise<PeopleSaved>,
): Promise<PeopleSaved> {
  return ctx.db.transaction(async (tx) => {
    const inside = { ...ctx, db: tx };
    if (!(await mayChangeCourse(inside, courseId))) return refused({ code: "not allowed" });
    const saved = await change(inside);
    if (saved.kind === "saved")
      await askForAll(
        tx,
        "wikis",
        (await assignmentsToBringUp(tx, courseId, null)).map((assignmentId) => ({ courseId, assignmentId })),
      );
    return saved;
  });
}

/**
 * Where each student has a wiki: the one that was written in becomes the kept account's, the empty one the
 * other's.
 */
async function swapOwnWikis(
  { db }: ContextIn,
  courseId: string,
  goneId: string,
  keptId: string,
): Promise<MergeChanges["wikis"] | "both wrote"> {
  const own = await db
    .select({
      id: wiki.id,
      assignmentId: wiki.assignmentId,
      personId: wiki.personId,
      written: sql<boolean>`exists (select 1 from ${entry} e where e.course_id = ${wiki.courseId}
        and e.wiki_id = ${wiki.id} and e.author_id is not null)`,
    })
    .from(wiki)
    .innerJoin(assignment, and(eq(assignment.courseId, wiki.courseId), eq(assignment.id, wiki.assignmentId)))
    .where(and(eq(wiki.courseId, courseId), inArray(wiki.personId, [goneId, keptId])));
  const swapped: MergeChanges["wikis"][number][] = [];
  for (const theirs of own.filter(({ personId, written }) => personId === goneId && written)) {
    const mine = own.find(
      ({ personId, assignmentId }) => personId === keptId && assignmentId === theirs.assignmentId,
    );
    if (mine?.written) return "both wrote";
    swapped.push(
      { id: theirs.id, was: goneId, is: keptId },
      ...(mine ? [{ id: mine.id, was: keptId, is: goneId }] : []),
    );
  }
  for (const { id, is } of swapped)
    await db
      .update(wiki)
      .set({ personId: is })
      .where(and(eq(wiki.courseId, courseId), eq(wiki.id, id)));
  return swapped;
}

/**
 * Places in groups go over. Where the kept account is in another group of the same set, this one becomes a
 * past place.
 */
async function moveMemberships(
  { db, now }: ContextIn,
  courseId: string,
  goneId: string,
  keptId: string,
): Promise<MergeChanges["groups"]> {
  const rows = await db
    .select({
      groupId: groupMember.groupId,
      setId: courseGroup.setId,
      personId: groupMember.personId,
      until: groupMember.until,
    })
    .from(groupMember)
    .innerJoin(
      courseGroup,
      and(eq(courseGroup.courseId, groupMember.courseId), eq(courseGroup.id, groupMember.groupId)),
    )
    .where(and(eq(groupMember.courseId, courseId), inArray(groupMember.personId, [goneId, keptId])));
  const moved: MergeChanges["groups"][number][] = [];
  for (const { groupId, setId } of rows.filter(({ personId }) => personId === goneId)) {
    const [gone, kept] = [
      await membership(db, courseId, groupId, goneId),
      await membership(db, courseId, groupId, keptId),
    ];
    const isElsewhere =
      setId !== null &&
      rows.some(
        (row) =>
          row.personId === keptId &&
          row.setId === setId &&
          row.groupId !== groupId &&
          (row.until === null || row.until > now),
      );
    const made = together(gone!, kept, isElsewhere ? now.toISOString() : null);
    await putMembership(db, courseId, groupId, goneId, null);
    await putMembership(db, courseId, groupId, keptId, made);
    moved.push({ groupId, gone, kept, made });
  }
  return moved;
}

/** The place that two places of one person in a group make: from the earlier beginning to the later end. */
function together(
  gone: NonNullable<MembershipRow>,
  kept: MembershipRow,
  endsAt: string | null,
): NonNullable<MembershipRow> {
  const until =
    kept === null
      ? (gone.until ?? endsAt)
      : kept.until === null || gone.until === null
        ? null
        : kept.until > gone.until
          ? kept.until
          : gone.until;
  return {
    position: kept?.position ?? gone.position,
    since: kept && kept.since < gone.since ? kept.since : gone.since,
    until,
  };
}

async function membership(
  db: Queryable,
  courseId: string,
  groupId: string,
  personId: string,
): Promise<MembershipRow> {
  const [row] = await db
    .select({ position: groupMember.position, since: groupMember.since, until: groupMember.until })
    .from(groupMember)
    .where(
      and(
        eq(groupMember.courseId, courseId),
        eq(groupMember.groupId, groupId),
        eq(groupMember.personId, personId),
      ),
    );
  return row
    ? { position: row.position, since: row.since.toISOString(), until: row.until?.toISOString() ?? null }
    : null;
}

async function putMembership(
  db: Queryable,
  courseId: string,
  groupId: string,
  personId: string,
  row: MembershipRow,
): Promise<void> {
  await db
    .delete(groupMember)
    .where(
      and(
        eq(groupMember.courseId, courseId),
        eq(groupMember.groupId, groupId),
        eq(groupMember.personId, personId),
      ),
    );
  if (row)
    await db.insert(groupMember).values({
      courseId,
      groupId,
      personId,
      position: row.position,
      since: new Date(row.since),
      until: row.until === null ? null : new Date(row.until),
    });
}
