/** Rows of the index that are written one at a time. */
import "server-only";
import type { Queryable } from "../db/client";
import { searchText } from "../db/tables/search";

type Row = Omit<typeof searchText.$inferInsert, "key" | "blocks">;

/** Writes a row, in the place of the one that was there. */
export async function putRow(tx: Queryable, row: Row): Promise<void> {
  const written = { ...row, key: "", blocks: [] };
  await tx
    .insert(searchText)
    .values(written)
    .onConflictDoUpdate({
      target: [searchText.courseId, searchText.kind, searchText.id, searchText.part],
      set: written,
    });
}
