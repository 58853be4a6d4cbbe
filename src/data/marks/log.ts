/** The log of an assessment: every act on it, newest first. */
import "server-only";
import { and, desc, eq, isNotNull } from "drizzle-orm";
import { runsCourse } from "@/core/access/role";
import type { CriteriaSheet } from "@/core/marks/criteria";
import { roleOn } from "../access/read";
import { person } from "../db/tables/accounts";
import { judgement, markAct, markRelease, objection, sheetVersion } from "../db/tables/marks";
import { wiki } from "../db/tables/wikis";
import type { ContextIn } from "../session/context";
import { assessPlace } from "./place";
import { versionsOf } from "./sheets";

export interface AssessLogLineDto {
  readonly at: Date;
  readonly by: string;
  readonly wiki: string | null;
  readonly person: string | null;
  readonly what: string;
  readonly told: string;
  readonly reason: string;
}

/**
 * For those who run the course; null for anybody else. The newest `most` lines. Cost: as many rows of each
 * kind.
 */
export async function assessmentLog(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
  only: string | null = null,
  most = 300,
): Promise<AssessLogLineDto[] | null> {
  const place = runsCourse(await roleOn(ctx, courseId))
    ? await assessPlace(ctx, courseId, assignmentId)
    : null;
  if (!place) return null;
  const here = <Table extends { readonly courseId: never; readonly assignmentId: never }>(table: Table) =>
    and(eq(table.courseId, courseId), eq(table.assignmentId, assignmentId));
  const of = (table: unknown) => here(table as never);
  const versions = await versionsOf(ctx.db, courseId, assignmentId);
  const inWiki = only === null ? undefined : eq(wiki.id, only);
  const [judged, marks, releases, sheets, objections, names] = await Promise.all([
    ctx.db
      .select({
        at: judgement.at,
        by: person.name,
        wiki: wiki.name,
        personId: judgement.personId,
        hand: judgement.hand,
        criterion: judgement.criterion,
        version: judgement.version,
        level: judgement.level,
        points: judgement.points,
        reason: judgement.reason,
      })
      .from(judgement)
      .innerJoin(person, eq(person.id, judgement.byId))
      .innerJoin(wiki, and(eq(wiki.courseId, judgement.courseId), eq(wiki.id, judgement.wikiId)))
      .where(and(of(judgement), inWiki))
      .orderBy(desc(judgement.order))
      .limit(most),
    ctx.db
      .select({
        at: markAct.at,
        by: person.name,
        wiki: wiki.name,
        personId: markAct.personId,
        kind: markAct.kind,
        value: markAct.value,
        computed: markAct.computed,
        reason: markAct.reason,
      })
      .from(markAct)
      .innerJoin(person, eq(person.id, markAct.byId))
      .innerJoin(wiki, and(eq(wiki.courseId, markAct.courseId), eq(wiki.id, markAct.wikiId)))
      .where(and(of(markAct), inWiki))
      .orderBy(desc(markAct.order))
      .limit(most),
    only === null
      ? ctx.db
          .select({ at: markRelease.doneAt, by: person.name, wikis: markRelease.wikis })
          .from(markRelease)
          .innerJoin(person, eq(person.id, markRelease.byId))
          .where(and(of(markRelease), isNotNull(markRelease.doneAt)))
      : [],
    only === null
      ? ctx.db
          .select({ at: sheetVersion.at, by: person.name, version: sheetVersion.version })
          .from(sheetVersion)
          .innerJoin(person, eq(person.id, sheetVersion.byId))
          .where(of(sheetVersion))
      : [],
    ctx.db
      .select({
        at: objection.at,
        endedAt: objection.endedAt,
        by: person.name,
        wiki: wiki.name,
        outcome: objection.outcome,
        about: objection.about,
      })
      .from(objection)
      .innerJoin(person, eq(person.id, objection.byId))
      .innerJoin(wiki, and(eq(wiki.courseId, objection.courseId), eq(wiki.id, objection.wikiId)))
      .where(and(of(objection), inWiki)),
    ctx.db
      .selectDistinct({ id: person.id, name: person.name })
      .from(markAct)
      .innerJoin(person, eq(person.id, markAct.personId))
      .where(of(markAct)),
  ]);
  const judgedNames = await ctx.db
    .selectDistinct({ id: person.id, name: person.name })
    .from(judgement)
    .innerJoin(person, eq(person.id, judgement.personId))
    .where(of(judgement));
  const nameOf = new Map([...names, ...judgedNames].map(({ id, name }) => [id, name]));
  const who = (id: string | null) => (id === null ? null : (nameOf.get(id) ?? null));
  const lines: AssessLogLineDto[] = [
    ...judged.map((row) => ({
      at: row.at,
      by: row.by,
      wiki: row.wiki,
      person: who(row.personId),
      what:
        row.level === null && row.points === null
          ? "judgement taken back"
          : row.hand === "settled"
            ? "settled"
            : row.hand === "second"
              ? "judged second"
              : "judged",
      told: toldJudgement(versions.get(row.version), row),
      reason: row.reason,
    })),
    ...marks.map((row) => ({
      at: row.at,
      by: row.by,
      wiki: row.wiki,
      person: who(row.personId),
      what: row.kind,
      told:
        row.value === null
          ? ""
          : row.computed !== null && row.computed !== row.value
            ? `${row.value}, where ${row.computed} was proposed`
            : row.value,
      reason: row.reason,
    })),
    ...releases.map((row) => ({
      at: row.at!,
      by: row.by,
      wiki: null,
      person: null,
      what: "released",
      told: `${row.wikis.length} ${row.wikis.length === 1 ? "group" : "groups"}`,
      reason: "",
    })),
    ...sheets.map((row) => ({
      at: row.at,
      by: row.by,
      wiki: null,
      person: null,
      what: row.version === 1 ? "sheet made" : "sheet changed",
      told: `version ${row.version}`,
      reason: "",
    })),
    ...objections.flatMap((row) => [
      {
        at: row.at,
        by: row.by,
        wiki: row.wiki,
        person: row.by,
        what: "objected",
        told: row.about.kind === "figure" ? row.about.figure : `“${row.about.title}”`,
        reason: "",
      },
      ...(row.endedAt && row.outcome
        ? [
            {
              at: row.endedAt,
              by: "",
              wiki: row.wiki,
              person: row.by,
              what: "objection ended",
              told: row.outcome,
              reason: "",
            },
          ]
        : []),
    ]),
  ];
  return lines.toSorted((one, other) => other.at.getTime() - one.at.getTime()).slice(0, most);
}

function toldJudgement(
  sheet: CriteriaSheet | undefined,
  {
    criterion,
    level,
    points,
  }: { readonly criterion: string; readonly level: string | null; readonly points: string | null },
): string {
  const found = sheet?.criteria.find(({ id }) => id === criterion);
  const title = found?.title ?? criterion;
  if (level === null && points === null) return `“${title}”`;
  const given =
    points ??
    (found?.judging.by === "levels"
      ? (found.judging.levels.find(({ id }) => id === level)?.title ?? level)
      : level);
  return `“${title}”: ${given}`;
}
