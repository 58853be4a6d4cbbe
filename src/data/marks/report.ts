/** What should be known before marks are released: who has none, what is open, and whom mail will reach. */
import "server-only";
import { runsCourse } from "@/core/access/role";
import { roleOn } from "../access/read";
import { classFindings } from "../review/class-findings";
import { atCutOff } from "../review/period";
import { openObjections } from "../review/own-words";
import type { ContextIn } from "../session/context";
import type { ClassStateDto } from "./dto";
import { loadAssessment } from "./load";
import { type ObjectionDto, objectionsOf } from "./objections";
import { assessPlace } from "./place";
import { type PlannedReleaseDto, reachable, releasesOf, tellsTheOther, toRelease } from "./release";

export interface ReleaseGroupDto {
  readonly wikiId: string;
  readonly name: string;
  /** Whose mark would be shown for the first time, or anew. */
  readonly ready: readonly {
    readonly id: string;
    readonly name: string;
    readonly mark: string;
    readonly isChange: boolean;
    readonly isCurrent: boolean;
  }[];
  readonly noMark: readonly { readonly id: string; readonly name: string }[];
  readonly heldBack: readonly { readonly name: string; readonly reason: string }[];
  /** Criteria that nobody judged, by title. */
  readonly open: readonly string[];
  readonly findings: number;
  /** A group of two whose rule works by share: each could compute the other's mark. */
  readonly tellsTheOther: boolean;
  readonly released: number;
}

export interface ReleaseReportDto {
  readonly all: ClassStateDto;
  readonly groups: readonly ReleaseGroupDto[];
  readonly releases: readonly PlannedReleaseDto[];
  readonly objections: readonly ObjectionDto[];
  /** Objections to the record that students wrote beside it, and nobody answered. */
  readonly unanswered: readonly {
    readonly wikiId: string;
    readonly personId: string;
    readonly person: string;
    readonly wiki: string;
  }[];
  /** Whom no mail reaches: they have left the course. By id. */
  readonly unreachable: readonly string[];
}

/**
 * For those who run the course; null for anybody else. Cost: the assessment of the class, and findings where
 * something happened since.
 */
export async function releaseReport(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
): Promise<ReleaseReportDto | null> {
  const place = runsCourse(await roleOn(ctx, courseId))
    ? await assessPlace(ctx, courseId, assignmentId)
    : null;
  if (!place) return null;
  const all = await loadAssessment(ctx, place);
  const wikis = all.groups.map(({ wiki }) => ({ wikiId: wiki.id, name: wiki.name }));
  const [findings, releases, objections, unanswered] = await Promise.all([
    classFindings(
      ctx,
      courseId,
      wikis,
      place.cutOffAt === null || place.cutOffAt > ctx.now ? undefined : atCutOff,
    ),
    releasesOf(ctx.db, courseId, assignmentId),
    objectionsOf(
      ctx,
      courseId,
      assignmentId,
      wikis.map(({ wikiId }) => wikiId),
    ),
    openObjections(ctx.db, courseId),
  ]);
  const groups = all.groups.map((group, at): ReleaseGroupDto => {
    const { wiki, members, criteria } = group;
    const ready = toRelease(group);
    const openOwn = new Set(
      members.flatMap(({ proposal, own }) =>
        own
          .filter(({ criterion }) => proposal.open.includes(criterion.id))
          .map(({ criterion }) => criterion.title),
      ),
    );
    return {
      wikiId: wiki.id,
      name: wiki.name,
      findings: findings[at]?.open.length ?? 0,
      released: members.filter(({ released }) => released !== null).length,
      ready: ready.map(({ member, held, released, isCurrent }) => ({
        id: member.id,
        name: member.name,
        mark: held.mark!.value!,
        isChange: released !== null,
        isCurrent,
      })),
      noMark: members
        .filter(({ held, isGone }) => held.mark === null && !isGone)
        .map(({ member }) => ({ id: member.id, name: member.name })),
      heldBack: members.flatMap(({ member, held }) =>
        held.heldBack === null ? [] : [{ name: member.name, reason: held.heldBack }],
      ),
      open: [
        ...criteria.filter(({ part }) => part === null).map(({ criterion }) => criterion.title),
        ...openOwn,
      ],
      tellsTheOther: tellsTheOther(all, group),
    };
  });
  const ids = groups.flatMap(({ ready }) => ready.map(({ id }) => id));
  const reached = new Set((await reachable(ctx.db, courseId, ids)).map(({ id }) => id));
  return {
    all,
    groups,
    releases,
    objections,
    unanswered: unanswered.filter((each) => each.assignmentId === assignmentId),
    unreachable: ids.filter((id) => !reached.has(id)),
  };
}
