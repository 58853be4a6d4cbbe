"use server";
import { id } from "@/core/text/id";
import { revalidatePath } from "next/cache";
import * as z from "zod";
import type { DoorSaved } from "@/data/doors/dto";
import { giveEntries, takeEntriesBack } from "@/data/doors/given";
import { endRoom, freeName, prolongRoom } from "@/data/doors/rooms";
import { paths } from "@/ui/paths";
import { doorProblem } from "@/ui/words/doors";
import type { Answer } from "@/app/_parts/answers";
import { signedIn } from "@/app/_parts/context";

const gift = z.union([z.object({ wikiId: id, rev: z.int().min(1) }), z.object({ nameId: id })]);

export async function end(courseId: string, roomId: string): Promise<Answer> {
  return told(
    await endRoom(await signedIn(), id.parse(courseId), id.parse(roomId)),
    courseId,
    "The room has closed. What was saved is kept.",
  );
}

export async function prolong(courseId: string, roomId: string, minutes: number): Promise<Answer> {
  return told(
    await prolongRoom(await signedIn(), id.parse(courseId), id.parse(roomId), z.number().parse(minutes)),
    courseId,
    "The room goes on.",
  );
}

export async function letNameGo(courseId: string, roomId: string, nameId: string): Promise<Answer> {
  return told(
    await freeName(await signedIn(), id.parse(courseId), id.parse(roomId), id.parse(nameId)),
    courseId,
    "The name can be chosen again.",
  );
}

/** Gives one entry, or all of a name, to a student. */
export async function give(
  courseId: string,
  roomId: string,
  what: z.input<typeof gift>,
  toId: string,
): Promise<Answer> {
  return told(
    await giveEntries(
      await signedIn(),
      id.parse(courseId),
      id.parse(roomId),
      gift.parse(what),
      id.parse(toId),
    ),
    courseId,
    "Given. All figures follow; it can be taken back below.",
  );
}

export async function takeBack(courseId: string, givenId: string): Promise<Answer> {
  return told(
    await takeEntriesBack(await signedIn(), id.parse(courseId), id.parse(givenId)),
    courseId,
    "Taken back. All figures follow.",
  );
}

function told(saved: DoorSaved, courseId: string, text: string): Answer {
  if (saved.kind === "refused") return { kind: "wrong", text: doorProblem(saved.problem) };
  revalidatePath(paths.course(courseId), "layout");
  return { kind: "done", text };
}
