/**
 * Whether marks come, from the ledger and the acts that were there then, to what was computed when they were
 * given.
 */
import "server-only";
import { and, asc, eq, isNull } from "drizzle-orm";
import { exactDecimal } from "@/core/marks/ratio";
import type { CriteriaSheet } from "@/core/marks/criteria";
import type { Database, Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { enrolment } from "../db/tables/courses";
import { sheetVersion } from "../db/tables/marks";
import type { ContextIn } from "../session/context";
import type { MarkRow } from "./acts";
import { type Material, reckon } from "./holds";
import { loadMaterial, usesTeammates } from "./load";
import { assessedWikis, type AssessedWiki, assessPlace, type AssessPlace } from "./place";
import { roundOf } from "./rounds";
import { versionsOf } from "./sheets";

export interface MarkDifference {
  readonly courseId: string;
  readonly wikiId: string;
  readonly personId: string;
  /** Decimals; null: nothing was proposed, or nothing is. */
  readonly stored: string | null;
  readonly computed: string | null;
}

export interface CheckedMarks {
  readonly checked: number;
  /** What they rest on could change still when they were given, or has another time today. */
  readonly skipped: number;
  readonly differences: readonly MarkDifference[];
}

/**
 * Computes each mark that holds anew, by the version of the sheet that it names and the acts up to it, and
 * compares. Reads all assessments of a course (of all courses, if null), and changes nothing. Cost: for each
 * version of a sheet that marks rest on, a class.
 */
export async function checkMarks(db: Database, courseId: string | null, now: Date): Promise<CheckedMarks> {
  const assignments = await db
    .selectDistinct({ courseId: sheetVersion.courseId, assignmentId: sheetVersion.assignmentId })
    .from(sheetVersion)
    .where(courseId === null ? undefined : eq(sheetVersion.courseId, courseId))
    .orderBy(asc(sheetVersion.courseId), asc(sheetVersion.assignmentId));
  let [checked, skipped] = [0, 0];
  const differences: MarkDifference[] = [];
  for (const each of assignments) {
    const found = await db.transaction((tx) => checkAssignment(tx, each.courseId, each.assignmentId, now), {
      isolationLevel: "repeatable read",
      accessMode: "read only",
    });
    checked += found.checked;
    skipped += found.skipped;
    differences.push(...found.differences);
  }
  return { checked, skipped, differences };
}

async function checkAssignment(
  db: Queryable,
  courseId: string,
  assignmentId: string,
  now: Date,
): Promise<CheckedMarks> {
  const none: CheckedMarks = { checked: 0, skipped: 0, differences: [] };
  // As those who run the course see it.
  const [viewer] = await db
    .select({ id: person.id, name: person.name })
    .from(enrolment)
    .innerJoin(person, eq(person.id, enrolment.personId))
    .where(and(eq(enrolment.courseId, courseId), eq(enrolment.role, "instructor"), isNull(enrolment.leftAt)))
    .orderBy(asc(person.id))
    .limit(1);
  if (!viewer) return none;
  const ctx: ContextIn = { db, viewer, now, newId: () => "" };
  const place = await assessPlace(ctx, courseId, assignmentId);
  if (!place) return none;
  const wikis = (await assessedWikis(ctx, place)).map((wiki): AssessedWiki => ({
    ...wiki,
    hand: "first",
    isBlind: false,
  }));
  const versions = await versionsOf(db, courseId, assignmentId);
  const round = await roundOf(db, courseId, assignmentId);
  const sums = { checked: 0, skipped: 0, differences: [] as MarkDifference[] };
  for (const [version, sheet] of versions) {
    const material = await loadMaterial(ctx, place, wikis, versions, sheet);
    const closes = usesTeammates(sheet) ? (round?.closesAt ?? null) : null;
    for (const wiki of wikis) checkGroup(place, wiki, { version, sheet, material, closes }, sums);
  }
  return sums;
}

interface Version {
  readonly version: number;
  readonly sheet: CriteriaSheet;
  readonly material: Material;
  /** When the answers closed that the rule takes; null: it takes none. */
  readonly closes: Date | null;
}

function checkGroup(
  place: AssessPlace,
  wiki: AssessedWiki,
  { version, sheet, material, closes }: Version,
  sums: { checked: number; skipped: number; differences: MarkDifference[] },
): void {
  for (const {
    each,
    held: { mark },
  } of reckon(place, sheet, wiki, material).members) {
    if (!mark?.restsOn || mark.restsOn.version !== version || mark.kind === "set") continue;
    const cutOffAt = (each.ownCutOffAt ?? place.cutOffAt)?.toISOString() ?? null;
    if (
      cutOffAt === null ||
      cutOffAt !== mark.restsOn.cutOffAt ||
      cutOffAt > mark.at.toISOString() ||
      (closes && closes > mark.at)
    ) {
      sums.skipped++;
      continue;
    }
    sums.checked++;
    const then = reckon(place, sheet, wiki, upTo(material, mark)).members.find(
      ({ part }) => part.id === each.member.id,
    )!.proposal;
    const computed = then.mark && exactDecimal(then.mark);
    if (computed !== mark.computed || then.working !== mark.working)
      sums.differences.push({
        courseId: place.courseId,
        wikiId: wiki.id,
        personId: each.member.id,
        stored: told(mark.computed, mark.working),
        computed: told(computed, then.working),
      });
  }
}

const told = (value: string | null, working: string): string | null =>
  value === null ? null : `${value} (${working})`;

/** The acts that were there when a mark was given. */
function upTo(material: Material, { at }: MarkRow): Material {
  const before = <Act extends { readonly at: Date }>(acts: ReadonlyMap<string, readonly Act[]>) =>
    new Map([...acts].map(([key, all]) => [key, all.filter((act) => act.at <= at)]));
  return { ...material, judgements: before(material.judgements), marks: before(material.marks) };
}
