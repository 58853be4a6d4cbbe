"use server";
import { id } from "@/core/text/id";
import { askForArchive, newestArchive } from "@/data/marks/leaving";
import { onlyLooking } from "@/ui/words/problems";
import type { Answer } from "@/app/_parts/answers";
import { signedIn } from "@/app/_parts/context";

/** Asks for all documents in one archive. */
export async function askForDocuments(courseId: string, assignmentId: string): Promise<Answer> {
  const asked = await askForArchive(await signedIn(), id.parse(courseId), id.parse(assignmentId));
  if (asked.kind === "asked") return { kind: "done" };
  return {
    kind: "wrong",
    text:
      asked.problem.code === "only looking"
        ? onlyLooking
        : asked.problem.code === "no marks"
          ? "Nobody has a mark yet."
          : "Nothing was made: the assignment no longer exists, or the course is archived.",
  };
}

/** How far the newest archive is. */
export async function archiveProgress(
  courseId: string,
  assignmentId: string,
): Promise<{
  readonly id: string;
  readonly made: number;
  readonly wanted: number;
  readonly isDone: boolean;
  readonly failed: boolean;
} | null> {
  const found = await newestArchive(await signedIn(), id.parse(courseId), id.parse(assignmentId));
  return (
    found && {
      id: found.id,
      made: found.made,
      wanted: found.wanted,
      isDone: found.doneAt !== null,
      failed: found.failed,
    }
  );
}
