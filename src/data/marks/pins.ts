/**
 * Pins: pieces of evidence that stand under criteria, each with what was seen when it was pinned, and opening
 * exactly that.
 */
import "server-only";
import { isDeepStrictEqual } from "node:util";
import { and, asc, eq, inArray, isNotNull, isNull } from "drizzle-orm";
import * as z from "zod";
import { figureNames } from "@/core/credit/figure-table";
import { figureOf } from "@/core/credit/figures";
import { readStoredOrigins, storeOrigins } from "@/core/credit/origins";
import { findPassage, originsIn } from "@/core/credit/passage";
import { plainRemark } from "@/core/text/remark";
import { typedText } from "@/core/text/typed";
import type { WordRange } from "@/core/text/words";
import { standAtPage } from "../access/read";
import { pointedAt } from "../comments/passages";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { pin, type PinnedThing, type PinnedView } from "../db/tables/marks";
import { comment, entry, entryCredit, page } from "../db/tables/wikis";
import { creditOfEntry } from "../ledger/credit";
import { type RefusedFor, refusedFor } from "../refusal";
import { findingsOf } from "../review/findings";
import { allTime, atCutOff } from "../review/period";
import { loadWork } from "../review/work";
import { withThings } from "../review/evidence";
import { act } from "../session/act";
import type { ContextIn } from "../session/context";
import { isSubject } from "./judge";
import { assessedAt } from "./place";

const place = z.string().max(60);
const thingInput = z.discriminatedUnion("kind", [
  z.object({ kind: z.literal("entry"), pageId: place, number: z.int().min(1) }),
  z.object({
    kind: z.literal("passage"),
    pageId: place,
    entry: z.int().min(1),
    quote: z.string().min(1).max(20_000),
    near: z.int().min(0),
  }),
  z.object({ kind: z.literal("comment"), commentId: place }),
  z.object({ kind: z.literal("finding"), key: z.string().max(500), text: typedText(600) }),
  z.object({
    kind: z.literal("figure"),
    personId: place,
    figure: z.enum(figureNames),
    atCutOff: z.boolean(),
  }),
]);
export const pinInput = z.object({
  personId: place.nullable(),
  criteria: z
    .array(z.string().max(40))
    .max(40)
    .transform((all) => [...new Set(all)]),
  thing: thingInput,
  note: typedText(1000),
  shown: z.boolean(),
});
export type PinGiven = z.input<typeof pinInput>;

/** Pins on one subject, at most. */
const pinsAtMost = 300;

export interface PinDto {
  readonly id: string;
  readonly personId: string | null;
  readonly criteria: readonly string[];
  readonly thing: PinnedThing;
  readonly seen: PinnedView;
  readonly note: string;
  readonly shown: boolean;
  readonly by: string;
  readonly at: Date;
  /** Of a passage: where its words stand now; null: nowhere, or it is none. */
  readonly stands: ({ readonly pageId: string } & WordRange) | null;
}

export type Pinned =
  | { readonly kind: "pinned"; readonly id: string }
  | RefusedFor<"not found" | "only looking" | "bad input" | "not there" | "too many">;

/** Pins something that the viewer sees to criteria of a group or a student. */
export const addPin = act(async (ctx, courseId: string, wikiId: string, given: PinGiven): Promise<Pinned> => {
  const read = pinInput.safeParse(given);
  if (!read.success) return refusedFor("bad input");
  const { personId, criteria, thing, note, shown } = read.data;
  const at = await assessedAt(ctx, courseId, wikiId);
  if (!at || at.place.isArchived || !(await isSubject(ctx, courseId, at.wiki, personId)))
    return refusedFor("not found");
  const there = await ctx.db
    .select()
    .from(pin)
    .where(and(eq(pin.courseId, courseId), eq(pin.wikiId, wikiId), isNull(pin.endedAt)));
  if (there.length >= pinsAtMost) return refusedFor("too many");
  const seen = await look(ctx, courseId, wikiId, thing);
  if (!seen) return refusedFor("not there");
  const same = there.find(
    (each) =>
      each.personId === personId &&
      each.byId === ctx.viewer.id &&
      each.fromWord === (seen.fromWord ?? null) &&
      each.toWord === (seen.toWord ?? null) &&
      isDeepStrictEqual(each.thing, seen.thing),
  );
  if (same) {
    // The same thing serves several criteria: it is there once.
    await ctx.db
      .update(pin)
      .set({
        criteria: [...new Set([...same.criteria, ...criteria])],
        shown: same.shown || shown,
        note: note || same.note,
      })
      .where(and(eq(pin.courseId, courseId), eq(pin.id, same.id)));
    return { kind: "pinned", id: same.id };
  }
  const id = ctx.newId();
  await ctx.db.insert(pin).values({
    courseId,
    id,
    assignmentId: at.place.assignmentId,
    wikiId,
    personId,
    criteria,
    note,
    shown,
    byId: ctx.viewer.id,
    at: ctx.now,
    ...seen,
  });
  return { kind: "pinned", id };
});

const changeInput = z.object({
  criteria: z.array(z.string().max(40)).max(40),
  note: typedText(1000),
  shown: z.boolean(),
});

/**
 * Changes where a pin stands, its note, and whether it is shown; null: it is taken off. What was pinned
 * stays.
 */
export const changePin = act(
  async (ctx, courseId: string, id: string, change: z.input<typeof changeInput> | null): Promise<Pinned> => {
    const read = changeInput.nullable().safeParse(change);
    if (!read.success) return refusedFor("bad input");
    const here = and(eq(pin.courseId, courseId), eq(pin.id, id));
    const [found] = await ctx.db.select({ wikiId: pin.wikiId }).from(pin).where(here);
    const at = found && (await assessedAt(ctx, courseId, found.wikiId));
    if (!at || at.place.isArchived) return refusedFor("not found");
    await ctx.db
      .update(pin)
      .set(
        read.data === null
          ? { endedAt: ctx.now, endedBy: ctx.viewer.id }
          : { ...read.data, endedAt: null, endedBy: null },
      )
      .where(here);
    return { kind: "pinned", id };
  },
);

type Look = {
  readonly thing: PinnedThing;
  readonly seen: PinnedView;
  readonly origins?: Uint8Array;
  readonly fromWord?: number;
  readonly toWord?: number;
};

/** What stands there, as the viewer sees it; null: it does not stand in this wiki. */
async function look(
  ctx: ContextIn,
  courseId: string,
  wikiId: string,
  thing: z.output<typeof thingInput>,
): Promise<Look | null> {
  const { db } = ctx;
  switch (thing.kind) {
    case "entry": {
      if (!(await standAtPage(ctx, courseId, thing.pageId))) return null;
      const [row] = await db
        .select({
          title: entry.title,
          note: entry.note,
          by: person.name,
          at: entry.at,
          rev: entry.rev,
          figures: entryCredit.figures,
        })
        .from(entry)
        .innerJoin(entryCredit, creditOfEntry)
        .leftJoin(person, eq(person.id, entryCredit.authorId))
        .where(
          and(
            eq(entry.courseId, courseId),
            eq(entry.wikiId, wikiId),
            eq(entry.pageId, thing.pageId),
            eq(entry.number, thing.number),
          ),
        );
      if (!row) return null;
      // What later entries make known counts: words that stand elsewhere now were moved, and not removed.
      const loaded = await loadWork(ctx, courseId, wikiId, allTime, "reviewers");
      const { added, corrected, moved, movedAway, removedOwn, removedOthers } = {
        movedAway: 0,
        ...(loaded?.known.of(row.rev)?.figures ?? row.figures),
      };
      const counts = (
        [
          ["added", added],
          ["removed", removedOwn + removedOthers],
          ["moved", moved + movedAway],
          ["corrected", corrected],
        ] as const
      ).flatMap(([name, count]) => (count > 0 ? [`${count} ${name}`] : []));
      return {
        thing,
        seen: {
          title: row.title,
          text: [row.note, counts.join(", ")].filter((part) => part !== "").join(" – "),
          by: row.by ?? "",
          at: row.at.toISOString(),
        },
      };
    }
    case "passage": {
      if (!(await standAtPage(ctx, courseId, thing.pageId))) return null;
      const [row] = await db
        .select({ title: entry.title })
        .from(entry)
        .where(
          and(
            eq(entry.courseId, courseId),
            eq(entry.wikiId, wikiId),
            eq(entry.pageId, thing.pageId),
            eq(entry.number, thing.entry),
          ),
        );
      const found = row && (await pointedAt(db, courseId, thing.pageId, thing));
      if (!row || !found) return null;
      return {
        thing: { kind: "passage", pageId: thing.pageId, entry: thing.entry },
        seen: { title: row.title, text: found.quote, by: "", at: null },
        origins: found.origins,
        fromWord: found.from,
        toWord: found.to,
      };
    }
    case "comment": {
      const [row] = await db
        .select({
          body: comment.body,
          by: person.name,
          at: comment.at,
          pageId: comment.pageId,
          title: page.title,
        })
        .from(comment)
        .innerJoin(person, eq(person.id, comment.authorId))
        .innerJoin(page, and(eq(page.courseId, comment.courseId), eq(page.id, comment.pageId)))
        .where(
          and(
            eq(comment.courseId, courseId),
            eq(comment.wikiId, wikiId),
            eq(comment.id, thing.commentId),
            isNull(comment.withdrawnAt),
          ),
        );
      return row && (await standAtPage(ctx, courseId, row.pageId))
        ? {
            thing: { kind: "comment", pageId: row.pageId, commentId: thing.commentId },
            seen: { title: row.title, text: plainRemark(row.body), by: row.by, at: row.at.toISOString() },
          }
        : null;
    }
    case "finding": {
      const loaded = await loadWork(ctx, courseId, wikiId, allTime, "reviewers");
      const found = loaded && (await findingsOf(ctx, loaded)).find(({ key }) => key === thing.key);
      return found
        ? {
            thing: { kind: "finding", key: thing.key },
            seen: { title: found.finding.kind, text: thing.text, by: "", at: null },
          }
        : null;
    }
    case "figure": {
      const period = thing.atCutOff ? atCutOff : allTime;
      const work = await loadWork(ctx, courseId, wikiId, period, "reviewers");
      const loaded = work && (await withThings(ctx, work, period));
      const member = loaded?.members.find(({ id }) => id === thing.personId);
      if (!loaded || !member) return null;
      const value = figureOf(loaded.work, member.id, thing.figure);
      return {
        thing: {
          kind: "figure",
          personId: thing.personId,
          figure: thing.figure,
          period: thing.atCutOff ? {} : { until: "now" },
          rev: loaded.entries,
        },
        seen: { title: thing.figure, text: value === null ? "" : String(value), by: member.name, at: null },
      };
    }
    default:
      return thing satisfies never;
  }
}

/** The pins of a group and its students, oldest first. The caller has asked who assesses it. */
export async function pinsOf(
  db: Queryable,
  courseId: string,
  wikiId: string,
  ownOnly: string | null,
): Promise<PinDto[]> {
  const rows = await db
    .select({
      id: pin.id,
      personId: pin.personId,
      criteria: pin.criteria,
      thing: pin.thing,
      seen: pin.seen,
      note: pin.note,
      shown: pin.shown,
      by: person.name,
      at: pin.at,
      origins: pin.origins,
    })
    .from(pin)
    .innerJoin(person, eq(person.id, pin.byId))
    .where(
      and(
        eq(pin.courseId, courseId),
        eq(pin.wikiId, wikiId),
        isNull(pin.endedAt),
        ownOnly === null ? undefined : eq(pin.byId, ownOnly),
      ),
    )
    .orderBy(asc(pin.order));
  const passages = rows.flatMap(({ id, origins }) =>
    origins ? [{ id, sought: readStoredOrigins(origins) }] : [],
  );
  const stands =
    passages.length === 0
      ? new Map<string, PinDto["stands"]>()
      : await placesOf(db, courseId, wikiId, passages);
  return rows.map(({ origins: _, ...row }) => ({ ...row, stands: stands.get(row.id) ?? null }));
}

/**
 * Where a pinned passage stands now, for whoever assesses its group; null: nowhere, or there is no such pin
 * for the viewer.
 */
export async function pinnedPassage(ctx: ContextIn, courseId: string, id: string): Promise<PinDto | null> {
  const [found] = await ctx.db
    .select({ wikiId: pin.wikiId })
    .from(pin)
    .where(and(eq(pin.courseId, courseId), eq(pin.id, id)));
  const at = found && (await assessedAt(ctx, courseId, found.wikiId));
  return at
    ? ((await pinsOf(ctx.db, courseId, found.wikiId, at.wiki.isBlind ? ctx.viewer.id : null)).find(
        (each) => each.id === id,
      ) ?? null)
    : null;
}

/** Where passages stand now, on whichever page of the wiki. One query, and the wiki's words once. */
async function placesOf(
  db: Queryable,
  courseId: string,
  wikiId: string,
  passages: readonly { readonly id: string; readonly sought: ReturnType<typeof readStoredOrigins> }[],
): Promise<Map<string, PinDto["stands"]>> {
  const pages = await db
    .select({ id: page.id, origins: entryCredit.origins })
    .from(page)
    .innerJoin(
      entryCredit,
      and(
        eq(entryCredit.courseId, page.courseId),
        eq(entryCredit.pageId, page.id),
        eq(entryCredit.number, page.entries),
      ),
    )
    .where(and(eq(page.courseId, courseId), eq(page.wikiId, wikiId), isNull(page.removedAt)));
  const texts = pages.map(({ id, origins }) => ({ id, text: readStoredOrigins(origins) }));
  const found = new Map<string, PinDto["stands"]>();
  for (const { id, sought } of passages) {
    for (const each of texts) {
      const range = findPassage(each.text, sought);
      if (!range) continue;
      found.set(id, { pageId: each.id, ...range });
      break;
    }
  }
  return found;
}

/** Brings what is kept of pinned passages to a wiki's credit, after that was computed anew. */
export async function refreshPins(tx: Queryable, courseId: string, wikiId: string): Promise<void> {
  const rows = await tx
    .select({ id: pin.id, thing: pin.thing, from: pin.fromWord, to: pin.toWord })
    .from(pin)
    .where(and(eq(pin.courseId, courseId), eq(pin.wikiId, wikiId), isNotNull(pin.origins)));
  const places = rows.flatMap(({ id, thing, from, to }) =>
    thing.kind === "passage" ? [{ id, pageId: thing.pageId, entry: thing.entry, from: from!, to: to! }] : [],
  );
  if (places.length === 0) return;
  const credits = await tx
    .select({ pageId: entryCredit.pageId, number: entryCredit.number, origins: entryCredit.origins })
    .from(entryCredit)
    .where(
      and(
        eq(entryCredit.courseId, courseId),
        inArray(
          entryCredit.pageId,
          places.map(({ pageId }) => pageId),
        ),
        inArray(
          entryCredit.number,
          places.map((each) => each.entry),
        ),
      ),
    );
  for (const { id, pageId, entry: number, from, to } of places) {
    const credit = credits.find((each) => each.pageId === pageId && each.number === number);
    if (credit)
      await tx
        .update(pin)
        .set({ origins: storeOrigins(originsIn(readStoredOrigins(credit.origins), { from, to })) })
        .where(and(eq(pin.courseId, courseId), eq(pin.id, id)));
  }
}
