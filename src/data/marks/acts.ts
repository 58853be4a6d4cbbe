/** The acts of an assessment as they are kept, and which of them hold. */
import "server-only";
import { and, asc, desc, eq, inArray, isNull, sql } from "drizzle-orm";
import type { JudgementAct } from "@/core/marks/judged";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import {
  assessNote,
  judgement,
  markAct,
  type MarkKind,
  pin,
  releasedMark,
  type RestsOn,
} from "../db/tables/marks";

/** A wiki, or a student in it. */
export const subjectKey = (wikiId: string, personId: string | null) => `${wikiId} ${personId ?? ""}`;

export interface JudgementRow extends JudgementAct {
  readonly wikiId: string;
  readonly personId: string | null;
  readonly byName: string;
  readonly at: Date;
  readonly reason: string;
}

export interface MarkRow {
  readonly id: string;
  readonly wikiId: string;
  readonly personId: string | null;
  readonly kind: MarkKind;
  readonly value: string | null;
  readonly computed: string | null;
  readonly working: string;
  readonly reason: string;
  readonly restsOn: RestsOn | null;
  readonly byName: string;
  readonly at: Date;
}

/** By subject, oldest first. */
export async function judgementsOf(
  db: Queryable,
  courseId: string,
  wikis: readonly string[],
): Promise<Map<string, JudgementRow[]>> {
  if (wikis.length === 0) return new Map();
  const rows = await db
    .select({
      id: judgement.id,
      wikiId: judgement.wikiId,
      personId: judgement.personId,
      criterion: judgement.criterion,
      version: judgement.version,
      by: judgement.byId,
      byName: person.name,
      hand: judgement.hand,
      level: judgement.level,
      points: judgement.points,
      at: judgement.at,
      reason: judgement.reason,
    })
    .from(judgement)
    .innerJoin(person, eq(person.id, judgement.byId))
    .where(and(eq(judgement.courseId, courseId), inArray(judgement.wikiId, [...wikis])))
    .orderBy(asc(judgement.order));
  return bySubject(rows);
}

/** By subject, oldest first. */
export async function marksOf(
  db: Queryable,
  courseId: string,
  wikis: readonly string[],
): Promise<Map<string, MarkRow[]>> {
  if (wikis.length === 0) return new Map();
  const rows = await db
    .select({
      id: markAct.id,
      wikiId: markAct.wikiId,
      personId: markAct.personId,
      kind: markAct.kind,
      value: markAct.value,
      computed: markAct.computed,
      working: markAct.working,
      reason: markAct.reason,
      restsOn: markAct.restsOn,
      byName: person.name,
      at: markAct.at,
    })
    .from(markAct)
    .innerJoin(person, eq(person.id, markAct.byId))
    .where(and(eq(markAct.courseId, courseId), inArray(markAct.wikiId, [...wikis])))
    .orderBy(asc(markAct.order));
  return bySubject(rows);
}

function bySubject<Row extends { readonly wikiId: string; readonly personId: string | null }>(
  rows: readonly Row[],
): Map<string, Row[]> {
  const found = new Map<string, Row[]>();
  for (const row of rows) {
    const key = subjectKey(row.wikiId, row.personId);
    const here = found.get(key);
    if (here) here.push(row);
    else found.set(key, [row]);
  }
  return found;
}

/** What holds of a subject's mark, from its acts, oldest first. */
export interface HeldMark {
  /** The act that gave the mark; null: there is none. */
  readonly mark: MarkRow | null;
  /** Why the student is left out of the group's reckoning; null: they count. */
  readonly leftOut: string | null;
  /** Why the mark is held back at release; null: it is not. */
  readonly heldBack: string | null;
}

export function heldMark(acts: readonly MarkRow[]): HeldMark {
  let held: HeldMark = { mark: null, leftOut: null, heldBack: null };
  for (const act of acts) {
    switch (act.kind) {
      case "accepted":
      case "overridden":
      case "set":
        held = { ...held, mark: act };
        break;
      case "taken back":
        held = { ...held, mark: null };
        break;
      case "left out":
        held = { ...held, leftOut: act.reason };
        break;
      case "counted again":
        held = { ...held, leftOut: null };
        break;
      case "held back":
        held = { ...held, heldBack: act.reason };
        break;
      case "let go":
        held = { ...held, heldBack: null };
        break;
      default:
        act.kind satisfies never;
    }
  }
  return held;
}

export interface ReleasedRow {
  readonly releaseId: string;
  readonly at: Date;
  readonly mark: string;
}

/** What each student was shown last, by subject. */
export async function lastReleased(
  db: Queryable,
  courseId: string,
  wikis: readonly string[],
): Promise<Map<string, ReleasedRow>> {
  if (wikis.length === 0) return new Map();
  const rows = await db
    .selectDistinctOn([releasedMark.wikiId, releasedMark.personId], {
      wikiId: releasedMark.wikiId,
      personId: releasedMark.personId,
      releaseId: releasedMark.releaseId,
      at: releasedMark.at,
      mark: sql<string>`${releasedMark.shown}->>'mark'`,
    })
    .from(releasedMark)
    .where(and(eq(releasedMark.courseId, courseId), inArray(releasedMark.wikiId, [...wikis])))
    .orderBy(releasedMark.wikiId, releasedMark.personId, desc(releasedMark.order));
  return new Map(rows.map(({ wikiId, personId, ...row }) => [subjectKey(wikiId, personId), row]));
}

/** How many pins and notes there are, by subject. */
export async function touchesOf(
  db: Queryable,
  courseId: string,
  wikis: readonly string[],
): Promise<Map<string, { pins: number; notes: number }>> {
  const found = new Map<string, { pins: number; notes: number }>();
  if (wikis.length === 0) return found;
  const count = sql<number>`count(*)::int`;
  const pins = await db
    .select({ wikiId: pin.wikiId, personId: pin.personId, count })
    .from(pin)
    .where(and(eq(pin.courseId, courseId), inArray(pin.wikiId, [...wikis]), isNull(pin.endedAt)))
    .groupBy(pin.wikiId, pin.personId);
  const notes = await db
    .select({ wikiId: assessNote.wikiId, personId: assessNote.personId, count })
    .from(assessNote)
    .where(
      and(
        eq(assessNote.courseId, courseId),
        inArray(assessNote.wikiId, [...wikis]),
        sql`${assessNote.body} <> ''`,
      ),
    )
    .groupBy(assessNote.wikiId, assessNote.personId);
  const at = (wikiId: string, personId: string | null) => {
    const key = subjectKey(wikiId, personId);
    if (!found.has(key)) found.set(key, { pins: 0, notes: 0 });
    return found.get(key)!;
  };
  for (const row of pins) at(row.wikiId, row.personId).pins = row.count;
  for (const row of notes) at(row.wikiId, row.personId).notes = row.count;
  return found;
}
