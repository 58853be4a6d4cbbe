"use server";
import { revalidatePath } from "next/cache";
import { id } from "@/core/text/id";
import { object, type ObjectionGiven } from "@/data/marks/objections";
import { addressOf } from "@/data/session/address";
import { onlyLooking } from "@/ui/words/problems";
import { paths } from "@/ui/paths";
import type { Answer } from "@/app/_parts/answers";
import { signedIn } from "@/app/_parts/context";

/** Objects to something of the mark that one was shown. */
export async function objectTo(
  courseId: string,
  assignmentId: string,
  wikiId: string,
  about: ObjectionGiven["about"],
  body: string,
): Promise<Answer> {
  const done = await object(
    await signedIn(),
    id.parse(courseId),
    id.parse(assignmentId),
    { wikiId: id.parse(wikiId), about, body },
    addressOf(`${paths.releaseMarks(courseId, assignmentId)}#objections`),
  );
  if (done.kind === "refused") {
    const text = {
      "only looking": onlyLooking,
      "not found":
        "Nothing was sent: there is no such mark of yours, or the course is archived. What you wrote is still in the field.",
      "empty or too long": "Nothing was sent: say it in 1 to 3,000 characters.",
      "not shown": "Nothing was sent: choose what you were shown.",
      "too many": "Nothing was sent: you have 20 open objections already.",
      ended: "Nothing was sent.",
    }[done.problem.code];
    return { kind: "wrong", text };
  }
  revalidatePath(`/courses/${courseId}`, "layout");
  return { kind: "done", text: "Sent. Your instructors were told, and answer here." };
}
