"use server";
import { revalidatePath } from "next/cache";
import { id } from "@/core/text/id";
import { planSheet, saveSheet, type SheetEffect, type SheetProblem } from "@/data/marks/sheets";
import { remindRound, saveRound } from "@/data/marks/rounds";
import { addressOf } from "@/data/session/address";
import { onlyLooking } from "@/ui/words/problems";
import { counted } from "@/ui/words/counts";
import { paths } from "@/ui/paths";
import { type Answer, unpacked } from "@/app/_parts/answers";
import { signedIn } from "@/app/_parts/context";

export type Planned =
  | { readonly kind: "planned"; readonly effects: readonly SheetEffect[] }
  | { readonly kind: "wrong"; readonly text: string };

function told(problem: SheetProblem): string {
  switch (problem.code) {
    case "not found":
      return "Nothing was stored: the assignment no longer exists, or the course is archived. What you filled in is still here.";
    case "only looking":
      return onlyLooking;
    case "bad input":
      return `${problem.message}. Nothing was stored, and what you filled in is still here.`;
    case "changed since":
      return `${problem.by} changed the sheet since you opened it. Nothing was stored: what you filled in is still here, and opening the sheet in another tab shows theirs.`;
    default:
      return problem satisfies never;
  }
}

/** What storing this sheet would do to what was judged. */
export async function plan(courseId: string, assignmentId: string, form: FormData): Promise<Planned> {
  const planned = await planSheet(
    await signedIn(),
    id.parse(courseId),
    id.parse(assignmentId),
    await unpacked(form),
  );
  return planned.kind === "refused" ? { kind: "wrong", text: told(planned.problem) } : planned;
}

/** Stores the sheet as a new version. */
export async function store(
  courseId: string,
  assignmentId: string,
  seen: number | null,
  form: FormData,
): Promise<Answer> {
  const saved = await saveSheet(
    await signedIn(),
    id.parse(courseId),
    id.parse(assignmentId),
    await unpacked(form),
    typeof seen === "number" ? seen : null,
  );
  if (saved.kind === "refused") return { kind: "wrong", text: told(saved.problem) };
  revalidatePath(`/courses/${courseId}`, "layout");
  return {
    kind: "done",
    text:
      saved.version === 1
        ? "The sheet is stored. Students see it with the brief once the assignment has opened."
        : `Stored as version ${saved.version}.`,
  };
}

/** Opens a round among teammates, or changes it. */
export async function storeRound(courseId: string, assignmentId: string, form: FormData): Promise<Answer> {
  const saved = await saveRound(
    await signedIn(),
    id.parse(courseId),
    id.parse(assignmentId),
    await unpacked(form),
  );
  if (saved.kind === "refused") {
    const { problem } = saved;
    const text =
      problem.code === "bad input"
        ? `${problem.message}. Nothing was stored.`
        : problem.code === "only looking"
          ? onlyLooking
          : problem.code === "answered already"
            ? "Somebody has answered already: the questions stay as they are. Only the times can be changed."
            : "Nothing was stored: the assignment no longer exists, or the course is archived.";
    return { kind: "wrong", text };
  }
  revalidatePath(`/courses/${courseId}`, "layout");
  return { kind: "done", text: "The round is stored." };
}

/** Reminds those who have not answered. */
export async function remind(courseId: string, assignmentId: string): Promise<Answer> {
  const done = await remindRound(
    await signedIn(),
    id.parse(courseId),
    id.parse(assignmentId),
    addressOf(paths.teammates(courseId, assignmentId)),
  );
  if (done.kind === "refused")
    return {
      kind: "wrong",
      text:
        done.problem.code === "only looking"
          ? onlyLooking
          : done.problem.code === "closed"
            ? "The round is not open: nobody was reminded."
            : "Nobody was reminded: there is no such round.",
    };
  return { kind: "done", text: `${counted(done.number, "person", "people")} got mail.` };
}
