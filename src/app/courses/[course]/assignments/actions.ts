"use server";
import { id } from "@/core/text/id";
import { revalidatePath } from "next/cache";
import * as z from "zod";
import { copyAssignment, type CopyInput } from "@/data/assignments/copy";
import type { Progress } from "@/data/assignments/dto";
import type { AssignmentInput } from "@/data/assignments/input";
import { applyOffer } from "@/data/assignments/offers";
import { findProgress } from "@/data/assignments/set-up";
import { changeAssignment, prepareAssignment, publishAssignment } from "@/data/assignments/write";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { assignmentProblem } from "@/ui/words/problems";
import { type Answer, unpacked } from "@/app/_parts/answers";
import { signedIn } from "@/app/_parts/context";

const after = z.enum(["stay", "publish", "groups"]);
export type AfterSaving = z.infer<typeof after>;

/**
 * Stores an assignment, new (`assignmentId` null) or changed, and publishes it or goes on to making groups if
 * that is asked.
 */
export async function saveAssignment(
  courseId: string,
  assignmentId: string | null,
  form: FormData,
  state: string | null,
  then: AfterSaving,
  tells: boolean,
): Promise<Answer> {
  const ctx = await signedIn();
  const course = id.parse(courseId);
  const input = (await unpacked(form)) as AssignmentInput;
  const known = id.nullable().parse(assignmentId),
    tellsThem = z.boolean().parse(tells);
  const saved =
    known === null
      ? await prepareAssignment(ctx, course, input)
      : await changeAssignment(ctx, course, known, input, id.nullable().parse(state) ?? undefined, tellsThem);
  if (saved.kind === "refused")
    return { kind: "wrong", text: `Nothing was saved. ${assignmentProblem(saved.problem)}` };
  revalidatePath(paths.course(course), "layout");
  if (after.parse(then) === "groups") return { kind: "done", href: paths.newGroups(course) };
  if (then === "stay")
    return known === null
      ? { kind: "done", href: paths.setUp(course, saved.assignmentId) }
      : { kind: "done", text: "Saved." };
  const published = await publishAssignment(ctx, course, saved.assignmentId, tellsThem);
  if (published.kind === "saved") return { kind: "done", href: paths.assignment(course, saved.assignmentId) };
  // What was typed is stored by now: the set-up screen has it, with what is to be mended.
  return known === null
    ? { kind: "done", href: paths.setUp(course, saved.assignmentId) }
    : { kind: "wrong", text: `It is saved, and not published yet. ${assignmentProblem(published.problem)}` };
}

/** Copies an assignment into a course that the viewer runs, and leads to its set-up. */
export async function copyTo(courseId: string, assignmentId: string, given: CopyInput): Promise<Answer> {
  const copied = await copyAssignment(await signedIn(), id.parse(courseId), id.parse(assignmentId), given);
  if (copied.kind === "refused")
    return { kind: "wrong", text: `Nothing was copied. ${assignmentProblem(copied.problem)}` };
  revalidatePath("/", "layout");
  return { kind: "done", href: paths.setUp(given.toCourse, copied.assignmentId) };
}

/** Brings a changed starter page into the wikis that began with it. */
export async function bringIn(courseId: string, assignmentId: string, starterId: string): Promise<Answer> {
  const changed = await applyOffer(
    await signedIn(),
    id.parse(courseId),
    id.parse(assignmentId),
    id.parse(starterId),
  );
  if (changed === null)
    return { kind: "wrong", text: "Only instructors change starter pages. Nothing was changed." };
  revalidatePath(paths.course(courseId), "layout");
  return { kind: "done", text: `The change is in ${counted(changed, "wiki")}. What students wrote stayed.` };
}

export async function progressOf(courseId: string, assignmentId: string): Promise<Progress | null> {
  return findProgress(await signedIn(), id.parse(courseId), id.parse(assignmentId));
}
