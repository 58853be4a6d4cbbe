/** What was found in many groups, in a few words: looked for again only where something happened since. */
import "server-only";
import { and, eq, inArray, isNotNull, isNull, sql } from "drizzle-orm";
import { roleOn } from "../access/read";
import { discussion, findingAct } from "../db/tables/review";
import { assignment, comment, wiki } from "../db/tables/wikis";
import { sharedCredit } from "../db/tables/writing";
import type { ContextIn } from "../session/context";
import { type AnyFinding, findingsOf, membersIn } from "./findings";
import { allTime } from "./period";
import { loadWork } from "./work";

export interface GroupFindingsDto {
  readonly wikiId: string;
  readonly name: string;
  /** The findings that nobody dismissed. */
  readonly open: readonly { readonly key: string; readonly kind: AnyFinding["kind"]; readonly members: readonly string[]; readonly who: readonly string[] }[];
}

/** Wikis that are looked through at the same time. */
const atOnce = 4;
/** What is known is looked for again after this long in any case: who belongs to a group is no part of `stateOf`. */
const knownFor = 10 * 60 * 1000;
const mostKnown = 5000;

/** What this process knows. Another one finds out for itself; nothing that matters is kept here alone. */
const known = new Map<string, { readonly state: string; readonly at: number; readonly open: GroupFindingsDto["open"] }>();

/** In the order given; nothing for people who may not review. The caller names wikis that the viewer may review. Cost: one query, and the work of each wiki in which something happened since. */
export async function classFindings(ctx: ContextIn, courseId: string, wikis: readonly { readonly wikiId: string; readonly name: string }[]): Promise<GroupFindingsDto[]> {
  const role = await roleOn(ctx, courseId);
  if (wikis.length === 0 || (role !== "instructor" && role !== "assistant")) return [];
  const states = await stateOf(ctx, courseId, wikis.map(({ wikiId }) => wikiId));
  const result: GroupFindingsDto[] = [];
  for (let at = 0; at < wikis.length; at += atOnce) {
    result.push(...await Promise.all(wikis.slice(at, at + atOnce).map(async ({ wikiId, name }) => ({ wikiId, name, open: await openIn(ctx, courseId, wikiId, states.get(wikiId) ?? "") }))));
  }
  return result;
}

async function openIn(ctx: ContextIn, courseId: string, wikiId: string, state: string): Promise<GroupFindingsDto["open"]> {
  const key = `${courseId} ${wikiId}`;
  const now = ctx.now.getTime();
  const found = known.get(key);
  if (found?.state === state && Math.abs(now - found.at) < knownFor) return found.open;
  const loaded = await loadWork(ctx, courseId, wikiId, allTime, "reviewers");
  if (!loaded) return [];
  const nameOf = (id: string) => loaded.members.find((member) => member.id === id)?.name ?? "somebody";
  const open = (await findingsOf(ctx, loaded)).filter(({ dismissed }) => !dismissed).map(({ key: each, finding }) => ({ key: each, kind: finding.kind, members: membersIn(finding), who: membersIn(finding).map(nameOf) }));
  if (known.size >= mostKnown) known.clear();
  known.set(key, { state, at: now, open });
  return open;
}

/** What findings depend on, of each wiki: entries, comments, shared credit, what was dismissed or marked as discussion, the due time, the thresholds. */
async function stateOf({ db }: ContextIn, courseId: string, wikis: readonly string[]): Promise<Map<string, string>> {
  const rows = await db.select({
    id: wiki.id, entries: wiki.entries, version: wiki.creditVersion, dueAt: assignment.dueAt, thresholds: assignment.thresholds,
    discussed: sql<string>`(select count(*) || ' ' || count(${discussion.endedAt}) from ${discussion} where ${discussion.courseId} = ${wiki.courseId} and ${discussion.wikiId} = ${wiki.id})`,
    said: sql<string>`(select count(*) || ' ' || count(${comment.withdrawnAt}) from ${comment} where ${comment.courseId} = ${wiki.courseId} and ${comment.wikiId} = ${wiki.id})`,
    shared: sql<string>`(select count(*) || ' ' || coalesce(max(${sharedCredit.answeredAt})::text, '') from ${sharedCredit} where ${sharedCredit.courseId} = ${wiki.courseId} and ${sharedCredit.wikiId} = ${wiki.id})`,
    acts: sql<number>`(select count(*)::int from ${findingAct} where ${findingAct.courseId} = ${wiki.courseId} and ${findingAct.wikiId} = ${wiki.id})`,
  }).from(wiki).innerJoin(assignment, and(eq(assignment.courseId, wiki.courseId), eq(assignment.id, wiki.assignmentId))).where(and(eq(wiki.courseId, courseId), inArray(wiki.id, [...wikis])));
  return new Map(rows.map(({ id, ...state }) => [id, JSON.stringify(state)]));
}

/** How many findings wait in each published assignment of a course that has some. For instructors. */
export async function findingsWaiting(ctx: ContextIn, courseId: string): Promise<{ assignmentId: string; title: string; number: number }[]> {
  if ((await roleOn(ctx, courseId)) !== "instructor") return [];
  const rows = await ctx.db.select({ wikiId: wiki.id, name: wiki.name, assignmentId: assignment.id, title: assignment.title }).from(wiki).innerJoin(assignment, and(eq(assignment.courseId, wiki.courseId), eq(assignment.id, wiki.assignmentId)))
    .where(and(eq(wiki.courseId, courseId), isNull(wiki.setAsideAt), isNotNull(assignment.publishedAt))).orderBy(assignment.dueAt, wiki.position);
  const found = await classFindings(ctx, courseId, rows);
  const waiting = new Map<string, { assignmentId: string; title: string; number: number }>();
  rows.forEach(({ assignmentId, title }, at) => {
    const number = found[at]!.open.length;
    if (number > 0) waiting.set(assignmentId, { assignmentId, title, number: (waiting.get(assignmentId)?.number ?? 0) + number });
  });
  return [...waiting.values()];
}
