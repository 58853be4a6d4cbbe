/**
 * Marks that leave the product: tables, a document for each student, and all documents as one archive made in
 * a job.
 */
import "server-only";
import { and, asc, desc, eq, isNull } from "drizzle-orm";
import { strToU8, zipSync } from "fflate";
import { runsCourse } from "@/core/access/role";
import { lineItems, type LeavingMark, marksTable, results } from "@/core/formats/marks-file";
import { type DocumentPin, markDocument } from "@/core/formats/mark-document";
import { shownMark } from "@/core/marks/member-marks";
import { scaleOf } from "@/core/marks/proposals";
import { exactDecimal } from "@/core/marks/ratio";
import { wallClockAt } from "@/core/time/zone";
import figures from "@/messages/en/figures.json";
import { mayChangeCourse, roleOn } from "../access/read";
import type { Database } from "../db/client";
import { person } from "../db/tables/accounts";
import { course, enrolment } from "../db/tables/courses";
import { markArchive } from "../db/tables/marks";
import { assignment } from "../db/tables/wikis";
import { askFor } from "../jobs/ask";
import { type RefusedFor, refusedFor } from "../refusal";
import { act } from "../session/act";
import type { ContextIn } from "../session/context";
import type { ClassStateDto, GroupStateDto, MemberStateDto } from "./dto";
import { loadAssessment } from "./load";
import { pinsOf, type PinDto } from "./pins";
import { type AssessPlace, assessPlace } from "./place";
import { feedbackOf, shownOf, tellsTheOther } from "./release";
import type { ShownMark, ShownPin } from "./shown";

async function leaving(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
): Promise<{ readonly all: ClassStateDto; readonly marks: readonly LeavingMark[] } | null> {
  const place = runsCourse(await roleOn(ctx, courseId))
    ? await assessPlace(ctx, courseId, assignmentId)
    : null;
  if (!place) return null;
  const all = await loadAssessment(ctx, place);
  const people = await ctx.db
    .select({ id: person.id, email: person.email, number: enrolment.number, section: enrolment.section })
    .from(enrolment)
    .innerJoin(person, eq(person.id, enrolment.personId))
    .where(eq(enrolment.courseId, courseId));
  const known = new Map(people.map((each) => [each.id, each]));
  return {
    all,
    marks: all.groups.flatMap((group) =>
      group.members.map((member) => leavingMark(all, group, member, known.get(member.member.id))),
    ),
  };
}

function leavingMark(
  { sheet }: ClassStateDto,
  { wiki, group, criteria }: GroupStateDto,
  { member, held, own, proposal, label, state, released, isGone }: MemberStateDto,
  who: { readonly email: string; readonly number: string; readonly section: string } | undefined,
): LeavingMark {
  return {
    person: who?.number || member.id,
    name: member.name,
    address: who?.email ?? "",
    group: wiki.name,
    section: who?.section ?? "",
    mark: held.mark?.value ?? null,
    label,
    groupMark: group.mark && exactDecimal(shownMark(scaleOf(sheet), group.mark)),
    computed: held.mark ? held.mark.computed : proposal.mark && exactDecimal(proposal.mark),
    working: held.mark?.working || proposal.working,
    reason: held.mark?.reason ?? "",
    state,
    released: released?.mark ?? null,
    givenBy: held.mark?.byName ?? "",
    givenAt: held.mark?.at.toISOString() ?? "",
    leftOut: held.leftOut ?? (isGone ? "left the group before the cut-off" : ""),
    criteria: new Map([...criteria, ...own].map(({ criterion, told }) => [criterion.id, told ?? ""])),
  };
}

/** All marks of an assignment in one of the forms, for those who run the course; null for anybody else. */
export async function marksFile(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
  form: "csv" | "line items" | "results",
): Promise<string | null> {
  const found = await leaving(ctx, courseId, assignmentId);
  if (!found) return null;
  const {
    all: { place, sheet },
    marks,
  } = found;
  if (form === "csv") return marksTable(sheet.criteria, marks);
  const [row] = await ctx.db
    .select({ opensAt: assignment.opensAt, dueAt: assignment.dueAt })
    .from(assignment)
    .where(and(eq(assignment.courseId, courseId), eq(assignment.id, assignmentId)));
  // The sections of everybody on the course, as the archive of its people has them.
  const everyone = await ctx.db
    .selectDistinct({ section: enrolment.section })
    .from(enrolment)
    .where(and(eq(enrolment.courseId, courseId), isNull(enrolment.leftAt)));
  const sections = everyone.map(({ section }) => section).sort();
  const item = {
    courseId,
    assignmentId,
    title: place.title,
    opensAt: row!.opensAt.toISOString(),
    dueAt: row!.dueAt.toISOString(),
    outOf: sheet.outOf,
  };
  return form === "line items"
    ? lineItems(item, sections, ctx.now.toISOString())
    : results(item, sections, marks, ctx.now.toISOString());
}

interface Making {
  readonly all: ClassStateDto;
  readonly told: Awaited<ReturnType<typeof feedbackOf>>;
  readonly now: Date;
}

function documentOf(
  { all, told, now }: Making,
  group: GroupStateDto,
  member: MemberStateDto,
  pins: readonly PinDto[],
): string {
  const { place } = all;
  const at = (iso: string | null) =>
    iso === null ? "" : wallClockAt(new Date(iso), place.timeZone).slice(0, 16).replace("T", ", ");
  const shown: ShownMark = shownOf(all, group, member, {
    pins,
    told,
    isPlain: tellsTheOther(all, group),
    earlier: [],
  });
  const pin = ({ title, text, by, at: when }: ShownPin): DocumentPin => ({
    title: titleOf(title),
    text,
    by,
    at: at(when),
  });
  const ids = [...shown.criteria, ...shown.own].map(({ id }) => id);
  const criterion = (each: ShownMark["criteria"][number]) => ({
    ...each,
    pins: shown.pins.filter(({ criteria }) => criteria.includes(each.id)).map(pin),
  });
  const { computed, working, reason, criteria, own, feedback, ...rest } = shown;
  return markDocument({
    ...rest,
    course: place.courseTitle,
    assignment: place.title,
    computed,
    working,
    reason,
    criteria: criteria.map(criterion),
    own: own.map(criterion),
    pins: shown.pins.filter((each) => !each.criteria.some((id) => ids.includes(id))).map(pin),
    made: `Made ${at(now.toISOString())} (${place.timeZone.replaceAll("_", " ")}).${place.cutOffAt ? ` Work counts up to ${at((member.ownCutOffAt ?? place.cutOffAt).toISOString())}.` : ""}`,
    feedback: feedback.map(({ by, at: when, body }) => ({ by, at: at(when), body })),
    figures: shown.figures.map(({ name, text }) => ({
      label: figures.student[name].label,
      about: figures.student[name].about,
      text: name === "share" && text !== "" ? `${text} %` : text,
    })),
  });
}

/** A figure or a finding is pinned by its name in the code. */
const titleOf = (title: string) =>
  title in figures.student ? figures.student[title as keyof typeof figures.student].label : title;

/**
 * A student's assessment as one document, for whoever assesses their group; null for anybody else, and
 * without a mark.
 */
export async function findMarkDocument(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
  wikiId: string,
  personId: string,
): Promise<{ readonly name: string; readonly html: string } | null> {
  const place = await assessPlace(ctx, courseId, assignmentId);
  if (!place) return null;
  const all = await loadAssessment(ctx, place, wikiId);
  const [group] = all.groups;
  const member = group?.members.find((each) => each.member.id === personId);
  if (!group || !member?.held.mark) return null;
  const [pins, told] = await Promise.all([
    pinsOf(ctx.db, courseId, wikiId, null),
    feedbackOf(ctx.db, courseId, assignmentId),
  ]);
  return { name: member.member.name, html: documentOf({ all, told, now: ctx.now }, group, member, pins) };
}

export interface ArchiveDto {
  readonly id: string;
  readonly at: Date;
  readonly by: string;
  readonly made: number;
  readonly wanted: number;
  readonly doneAt: Date | null;
  readonly failed: boolean;
}

/**
 * The newest archive of an assignment's documents; null: none was asked for, or not for the viewer to see.
 */
export async function newestArchive(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
): Promise<ArchiveDto | null> {
  if (!runsCourse(await roleOn(ctx, courseId))) return null;
  const [found] = await ctx.db
    .select({
      id: markArchive.id,
      at: markArchive.at,
      by: person.name,
      made: markArchive.made,
      wanted: markArchive.wanted,
      doneAt: markArchive.doneAt,
      failed: markArchive.failed,
    })
    .from(markArchive)
    .innerJoin(person, eq(person.id, markArchive.byId))
    .where(and(eq(markArchive.courseId, courseId), eq(markArchive.assignmentId, assignmentId)))
    .orderBy(desc(markArchive.at))
    .limit(1);
  return found ?? null;
}

export type ArchiveAsked =
  { readonly kind: "asked"; readonly id: string } | RefusedFor<"not found" | "only looking" | "no marks">;

/** Asks for all documents as one archive: a job makes it beside this request. */
export const askForArchive = act(
  async (ctx, courseId: string, assignmentId: string): Promise<ArchiveAsked> => {
    const place = (await mayChangeCourse(ctx, courseId))
      ? await assessPlace(ctx, courseId, assignmentId)
      : null;
    if (!place) return refusedFor("not found");
    const all = await loadAssessment(ctx, place);
    const wanted = all.groups.reduce(
      (sum, { members }) => sum + members.filter(({ held }) => held.mark !== null).length,
      0,
    );
    if (wanted === 0) return refusedFor("no marks");
    return ctx.db.transaction(async (tx): Promise<ArchiveAsked> => {
      const id = ctx.newId();
      await tx
        .insert(markArchive)
        .values({ courseId, id, assignmentId, byId: ctx.viewer.id, at: ctx.now, wanted });
      await askFor(tx, "documents", { courseId, archiveId: id });
      return { kind: "asked", id };
    });
  },
);

/**
 * Makes an archive that was asked for. Done again after a crash it begins anew; one that is there is left as
 * it is.
 */
export async function makeArchive(
  db: Database,
  { courseId, archiveId }: { readonly courseId: string; readonly archiveId: string },
  now: Date,
): Promise<void> {
  const here = and(eq(markArchive.courseId, courseId), eq(markArchive.id, archiveId));
  const [row] = await db
    .select({
      assignmentId: markArchive.assignmentId,
      byId: markArchive.byId,
      name: person.name,
      doneAt: markArchive.doneAt,
    })
    .from(markArchive)
    .innerJoin(person, eq(person.id, markArchive.byId))
    .where(here);
  if (!row || row.doneAt) return;
  const ctx: ContextIn = { db, viewer: { id: row.byId, name: row.name }, now, newId: () => archiveId };
  const place: AssessPlace | null = runsCourse(await roleOn(ctx, courseId))
    ? await assessPlace(ctx, courseId, row.assignmentId)
    : null;
  if (!place) {
    await db.update(markArchive).set({ failed: true, doneAt: now }).where(here);
    return;
  }
  const all = await loadAssessment(ctx, place);
  const told = await feedbackOf(db, courseId, row.assignmentId);
  const files: Record<string, Uint8Array> = {};
  let made = 0;
  for (const group of all.groups) {
    const members = group.members.filter(({ held }) => held.mark !== null);
    if (members.length === 0) continue;
    const pins = await pinsOf(db, courseId, group.wiki.id, null);
    for (const member of members)
      files[fileName(files, group.wiki.name, member.member.name)] = strToU8(
        documentOf({ all, told, now }, group, member, pins),
      );
    made += members.length;
    await db.update(markArchive).set({ made }).where(here);
  }
  await db
    .update(markArchive)
    .set({ content: zipSync(files, { level: 6 }), made, doneAt: now })
    .where(here);
}

const plain = (name: string) =>
  name
    .normalize("NFC")
    .replace(/[^\p{L}\p{N} ._-]+/gu, "-")
    .replace(/^[. ]+/, "")
    .slice(0, 80) || "unnamed";

/** Two of one name in a group each have a file. */
function fileName(files: Readonly<Record<string, unknown>>, group: string, name: string): string {
  for (let at = 1; ; at++) {
    const path = `${plain(group)}/${plain(name)}${at === 1 ? "" : ` ${at}`}.html`;
    if (!(path in files)) return path;
  }
}

/** The bytes of an archive, for those who run the course; null for anybody else, and until it is made. */
export async function archiveBytes(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
  id: string,
): Promise<{ readonly content: Uint8Array; readonly title: string } | null> {
  if (!runsCourse(await roleOn(ctx, courseId))) return null;
  const [found] = await ctx.db
    .select({ content: markArchive.content, title: course.title })
    .from(markArchive)
    .innerJoin(course, eq(course.id, markArchive.courseId))
    .where(
      and(
        eq(markArchive.courseId, courseId),
        eq(markArchive.assignmentId, assignmentId),
        eq(markArchive.id, id),
      ),
    )
    .orderBy(asc(markArchive.at));
  return found?.content ? { content: found.content, title: found.title } : null;
}
