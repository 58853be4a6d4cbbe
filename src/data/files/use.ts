/** Which pages show which files, kept with each entry. */
import "server-only";
import { and, eq, inArray, notInArray } from "drizzle-orm";
import { filesIn } from "@/core/document/files";
import type { PageDocument } from "@/core/document/model";
import type { Queryable } from "../db/client";
import { file, fileUse } from "../db/tables/files";

/** Notes which files a page shows from now on. Does nothing where it showed the same before. */
export async function storeUses(
  tx: Queryable,
  courseId: string,
  pageId: string,
  before: PageDocument | null,
  after: PageDocument,
): Promise<void> {
  const [was, now] = [before ? filesIn(before) : [], filesIn(after)];
  if (was.length === now.length && was.every((id) => now.includes(id))) return;
  const ofPage = and(eq(fileUse.courseId, courseId), eq(fileUse.pageId, pageId));
  await tx
    .update(fileUse)
    .set({ stands: false })
    .where(now.length > 0 ? and(ofPage, notInArray(fileUse.fileId, now)) : ofPage);
  if (now.length === 0) return;
  // A name that leads to no file of the course is shown as missing, and is no use of anything.
  const known = await tx
    .select({ id: file.id })
    .from(file)
    .where(and(eq(file.courseId, courseId), inArray(file.id, now)));
  if (known.length === 0) return;
  await tx
    .insert(fileUse)
    .values(known.map(({ id }) => ({ courseId, fileId: id, pageId, stands: true })))
    .onConflictDoUpdate({
      target: [fileUse.courseId, fileUse.fileId, fileUse.pageId],
      set: { stands: true },
    });
}
