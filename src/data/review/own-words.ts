/** What a student says beside the record of their work, and what those who review it answer. */
import "server-only";
import { and, asc, eq, isNull } from "drizzle-orm";
import { alias } from "drizzle-orm/pg-core";
import { z } from "zod";
import { cleanText } from "@/core/text/clean";
import { roleOn } from "../access/read";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { ownWord } from "../db/tables/review";
import { wiki } from "../db/tables/wikis";
import type { Context } from "../session/context";
import { allTime } from "./period";
import { loadWork } from "./work";

const words = z.string().transform(cleanText).pipe(z.string().trim().min(1).max(2000));
export const ownWordKind = z.enum(["done outside", "objection"]);

/** More than anybody needs to say; it keeps a slip of a script from filling the table. */
const mostOfOne = 50;

export interface OwnWordDto {
  readonly id: string;
  readonly kind: "done outside" | "objection";
  readonly body: string;
  readonly at: Date;
  readonly answer: { readonly body: string; readonly by: string; readonly at: Date } | null;
}

/** What a student has said and not taken back, oldest first. The caller has asked whether the viewer may read their statement. */
export async function ownWordsOf(db: Queryable, courseId: string, wikiId: string, personId: string): Promise<OwnWordDto[]> {
  const answerer = alias(person, "answerer");
  const rows = await db.select({ id: ownWord.id, kind: ownWord.kind, body: ownWord.body, at: ownWord.at, answer: ownWord.answer, by: answerer.name, answeredAt: ownWord.answeredAt }).from(ownWord).leftJoin(answerer, eq(answerer.id, ownWord.answeredBy))
    .where(and(eq(ownWord.courseId, courseId), eq(ownWord.wikiId, wikiId), eq(ownWord.personId, personId), isNull(ownWord.takenBackAt))).orderBy(asc(ownWord.at));
  return rows.map(({ answer, by, answeredAt, ...row }) => ({ ...row, answer: answer !== null && answeredAt ? { body: answer, by: by ?? "", at: answeredAt } : null }));
}

export type OwnWordSaid = { readonly kind: "said"; readonly id: string } | { readonly kind: "refused"; readonly code: "not found" | "only looking" | "empty or too long" | "too many" };

const refused = (code: Extract<OwnWordSaid, { kind: "refused" }>["code"]): OwnWordSaid => ({ kind: "refused", code });

/** A member says something beside the record of their own work in a wiki. */
export async function sayOwn(ctx: Context, courseId: string, wikiId: string, kind: OwnWordDto["kind"], body: string): Promise<OwnWordSaid> {
  if (ctx.lookingAs) return refused("only looking");
  const text = words.safeParse(body);
  if (!text.success) return refused("empty or too long");
  const loaded = (await roleOn(ctx, courseId)) === "student" ? await loadWork(ctx, courseId, wikiId, allTime, "members") : null;
  if (!loaded || loaded.isArchived) return refused("not found");
  if ((await ownWordsOf(ctx.db, courseId, wikiId, ctx.viewer.id)).length >= mostOfOne) return refused("too many");
  const id = ctx.newId();
  await ctx.db.insert(ownWord).values({ courseId, id, wikiId, personId: ctx.viewer.id, kind, body: text.data, at: ctx.now });
  return { kind: "said", id };
}

/** Takes back what one said oneself. */
export async function takeBackOwn(ctx: Context, courseId: string, id: string): Promise<OwnWordSaid> {
  if (ctx.lookingAs) return refused("only looking");
  const [found] = await ctx.db.select({ wikiId: ownWord.wikiId }).from(ownWord).where(and(eq(ownWord.courseId, courseId), eq(ownWord.id, id)));
  const loaded = found && (await loadWork(ctx, courseId, found.wikiId, allTime, "members"));
  if (!loaded || loaded.isArchived) return refused("not found");
  const taken = await ctx.db.update(ownWord).set({ takenBackAt: ctx.now }).where(and(eq(ownWord.courseId, courseId), eq(ownWord.id, id), eq(ownWord.personId, ctx.viewer.id), isNull(ownWord.takenBackAt))).returning({ id: ownWord.id });
  return taken.length > 0 ? { kind: "said", id } : refused("not found");
}

/** Answers what a student said, or answers it anew. For those who review the group. */
export async function answerOwn(ctx: Context, courseId: string, id: string, body: string): Promise<OwnWordSaid> {
  if (ctx.lookingAs) return refused("only looking");
  const text = words.safeParse(body);
  if (!text.success) return refused("empty or too long");
  const [found] = await ctx.db.select({ wikiId: ownWord.wikiId }).from(ownWord).where(and(eq(ownWord.courseId, courseId), eq(ownWord.id, id), isNull(ownWord.takenBackAt)));
  const loaded = found && (await loadWork(ctx, courseId, found.wikiId, allTime, "reviewers"));
  if (!loaded || loaded.isArchived) return refused("not found");
  await ctx.db.update(ownWord).set({ answer: text.data, answeredBy: ctx.viewer.id, answeredAt: ctx.now }).where(and(eq(ownWord.courseId, courseId), eq(ownWord.id, id)));
  return { kind: "said", id };
}

export interface ToHearDto {
  readonly wikiId: string;
  readonly assignmentId: string;
  readonly personId: string;
  readonly person: string;
  readonly wiki: string;
}

/** Objections that wait for an answer, oldest first. For those who run the course, which the caller has asked. */
export async function openObjections(db: Queryable, courseId: string): Promise<ToHearDto[]> {
  return db.select({ wikiId: wiki.id, assignmentId: wiki.assignmentId, personId: ownWord.personId, person: person.name, wiki: wiki.name }).from(ownWord)
    .innerJoin(wiki, and(eq(wiki.courseId, ownWord.courseId), eq(wiki.id, ownWord.wikiId))).innerJoin(person, eq(person.id, ownWord.personId))
    .where(and(eq(ownWord.courseId, courseId), eq(ownWord.kind, "objection"), isNull(ownWord.answeredAt), isNull(ownWord.takenBackAt))).orderBy(asc(ownWord.at)).limit(5);
}
