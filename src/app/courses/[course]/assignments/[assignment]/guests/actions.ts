"use server";
import { id } from "@/core/text/id";
import { revalidatePath } from "next/cache";
import * as z from "zod";
import { instantAt } from "@/core/time/zone";
import { findCourse } from "@/data/courses/read";
import type { DoorSaved } from "@/data/doors/dto";
import { endLink, makeLink } from "@/data/doors/links";
import { openRoomFor, type roomInput } from "@/data/doors/rooms";
import { paths } from "@/ui/paths";
import { doorProblem } from "@/ui/words/doors";
import { type Answer, fromJson } from "@/app/_parts/answers";
import { signedIn } from "@/app/_parts/context";

/** Opens a room, and leads to it. */
export async function open(courseId: string, assignmentId: string, json: string): Promise<Answer> {
  const course = id.parse(courseId);
  const saved = await openRoomFor(
    await signedIn(),
    course,
    id.parse(assignmentId),
    fromJson(json) as z.input<typeof roomInput>,
  );
  return saved.kind === "saved"
    ? { kind: "done", href: paths.openRoom(course, saved.id) }
    : { kind: "wrong", text: doorProblem(saved.problem) };
}

const wanted = z.object({
  wikiId: id,
  pageId: id.nullable(),
  names: z.enum(["full", "initials", "none"]),
  isListed: z.boolean(),
  until: z.string().max(40),
});

export async function makeReaderLink(courseId: string, assignmentId: string, json: string): Promise<Answer> {
  const parsed = wanted.safeParse(fromJson(json));
  if (!parsed.success) return { kind: "wrong", text: "Choose what the link opens. Nothing was made." };
  const ctx = await signedIn();
  const course = await findCourse(ctx, id.parse(courseId));
  const { until, ...given } = parsed.data;
  const endsAt = until === "" || !course ? null : instantAt(until, course.timeZone);
  if (until !== "" && !endsAt)
    return { kind: "wrong", text: "Enter the end as a date and a time. No link was made." };
  return told(
    await makeLink(ctx, courseId, id.parse(assignmentId), { ...given, endsAt }),
    courseId,
    "The link works from now on.",
  );
}

export async function endReaderLink(courseId: string, linkId: string): Promise<Answer> {
  return told(
    await endLink(await signedIn(), id.parse(courseId), id.parse(linkId)),
    courseId,
    "The link has ended: its address leads nowhere now.",
  );
}

function told(saved: DoorSaved, courseId: string, text: string): Answer {
  if (saved.kind === "refused") return { kind: "wrong", text: doorProblem(saved.problem) };
  revalidatePath(paths.course(courseId), "layout");
  return { kind: "done", text };
}
