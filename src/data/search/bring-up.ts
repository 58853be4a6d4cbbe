/** Bringing wikis' indexes up to date where these were made by other rules, or never. */
import "server-only";
import { and, asc, eq, inArray, isNull, ne } from "drizzle-orm";
import { readPage } from "@/core/credit/stored";
import { wordsThatWent } from "@/core/credit/went";
import { Vocabulary } from "@/core/text/vocabulary";
import type { Database, Queryable } from "../db/client";
import { file, storedBytes } from "../db/tables/files";
import { searchText, searchWord } from "../db/tables/search";
import { comment, entry, page, wiki } from "../db/tables/wikis";
import { isCurrent } from "../ledger/credit";
import { askForAll } from "../jobs/ask";
import { hasText } from "./reading";
import { indexComment, indexFileNames } from "./index-beside";
import { indexPageNames, indexPageText, indexPast, searchVersion } from "./index-pages";

/**
 * Indexes every wiki anew whose index does not follow this version's rules (of one course, or of all if null),
 * each in a transaction of its own. Several processes may do so at once: each takes what no other is at.
 * Returns how many it did; stops between two once `goesOn` says no. O(text of a wiki) for each.
 */
export async function bringSearchUp(
  db: Database,
  courseId: string | null,
  goesOn: () => boolean = () => true,
): Promise<number> {
  const stale = and(
    courseId === null ? undefined : eq(wiki.courseId, courseId),
    ne(wiki.searchVersion, searchVersion),
  );
  const waiting = await db
    .select({ courseId: wiki.courseId, id: wiki.id })
    .from(wiki)
    .where(stale)
    .orderBy(asc(wiki.courseId), asc(wiki.id));
  let done = 0;
  // First what nobody is at; then, once they are through with it, what is left.
  for (const waits of [false, true])
    for (const each of waiting) {
      if (!goesOn()) break;
      done += await db.transaction(async (tx) => {
        const [locked] = await tx
          .select({ id: wiki.id, creditVersion: wiki.creditVersion })
          .from(wiki)
          .where(
            and(
              eq(wiki.courseId, each.courseId),
              eq(wiki.id, each.id),
              ne(wiki.searchVersion, searchVersion),
            ),
          )
          .for("update", waits ? {} : { skipLocked: true });
        if (!locked) return 0;
        await indexWiki(tx, each.courseId, each.id, isCurrent(locked.creditVersion));
        return 1;
      });
    }
  if (courseId === null && goesOn()) await indexLooseFiles(db);
  return done;
}

/** Marks a course's wikis to be indexed anew: when its language changes. */
export async function forgetIndex(tx: Queryable, courseId: string): Promise<void> {
  await tx.update(wiki).set({ searchVersion: 0 }).where(eq(wiki.courseId, courseId));
}

/** Indexes a wiki whose row is locked. What its pages remember of removed text is read if it can be. */
async function indexWiki(
  tx: Queryable,
  courseId: string,
  wikiId: string,
  isCredited: boolean,
): Promise<void> {
  const ofWiki = and(eq(searchText.courseId, courseId), eq(searchText.wikiId, wikiId));
  // The text within files is read by a job of its own, and stays.
  await tx.delete(searchText).where(and(ofWiki, inArray(searchText.kind, ["page", "comment", "past"])));
  await tx.delete(searchWord).where(and(eq(searchWord.courseId, courseId), eq(searchWord.wikiId, wikiId)));
  const pages = await tx
    .select({ id: page.id, credit: page.credit, entries: page.entries })
    .from(page)
    .where(and(eq(page.courseId, courseId), eq(page.wikiId, wikiId)))
    .orderBy(asc(page.id));
  const numberOf = new Map(
    (
      await tx
        .select({ rev: entry.rev, number: entry.number })
        .from(entry)
        .where(and(eq(entry.courseId, courseId), eq(entry.wikiId, wikiId)))
    ).map(({ rev, number }) => [rev, number]),
  );
  for (const { id, credit, entries } of pages) {
    const place = { courseId, wikiId, pageId: id };
    const [newest] = await tx
      .select({ document: entry.document })
      .from(entry)
      .where(and(eq(entry.courseId, courseId), eq(entry.pageId, id), eq(entry.number, entries)));
    if (newest) await indexPageText(tx, place, newest.document);
    await indexPageNames(tx, courseId, id);
    if (!isCredited || credit.length === 0) continue;
    const vocabulary = new Vocabulary();
    for (const [rev, went] of wordsThatWent(readPage(credit, vocabulary), vocabulary)) {
      const number = numberOf.get(rev);
      if (number !== undefined) await indexPast(tx, place, number, went);
    }
  }
  const comments = await tx
    .select({ id: comment.id, pageId: comment.pageId, body: comment.body })
    .from(comment)
    .where(and(eq(comment.courseId, courseId), eq(comment.wikiId, wikiId)));
  for (const { id, pageId, body } of comments) await indexComment(tx, { courseId, id, wikiId, pageId, body });
  const files = await tx
    .select({ id: file.id, type: storedBytes.type })
    .from(file)
    .innerJoin(storedBytes, eq(storedBytes.id, file.bytesId))
    .where(and(eq(file.courseId, courseId), eq(file.wikiId, wikiId)));
  for (const { id } of files) await indexFileNames(tx, courseId, id);
  await askForAll(
    tx,
    "reading",
    files.filter(({ type }) => hasText(type)).map(({ id }) => ({ courseId, fileId: id })),
  );
  await tx
    .update(wiki)
    .set({ searchVersion })
    .where(and(eq(wiki.courseId, courseId), eq(wiki.id, wikiId)));
}

/** Files that belong to no wiki and are not indexed yet. */
async function indexLooseFiles(db: Database): Promise<void> {
  const rows = await db
    .select({ courseId: file.courseId, id: file.id })
    .from(file)
    .leftJoin(
      searchText,
      and(
        eq(searchText.courseId, file.courseId),
        eq(searchText.kind, "file"),
        eq(searchText.id, file.id),
        eq(searchText.part, 0),
      ),
    )
    .where(and(isNull(file.wikiId), isNull(searchText.id)));
  for (const { courseId, id } of rows) await indexFileNames(db, courseId, id);
}
