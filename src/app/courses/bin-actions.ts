"use server";
import { revalidatePath } from "next/cache";
import * as z from "zod";
import { id } from "@/core/text/id";
import { type BinActed, removedKinds } from "@/data/bin/dto";
import { bringBackFromBin, removeToBin } from "@/data/bin/write";
import { paths } from "@/ui/paths";
import type { Answer } from "../_parts/answers";
import { signedIn } from "../_parts/context";

const problems: Record<Extract<BinActed, { kind: "refused" }>["problem"]["code"], string> = {
  "not found": "It no longer exists.",
  "not allowed": "Only those who run the course remove and restore.",
  "only looking": "You only look: nothing is done in somebody else’s name.",
  "another name": "That is not its name. Type it exactly as it stands above.",
  "belongs to a removed assignment": "Its assignment is in the bin too: restore that first.",
};

/** Puts an assignment, a wiki or the course into the bin. */
export async function toBin(
  courseId: string,
  what: { kind: string; id: string },
  typedName: string,
): Promise<Answer> {
  const given = z
    .object({ courseId: id, kind: z.enum(removedKinds), id, typedName: z.string().max(1000) })
    .parse({ courseId, ...what, typedName });
  const done = await removeToBin(
    await signedIn(),
    given.courseId,
    { kind: given.kind, id: given.id },
    given.typedName,
  );
  if (done.kind === "refused")
    return { kind: "wrong", text: `Nothing was removed. ${problems[done.problem.code]}` };
  revalidatePath("/", "layout");
  return { kind: "done", href: given.kind === "course" ? paths.courses() : paths.settings(given.courseId) };
}

/** Brings something back from the bin. */
export async function outOfBin(courseId: string, removalId: string): Promise<Answer> {
  const done = await bringBackFromBin(await signedIn(), id.parse(courseId), id.parse(removalId));
  if (done.kind === "refused") return { kind: "wrong", text: problems[done.problem.code] };
  revalidatePath("/", "layout");
  return { kind: "done", text: "It is back, as it was." };
}
