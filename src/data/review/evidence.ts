/** What is behind a figure: the entries and comments that it is the sum of. */
import "server-only";
import { definitionOf, type FigureName } from "@/core/credit/figure-table";
import { evidenceOf, wholeOf } from "@/core/credit/figures";
import { sharePercents } from "@/core/credit/group";
import type { EvidenceItem } from "@/core/credit/behind";
import { plainRemark } from "@/core/text/remark";
import { indexOf, isLateDeed, type Thing } from "@/core/credit/work";
import { toldRoutes } from "../ledger/routes";
import { thingsOfWikis } from "../ledger/things";
import type { ContextIn } from "../session/context";
import { type EvidenceDto, type EvidenceLineDto, unassigned } from "./dto";
import { allTime, type Period } from "./period";
import { loadWork, type WikiWork } from "./work";

/**
 * The lines behind one figure of one student in one wiki, oldest first: for those who review it, and for the
 * student. Null for anybody else.
 */
export async function findEvidence(
  ctx: ContextIn,
  courseId: string,
  wikiId: string,
  personId: string,
  figure: FigureName,
  period: Period = allTime,
): Promise<EvidenceDto | null> {
  const found =
    (await loadWork(ctx, courseId, wikiId, period, "reviewers")) ??
    (personId === ctx.viewer.id ? await loadWork(ctx, courseId, wikiId, period, "members") : null);
  const member = found?.members.find(({ id }) => id === personId) ?? null;
  if (!found || (!member && personId !== unassigned)) return null;
  const loaded = countsThings(figure) ? await withThings(ctx, found, period) : found;
  const { work } = loaded;
  const people = member ? [member.id] : work.guests;
  const lines = evidenceOf(work, people, figure)
    .map((item) => lineOf(loaded, people, item))
    .sort((one, other) => one.at.getTime() - other.at.getTime());
  return {
    figure,
    member,
    groupName: loaded.name,
    lines,
    whole: wholeOf(work, people, figure),
    sharePercent: figure === "share" ? (sharePercents(work).get(member?.id ?? "") ?? null) : null,
  };
}

const countsThings = (figure: FigureName) =>
  ["links", "pictures", "sources"].includes(definitionOf(figure).unit);

/** The same work with the things that stand where the period ends. One query. */
export async function withThings(ctx: ContextIn, loaded: WikiWork, { until }: Period): Promise<WikiWork> {
  const ofWiki = (
    await thingsOfWikis(ctx.db, loaded.courseId, [loaded.wikiId], until, (rev) => loaded.refs.has(rev))
  ).get(loaded.wikiId);
  const things = [...(ofWiki?.stands ?? [])].flatMap(([entry, kinds]) =>
    [...kinds].map(([kind, count]): Thing => ({ entry, kind, count })),
  );
  return { ...loaded, work: { ...loaded.work, things } };
}

function lineOf(
  loaded: WikiWork,
  people: readonly string[],
  { entry, remark, amount }: EvidenceItem,
): EvidenceLineDto {
  const { work, refs, pages, remarks, members } = loaded;
  const titleOf = (pageId: string, known: string) => pages.get(pageId)?.title ?? known;
  if (entry === null) {
    const { page, at, author } = work.remarks.find(({ id }) => id === remark)!;
    const { body, parentId } = remarks.get(remark)!;
    return {
      pageId: page,
      page: titleOf(page, ""),
      at: new Date(at),
      number: null,
      kind: parentId === null ? "commented" : "answered",
      note: plainRemark(body),
      by: people.includes(author) ? null : (members.find(({ id }) => id === author) ?? null),
      isLate: false,
      routes: [],
      standsOn: [],
      pasted: 0,
      amount,
    };
  }
  const { pageId, title, at, number, kind, note, pasted } = refs.get(entry)!;
  const deed = indexOf(work).deeds.get(entry)!;
  // Text that was copied stands in several places, and counts once.
  const standsOn = indexOf(work).copies.has(entry)
    ? placesOf(work, entry)
        .filter((id) => !loaded.hidden.has(id))
        .map((id) => ({ id, title: titleOf(id, "") }))
    : [];
  const by =
    deed.author !== null && people.includes(deed.author)
      ? null
      : (members.find(({ id }) => id === deed.author) ?? null);
  return {
    pageId,
    page: titleOf(pageId, title),
    at,
    number,
    kind,
    note,
    by,
    isLate: isLateDeed(work, deed),
    routes: toldRoutes(loaded.known, entry, (id) => (loaded.hidden.has(id) ? null : titleOf(id, ""))),
    standsOn,
    pasted,
    amount,
  };
}

/** The pages on which words of an entry stand. O(changes of all deeds). */
function placesOf({ deeds }: WikiWork["work"], entry: number): string[] {
  const words = new Map<string, number>();
  for (const { page, figures } of deeds)
    for (const [of, change] of figures.standingChange)
      if (of === entry) words.set(page, (words.get(page) ?? 0) + change);
  return [...words].flatMap(([page, count]) => (count > 0 ? [page] : []));
}
