/** What a restore would make of a page: all of an earlier entry, or parts of it. */
import "server-only";
import { and, eq, inArray } from "drizzle-orm";
import type { ComparedBlock } from "@/core/compared/document";
import { filesIn } from "@/core/document/files";
import type { PageDocument } from "@/core/document/model";
import { bringBackParts, type LostPart, lostParts } from "@/core/merge/parts";
import { may, mayUsePower, standAtPage } from "../access/read";
import type { Queryable } from "../db/client";
import { entry, page } from "../db/tables/wikis";
import type { FileDto } from "../files/dto";
import { filesNamed } from "../files/read";
import { heavily } from "../heavy/threads";
import type { ContextIn } from "../session/context";

export interface RestoreAt {
  readonly courseId: string;
  readonly pageId: string;
  /** The entry that is brought back. */
  readonly number: number;
  /** The newest entry, on which it is put. */
  readonly base: number;
  /** The parts that are brought back; null: all of it. */
  readonly parts?: readonly string[] | null;
}

/**
 * The page's text with what is brought back, and what there was to bring back; null if there are no such
 * entries.
 */
export async function restoredText(
  db: Queryable,
  { courseId, pageId, number, base, parts }: RestoreAt,
): Promise<{ document: PageDocument; newest: PageDocument; lost: readonly LostPart[] } | null> {
  const found = await db
    .select({ number: entry.number, document: entry.document })
    .from(entry)
    .where(
      and(eq(entry.courseId, courseId), eq(entry.pageId, pageId), inArray(entry.number, [number, base])),
    );
  const [earlier, newest] = [number, base].map((each) => found.find((row) => row.number === each)?.document);
  if (!earlier || !newest) return null;
  return {
    newest,
    lost: lostParts(newest, earlier),
    document: parts ? bringBackParts(newest, earlier, new Set(parts)) : earlier,
  };
}

export interface RestoreDto {
  readonly newest: number;
  /** What of the entry the page has no more, or has otherwise. */
  readonly lost: readonly LostPart[];
  /** What would change on the page as it stands. */
  readonly blocks: readonly ComparedBlock[];
  readonly files: readonly FileDto[];
}

/**
 * What a restore would change; null if there is no such entry for the viewer, or they may not restore here.
 * Cost: one comparison.
 */
export async function previewRestore(
  ctx: ContextIn,
  courseId: string,
  pageId: string,
  number: number,
  parts: readonly string[] | null,
): Promise<RestoreDto | null> {
  const standpoint = await standAtPage(ctx, courseId, pageId);
  if (!standpoint || !may(standpoint, "write") || !mayUsePower(standpoint, "restore")) return null;
  const [found] = await ctx.db
    .select({ entries: page.entries, removedAt: page.removedAt })
    .from(page)
    .where(and(eq(page.courseId, courseId), eq(page.id, pageId)));
  if (!found || found.removedAt || number >= found.entries) return null;
  const text = await restoredText(ctx.db, { courseId, pageId, number, base: found.entries, parts });
  return (
    text && {
      newest: found.entries,
      lost: text.lost,
      blocks: await heavily("compare", text.newest, text.document, null),
      files: await filesNamed(ctx.db, courseId, [
        ...new Set([...filesIn(text.newest), ...filesIn(text.document)]),
      ]),
    }
  );
}
