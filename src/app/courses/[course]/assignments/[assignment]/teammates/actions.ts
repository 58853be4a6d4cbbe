"use server";
import { revalidatePath } from "next/cache";
import { id } from "@/core/text/id";
import { answerRound } from "@/data/marks/rounds";
import { onlyLooking } from "@/ui/words/problems";
import { type Answer, fromJson } from "@/app/_parts/answers";
import { signedIn } from "@/app/_parts/context";

/** Stores what the viewer says of the members of their group. */
export async function answer(courseId: string, assignmentId: string, given: string): Promise<Answer> {
  const done = await answerRound(
    await signedIn(),
    id.parse(courseId),
    id.parse(assignmentId),
    fromJson(given),
  );
  if (done.kind === "refused") {
    const text = {
      "only looking": onlyLooking,
      "not found": "Nothing was stored: you are not asked here, or the course is archived.",
      closed: "Nothing was stored: the round has closed. What you answered before stays.",
      "bad input":
        "Nothing was stored: a line has up to 500 characters, and an answer is one of those offered.",
    }[done.problem.code];
    return { kind: "wrong", text };
  }
  revalidatePath(`/courses/${courseId}`, "layout");
  return { kind: "done", text: "Stored. You can change it until the round closes." };
}
