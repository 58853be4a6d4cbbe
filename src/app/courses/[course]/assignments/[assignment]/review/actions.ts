"use server";
import { id } from "@/core/text/id";
import { revalidatePath } from "next/cache";
import * as z from "zod";
import { actOnFinding } from "@/data/review/findings";
import { markReviewed } from "@/data/review/marks";
import { setThresholds } from "@/data/review/thresholds";
import { onlyLooking } from "@/ui/words/problems";
import type { Answer } from "@/app/_parts/answers";
import { signedIn } from "@/app/_parts/context";

/** Dismisses a finding with a reason; null takes it up again. */
export async function actOn(
  courseId: string,
  wikiId: string,
  key: string,
  reason: string | null,
): Promise<Answer> {
  const acted = await actOnFinding(
    await signedIn(),
    id.parse(courseId),
    id.parse(wikiId),
    z.string().max(400).parse(key),
    z.string().max(4000).nullable().parse(reason),
  );
  if (acted.kind === "refused") {
    const words = {
      "not found": "Nothing was changed: it no longer exists. Reload the page.",
      "only looking": onlyLooking,
      "no reason": "Say why it needs no more thought.",
      "too long": "A reason has at most 500 characters.",
    };
    return { kind: "wrong", text: words[acted.problem.code] };
  }
  revalidatePath(`/courses/${courseId}`, "layout");
  return { kind: "done" };
}

/** Sets from when on something is asked about; null: as usual. */
export async function setFrom(courseId: string, assignmentId: string, thresholds: unknown): Promise<Answer> {
  const set = await setThresholds(await signedIn(), id.parse(courseId), id.parse(assignmentId), thresholds);
  if (set.kind === "refused") {
    const words = {
      "not found": "Nothing was changed: only instructors can do this.",
      "only looking": onlyLooking,
      "bad input": "Nothing was changed: enter parts from 5 to 100 %, and numbers of words above 0.",
    };
    return { kind: "wrong", text: words[set.problem.code] };
  }
  revalidatePath(`/courses/${courseId}`, "layout");
  return { kind: "done", text: "Saved. Findings now follow these thresholds." };
}

/** Notes that the viewer has looked at a student's work as it is now, or takes that back. */
export async function mark(
  courseId: string,
  wikiId: string,
  personId: string,
  isReviewed: boolean,
): Promise<Answer> {
  const marked = await markReviewed(
    await signedIn(),
    id.parse(courseId),
    id.parse(wikiId),
    id.parse(personId),
    z.boolean().parse(isReviewed),
  );
  if (marked.kind === "refused")
    return {
      kind: "wrong",
      text:
        marked.problem.code === "only looking"
          ? onlyLooking
          : "Nothing was changed: the student is not on the course, or not yours to review.",
    };
  revalidatePath(`/courses/${courseId}`, "layout");
  return { kind: "done" };
}
