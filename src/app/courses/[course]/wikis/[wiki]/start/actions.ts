"use server";
import * as z from "zod";
import { type Belongs, belongsInput } from "@/data/pages/belongs";
import { startPage } from "@/data/pages/write";
import type { SaveAnswer } from "@/ui/editor/useSaving";
import { onCourse, saveAnswer, savedText, sendingOf } from "@/app/_parts/saving";
import { signedIn } from "@/app/_parts/context";

const place = z.object({ courseId: z.string().max(40), wikiId: z.string().max(40) });

/** Starts a page with its first text. As with every save, nothing is drawn anew with the answer. */
export async function startText(courseId: string, wikiId: string, template: string | null, belongs: Belongs, input: z.input<typeof savedText>): Promise<SaveAnswer> {
  const at = place.parse({ courseId, wikiId });
  const given = savedText.parse(input);
  const sending = sendingOf(given);
  const ctx = await signedIn();
  const saved = await startPage(ctx, { ...at, templateId: z.string().max(40).nullable().parse(template), belongs: belongsInput.parse(belongs), title: given.title, document: given.document, note: given.note, ...(sending ? { sending } : {}) });
  return saveAnswer(await onCourse(ctx, at.courseId), null, saved);
}
