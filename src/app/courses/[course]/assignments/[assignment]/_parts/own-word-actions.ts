"use server";
import { id } from "@/core/text/id";
import { revalidatePath } from "next/cache";
import * as z from "zod";
import { answerOwn, type OwnWordSaid, ownWordKind, sayOwn, takeBackOwn } from "@/data/review/own-words";
import { onlyLooking } from "@/ui/words/problems";
import type { Answer } from "@/app/_parts/answers";
import { signedIn } from "@/app/_parts/context";

const body = z.string().max(10_000);

const problems: Record<Extract<OwnWordSaid, { kind: "refused" }>["problem"]["code"], string> = {
  "not found": "Nothing was kept: it no longer exists. Reload the page.",
  "only looking": onlyLooking,
  "empty or too long": "That has between 1 and 2,000 characters.",
  "too many": "You have said fifty things here. Withdraw some first.",
  "three already": "You stand for three entries already. Withdraw one first.",
  "not your entry": "Choose one of your own entries.",
};

/** Puts something beside the record of one's own work. */
export async function say(
  courseId: string,
  wikiId: string,
  kind: string,
  text: string,
  entry: { pageId: string; number: number } | null = null,
): Promise<Answer> {
  return told(
    courseId,
    await sayOwn(
      await signedIn(),
      id.parse(courseId),
      id.parse(wikiId),
      ownWordKind.parse(kind),
      body.parse(text),
      z
        .object({ pageId: id, number: z.int().min(1) })
        .nullable()
        .parse(entry),
    ),
    kind === "objection"
      ? "Sent. Your instructors see it, and answer here."
      : "It stands beside your record now, where your instructors see it.",
  );
}

export async function takeBack(courseId: string, word: string): Promise<Answer> {
  return told(
    courseId,
    await takeBackOwn(await signedIn(), id.parse(courseId), id.parse(word)),
    "Withdrawn.",
  );
}

/** Answers what a student said. */
export async function answerWord(courseId: string, word: string, text: string): Promise<Answer> {
  return told(
    courseId,
    await answerOwn(await signedIn(), id.parse(courseId), id.parse(word), body.parse(text)),
    "Sent. The student sees it beside their words.",
  );
}

function told(courseId: string, said: OwnWordSaid, text: string): Answer {
  if (said.kind === "refused") return { kind: "wrong", text: problems[said.problem.code] };
  revalidatePath(`/courses/${courseId}`, "layout");
  return { kind: "done", text };
}
