"use server";
import { id } from "@/core/text/id";
import { revalidatePath } from "next/cache";
import * as z from "zod";
import { markRead, type NewsChanged, newsMail, setFeed, setMuted, setNewsMail } from "@/data/news/write";
import { onlyLooking } from "@/ui/words/problems";
import type { Answer } from "@/app/_parts/answers";
import { signedIn } from "@/app/_parts/context";

/** All that the viewer watches is read, or all of one wiki. */
export async function readAll(courseId: string, wiki: string | null): Promise<Answer> {
  return told(courseId, await markRead(await signedIn(), id.parse(courseId), id.nullable().parse(wiki)));
}

/** The viewer hears nothing of a wiki or a page any more, or hears of it again. */
export async function mute(
  courseId: string,
  kind: "wiki" | "page",
  place: string,
  isMuted: boolean,
): Promise<Answer> {
  const given = z.object({ kind: z.enum(["wiki", "page"]), id }).parse({ kind, id: place });
  return told(
    courseId,
    await setMuted(await signedIn(), id.parse(courseId), given, z.boolean().parse(isMuted)),
  );
}

export async function chooseMail(courseId: string, mail: string): Promise<Answer> {
  return told(courseId, await setNewsMail(await signedIn(), id.parse(courseId), newsMail.parse(mail)));
}

/** Gives the viewer a feed at a new address, or takes it away. */
export async function renewFeed(courseId: string, hasFeed: boolean): Promise<Answer> {
  return told(courseId, await setFeed(await signedIn(), id.parse(courseId), z.boolean().parse(hasFeed)));
}

function told(courseId: string, changed: NewsChanged): Answer {
  if (changed.kind === "refused")
    return {
      kind: "wrong",
      text: changed.problem.code === "only looking" ? onlyLooking : "This no longer exists. Reload the page.",
    };
  revalidatePath(`/courses/${courseId}`, "layout");
  return { kind: "done" };
}
