/** Which assignments there are: one that is in the bin is not found, whoever asks for it. */
import "server-only";
import { and, eq, isNull } from "drizzle-orm";
import { assignment } from "../db/tables/wikis";

/** SQL: this assignment, unless it was removed. */
export const assignmentHere = (courseId: string, assignmentId: string) =>
  and(eq(assignment.courseId, courseId), eq(assignment.id, assignmentId), isNull(assignment.removedAt));
