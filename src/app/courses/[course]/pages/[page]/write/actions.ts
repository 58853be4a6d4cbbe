"use server";
import { id } from "@/core/text/id";
import * as z from "zod";
import { savePage } from "@/data/pages/write";
import type { SaveAnswer } from "@/ui/editor/useSaving";
import { unpacked } from "@/app/_parts/answers";
import { onCourse, saveAnswer, savedText, sendingOf } from "@/app/_parts/saving";
import { signedIn } from "@/app/_parts/context";

const place = z.object({ courseId: id, pageId: id });

/**
 * Saves a page's text on top of the entry that the writer began from. Nothing is drawn anew with the answer:
 * if it broke off half way, the editor would go.
 */
export async function saveText(courseId: string, pageId: string, sent: FormData): Promise<SaveAnswer> {
  const at = place.parse({ courseId, pageId });
  const ctx = await signedIn();
  const given = savedText.parse(await unpacked(sent));
  const sending = sendingOf(given);
  const saved = await savePage(ctx, {
    ...at,
    base: given.base,
    document: given.document,
    note: given.note,
    ...(sending ? { sending } : {}),
  });
  return saveAnswer(await onCourse(ctx, at.courseId), at.pageId, saved);
}
