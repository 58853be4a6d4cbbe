/**
 * Giving marks: accepting what is proposed, setting another one with a reason, taking back, leaving out,
 * holding back.
 */
import "server-only";
import * as z from "zod";
import { exactDecimal, fixed, isBelow, readDecimal } from "@/core/marks/ratio";
import { read as readStored } from "@/core/marks/criteria";
import { typedDecimal } from "@/core/marks/typed-decimal";
import { typedText } from "@/core/text/typed";
import { markAct, type MarkKind, type RestsOn } from "../db/tables/marks";
import { type Refused, refused } from "../refusal";
import { act } from "../session/act";
import type { Context, ContextIn } from "../session/context";
import type { ClassStateDto, GroupStateDto, MemberStateDto } from "./dto";
import { loadAssessment } from "./load";
import { assessedAt, inTurn } from "./place";

export type MarkProblem =
  | {
      readonly code:
        | "not found"
        | "only looking"
        | "no number"
        | "too much"
        | "no reason"
        | "nothing proposed"
        | "not now";
    }
  /** What is proposed is not what was shown. */
  | { readonly code: "changed since"; readonly name: string };
export type MarkGiven = { readonly kind: "given"; readonly number: number } | Refused<MarkProblem>;

/** No mark is higher, whatever the whole is out of. */
const mostOfAny = readDecimal("1000000")!;
const reasonInput = typedText(1000);

interface Here {
  readonly inside: ContextIn;
  readonly all: ClassStateDto;
  readonly group: GroupStateDto;
}

/** Runs for one group at a time, for who assesses it and is not its second assessor. */
async function atGroup(
  ctx: Context,
  courseId: string,
  wikiId: string,
  run: (here: Here) => Promise<MarkGiven>,
): Promise<MarkGiven> {
  return ctx.db.transaction(async (tx): Promise<MarkGiven> => {
    const inside = { ...ctx, db: tx };
    const at = await assessedAt(inside, courseId, wikiId);
    if (!at || at.place.isArchived || at.wiki.hand === "second") return refused({ code: "not found" });
    await inTurn(tx, courseId, wikiId);
    const all = await loadAssessment(inside, at.place, wikiId);
    const [group] = all.groups;
    return group ? run({ inside, all, group }) : refused({ code: "not found" });
  });
}

const acceptInput = z
  .array(z.object({ personId: z.string().max(60), computed: z.string().max(60) }))
  .min(1)
  .max(1000);

/**
 * Accepts what is proposed for members of a group, as it was shown: none of them if one is proposed otherwise
 * by now.
 */
export const acceptMarks = act(
  async (ctx, courseId: string, wikiId: string, given: z.input<typeof acceptInput>): Promise<MarkGiven> => {
    const read = acceptInput.safeParse(given);
    if (!read.success) return refused({ code: "not found" });
    return atGroup(ctx, courseId, wikiId, async ({ inside, all, group }) => {
      const rows: (typeof markAct.$inferInsert)[] = [];
      for (const { personId, computed } of read.data) {
        const found = group.members.find(({ member }) => member.id === personId);
        if (!found) return refused({ code: "not found" });
        const proposed = told(found);
        if (proposed === null) return refused({ code: "nothing proposed" });
        if (proposed !== computed) return refused({ code: "changed since", name: found.member.name });
        if (found.held.mark?.kind === "accepted" && found.held.mark.value === proposed && found.isCurrent)
          continue;
        rows.push(row(inside, all, group, found, "accepted", { value: proposed }));
      }
      if (rows.length > 0) await inside.db.insert(markAct).values(rows);
      return { kind: "given", number: rows.length };
    });
  },
);

export interface SetMark {
  /** Null: the group's mark. */
  readonly personId: string | null;
  readonly value: string;
  readonly reason: string;
}

/**
 * Sets a mark directly. Where something else is proposed, where it is above what the whole is out of, and
 * where the student was shown another one, it asks for a reason.
 */
export const setMark = act(
  async (ctx, courseId: string, wikiId: string, { personId, value, reason }: SetMark): Promise<MarkGiven> => {
    const number = typedDecimal(value.slice(0, 60));
    const decimal = number && exactDecimal(number, 4);
    const words = reasonInput.safeParse(reason);
    if (!number || !decimal) return refused({ code: "no number" });
    if (isBelow(mostOfAny, number)) return refused({ code: "too much" });
    if (!words.success) return refused({ code: "no reason" });
    return atGroup(ctx, courseId, wikiId, async ({ inside, all, group }) => {
      const isAbove = isBelow(readStored(all.sheet.outOf), number);
      if (personId === null) {
        if (isAbove && words.data === "") return refused({ code: "no reason" });
        await inside.db.insert(markAct).values({
          ...place(inside, all, group),
          personId: null,
          kind: "set",
          value: decimal,
          reason: words.data,
        });
        return { kind: "given", number: 1 };
      }
      const found = group.members.find(({ member }) => member.id === personId);
      if (!found) return refused({ code: "not found" });
      const proposed = told(found);
      if (proposed === decimal) {
        await inside.db
          .insert(markAct)
          .values(row(inside, all, group, found, "accepted", { value: decimal, reason: words.data }));
        return { kind: "given", number: 1 };
      }
      if (
        words.data === "" &&
        (proposed !== null || isAbove || (found.released && found.released.mark !== decimal))
      )
        return refused({ code: "no reason" });
      await inside.db.insert(markAct).values(
        row(inside, all, group, found, proposed === null ? "set" : "overridden", {
          value: decimal,
          reason: words.data,
        }),
      );
      return { kind: "given", number: 1 };
    });
  },
);

/** Acts on a mark that name no value of their own. */
export const plainActs = ["taken back", "left out", "counted again", "held back", "let go"] as const;
export type PlainAct = (typeof plainActs)[number];

/**
 * Takes a mark back (of a group: the one that was set), leaves a member out of the reckoning or counts them
 * again, holds a mark back or lets it go.
 */
export const actOnMark = act(
  async (
    ctx,
    courseId: string,
    wikiId: string,
    personId: string | null,
    kind: PlainAct,
    reason: string,
  ): Promise<MarkGiven> => {
    const words = reasonInput.safeParse(reason);
    if (!words.success || ((kind === "left out" || kind === "held back") && words.data === ""))
      return refused({ code: "no reason" });
    return atGroup(ctx, courseId, wikiId, async ({ inside, all, group }) => {
      const held =
        personId === null ? group.direct : group.members.find(({ member }) => member.id === personId)?.held;
      if (!held || (personId === null && kind !== "taken back")) return refused({ code: "not found" });
      const isThere = {
        "taken back": held.mark !== null,
        "left out": held.leftOut === null,
        "counted again": held.leftOut !== null,
        "held back": held.heldBack === null,
        "let go": held.heldBack !== null,
      }[kind];
      if (!isThere) return refused({ code: "not now" });
      await inside.db
        .insert(markAct)
        .values({ ...place(inside, all, group), personId, kind, reason: words.data });
      return { kind: "given", number: 1 };
    });
  },
);

const told = ({ proposal }: MemberStateDto): string | null => proposal.mark && exactDecimal(proposal.mark);

function place(
  ctx: ContextIn,
  { place: { courseId, assignmentId } }: ClassStateDto,
  { wiki }: GroupStateDto,
) {
  return { courseId, id: ctx.newId(), assignmentId, wikiId: wiki.id, byId: ctx.viewer.id, at: ctx.now };
}

function row(
  ctx: ContextIn,
  all: ClassStateDto,
  group: GroupStateDto,
  member: MemberStateDto,
  kind: MarkKind,
  { value, reason = "" }: { value: string; reason?: string },
): typeof markAct.$inferInsert {
  return {
    ...place(ctx, all, group),
    personId: member.member.id,
    kind,
    value,
    computed: told(member),
    working: member.proposal.working,
    reason,
    restsOn: restsOn(all, group, member),
  };
}

/** Decimals with which shares and factors are kept. */
const places = 12;

function restsOn(
  { version, place: { cutOffAt } }: ClassStateDto,
  { wiki, group }: GroupStateDto,
  { ownCutOffAt, proposal, ruleFigures }: MemberStateDto,
): RestsOn {
  return {
    version: version ?? 0,
    cutOffAt: (ownCutOffAt ?? cutOffAt)?.toISOString() ?? null,
    rev: wiki.entries,
    group: group.mark && fixed(group.mark, places),
    share: proposal.share && fixed(proposal.share, places),
    factor: proposal.factor && fixed(proposal.factor, places),
    figures: ruleFigures,
  };
}
