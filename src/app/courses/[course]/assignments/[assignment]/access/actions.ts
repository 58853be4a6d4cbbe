"use server";
import { id } from "@/core/text/id";
import { revalidatePath } from "next/cache";
import * as z from "zod";
import { instantAt } from "@/core/time/zone";
import { powerSettingInput, powersInput, setCellPowers, setMemberPowers } from "@/data/access/powers";
import { giveMoreTime } from "@/data/access/more-time";
import {
  cellInput,
  mostCells,
  previewAccess,
  setAccess,
  settingInput,
  undoAccess,
} from "@/data/access/write";
import type { AccessChanged, AccessPreview } from "@/data/access/dto";
import { findCourse } from "@/data/courses/read";
import { accessProblem } from "@/ui/words/access";
import { counted } from "@/ui/words/counts";
import { moment } from "@/ui/words/times";
import { type Answer, unpacked } from "@/app/_parts/answers";
import { signedIn } from "@/app/_parts/context";

const asked = z.object({ cells: z.array(cellInput).max(mostCells), setting: settingInput });

/** What came of a change of access: what to undo it by, or what is wrong in words. */
export type Changed =
  | { readonly kind: "done"; readonly text: string; readonly changeId: string | null }
  | { readonly kind: "wrong"; readonly text: string };

/** What setting the parcel's setting for its cells would change. */
export async function preview(
  courseId: string,
  assignmentId: string,
  form: FormData,
): Promise<AccessPreview> {
  const { cells, setting } = asked.parse(await unpacked(form));
  return previewAccess(await signedIn(), id.parse(courseId), id.parse(assignmentId), cells, setting);
}

export async function set(courseId: string, assignmentId: string, form: FormData): Promise<Changed> {
  const { cells, setting } = asked.parse(await unpacked(form));
  const ctx = await signedIn();
  const changed = await setAccess(ctx, id.parse(courseId), id.parse(assignmentId), cells, setting);
  return told(changed, courseId, ctx.now, (number) => `Set for ${counted(number, "cell")}.`);
}

export async function undo(courseId: string, changeId: string): Promise<Changed> {
  const ctx = await signedIn();
  const changed = await undoAccess(ctx, id.parse(courseId), id.parse(changeId));
  return told(changed, courseId, ctx.now, () => "Undone: what held before holds again.", false);
}

/** Sets what members may do apart from writing. */
export async function setPowers(courseId: string, assignmentId: string, given: string[]): Promise<Changed> {
  const ctx = await signedIn();
  const changed = await setMemberPowers(
    ctx,
    id.parse(courseId),
    id.parse(assignmentId),
    powersInput.parse(given),
  );
  return told(
    changed,
    courseId,
    ctx.now,
    () => "Set for all wikis of the assignment. It can be undone in the log.",
  );
}

const askedPowers = z.object({ cells: z.array(cellInput).max(mostCells), powers: powerSettingInput });

/** Gives or takes powers for the parcel's cells. */
export async function setPowersHere(
  courseId: string,
  assignmentId: string,
  form: FormData,
): Promise<Changed> {
  const { cells, powers } = askedPowers.parse(await unpacked(form));
  const ctx = await signedIn();
  const changed = await setCellPowers(ctx, id.parse(courseId), id.parse(assignmentId), cells, powers);
  return told(changed, courseId, ctx.now, (number) => `Set for ${counted(number, "cell")}.`);
}

const moreTimeInput = z.object({
  to: z
    .array(z.object({ wikiId: id, personId: id.nullable() }))
    .min(1, "Choose who gets more time")
    .max(500),
  until: z.string(),
});

export async function give(
  courseId: string,
  assignmentId: string,
  given: { to: { wikiId: string; personId: string | null }[]; until: string },
): Promise<Answer> {
  const parsed = moreTimeInput.safeParse(given);
  if (!parsed.success) return { kind: "wrong", text: `${parsed.error.issues[0]!.message}.` };
  const ctx = await signedIn();
  const course = await findCourse(ctx, id.parse(courseId));
  const until = course && instantAt(parsed.data.until, course.timeZone);
  if (!until) return { kind: "wrong", text: "Enter the end as a date and a time. Nothing was changed." };
  const changed = await giveMoreTime(ctx, courseId, id.parse(assignmentId), parsed.data.to, until);
  if (changed.kind === "refused" && changed.problem.code === "window ends before it begins")
    return { kind: "wrong", text: "That is not after the due time. Nothing was changed." };
  const answer = await told(
    changed,
    courseId,
    ctx.now,
    () => `More time until ${moment(until, course.timeZone, ctx.now)}. It can be undone in the log.`,
  );
  return answer.kind === "wrong" ? answer : { kind: "done", text: answer.text };
}

async function told(
  changed: AccessChanged,
  courseId: string,
  now: Date,
  words: (cells: number) => string,
  canUndo = true,
): Promise<Changed> {
  if (changed.kind === "unchanged")
    return { kind: "done", text: "That is what holds already. Nothing was changed.", changeId: null };
  if (changed.kind === "refused") {
    const course = await findCourse(await signedIn(), courseId);
    return { kind: "wrong", text: accessProblem(changed.problem, course?.timeZone ?? "UTC", now) };
  }
  revalidatePath(`/courses/${courseId}`, "layout");
  return { kind: "done", text: words(changed.cells), changeId: canUndo ? changed.changeId : null };
}
