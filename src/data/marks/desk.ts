/**
 * One group as it is assessed: its state with pins, notes and what teammates say; and its work in the state
 * that counts.
 */
import "server-only";
import { and, asc, eq, sql } from "drizzle-orm";
import { inOrder } from "@/core/contents/order";
import type { PageDocument } from "@/core/document/model";
import { filesIn } from "@/core/document/files";
import type { Span } from "@/core/time/span";
import { workTimes } from "../access/more-time";
import { closedTo } from "../access/past";
import { readablePages, standAtWiki } from "../access/read";
import { entry, page } from "../db/tables/wikis";
import { person } from "../db/tables/accounts";
import type { FileDto } from "../files/dto";
import { filesNamed } from "../files/read";
import { homeFirst } from "../pages/read";
import type { ContextIn } from "../session/context";
import { lastCounted } from "./checks";
import type { ClassStateDto, GroupStateDto } from "./dto";
import { loadAssessment } from "./load";
import { type AssessNoteDto, notesOf, type StockRemarkDto, stockOf } from "./notes";
import { type ObjectionDto, objectionsOf } from "./objections";
import { type PinDto, pinsOf } from "./pins";
import { assessedAt, assessedWikis } from "./place";
import { type TeamDto, teamOf } from "./rounds";

export interface AssessDeskDto {
  readonly all: ClassStateDto;
  readonly group: GroupStateDto;
  readonly pins: readonly PinDto[];
  readonly notes: readonly AssessNoteDto[];
  readonly stock: readonly StockRemarkDto[];
  readonly team: TeamDto | null;
  readonly objections: readonly ObjectionDto[];
  /** When each member could not write, until it was due of them; only who was kept out. */
  readonly closed: ReadonlyMap<string, readonly Span[]>;
  /** The wikis that the viewer assesses, in their order. */
  readonly wikis: readonly { readonly id: string; readonly name: string }[];
}

/** Null for whoever does not assess the group. */
export async function findDesk(
  ctx: ContextIn,
  courseId: string,
  wikiId: string,
): Promise<AssessDeskDto | null> {
  const at = await assessedAt(ctx, courseId, wikiId);
  if (!at) return null;
  const { place, wiki } = at;
  const ownOnly = wiki.isBlind ? ctx.viewer.id : null;
  const [all, pins, notes, stock, wikis, objections] = await Promise.all([
    loadAssessment(ctx, place, wikiId),
    pinsOf(ctx.db, courseId, wikiId, ownOnly),
    notesOf(ctx.db, courseId, wikiId, ownOnly),
    stockOf(ctx, courseId),
    assessedWikis(ctx, place),
    wiki.isBlind ? [] : objectionsOf(ctx, courseId, place.assignmentId, [wikiId]),
  ]);
  const [group] = all.groups;
  if (!group) return null;
  const members = group.members.filter(({ isGone }) => !isGone).map(({ member }) => member.id);
  const timesIn = await workTimes(ctx.db, courseId, place.assignmentId);
  const work = { members, timesOf: (person: string) => timesIn(wikiId, person) };
  const [team, { toEach: closed }] = await Promise.all([
    teamOf(ctx, courseId, place.assignmentId, wikiId, members),
    closedTo(ctx, { ...place, wikiId, groupId: wiki.groupId, work }),
  ]);
  return {
    all,
    group,
    pins,
    notes,
    stock,
    team,
    objections,
    closed,
    wikis: wikis.map(({ id, name }) => ({ id, name })),
  };
}

/** A page in the state that counts. */
export interface WorkPageDto {
  readonly id: string;
  readonly title: string;
  /** The entry that left it so, and who saved that. */
  readonly number: number;
  readonly by: string | null;
  readonly at: Date;
  /** How many entries came after it, and do not count. */
  readonly later: number;
  readonly document: PageDocument;
}

export interface WorkDto {
  readonly pages: readonly WorkPageDto[];
  readonly files: readonly FileDto[];
}

/**
 * The pages of a wiki as they count, in the order of the contents, for whoever may read them. A fixed number
 * of queries.
 */
export async function findWork(ctx: ContextIn, courseId: string, wikiId: string): Promise<WorkDto | null> {
  const at = await assessedAt(ctx, courseId, wikiId);
  const standpoint = at && (await standAtWiki(ctx, courseId, wikiId));
  if (!at || !standpoint) return null;
  const counted = await lastCounted(ctx, at.place, [at.wiki]);
  const rows = await ctx.db
    .select({
      id: page.id,
      parentId: page.parentId,
      position: page.position,
      ownerId: page.ownerId,
      heading: page.heading,
      removedAt: page.removedAt,
      title: page.title,
      newest: page.entries,
    })
    .from(page)
    .where(and(eq(page.courseId, courseId), eq(page.wikiId, wikiId)))
    .orderBy(asc(page.position), asc(page.title));
  const ordered = inOrder(homeFirst(readablePages(standpoint, rows), at.wiki.homePageId));
  const wanted = sql.join(
    ordered.map(({ id, newest }) => sql`(${id}, ${counted.get(id) ?? newest})`),
    sql`, `,
  );
  const found =
    ordered.length === 0
      ? []
      : await ctx.db
          .select({
            id: entry.pageId,
            number: entry.number,
            document: entry.document,
            title: entry.title,
            by: person.name,
            at: entry.at,
            kind: entry.kind,
          })
          .from(entry)
          .leftJoin(person, eq(person.id, entry.authorId))
          .where(and(eq(entry.courseId, courseId), sql`(${entry.pageId}, ${entry.number}) in (${wanted})`));
  const states = new Map(found.map((state) => [state.id, state]));
  const pages = ordered.flatMap(({ id, newest }): WorkPageDto[] => {
    const { kind, ...state } = states.get(id)!;
    return kind === "removed" || isAfter(state.at, at.place.cutOffAt, counted.has(id))
      ? []
      : [{ ...state, later: newest - state.number }];
  });
  return {
    pages,
    files: await filesNamed(ctx.db, courseId, [
      ...new Set(pages.flatMap(({ document }) => filesIn(document))),
    ]),
  };
}

/** A page of which no entry counts was not there yet. */
const isAfter = (at: Date, cutOffAt: Date | null, isCounted: boolean): boolean =>
  !isCounted && cutOffAt !== null && at >= cutOffAt;
