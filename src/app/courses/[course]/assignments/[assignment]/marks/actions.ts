"use server";
import { revalidatePath } from "next/cache";
import * as z from "zod";
import { id } from "@/core/text/id";
import { findSheet, saveSheet } from "@/data/marks/sheets";
import { dealGroup } from "@/data/marks/assessors";
import { settle, type SettleGiven } from "@/data/marks/judge";
import { callOffRelease, release } from "@/data/marks/release";
import { type LineGiven, writeInObjection } from "@/data/marks/objections";
import { findCourse } from "@/data/courses/read";
import { addressOf } from "@/data/session/address";
import { instantAt } from "@/core/time/zone";
import { onlyLooking } from "@/ui/words/problems";
import { counted } from "@/ui/words/counts";
import { paths } from "@/ui/paths";
import type { Answer } from "@/app/_parts/answers";
import { signedIn } from "@/app/_parts/context";

const gone = "Nothing was stored: the assignment no longer exists, or the course is archived.";
const number = z.string().max(40);

/** Sets k and the bounds of the rule, as a new version of the sheet. */
export async function setRule(
  courseId: string,
  assignmentId: string,
  seen: number | null,
  k: string,
  lowest: string,
  highest: string,
): Promise<Answer> {
  const ctx = await signedIn();
  const found = await findSheet(ctx, id.parse(courseId), id.parse(assignmentId));
  if (!found || found.sheet.students.how !== "by share") return { kind: "wrong", text: gone };
  const students = {
    ...found.sheet.students,
    k: number.parse(k),
    lowest: number.parse(lowest),
    highest: number.parse(highest),
  };
  const saved = await saveSheet(
    ctx,
    courseId,
    assignmentId,
    { ...found.sheet, students },
    typeof seen === "number" ? seen : null,
  );
  if (saved.kind === "saved") {
    revalidatePath(`/courses/${courseId}`, "layout");
    return {
      kind: "done",
      text: `Set, as version ${saved.version} of the sheet. Marks that were given stay, and are shown where they rest on the rule before.`,
    };
  }
  const { problem } = saved;
  return {
    kind: "wrong",
    text:
      problem.code === "bad input"
        ? `${problem.message}. Nothing was set.`
        : problem.code === "changed since"
          ? `${problem.by} changed the sheet since you opened it: nothing was set.`
          : problem.code === "only looking"
            ? onlyLooking
            : gone,
  };
}

const releaseForm = z.object({
  wikis: z.array(id).max(1000),
  plannedFor: z.string().max(20),
  mails: z.boolean(),
  withoutWorking: z.array(id).max(1000),
});

/** Releases marks at once, or at a time (a wall clock of the course). */
export async function releaseMarks(
  courseId: string,
  assignmentId: string,
  given: z.input<typeof releaseForm>,
): Promise<Answer> {
  const ctx = await signedIn();
  const { wikis, plannedFor, ...rest } = releaseForm.parse(given);
  const course = await findCourse(ctx, id.parse(courseId));
  const at = plannedFor === "" ? null : course && instantAt(plannedFor, course.timeZone);
  if (plannedFor !== "" && !at)
    return { kind: "wrong", text: "Nothing was released: the time can’t be read." };
  if (wikis.length === 0) return { kind: "wrong", text: "Nothing was released: no group is chosen." };
  const done = await release(
    ctx,
    courseId,
    id.parse(assignmentId),
    { ...rest, wikis, plannedFor: at },
    addressOf(paths.ownMark(courseId, assignmentId)),
  );
  if (done.kind === "refused") {
    const text = {
      "not found": gone,
      "only looking": onlyLooking,
      "nothing to release":
        "Nothing was released: everybody in these groups has been shown the mark that they have, or has none. If somebody else released them just now, the list below shows it.",
      "not in the future": "Nothing was planned: that time has passed.",
    }[done.problem.code];
    return { kind: "wrong", text };
  }
  revalidatePath(`/courses/${courseId}`, "layout");
  return {
    kind: "done",
    text:
      done.kind === "planned"
        ? "Planned. Until then it can be called off here."
        : `${counted(done.number, "student sees", "students see")} their mark now.`,
  };
}

export async function callOff(courseId: string, releaseId: string): Promise<Answer> {
  const done = await callOffRelease(await signedIn(), id.parse(courseId), id.parse(releaseId));
  if (done.kind === "refused")
    return {
      kind: "wrong",
      text:
        done.problem.code === "only looking"
          ? onlyLooking
          : "Nothing was changed: it was released or called off already.",
    };
  revalidatePath(`/courses/${courseId}`, "layout");
  return { kind: "done", text: "Called off: nothing will be released then." };
}

/** Gives a group to an assessor, or takes it back. */
export async function deal(
  courseId: string,
  wikiId: string,
  personId: string,
  hand: "first" | "second" | null,
  isOpen: boolean,
): Promise<Answer> {
  const done = await dealGroup(
    await signedIn(),
    id.parse(courseId),
    id.parse(wikiId),
    id.parse(personId),
    z.enum(["first", "second"]).nullable().parse(hand),
    z.boolean().parse(isOpen),
  );
  if (done.kind === "refused")
    return { kind: "wrong", text: done.problem.code === "only looking" ? onlyLooking : gone };
  revalidatePath(`/courses/${courseId}`, "layout");
  return { kind: "done" };
}

/** Says what holds where two assessors differ. */
export async function settleDifference(
  courseId: string,
  wikiId: string,
  given: SettleGiven,
): Promise<Answer> {
  const done = await settle(await signedIn(), id.parse(courseId), id.parse(wikiId), given);
  if (done.kind === "refused") {
    const { code } = done.problem;
    return {
      kind: "wrong",
      text:
        code === "only looking"
          ? onlyLooking
          : code === "no reason"
            ? "Nothing was settled: it needs a reason."
            : code === "not found"
              ? gone
              : code === "sheet changed"
                ? "Nothing was settled: the sheet has changed."
                : "Nothing was settled: the criterion has no such level or points.",
    };
  }
  revalidatePath(`/courses/${courseId}`, "layout");
  return { kind: "done", text: "Settled." };
}

const line = z.object({
  body: z.string().max(20_000),
  outcome: z.enum(["mark changed", "mark stays", "withdrawn"]).nullable(),
});

/** Writes in the thread of an objection; for its student, and those who assess the group. */
export async function writeInThread(
  courseId: string,
  assignmentId: string,
  objectionId: string,
  given: LineGiven,
): Promise<Answer> {
  const at = {
    student: addressOf(`${paths.ownMark(id.parse(courseId), id.parse(assignmentId))}#objections`),
    staff: addressOf(paths.releaseMarks(courseId, assignmentId)),
  };
  const done = await writeInObjection(
    await signedIn(),
    courseId,
    id.parse(objectionId),
    line.parse(given),
    at,
  );
  if (done.kind === "refused") {
    const { code } = done.problem;
    return {
      kind: "wrong",
      text:
        code === "only looking"
          ? onlyLooking
          : code === "empty or too long"
            ? "Nothing was sent: an answer has 1 to 3,000 characters."
            : code === "ended"
              ? "Nothing was sent: the objection was withdrawn."
              : "Nothing was sent: it no longer exists, or the course is archived. What you wrote is still in the field.",
    };
  }
  revalidatePath(`/courses/${courseId}`, "layout");
  return { kind: "done", text: "Sent." };
}
