/**
 * Whose an entry counts as: its writer's, unless two accounts were merged or a guest's entry was given to
 * somebody.
 */
import "server-only";
import { and, eq, isNull } from "drizzle-orm";
import type { Author } from "@/core/credit/step";
import type { Queryable } from "../db/client";
import { givenEntry } from "../db/tables/doors";
import { mergedAccounts } from "../people/merged";

/**
 * The person as whom the writer of an entry counts there; `rev` is the entry's number in the wiki. Null for
 * nobody.
 */
export type CountsAs = (writer: Author, rev: number) => Author;

/** For all entries of a wiki. Two queries, of what was merged and given on the course. */
export async function authorsThatCount(db: Queryable, courseId: string, wikiId: string): Promise<CountsAs> {
  const merged = await mergedAccounts(db, courseId);
  const rows = await db
    .select({
      guestId: givenEntry.guestId,
      wikiId: givenEntry.wikiId,
      rev: givenEntry.rev,
      toId: givenEntry.toId,
    })
    .from(givenEntry)
    .where(and(eq(givenEntry.courseId, courseId), isNull(givenEntry.undoneAt)));
  // An entry that was given by itself is no longer part of all that its guest wrote.
  const ofEntry = new Map(
    rows.flatMap((row) => (row.rev !== null && row.wikiId === wikiId ? [[row.rev, row.toId] as const] : [])),
  );
  const ofGuest = new Map(
    rows.flatMap((row) => (row.rev === null ? [[row.guestId, row.toId] as const] : [])),
  );
  return (writer, rev) => {
    if (writer === null) return null;
    const author = ofEntry.get(rev) ?? ofGuest.get(writer) ?? writer;
    return merged.get(author) ?? author;
  };
}
