"use server";
import { id } from "@/core/text/id";
import { savePage } from "@/data/pages/write";
import { roomRequest } from "@/data/session/door";
import type { SaveAnswer } from "@/ui/editor/useSaving";
import { paths } from "@/ui/paths";
import { unpacked } from "@/app/_parts/answers";
import { saveAnswer, savedText, sendingOf } from "@/app/_parts/saving";

/** Saves a page's text as the guest whose browser asks, as long as the room is open. */
export async function saveInRoom(pageId: string, sent: FormData): Promise<SaveAnswer> {
  const at = id.parse(pageId);
  const asked = await roomRequest();
  if (!asked?.ctx) {
    return {
      kind: "refused",
      title: asked
        ? "The room has closed. Nothing was saved. Your text is still here, and kept as a draft."
        : "Your name in this room was let go. Nothing was saved. Your text is still here.",
      lines: [
        {
          text: asked
            ? "Ask your instructor to let the room go on, and save again; or copy your text."
            : "Copy your text, and come in again by the code.",
        },
      ],
    };
  }
  const { ctx, room } = asked;
  const given = savedText.parse(await unpacked(sent));
  const sending = sendingOf(given);
  const saved = await savePage(ctx, {
    courseId: ctx.door.courseId,
    pageId: at,
    base: given.base,
    document: given.document,
    note: given.note,
    ...(sending ? { sending } : {}),
  });
  const pageHref = (page: string, number?: number, mergedSince?: number) => {
    const merged = mergedSince === undefined ? "" : "&merged=1";
    return `${paths.roomPage(page)}${number === undefined ? "" : `?saved=${number}${merged}`}`;
  };
  return saveAnswer({ zone: room.timeZone, now: ctx.now, pageHref, entryHref: null }, at, saved);
}
