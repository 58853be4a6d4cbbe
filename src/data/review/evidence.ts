/** What is behind a figure of the class: the entries and comments that it is the sum of. */
import "server-only";
import { evidenceOf, type SummedFigure } from "@/core/credit/figures";
import { plainRemark } from "@/core/text/remark";
import { shares, wholePercents } from "@/core/credit/shares";
import { indexOf } from "@/core/credit/work";
import type { ThingKind } from "@/core/document/things";
import { thingsOfWikis } from "../ledger/things";
import { dueTimes } from "../access/more-time";
import type { ContextIn } from "../session/context";
import { type EvidenceDto, type EvidenceLineDto, type ReviewFigure, unassigned } from "./dto";
import { allTime, type Period } from "./period";
import { loadWork, type WikiWork } from "./work";

/** For each figure that is a sum over entries, which sum it is. */
const summed: Readonly<Partial<Record<ReviewFigure, SummedFigure>>> = {
  standing: "standing", share: "standing", lasting: "standing", added: "added", addedLate: "added", entries: "entries", entriesOnOthersPages: "entriesOnOthersPages", corrections: "corrections", moved: "moved", restored: "restored",
};

/** For each figure that counts things, which they are. */
const counted: Readonly<Partial<Record<ReviewFigure, ThingKind>>> = { links: "link", pictures: "picture", sources: "source" };

/** The lines behind one figure of one student in one wiki, oldest first; null if there are none such for the viewer. */
export async function findEvidence(ctx: ContextIn, courseId: string, wikiId: string, personId: string, figure: ReviewFigure, period: Period = allTime): Promise<EvidenceDto | null> {
  const loaded = await loadWork(ctx, courseId, wikiId, period, "reviewers");
  const member = loaded?.members.find(({ id }) => id === personId) ?? null;
  if (!loaded || (!member && personId !== unassigned)) return null;
  const authors = member ? [member.id] : [...loaded.guests];
  const due = await dueTimes(ctx.db, courseId, loaded.assignmentId);
  const members = new Set(loaded.members.map(({ id }) => id));
  const isLate = (author: string | null, at: number) => author !== null && members.has(author) && at >= due(wikiId, author).getTime();
  const kind = counted[figure];
  const things = kind ? await thingsBy(ctx, loaded, kind, period) : null;
  const lines = linesOf(loaded, authors, figure, things, isLate).sort((one, other) => one.at.getTime() - other.at.getTime());
  const sumOf = (of: SummedFigure, people: readonly string[]) => people.reduce((sum, id) => sum + evidenceOf(loaded.work, id, of).reduce((total, { amount }) => total + amount, 0), 0);
  const standings = figure === "share" ? [...loaded.members.map(({ id }) => sumOf("standing", [id])), sumOf("standing", [...loaded.guests])] : [];
  return {
    figure, member, groupName: loaded.name, lines,
    whole: figure === "lasting" ? sumOf("added", authors) : standings.reduce((sum, words) => sum + words, 0),
    sharePercent: wholePercents(shares(standings))[member ? loaded.members.indexOf(member) : loaded.members.length] ?? null,
  };
}

/** How many things of a kind stand that each entry brought. */
async function thingsBy(ctx: ContextIn, { courseId, wikiId }: WikiWork, kind: ThingKind, { until }: Period): Promise<(readonly [entry: number, count: number])[]> {
  const ofWiki = (await thingsOfWikis(ctx.db, courseId, [wikiId], until)).get(wikiId);
  return [...(ofWiki?.stands ?? [])].map(([entry, kinds]) => [entry, kinds.get(kind) ?? 0] as const).filter(([, count]) => count > 0);
}

function linesOf(loaded: WikiWork, authors: readonly string[], figure: ReviewFigure, things: Awaited<ReturnType<typeof thingsBy>> | null, isLate: (author: string | null, at: number) => boolean): EvidenceLineDto[] {
  const { work, refs, pages } = loaded;
  const { deeds } = indexOf(work);
  const entryLine = (entry: number, amount: number): EvidenceLineDto => {
    const ref = refs.get(entry)!;
    const { author, at } = deeds.get(entry)!;
    return { pageId: ref.pageId, page: pages.get(ref.pageId)?.title ?? ref.title, at: ref.at, number: ref.number, kind: ref.kind, note: ref.note, isLate: isLate(author, at), amount };
  };
  if (things) return things.filter(([entry]) => { const author = deeds.get(entry)?.author; return typeof author === "string" && authors.includes(author); }).map(([entry, count]) => entryLine(entry, count));
  const sum = summed[figure];
  if (sum) {
    const items = authors.flatMap((author) => evidenceOf(work, author, sum));
    return items.filter(({ entry }) => { const { author, at } = deeds.get(entry)!; return figure !== "addedLate" || isLate(author, at); }).map(({ entry, amount }) => entryLine(entry, amount));
  }
  const from = work.from ?? -Infinity;
  const remarks = work.remarks.filter(({ author, at }) => authors.includes(author) && at >= from).map(({ id, page, at }): EvidenceLineDto => (
    { pageId: page, page: pages.get(page)?.title ?? "", at: new Date(at), number: null, kind: loaded.remarks.get(id)!.parentId === null ? "commented" : "answered", note: plainRemark(loaded.remarks.get(id)!.body), isLate: false, amount: 1 }
  ));
  if (figure === "comments") return remarks;
  // Active days: the first act of each day stands for it.
  const acts = [...authors.flatMap((author) => evidenceOf(work, author, "entries")).map(({ entry }) => entryLine(entry, 1)), ...remarks].sort((one, other) => one.at.getTime() - other.at.getTime());
  const met = new Set<string>();
  return acts.filter(({ at }) => { const day = work.dayOf(at.getTime()); const isFirst = !met.has(day); met.add(day); return isFirst; });
}
