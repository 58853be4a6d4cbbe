"use server";
import { id } from "@/core/text/id";
import * as z from "zod";
import { type Belongs, belongsInput } from "@/data/pages/belongs";
import { startPage } from "@/data/pages/write";
import type { SaveAnswer } from "@/ui/editor/useSaving";
import { unpacked } from "@/app/_parts/answers";
import { onCourse, saveAnswer, savedText, sendingOf } from "@/app/_parts/saving";
import { signedIn } from "@/app/_parts/context";

const place = z.object({ courseId: id, wikiId: id });

/** Starts a page with its first text. As with every save, nothing is drawn anew with the answer. */
export async function startText(
  courseId: string,
  wikiId: string,
  template: string | null,
  belongs: Belongs,
  sent: FormData,
): Promise<SaveAnswer> {
  const at = place.parse({ courseId, wikiId });
  const ctx = await signedIn();
  const given = savedText.parse(await unpacked(sent));
  const sending = sendingOf(given);
  const saved = await startPage(ctx, {
    ...at,
    templateId: id.nullable().parse(template),
    belongs: belongsInput.parse(belongs),
    title: given.title,
    document: given.document,
    note: given.note,
    ...(sending ? { sending } : {}),
  });
  return saveAnswer(await onCourse(ctx, at.courseId), null, saved);
}
