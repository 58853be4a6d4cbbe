"use server";
import { id } from "@/core/text/id";
import { revalidatePath } from "next/cache";
import * as z from "zod";
import { changeFeedback, type FeedbackGiven, giveFeedback } from "@/data/review/feedback";
import { addressOf } from "@/data/session/address";
import { onlyLooking } from "@/ui/words/problems";
import { paths } from "@/ui/paths";
import type { Answer } from "@/app/_parts/answers";
import { signedIn } from "@/app/_parts/context";

const body = z.string().max(50_000);

const problems: Record<Extract<FeedbackGiven, { kind: "refused" }>["problem"]["code"], string> = {
  "not found":
    "Nothing was sent: they no longer exist, or the course is archived. What you wrote is still in the field.",
  "only looking": onlyLooking,
  "empty or too long": "Feedback has between 1 and 10,000 characters.",
  "not yours": "Its author alone changes it.",
};

/** Tells all groups (`wiki` null), a group, or one of its members something. */
export async function tellThem(
  courseId: string,
  assignmentId: string,
  wiki: string | null,
  person: string | null,
  text: string,
): Promise<Answer> {
  const given = z
    .object({ courseId: id, assignmentId: id, wikiId: id.nullable(), personId: id.nullable(), body })
    .parse({ courseId, assignmentId, wikiId: wiki, personId: person, body: text });
  const to = { wikiId: given.wikiId, personId: given.personId };
  return told(
    courseId,
    await giveFeedback(
      await signedIn(),
      given.courseId,
      given.assignmentId,
      to,
      given.body,
      addressOf(`${paths.assignment(given.courseId, given.assignmentId)}#feedback`),
    ),
  );
}

export async function changeWords(courseId: string, feedbackId: string, text: string): Promise<Answer> {
  return told(
    courseId,
    await changeFeedback(await signedIn(), id.parse(courseId), id.parse(feedbackId), {
      body: body.parse(text),
    }),
  );
}

/** Withdraws feedback, or puts it back. */
export async function withdrawWords(
  courseId: string,
  feedbackId: string,
  withdrawn: boolean,
): Promise<Answer> {
  return told(
    courseId,
    await changeFeedback(await signedIn(), id.parse(courseId), id.parse(feedbackId), {
      withdrawn: z.boolean().parse(withdrawn),
    }),
  );
}

function told(courseId: string, given: FeedbackGiven): Answer {
  if (given.kind === "refused") return { kind: "wrong", text: problems[given.problem.code] };
  revalidatePath(`/courses/${courseId}`, "layout");
  return { kind: "done" };
}
