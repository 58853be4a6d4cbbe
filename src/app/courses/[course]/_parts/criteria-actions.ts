"use server";
import { id } from "@/core/text/id";
import type { CriteriaSheet } from "@/core/marks/criteria";
import { findSheet } from "@/data/marks/sheets";
import { signedIn } from "@/app/_parts/context";

/** The criteria sheet, for whoever may read the brief; null: there is none for them. */
export async function readCriteria(courseId: string, assignmentId: string): Promise<CriteriaSheet | null> {
  const found = await findSheet(await signedIn(), id.parse(courseId), id.parse(assignmentId));
  return found?.version ? found.sheet : null;
}
