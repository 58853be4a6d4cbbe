import { sql } from "drizzle-orm";
import { fromPlainText } from "@/core/document/plain";
import { chainStart, entryHash } from "@/core/ledger/chain";
import { dice } from "@/core/roster/dice";
import { entry, page } from "@/data/db/tables/wikis";
import type { Context } from "@/data/session/context";
import { newId } from "@/data/session/ids";
import { bringBack, copy, insert, move, remove, replace } from "../tests/support/truth/edits";
import { history } from "../tests/support/truth/history";
import { stockProse } from "../tests/support/truth/prose";

interface Amount {
  readonly entries: number;
  readonly words: number;
  readonly pages: number;
  /** As much is taken away as is written, so that the pages stay as long as they are. */
  readonly staysAsLong?: boolean;
}

const growing = [
  [insert, 5],
  [remove, 2],
  [replace, 4],
  [move, 1.5],
  [copy, 0.5],
  [bringBack, 1],
] as const;
const steady = [
  [insert, 2.75],
  [remove, 3.3],
  [replace, 4.5],
  [move, 1.5],
  [copy, 0.3],
  [bringBack, 0.7],
] as const;

/** A wiki's entries straight into the ledger: what a term of saves would have left there. */
export async function fill(
  db: Context["db"],
  courseId: string,
  wikiId: string,
  members: readonly string[],
  start: Date,
  { entries: count, words, pages: more, staysAsLong = false }: Amount,
): Promise<void> {
  const seed = Number.parseInt(wikiId.replace(/\D/g, "") || "7", 10) % 10_007;
  const { entries } = history(
    seed,
    stockProse,
    { edits: staysAsLong ? steady : growing, editsAtOnce: 2, acrossPages: 0.5 },
    { authors: members.length, entries: count, words, pages: more },
  );
  const pages = new Map<string, { id: string; entries: number; hash: string }>();
  const throwDice = dice(seed);
  const rows: (typeof entry.$inferInsert)[] = [];
  for (const { page: name, text, author } of entries) {
    const known = pages.get(name) ?? { id: newId(), entries: 0, hash: chainStart };
    if (known.entries === 0) {
      await db.insert(page).values({
        courseId,
        id: known.id,
        wikiId,
        title: `Page ${name}`,
        titleKey: name,
        position: pages.size + 1,
        startedBy: members[0]!,
        entries: 0,
        words: 0,
        credit: new Uint8Array(0),
      });
    }
    const number = known.entries + 1;
    const content = {
      number,
      base: known.entries,
      kind: number === 1 ? ("started" as const) : ("wrote" as const),
      note: "",
      title: `Page ${name}`,
      restoredFrom: null,
      document: fromPlainText(text),
    };
    const at = new Date(start.getTime() + rows.length * 5_000_000 + throwDice.below(1_000_000));
    const authorId = members[Number(author.slice(1)) - 1]!;
    const hash = entryHash(
      { ...content, page: known.id, author: authorId, at: at.toISOString() },
      known.hash,
    );
    rows.push({ ...content, courseId, pageId: known.id, wikiId, rev: rows.length + 2, authorId, at, hash });
    pages.set(name, { id: known.id, entries: number, hash });
  }
  for (let from = 0; from < rows.length; from += 250)
    await db.insert(entry).values(rows.slice(from, from + 250));
  for (const { id, entries: number } of pages.values())
    await db.execute(sql`update page set entries = ${number} where course_id = ${courseId} and id = ${id}`);
  await db.execute(
    sql`update wiki set entries = ${rows.length + 1}, search_version = 0 where course_id = ${courseId} and id = ${wikiId}`,
  );
}
