/** What each of the student's own entries in a statement changed: for the document that is kept of it. */
import "server-only";
import { and, asc, eq, inArray } from "drizzle-orm";
import type { ExcerptBlock } from "@/core/compared/excerpt";
import { emptyDocument } from "@/core/document/model";
import { standAtPage } from "../access/read";
import { entry } from "../db/tables/wikis";
import { heavily } from "../heavy/threads";
import type { ContextIn } from "../session/context";
import type { StatementDto } from "./student";

/** The entry before it is asked for as well; so many entries at a time, since each brings its whole page. */
const atOnce = 40;

/**
 * By "page:number"; nothing of pages that the viewer may not read any more. Cost: one comparison for each
 * entry, with the server free for others in between.
 */
export async function changesOf(
  ctx: ContextIn,
  { courseId, sittings }: Pick<StatementDto, "courseId" | "sittings">,
): Promise<Map<string, readonly ExcerptBlock[]>> {
  const byPage = new Map<string, number[]>();
  for (const { ref, other } of sittings.flat())
    if (ref && other === null) byPage.set(ref.pageId, [...(byPage.get(ref.pageId) ?? []), ref.number]);
  const changes = new Map<string, readonly ExcerptBlock[]>();
  for (const [pageId, numbers] of byPage) {
    if (!(await standAtPage(ctx, courseId, pageId))) continue;
    for (let at = 0; at < numbers.length; at += atOnce) {
      const part = numbers.slice(at, at + atOnce);
      const rows = await ctx.db
        .select({ number: entry.number, document: entry.document })
        .from(entry)
        .where(
          and(
            eq(entry.courseId, courseId),
            eq(entry.pageId, pageId),
            inArray(entry.number, [...new Set(part.flatMap((number) => [number - 1, number]))]),
          ),
        )
        .orderBy(asc(entry.number));
      const documents = new Map(rows.map(({ number, document }) => [number, document]));
      for (const number of part) {
        changes.set(
          `${pageId}:${number}`,
          await heavily("excerpt", documents.get(number - 1) ?? emptyDocument, documents.get(number)!),
        );
        await new Promise(setImmediate);
      }
    }
  }
  return changes;
}
