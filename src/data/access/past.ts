/** When those whose wiki it is could not write in it, from the rules that hold and those that have ended. */
import "server-only";
import { and, eq, gte, inArray, isNotNull } from "drizzle-orm";
import type { Person, Place } from "@/core/access/may";
import { type PastRule, spansBelow } from "@/core/access/past";
import type { GroupWork } from "@/core/credit/work";
import type { Span } from "@/core/time/span";
import { enrolment } from "../db/tables/courses";
import { accessRule } from "../db/tables/wikis";
import type { ContextIn } from "../session/context";
import { toRule } from "./read";

/** A wiki in its assignment. */
interface Where {
  readonly courseId: string;
  readonly assignmentId: string;
  readonly wikiId: string;
  readonly groupId: string | null;
  readonly timeZone: string;
  readonly opensAt: Date;
  /** Its members, with when what they do is due. */
  readonly work: Pick<GroupWork, "members" | "timesOf">;
}

export interface Closed {
  /** From when the assignment opened until now: what was closed to all of them. */
  readonly toAll: readonly Span[];
  /**
   * By person, from when it opened until it was due of them, or now: closed to them, or not on the course
   * yet. Only who was kept out.
   */
  readonly toEach: ReadonlyMap<string, readonly Span[]>;
}

/**
 * The times in which `members` could not write on the wiki's pages, single pages apart. Two queries, by
 * index.
 */
export async function closedTo(
  { db, now }: ContextIn,
  { courseId, assignmentId, wikiId, groupId, timeZone, opensAt, work }: Where,
): Promise<Closed> {
  const place: Place = { course: courseId, assignment: assignmentId, wiki: wikiId };
  const rows = await db
    .select()
    .from(accessRule)
    .where(
      and(
        eq(accessRule.courseId, courseId),
        inArray(accessRule.place, [courseId, assignmentId, wikiId]),
        isNotNull(accessRule.level),
      ),
    );
  const rules = rows.flatMap((row): PastRule[] => {
    const rule = toRule(row);
    return "level" in rule ? [{ rule, endedAt: row.endedAt?.getTime() ?? null }] : [];
  });
  const late = await db
    .select({ id: enrolment.personId, since: enrolment.since })
    .from(enrolment)
    .where(and(eq(enrolment.courseId, courseId), gte(enrolment.since, opensAt)));
  const admitted = new Map(late.map(({ id, since }) => [id, since.getTime()]));
  const member = (id: string): Person => ({
    id,
    role: "student",
    isMember: true,
    groups: groupId ? [groupId] : [],
  });
  const upTo = (at: number): Span => ({ from: opensAt.getTime(), to: Math.min(at, now.getTime()) });
  const toAll = spansBelow("write", rules, member(""), place, timeZone, upTo(now.getTime()));
  // Most rules are about all of them alike; only who is named has times of their own.
  const named = new Set(rules.flatMap(({ rule: { who } }) => (who.kind === "person" ? [who.person] : [])));
  const ofOthers = new Map<number, readonly Span[]>();
  const ofAll = (time: Span) => {
    const spans = ofOthers.get(time.to) ?? spansBelow("write", rules, member(""), place, timeZone, time);
    ofOthers.set(time.to, spans);
    return spans;
  };
  const toEach = work.members.map((id): [string, Span[]] => {
    const time = upTo(work.timesOf(id)?.dueAt ?? now.getTime());
    const closed = named.has(id)
      ? spansBelow("write", rules, member(id), place, timeZone, time)
      : ofAll(time);
    const since = Math.min(admitted.get(id) ?? 0, time.to);
    return [
      id,
      since > opensAt.getTime()
        ? [
            { from: opensAt.getTime(), to: since },
            ...closed.flatMap(({ from, to }) => (to > since ? [{ from: Math.max(from, since), to }] : [])),
          ]
        : [...closed],
    ];
  });
  return { toAll, toEach: new Map(toEach.filter(([, spans]) => spans.length > 0)) };
}
