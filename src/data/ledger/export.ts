import "server-only";
import { and, asc, eq, gt } from "drizzle-orm";
import type { ChainedEntry } from "@/core/ledger/chain";
import type { Database } from "../db/client";
import { entry, page } from "../db/tables/wikis";

type EntryRow = typeof entry.$inferSelect;

/** An entry as its hash covers it. */
export function chainedEntry(row: EntryRow): ChainedEntry {
  return {
    page: row.pageId,
    number: row.number,
    base: row.base,
    kind: row.kind,
    author: row.authorId,
    at: row.at.toISOString(),
    note: row.note,
    title: row.title,
    restoredFrom: row.restoredFrom,
    document: row.document,
  };
}

const entriesAtOnce = 200;

/**
 * Every entry of a course (of all courses, if null) with its hash, page by page, as lines of JSON. For
 * operators: asks about no access.
 */
export async function* chainLines(db: Database, courseId: string | null): AsyncGenerator<string> {
  const pages = await db
    .select({ courseId: page.courseId, id: page.id })
    .from(page)
    .where(courseId === null ? undefined : eq(page.courseId, courseId))
    .orderBy(asc(page.courseId), asc(page.id));
  for (const each of pages) {
    for (let after = 0; ;) {
      const rows = await db
        .select()
        .from(entry)
        .where(and(eq(entry.courseId, each.courseId), eq(entry.pageId, each.id), gt(entry.number, after)))
        .orderBy(asc(entry.number))
        .limit(entriesAtOnce);
      for (const row of rows) yield JSON.stringify({ hash: row.hash, entry: chainedEntry(row) });
      if (rows.length < entriesAtOnce) break;
      after = rows.at(-1)!.number;
    }
  }
}
