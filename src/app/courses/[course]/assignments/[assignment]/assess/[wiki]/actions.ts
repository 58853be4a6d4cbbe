"use server";
import * as z from "zod";
import { id } from "@/core/text/id";
import { findDesk } from "@/data/marks/desk";
import {
  acceptMarks,
  actOnMark,
  type MarkGiven,
  type MarkProblem,
  type PlainAct,
  plainActs,
  setMark,
} from "@/data/marks/give";
import { judge, type JudgementGiven, judgementInput, type JudgeProblem } from "@/data/marks/judge";
import { changeNote, keepRemark, touchRemark, writeNote } from "@/data/marks/notes";
import { addPin, changePin, type PinGiven } from "@/data/marks/pins";
import { assessBeat, type AssessHereDto } from "@/data/marks/presence";
import { sayDone } from "@/data/marks/assessors";
import type { Context } from "@/data/session/context";
import { onlyLooking } from "@/ui/words/problems";
import { signedIn } from "@/app/_parts/context";
import { type AccountView, accountView } from "./_parts/account-view";

/**
 * What became of a change: the account as it stands now, or what is wrong; `asks`: somebody else was there
 * first.
 */
export type AccountAnswer =
  | { readonly kind: "done"; readonly account: AccountView; readonly id?: string }
  | { readonly kind: "wrong"; readonly text: string }
  | { readonly kind: "asks"; readonly text: string; readonly account: AccountView };

const gone = "Nothing was stored: the group is not yours to assess, or the course is archived.";

async function fresh(ctx: Context, courseId: string, wikiId: string): Promise<AccountView | null> {
  const desk = await findDesk(ctx, courseId, wikiId);
  return desk && accountView(desk, ctx.viewer.id, ctx.now);
}

async function done(ctx: Context, courseId: string, wikiId: string, newId?: string): Promise<AccountAnswer> {
  const account = await fresh(ctx, courseId, wikiId);
  return account ? { kind: "done", account, ...(newId ? { id: newId } : {}) } : { kind: "wrong", text: gone };
}

/** The account as it stands, for a screen whose group somebody else has changed. */
export async function readAccount(courseId: string, wikiId: string): Promise<AccountAnswer> {
  return done(await signedIn(), id.parse(courseId), id.parse(wikiId));
}

export async function judgeCriterion(
  courseId: string,
  wikiId: string,
  given: JudgementGiven,
): Promise<AccountAnswer> {
  const ctx = await signedIn();
  const judged = await judge(ctx, id.parse(courseId), id.parse(wikiId), judgementInput.parse(given));
  if (judged.kind === "judged") return done(ctx, courseId, wikiId, judged.id);
  const { problem } = judged;
  if (problem.code !== "judged meanwhile") return { kind: "wrong", text: judgeWords(problem) };
  const account = await fresh(ctx, courseId, wikiId);
  return account
    ? {
        kind: "asks",
        account,
        text: `${problem.by} judged this since you saw it. Theirs stands; choose yours again to replace it.`,
      }
    : { kind: "wrong", text: gone };
}

function judgeWords(problem: Exclude<JudgeProblem, { code: "judged meanwhile" }>): string {
  switch (problem.code) {
    case "not found":
      return gone;
    case "only looking":
      return onlyLooking;
    case "no such level":
      return "Nothing was stored: the criterion has no such level.";
    case "not points":
    case "no number":
      return "Nothing was stored: points are a number of 0 or more, such as 7.5.";
    case "too many points":
      return "Nothing was stored: that is more than the criterion’s most points.";
    case "sheet changed":
      return "Nothing was stored: the sheet has changed since you opened it, and this criterion is another one now. Reload the page to see it.";
    default:
      return problem satisfies never;
  }
}

const places = z.object({ courseId: id, wikiId: id });

/** Accepts what is proposed, as it was shown. */
export async function accept(
  courseId: string,
  wikiId: string,
  given: readonly { readonly personId: string; readonly computed: string }[],
): Promise<AccountAnswer> {
  const ctx = await signedIn();
  const at = places.parse({ courseId, wikiId });
  return marked(ctx, at, await acceptMarks(ctx, at.courseId, at.wikiId, [...given]));
}

/** Sets a mark other than the one proposed. */
export async function set(
  courseId: string,
  wikiId: string,
  personId: string | null,
  value: string,
  reason: string,
): Promise<AccountAnswer> {
  const ctx = await signedIn();
  const at = places.parse({ courseId, wikiId });
  const given = z
    .object({ personId: id.nullable(), value: z.string().max(200), reason: z.string().max(5000) })
    .parse({ personId, value, reason });
  return marked(ctx, at, await setMark(ctx, at.courseId, at.wikiId, given));
}

export async function actOn(
  courseId: string,
  wikiId: string,
  personId: string | null,
  kind: PlainAct,
  reason: string,
): Promise<AccountAnswer> {
  const ctx = await signedIn();
  const at = places.parse({ courseId, wikiId });
  return marked(
    ctx,
    at,
    await actOnMark(
      ctx,
      at.courseId,
      at.wikiId,
      id.nullable().parse(personId),
      z.enum(plainActs).parse(kind),
      z.string().max(5000).parse(reason),
    ),
  );
}

async function marked(
  ctx: Context,
  { courseId, wikiId }: { courseId: string; wikiId: string },
  given: MarkGiven,
): Promise<AccountAnswer> {
  return given.kind === "given"
    ? done(ctx, courseId, wikiId)
    : { kind: "wrong", text: markWords(given.problem) };
}

function markWords(problem: MarkProblem): string {
  switch (problem.code) {
    case "not found":
      return gone;
    case "only looking":
      return onlyLooking;
    case "no number":
      return "Nothing was stored: a mark is a number of 0 or more, such as 72 or 72.5.";
    case "too much":
      return "Nothing was stored: no mark is above 1,000,000.";
    case "no reason":
      return "Nothing was stored: this needs a reason, in up to 1,000 characters.";
    case "nothing proposed":
      return "Nothing was stored: there is no proposal to accept.";
    case "not now":
      return "Nothing was stored: this holds already.";
    case "changed since":
      return `Nothing was stored: what is proposed for ${problem.name} has changed since you saw it. Reload the page to see it.`;
    default:
      return problem satisfies never;
  }
}

export async function pinTo(courseId: string, wikiId: string, given: PinGiven): Promise<AccountAnswer> {
  const ctx = await signedIn();
  const at = places.parse({ courseId, wikiId });
  const pinned = await addPin(ctx, at.courseId, at.wikiId, given);
  if (pinned.kind === "pinned") return done(ctx, courseId, wikiId, pinned.id);
  const text = {
    "not found": gone,
    "only looking": onlyLooking,
    "bad input": "Nothing was pinned: the note or the passage is too long.",
    "not there": "Nothing was pinned: it no longer exists.",
    "too many": "Nothing was pinned: the group has 300 pins already.",
  }[pinned.problem.code];
  return { kind: "wrong", text };
}

export async function changePinTo(
  courseId: string,
  wikiId: string,
  pinId: string,
  change: { readonly criteria: readonly string[]; readonly note: string; readonly shown: boolean } | null,
): Promise<AccountAnswer> {
  const ctx = await signedIn();
  const pinned = await changePin(
    ctx,
    id.parse(courseId),
    id.parse(pinId),
    change && { ...change, criteria: [...change.criteria] },
  );
  return pinned.kind === "pinned"
    ? done(ctx, courseId, id.parse(wikiId))
    : {
        kind: "wrong",
        text:
          pinned.problem.code === "only looking"
            ? onlyLooking
            : "Nothing was changed: the pin no longer exists, or its note is too long.",
      };
}

export async function note(
  courseId: string,
  wikiId: string,
  personId: string | null,
  criterion: string | null,
  body: string,
): Promise<AccountAnswer> {
  const ctx = await signedIn();
  const at = places.parse({ courseId, wikiId });
  const to = z
    .object({ personId: id.nullable(), criterion: z.string().max(40).nullable() })
    .parse({ personId, criterion });
  return noted(ctx, at, await writeNote(ctx, at.courseId, at.wikiId, to, z.string().max(20_000).parse(body)));
}

export async function renote(
  courseId: string,
  wikiId: string,
  noteId: string,
  body: string,
): Promise<AccountAnswer> {
  const ctx = await signedIn();
  const at = places.parse({ courseId, wikiId });
  return noted(
    ctx,
    at,
    await changeNote(ctx, at.courseId, id.parse(noteId), z.string().max(20_000).parse(body)),
  );
}

async function noted(
  ctx: Context,
  { courseId, wikiId }: { courseId: string; wikiId: string },
  written: Awaited<ReturnType<typeof writeNote>>,
): Promise<AccountAnswer> {
  if (written.kind === "written") return done(ctx, courseId, wikiId, written.id);
  const text = {
    "not found": gone,
    "only looking": onlyLooking,
    empty: "There is nothing in the note.",
    "too long": "Nothing was stored: a note has up to 5,000 characters.",
    "not yours": "Its author alone changes a note.",
  }[written.problem.code];
  return { kind: "wrong", text };
}

/** Keeps a remark for the next time, under a criterion. */
export async function keep(
  courseId: string,
  wikiId: string,
  criterion: string,
  body: string,
): Promise<AccountAnswer> {
  const ctx = await signedIn();
  const kept = await keepRemark(
    ctx,
    id.parse(courseId),
    z.string().max(300).parse(criterion),
    z.string().max(20_000).parse(body),
  );
  if (kept.kind === "kept") return done(ctx, courseId, id.parse(wikiId));
  return {
    kind: "wrong",
    text: {
      "not found": gone,
      "only looking": onlyLooking,
      empty: "Nothing was kept: a remark has 1 to 2,000 characters.",
      "too many": "Nothing was kept: you have 300 remarks already.",
    }[kept.problem.code],
  };
}

export async function touch(
  courseId: string,
  wikiId: string,
  remarkId: string,
  what: "used" | "dropped",
): Promise<AccountAnswer> {
  const ctx = await signedIn();
  const touched = await touchRemark(
    ctx,
    id.parse(courseId),
    id.parse(remarkId),
    z.enum(["used", "dropped"]).parse(what),
  );
  return touched.kind === "kept"
    ? done(ctx, courseId, id.parse(wikiId))
    : {
        kind: "wrong",
        text: touched.problem.code === "only looking" ? onlyLooking : "The remark no longer exists.",
      };
}

/** A sign of life: tells who else is here, and whether they changed something. */
export async function beat(courseId: string, wikiId: string): Promise<AssessHereDto | null> {
  return assessBeat(await signedIn(), id.parse(courseId), id.parse(wikiId));
}

/** A second assessor is done: from now on they see what the first did. */
export async function finish(courseId: string, wikiId: string): Promise<AccountAnswer> {
  const ctx = await signedIn();
  const said = await sayDone(ctx, id.parse(courseId), id.parse(wikiId));
  return said.kind === "dealt"
    ? done(ctx, courseId, wikiId)
    : { kind: "wrong", text: said.problem.code === "only looking" ? onlyLooking : gone };
}
