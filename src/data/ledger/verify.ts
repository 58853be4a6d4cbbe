/**
 * Checking the chains of what one may read: whether an entry was changed, taken out or put elsewhere in the
 * database.
 */
import "server-only";
import { and, asc, eq, gt } from "drizzle-orm";
import { ChainCheck, type ChainFault } from "@/core/ledger/chain";
import { readablePages, standAtPage, standAtWiki } from "../access/read";
import type { Queryable } from "../db/client";
import { entry, page } from "../db/tables/wikis";
import type { ContextIn } from "../session/context";
import type { CheckedDto } from "./dto";
import { chainedEntry } from "./export";

const entriesAtOnce = 100;

/**
 * The first fault of a page's entries, or null; null too if the viewer may not read it. Reads all of them, a
 * hundred at a time.
 */
export async function verifyPage(
  ctx: ContextIn,
  courseId: string,
  pageId: string,
): Promise<ChainFault | null> {
  if (!(await standAtPage(ctx, courseId, pageId))) return null;
  const [found] = await ctx.db
    .select({ entries: page.entries })
    .from(page)
    .where(and(eq(page.courseId, courseId), eq(page.id, pageId)));
  return (await checkPage(ctx.db, courseId, pageId, found!.entries)).fault;
}

/**
 * Checks all pages of a wiki that the viewer may read, in the bin too; null if they may not read the wiki.
 */
export async function verifyWiki(
  ctx: ContextIn,
  courseId: string,
  wikiId: string,
): Promise<CheckedDto | null> {
  const standpoint = await standAtWiki(ctx, courseId, wikiId);
  if (!standpoint) return null;
  const all = await ctx.db
    .select({ id: page.id, title: page.title, ownerId: page.ownerId, entries: page.entries })
    .from(page)
    .where(and(eq(page.courseId, courseId), eq(page.wikiId, wikiId)))
    .orderBy(asc(page.title));
  const pages = readablePages(standpoint, all);
  const faults: CheckedDto["faults"][number][] = [];
  let entries = 0;
  for (const { id, title, entries: expected } of pages) {
    const { fitted, fault } = await checkPage(ctx.db, courseId, id, expected);
    entries += fitted;
    if (fault) faults.push({ pageId: id, page: title, fault });
  }
  return { entries, pages: pages.length, faults };
}

/**
 * `expected`: how many entries the page says it has; one that was cut off at the end leaves no gap in the
 * chain.
 */
async function checkPage(
  db: Queryable,
  courseId: string,
  pageId: string,
  expected: number,
): Promise<{ fitted: number; fault: ChainFault | null }> {
  const check = new ChainCheck();
  for (;;) {
    const rows = await db
      .select()
      .from(entry)
      .where(and(eq(entry.courseId, courseId), eq(entry.pageId, pageId), gt(entry.number, check.length)))
      .orderBy(asc(entry.number))
      .limit(entriesAtOnce);
    for (const row of rows) {
      const fault = check.next({ hash: row.hash, entry: chainedEntry(row) });
      if (fault) return { fitted: check.length, fault };
    }
    if (rows.length < entriesAtOnce) break;
  }
  return {
    fitted: check.length,
    fault: check.length < expected ? { kind: "missing", number: check.length + 1 } : null,
  };
}
