"use server";
/** What the editor asks for beside saving: keeping drafts, headings to link to, where files come from. */
import { id } from "@/core/text/id";
import * as z from "zod";
import { headingsOf } from "@/core/document/model";
import { dropDraft, type DraftPlace, keepDraft } from "@/data/drafts/write";
import { describeFile } from "@/data/files/write";
import { findPage } from "@/data/pages/read";
import type { FileAnswer, HeadingRef } from "@/ui/editor/place";
import { fileProblem } from "@/ui/words/files";
import { unpacked } from "@/app/_parts/answers";
import { signedIn } from "@/app/_parts/context";

const place = z.union([z.object({ courseId: id, pageId: id }), z.object({ courseId: id, wikiId: id })]);

/** Keeps what somebody is writing, for themselves; false: it could not be kept. */
export async function keepText(at: DraftPlace, sent: FormData): Promise<boolean> {
  return keepDraft(
    await signedIn(),
    place.parse(at),
    (await unpacked(sent)) as Parameters<typeof keepDraft>[2],
  );
}

export async function dropText(at: DraftPlace): Promise<void> {
  const ctx = await signedIn();
  if (!ctx.lookingAs) await dropDraft(ctx, place.parse(at));
}

/** The headings of a page that the asker may read; none otherwise. */
export async function headingsOfPage(courseId: string, pageId: string): Promise<HeadingRef[]> {
  const page = await findPage(await signedIn(), id.parse(courseId), id.parse(pageId));
  return page ? headingsOf(page.document) : [];
}

/** Says of a file what it is called and where it comes from. */
export async function describe(
  courseId: string,
  wikiId: string,
  fileId: string,
  said: { name: string; source: string; licence: string },
): Promise<FileAnswer> {
  const described = await describeFile(
    await signedIn(),
    id.parse(courseId),
    id.parse(wikiId),
    id.parse(fileId),
    said,
  );
  return described.kind === "stored" ? described : { kind: "refused", text: fileProblem(described.problem) };
}
