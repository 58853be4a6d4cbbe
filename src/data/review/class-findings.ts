/** What was found in many groups, in a few words: looked for again only where something happened since. */
import { reviewsWork, runsCourse } from "@/core/access/role";
import "server-only";
import { and, eq, isNotNull, isNull } from "drizzle-orm";
import { roleOn } from "../access/read";
import { assignment, wiki } from "../db/tables/wikis";
import type { ContextIn } from "../session/context";
import { type AnyFinding, findingsOf, membersIn } from "./findings";
import { Known } from "./known";
import { allTime, fromTheBeginning, type Period } from "./period";
import { loadWork } from "./work";

export interface GroupFindingsDto {
  readonly wikiId: string;
  readonly name: string;
  /** The findings that nobody dismissed. */
  readonly open: readonly {
    readonly key: string;
    readonly kind: AnyFinding["kind"];
    readonly members: readonly string[];
    readonly who: readonly string[];
  }[];
}

/** Wikis that are looked through at the same time. */
const atOnce = 2;
/** What is asked about depends on the time as well, and on who belongs to a group. */
const known = new Known<GroupFindingsDto["open"]>({
  name: "findings",
  most: 5000,
  milliseconds: 10 * 60 * 1000,
});

/**
 * As of the period's end. In the order given; nothing for people who may not review. The caller names wikis
 * that the viewer may review. Cost: one query, and the work of each wiki in which something happened since.
 */
export async function classFindings(
  ctx: ContextIn,
  courseId: string,
  wikis: readonly { readonly wikiId: string; readonly name: string }[],
  period: Period = allTime,
): Promise<GroupFindingsDto[]> {
  const asked = fromTheBeginning(period);
  const role = await roleOn(ctx, courseId);
  if (wikis.length === 0 || !reviewsWork(role)) return [];
  const open = await known.of(
    ctx,
    courseId,
    wikis.map(({ wikiId }) => wikiId),
    `findings ${asked.until?.getTime()} ${asked.eachAt}`,
    async (missing) => {
      const found = new Map<string, GroupFindingsDto["open"]>();
      for (let at = 0; at < missing.length; at += atOnce)
        await Promise.all(
          missing
            .slice(at, at + atOnce)
            .map(async (wikiId) => found.set(wikiId, await openIn(ctx, courseId, wikiId, asked))),
        );
      return found;
    },
  );
  return wikis.map(({ wikiId, name }) => ({ wikiId, name, open: open.get(wikiId) ?? [] }));
}

async function openIn(
  ctx: ContextIn,
  courseId: string,
  wikiId: string,
  period: Period,
): Promise<GroupFindingsDto["open"]> {
  const loaded = await loadWork(ctx, courseId, wikiId, period, "reviewers");
  if (!loaded) return [];
  const nameOf = (id: string) => loaded.members.find((member) => member.id === id)?.name ?? "somebody";
  return (await findingsOf(ctx, loaded))
    .filter(({ dismissed }) => !dismissed)
    .map(({ key, finding }) => ({
      key,
      kind: finding.kind,
      members: membersIn(finding),
      who: membersIn(finding).map(nameOf),
    }));
}

/** How many findings wait in each published assignment of a course that has some. For instructors. */
export async function findingsWaiting(
  ctx: ContextIn,
  courseId: string,
): Promise<{ assignmentId: string; title: string; number: number }[]> {
  if (!runsCourse(await roleOn(ctx, courseId))) return [];
  const rows = await ctx.db
    .select({ wikiId: wiki.id, name: wiki.name, assignmentId: assignment.id, title: assignment.title })
    .from(wiki)
    .innerJoin(assignment, and(eq(assignment.courseId, wiki.courseId), eq(assignment.id, wiki.assignmentId)))
    .where(and(eq(wiki.courseId, courseId), isNull(wiki.setAsideAt), isNotNull(assignment.publishedAt)))
    .orderBy(assignment.dueAt, wiki.position);
  const found = await classFindings(ctx, courseId, rows);
  const waiting = new Map<string, { assignmentId: string; title: string; number: number }>();
  rows.forEach(({ assignmentId, title }, at) => {
    const number = found[at]!.open.length;
    if (number > 0)
      waiting.set(assignmentId, {
        assignmentId,
        title,
        number: (waiting.get(assignmentId)?.number ?? 0) + number,
      });
  });
  return [...waiting.values()];
}
