/** Findings as those who review see them: with what they point at, and what was done about them. */
import "server-only";
import { and, asc, eq } from "drizzle-orm";
import { picturesIn } from "@/core/assignment/expected";
import {
  type WikiFinding,
  wikiFindingKey,
  wikiFindings,
  type WikiState,
} from "@/core/assignment/wiki-findings";
import { type Finding, findingKey, findings, thresholdsWith } from "@/core/credit/findings";
import { groupFigures } from "@/core/credit/group";
import { linkGraph } from "@/core/links/graph";
import { justBeforeDue } from "@/core/time/due";
import { typedText } from "@/core/text/typed";
import { person } from "../db/tables/accounts";
import { expectedOf, type ExpectedOfWiki } from "../assignments/expected";
import { findingAct } from "../db/tables/review";
import { type Closed, closedTo } from "../access/past";
import { lastVisits } from "../people/visits";
import type { ContextIn } from "../session/context";
import { allTime } from "./period";
import type { EntryRef } from "./entries";
import { hiddenTitle, loadWork, type WikiWork } from "./work";
import { type RefusedFor, refusedFor } from "../refusal";
import { act } from "../session/act";

/** What was noticed in people's work, and in the wiki as a whole. */
export type AnyFinding = Finding | WikiFinding;

/** The members whom a finding is about; none: it is about the group. */
export function membersIn(finding: AnyFinding): readonly string[] {
  return "members" in finding ? finding.members : "member" in finding ? [finding.member] : [];
}

export interface FindingDto {
  readonly key: string;
  readonly finding: AnyFinding;
  /** The entries that it points at, in the order of time. */
  readonly entries: readonly (EntryRef & { readonly page: string })[];
  /** The pages that it points at. */
  readonly pages: readonly { readonly id: string; readonly title: string }[];
  /** Who dismissed it and why; null: it is open. */
  readonly dismissed: { readonly by: string; readonly at: Date; readonly reason: string } | null;
}

/** What findings are found from besides the work, where it has been asked for already. */
interface Asked {
  readonly closed: Closed;
  readonly expected: ExpectedOfWiki;
}

/** The findings of a wiki's work, open ones first. */
export async function findingsOf(ctx: ContextIn, loaded: WikiWork, asked?: Asked): Promise<FindingDto[]> {
  const { deeds, remarks, members } = loaded.work;
  // Of whom nothing else is known it is told when they were here.
  const busy = new Set([
    ...deeds.flatMap(({ author, with: others = [] }) => [author, ...others]),
    ...remarks.map(({ author }) => author),
  ]);
  const [{ toEach }, lastHere, acts, state] = await Promise.all([
    asked?.closed ?? closedTo(ctx, loaded),
    lastVisits(
      ctx.db,
      loaded.courseId,
      members.filter((id) => !busy.has(id)),
    ),
    ctx.db
      .select({
        key: findingAct.key,
        kind: findingAct.kind,
        reason: findingAct.reason,
        at: findingAct.at,
        by: person.name,
      })
      .from(findingAct)
      .innerJoin(person, eq(person.id, findingAct.byId))
      .where(and(eq(findingAct.courseId, loaded.courseId), eq(findingAct.wikiId, loaded.wikiId)))
      .orderBy(asc(findingAct.at)),
    wikiState(ctx, loaded, asked?.expected),
  ]);
  const newest = new Map(acts.map((act) => [act.key, act]));
  const dismissed = (key: string): FindingDto["dismissed"] => {
    const act = newest.get(key);
    return act?.kind === "dismissed" ? { by: act.by, at: act.at, reason: act.reason } : null;
  };
  const titled = (id: string) => ({ id, title: loaded.pages.get(id)?.title ?? "" });
  const ofWiki = wikiFindings(state).map((finding): FindingDto => {
    const key = wikiFindingKey(finding);
    return {
      key,
      finding,
      dismissed: dismissed(key),
      entries: [],
      pages: "pages" in finding ? finding.pages.map(titled) : [],
    };
  });
  const ofWork = findings(loaded.work, thresholdsWith(loaded.thresholds), {
    couldNotWrite: toEach,
    lastHere,
  }).map((finding): FindingDto => {
    const key = findingKey(finding);
    return {
      key,
      finding,
      dismissed: dismissed(key),
      pages: [],
      entries: finding.evidence.entries.flatMap((rev) => {
        const ref = loaded.refs.get(rev);
        return ref ? [{ ...ref, page: loaded.pages.get(ref.pageId)?.title ?? ref.title }] : [];
      }),
    };
  });
  const told = [...ofWork, ...ofWiki];
  return [...told.filter((each) => !each.dismissed), ...told.filter((each) => each.dismissed)];
}

async function wikiState(
  ctx: ContextIn,
  loaded: WikiWork,
  asked: ExpectedOfWiki | undefined,
): Promise<WikiState> {
  const { courseId, wikiId, work } = loaded;
  const { unassigned: unassignedWords } = groupFigures(work);
  // What is asked once work is nearly due is asked from then on.
  const nearlyDue = justBeforeDue({
    opensAt: loaded.opensAt.getTime(),
    dueAt: loaded.dueAt.getTime(),
    cutOffAt: null,
  });
  if (ctx.now.getTime() < nearlyDue.from) return { unassignedWords, nearDue: null };
  const members = loaded.members.filter(({ until }) => until === null || until > ctx.now).map(({ id }) => id);
  const {
    pages,
    ofWiki,
    ofMembers: ofAll,
  } = asked ?? (await expectedOf(ctx, courseId, loaded.assignmentId, wikiId, loaded.homePageId, members));
  const ofMembers = new Map([...ofAll].filter(([id]) => members.includes(id)));
  const withoutOrigin = new Map(
    pages.map(({ id, document, withOrigin }) => [
      id,
      picturesIn(document).filter((file) => !withOrigin.has(file)).length,
    ]),
  );
  const { promised, loose } = linkGraph(pages, loaded.homePageId);
  const named = promised.map((each) =>
    each.by.every((id) => loaded.hidden.has(id)) ? { ...each, title: hiddenTitle } : each,
  );
  return {
    unassignedWords,
    nearDue: { graph: { promised: named, loose }, withoutOrigin, ofWiki, ofMembers },
  };
}

const reasonInput = typedText(500);

export type FindingActed =
  { readonly kind: "done" } | RefusedFor<"not found" | "only looking" | "no reason" | "too long">;

/**
 * Dismisses a finding with a reason, or takes it up again (`reason` null). It stands in the log of findings
 * either way.
 */
export const actOnFinding = act(
  async (
    ctx,
    courseId: string,
    wikiId: string,
    key: string,
    reason: string | null,
  ): Promise<FindingActed> => {
    const words = reasonInput.safeParse(reason ?? "");
    if (!words.success) return refusedFor("too long");
    const loaded = await loadWork(ctx, courseId, wikiId, allTime, "reviewers");
    // Assistants review, and so dismiss, in the groups given to them.
    const known =
      loaded && !loaded.isArchived
        ? (await findingsOf(ctx, loaded)).find((each) => each.key === key)
        : undefined;
    if (!known) return refusedFor("not found");
    if (reason !== null && words.data === "") return refusedFor("no reason");
    if ((known.dismissed === null) === (reason === null)) return { kind: "done" };
    await ctx.db.insert(findingAct).values({
      courseId,
      id: ctx.newId(),
      wikiId,
      key,
      kind: reason === null ? "reopened" : "dismissed",
      reason: words.data,
      byId: ctx.viewer.id,
      at: ctx.now,
    });
    return { kind: "done" };
  },
);
