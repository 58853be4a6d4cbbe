/** What a student says beside the record of their work, and what those who review it answer. */
import "server-only";
import { takesPart } from "@/core/access/role";
import { and, asc, eq, isNull } from "drizzle-orm";
import { alias } from "drizzle-orm/pg-core";
import * as z from "zod";
import { creditedWith, indexOf } from "@/core/credit/work";
import { typedText } from "@/core/text/typed";
import { roleOn } from "../access/read";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { ownWord } from "../db/tables/review";
import { page, wiki } from "../db/tables/wikis";
import { allTime } from "./period";
import { loadWork } from "./work";
import { type RefusedFor, refusedFor } from "../refusal";
import { act } from "../session/act";

const words = typedText(2000, {}, 1);
export const ownWordKind = z.enum(["done outside", "objection", "stands for"]);

/** So many entries a student stands for: those that should be looked at first. */
export const mostStoodFor = 3;
/** More than anybody needs to say; it keeps a slip of a script from filling the table. */
const mostOfOne = 50;

export interface OwnWordDto {
  readonly id: string;
  readonly kind: z.infer<typeof ownWordKind>;
  /** Of what the student stands for: the entry, and its page's title. */
  readonly entry: { readonly pageId: string; readonly number: number; readonly title: string } | null;
  readonly body: string;
  readonly at: Date;
  readonly answer: { readonly body: string; readonly by: string; readonly at: Date } | null;
}

/**
 * What a student has said and not taken back, oldest first. The caller has asked whether the viewer may read
 * their statement.
 */
export async function ownWordsOf(
  db: Queryable,
  courseId: string,
  wikiId: string,
  personId: string,
): Promise<OwnWordDto[]> {
  const answerer = alias(person, "answerer");
  const rows = await db
    .select({
      id: ownWord.id,
      kind: ownWord.kind,
      body: ownWord.body,
      at: ownWord.at,
      pageId: ownWord.pageId,
      number: ownWord.entry,
      title: page.title,
      answer: ownWord.answer,
      by: answerer.name,
      answeredAt: ownWord.answeredAt,
    })
    .from(ownWord)
    .leftJoin(answerer, eq(answerer.id, ownWord.answeredBy))
    .leftJoin(page, and(eq(page.courseId, ownWord.courseId), eq(page.id, ownWord.pageId)))
    .where(
      and(
        eq(ownWord.courseId, courseId),
        eq(ownWord.wikiId, wikiId),
        eq(ownWord.personId, personId),
        isNull(ownWord.takenBackAt),
      ),
    )
    .orderBy(asc(ownWord.at));
  return rows.map(({ answer, by, answeredAt, pageId, number, title, ...row }) => ({
    ...row,
    entry: pageId !== null && number !== null ? { pageId, number, title: title ?? "" } : null,
    answer: answer !== null && answeredAt ? { body: answer, by: by ?? "", at: answeredAt } : null,
  }));
}

export type OwnWordSaid =
  | { readonly kind: "said"; readonly id: string }
  | RefusedFor<
      "not found" | "only looking" | "empty or too long" | "too many" | "three already" | "not your entry"
    >;

/** A member says something beside the record of their own work in a wiki. */
export const sayOwn = act(
  async (
    ctx,
    courseId: string,
    wikiId: string,
    kind: OwnWordDto["kind"],
    body: string,
    entry: { pageId: string; number: number } | null = null,
  ): Promise<OwnWordSaid> => {
    const text = words.safeParse(body);
    if (!text.success) return refusedFor("empty or too long");
    const loaded = takesPart(await roleOn(ctx, courseId))
      ? await loadWork(ctx, courseId, wikiId, allTime, "members")
      : null;
    if (!loaded || loaded.isArchived) return refusedFor("not found");
    const known = await ownWordsOf(ctx.db, courseId, wikiId, ctx.viewer.id);
    if (known.length >= mostOfOne) return refusedFor("too many");
    if (kind === "stands for") {
      if (known.filter((each) => each.kind === kind).length >= mostStoodFor)
        return refusedFor("three already");
      const ref = [...loaded.refs.values()].find(
        ({ pageId, number }) => pageId === entry?.pageId && number === entry.number,
      );
      const deed = ref && indexOf(loaded.work).deeds.get(ref.rev);
      if (!deed || !creditedWith(deed).includes(ctx.viewer.id)) return refusedFor("not your entry");
    }
    const id = ctx.newId();
    await ctx.db.insert(ownWord).values({
      courseId,
      id,
      wikiId,
      personId: ctx.viewer.id,
      kind,
      ...(kind === "stands for" ? { pageId: entry!.pageId, entry: entry!.number } : {}),
      body: text.data,
      at: ctx.now,
    });
    return { kind: "said", id };
  },
);

/** Takes back what one said oneself. */
export const takeBackOwn = act(async (ctx, courseId: string, id: string): Promise<OwnWordSaid> => {
  const [found] = await ctx.db
    .select({ wikiId: ownWord.wikiId })
    .from(ownWord)
    .where(and(eq(ownWord.courseId, courseId), eq(ownWord.id, id)));
  const loaded = found && (await loadWork(ctx, courseId, found.wikiId, allTime, "members"));
  if (!loaded || loaded.isArchived) return refusedFor("not found");
  const taken = await ctx.db
    .update(ownWord)
    .set({ takenBackAt: ctx.now })
    .where(
      and(
        eq(ownWord.courseId, courseId),
        eq(ownWord.id, id),
        eq(ownWord.personId, ctx.viewer.id),
        isNull(ownWord.takenBackAt),
      ),
    )
    .returning({ id: ownWord.id });
  return taken.length > 0 ? { kind: "said", id } : refusedFor("not found");
});

/** Answers what a student said, or answers it anew. For those who review the group. */
export const answerOwn = act(
  async (ctx, courseId: string, id: string, body: string): Promise<OwnWordSaid> => {
    const text = words.safeParse(body);
    if (!text.success) return refusedFor("empty or too long");
    const [found] = await ctx.db
      .select({ wikiId: ownWord.wikiId })
      .from(ownWord)
      .where(and(eq(ownWord.courseId, courseId), eq(ownWord.id, id), isNull(ownWord.takenBackAt)));
    const loaded = found && (await loadWork(ctx, courseId, found.wikiId, allTime, "reviewers"));
    if (!loaded || loaded.isArchived) return refusedFor("not found");
    await ctx.db
      .update(ownWord)
      .set({ answer: text.data, answeredBy: ctx.viewer.id, answeredAt: ctx.now })
      .where(and(eq(ownWord.courseId, courseId), eq(ownWord.id, id)));
    return { kind: "said", id };
  },
);

export interface ToHearDto {
  readonly wikiId: string;
  readonly assignmentId: string;
  readonly personId: string;
  readonly person: string;
  readonly wiki: string;
}

/**
 * Objections that wait for an answer, oldest first. For those who run the course, which the caller has asked.
 */
export async function openObjections(db: Queryable, courseId: string): Promise<ToHearDto[]> {
  return db
    .select({
      wikiId: wiki.id,
      assignmentId: wiki.assignmentId,
      personId: ownWord.personId,
      person: person.name,
      wiki: wiki.name,
    })
    .from(ownWord)
    .innerJoin(wiki, and(eq(wiki.courseId, ownWord.courseId), eq(wiki.id, ownWord.wikiId)))
    .innerJoin(person, eq(person.id, ownWord.personId))
    .where(
      and(
        eq(ownWord.courseId, courseId),
        eq(ownWord.kind, "objection"),
        isNull(ownWord.answeredAt),
        isNull(ownWord.takenBackAt),
      ),
    )
    .orderBy(asc(ownWord.at))
    .limit(5);
}
