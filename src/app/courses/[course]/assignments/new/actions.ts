"use server";
import { revalidatePath } from "next/cache";
import { z } from "zod";
import type { NewAssignment } from "@/data/assignments/input";
import { makeAssignment } from "@/data/assignments/write";
import { paths } from "@/ui/paths";
import { assignmentProblem } from "@/ui/words/problems";
import { signedIn } from "@/app/_parts/context";

export type MadeAnswer = { readonly kind: "made"; readonly href: string } | { readonly kind: "refused"; readonly text: string };

/** The whole form travels as a string of JSON, as documents must; the data layer checks every field of it. */
export async function makeNewAssignment(courseId: string, json: string): Promise<MadeAnswer> {
  const given = z.object({ courseId: z.string().max(40), json: z.string().max(10_000_000) }).parse({ courseId, json });
  let input: unknown;
  try {
    input = JSON.parse(given.json);
  } catch {
    return { kind: "refused", text: "What arrived is no assignment." };
  }
  const made = await makeAssignment(await signedIn(), given.courseId, input as NewAssignment);
  if (made.kind === "refused") return { kind: "refused", text: assignmentProblem(made.problem) };
  revalidatePath(paths.course(given.courseId), "layout");
  return { kind: "made", href: paths.assignment(given.courseId, made.assignmentId) };
}
