/** Findings as those who review see them: with what they point at, and what was done about them. */
import "server-only";
import { and, asc, eq } from "drizzle-orm";
import { z } from "zod";
import { type Finding, findingKey, findings } from "@/core/credit/findings";
import { cleanText } from "@/core/text/clean";
import { person } from "../db/tables/accounts";
import { findingAct } from "../db/tables/review";
import type { Context, ContextIn } from "../session/context";
import { allTime, type EntryRef, loadWork, type WikiWork } from "./work";

export interface FindingDto {
  readonly key: string;
  readonly finding: Finding;
  /** The entries that it points at, in the order of time. */
  readonly entries: readonly (EntryRef & { readonly page: string })[];
  /** Who dismissed it and why; null: it is open. */
  readonly dismissed: { readonly by: string; readonly at: Date; readonly reason: string } | null;
}

/** The findings of a wiki's work, open ones first. */
export async function findingsOf(ctx: ContextIn, loaded: WikiWork): Promise<FindingDto[]> {
  const acts = await ctx.db.select({ key: findingAct.key, kind: findingAct.kind, reason: findingAct.reason, at: findingAct.at, by: person.name }).from(findingAct).innerJoin(person, eq(person.id, findingAct.byId))
    .where(and(eq(findingAct.courseId, loaded.courseId), eq(findingAct.wikiId, loaded.wikiId))).orderBy(asc(findingAct.at));
  const newest = new Map(acts.map((act) => [act.key, act]));
  const told = findings(loaded.work, undefined, loaded.couldNotWrite).map((finding): FindingDto => {
    const key = findingKey(finding);
    const act = newest.get(key);
    return {
      key, finding, dismissed: act?.kind === "dismissed" ? { by: act.by, at: act.at, reason: act.reason } : null,
      entries: finding.evidence.entries.flatMap((rev) => {
        const ref = loaded.refs.get(rev);
        return ref ? [{ ...ref, page: loaded.pages.get(ref.pageId)?.title ?? ref.title }] : [];
      }),
    };
  });
  return [...told.filter(({ dismissed }) => !dismissed), ...told.filter(({ dismissed }) => dismissed)];
}

const reasonInput = z.string().transform(cleanText).pipe(z.string().trim().max(500));

export type FindingActed = { readonly kind: "done" } | { readonly kind: "refused"; readonly code: "not found" | "only looking" | "no reason" | "too long" };

/** Dismisses a finding with a reason, or takes it up again (`reason` null). It stands in the log of findings either way. */
export async function actOnFinding(ctx: Context, courseId: string, wikiId: string, key: string, reason: string | null): Promise<FindingActed> {
  if (ctx.lookingAs) return { kind: "refused", code: "only looking" };
  const words = reasonInput.safeParse(reason ?? "");
  if (!words.success) return { kind: "refused", code: "too long" };
  const loaded = await loadWork(ctx, courseId, wikiId, allTime, "reviewers");
  // Assistants review, and so dismiss, in the groups given to them.
  const known = loaded && !loaded.isArchived ? (await findingsOf(ctx, loaded)).find((each) => each.key === key) : undefined;
  if (!known) return { kind: "refused", code: "not found" };
  if (reason !== null && words.data === "") return { kind: "refused", code: "no reason" };
  if ((known.dismissed === null) === (reason === null)) return { kind: "done" };
  await ctx.db.insert(findingAct).values({ courseId, id: ctx.newId(), wikiId, key, kind: reason === null ? "reopened" : "dismissed", reason: words.data, byId: ctx.viewer.id, at: ctx.now });
  return { kind: "done" };
}
