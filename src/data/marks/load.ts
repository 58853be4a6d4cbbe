/**
 * The assessment of an assignment as it stands: everything that marks are computed from, read in a fixed
 * number of queries.
 */
import "server-only";
import { and, eq, inArray, isNull } from "drizzle-orm";
import { type CriteriaSheet, emptySheet } from "@/core/marks/criteria";
import { groupMember } from "../db/tables/courses";
import { atCutOff } from "../review/period";
import { assignmentReview } from "../review/read";
import type { ContextIn } from "../session/context";
import { judgementsOf, type JudgementRow, lastReleased, marksOf, subjectKey, touchesOf } from "./acts";
import { checksIn } from "./checks";
import type { ClassStateDto } from "./dto";
import { groupStateOf, type Material } from "./holds";
import { type AssessedWiki, assessedWikis, type AssessPlace } from "./place";
import { saidOfTeammates } from "./rounds";
import { versionsOf } from "./sheets";

/**
 * The assessment of the wikis that the viewer assesses, or of one of them. The place was asked for by the
 * caller.
 */
export async function loadAssessment(
  ctx: ContextIn,
  place: AssessPlace,
  only?: string,
): Promise<ClassStateDto> {
  const [wikis, versions] = await Promise.all([
    assessedWikis(ctx, place, only),
    versionsOf(ctx.db, place.courseId, place.assignmentId),
  ]);
  const version = versions.size === 0 ? null : Math.max(...versions.keys());
  const sheet = version === null ? emptySheet : versions.get(version)!;
  const material = await loadMaterial(ctx, place, wikis, versions, sheet, only);
  return {
    place,
    version,
    sheet,
    versions,
    groups: wikis.map((wiki) =>
      groupStateOf(place, sheet, wiki, wiki.isBlind ? ownOnly(material, ctx.viewer.id) : material),
    ),
  };
}

/** All that a sheet of theirs reckons with. */
export async function loadMaterial(
  ctx: ContextIn,
  place: AssessPlace,
  wikis: readonly AssessedWiki[],
  versions: Material["versions"],
  sheet: CriteriaSheet,
  only?: string,
): Promise<Material> {
  const { courseId, assignmentId } = place;
  const ids = wikis.map(({ id }) => id);
  const [review, judgements, marks, released, touches, checks, teammates, joined] = await Promise.all([
    assignmentReview(ctx, courseId, assignmentId, atCutOff, only),
    judgementsOf(ctx.db, courseId, ids),
    marksOf(ctx.db, courseId, ids),
    lastReleased(ctx.db, courseId, ids),
    touchesOf(ctx.db, courseId, ids),
    checksIn(ctx, place, wikis, sheet),
    usesTeammates(sheet) ? saidOfTeammates(ctx.db, courseId, assignmentId, ids) : null,
    joinedOf(ctx, courseId, wikis),
  ]);
  return {
    versions,
    judgements,
    marks,
    released,
    touches,
    checks,
    teammates,
    joined,
    reviews: new Map((review ?? []).map(({ wikiId, members }) => [wikiId, members])),
  };
}

/** What a second assessor sees until they are done: what they judged, and nothing that anybody else did. */
function ownOnly(material: Material, viewerId: string): Material {
  const own = (acts: readonly JudgementRow[]) =>
    acts.filter(({ hand, by }) => hand === "second" && by === viewerId);
  return {
    ...material,
    judgements: new Map([...material.judgements].map(([key, acts]) => [key, own(acts)])),
    marks: new Map(),
    released: new Map(),
    touches: new Map(),
  };
}

export const usesTeammates = ({ students }: CriteriaSheet): boolean =>
  students.how === "by share" && students.figures.some(({ figure }) => figure === "teammates");

/** When each member came to their group. */
async function joinedOf(
  { db }: ContextIn,
  courseId: string,
  wikis: readonly AssessedWiki[],
): Promise<Map<string, Date>> {
  const groups = wikis.flatMap(({ groupId }) => groupId ?? []);
  if (groups.length === 0) return new Map();
  const rows = await db
    .select({ groupId: groupMember.groupId, personId: groupMember.personId, since: groupMember.since })
    .from(groupMember)
    .where(
      and(
        eq(groupMember.courseId, courseId),
        inArray(groupMember.groupId, groups),
        isNull(groupMember.until),
      ),
    );
  const wikiOf = new Map(wikis.map(({ id, groupId }) => [groupId, id]));
  return new Map(
    rows.map(({ groupId, personId, since }) => [subjectKey(wikiOf.get(groupId)!, personId), since]),
  );
}
