/**
 * Erasing for good what has lain in the bin for its time: every row that belongs to it, in all tables, and
 * the files that nobody else has. Which tables hold what is read from the database itself, so that a table
 * that comes later is not forgotten.
 */
import "server-only";
import { and, asc, eq, isNull, lt, sql } from "drizzle-orm";
import type { Database, Queryable } from "../db/client";
import { removal } from "../db/tables/bin";
import { note } from "../log";
import { binDays } from "./dto";

const day = 24 * 60 * 60_000;

/**
 * Erases what is due, each in a transaction of its own. Several processes may do so at once. Returns how many
 * were erased.
 */
export async function eraseDue(db: Database, now: Date): Promise<number> {
  const due = await db
    .select({ courseId: removal.courseId, id: removal.id })
    .from(removal)
    .where(
      and(
        isNull(removal.broughtBackAt),
        isNull(removal.erasedAt),
        lt(removal.at, new Date(now.getTime() - binDays * day)),
      ),
    )
    .orderBy(asc(removal.at));
  let erased = 0;
  for (const { courseId, id } of due) {
    erased += await db.transaction(async (tx) => {
      const here = and(eq(removal.courseId, courseId), eq(removal.id, id));
      const [found] = await tx
        .select()
        .from(removal)
        .where(and(here, isNull(removal.broughtBackAt), isNull(removal.erasedAt)))
        .for("update", { skipLocked: true });
      if (!found) return 0;
      const { entries, files } = await erase(tx, courseId, found.kind, found.placeId);
      await tx.update(removal).set({ erasedAt: now, entries, files }).where(here);
      note("erased from the bin", { kind: found.kind, place: found.placeId, entries, files });
      return 1;
    });
  }
  return erased;
}

interface Column {
  readonly table: string;
  readonly column: string;
}

/** Tables that outlive what was in them: the line that says so, and the queue's. */
const kept = new Set(["removal"]);

async function erase(
  tx: Queryable,
  courseId: string,
  kind: "assignment" | "wiki" | "course",
  placeId: string,
): Promise<{ entries: number; files: number }> {
  const rowsOf = async <Row>(query: ReturnType<typeof sql>) => (await tx.execute(query)).rows as Row[];
  // The ledger is append-only to everybody else.
  await tx.execute(sql`select set_config('tidy.erasing', 'on', true)`);
  const isOfPlace = {
    course: sql`true`,
    assignment: sql`assignment_id = ${placeId}`,
    wiki: sql`id = ${placeId}`,
  }[kind];
  const wikis = (
    await rowsOf<{ id: string }>(sql`select id from wiki where course_id = ${courseId} and ${isOfPlace}`)
  ).map(({ id }) => id);
  const array = (ids: readonly string[]) => sql`${sql.param(ids)}::text[]`;
  const pages = (
    await rowsOf<{ id: string }>(
      sql`select id from page where course_id = ${courseId} and wiki_id = any(${array(wikis)})`,
    )
  ).map(({ id }) => id);
  const comments = (
    await rowsOf<{ id: string }>(
      sql`select id from comment where course_id = ${courseId} and wiki_id = any(${array(wikis)})`,
    )
  ).map(({ id }) => id);
  const files = await rowsOf<{ id: string; bytes_id: string }>(
    sql`select id, bytes_id from file where course_id = ${courseId}
      and ${kind === "course" ? sql`true` : sql`wiki_id = any(${array(wikis)})`}`,
  );
  const [counted] = await rowsOf<{ entries: number }>(
    sql`select count(*)::int as entries from entry where course_id = ${courseId}
      and wiki_id = any(${array(wikis)})`,
  );
  const columns = await rowsOf<Column>(
    sql`select table_name as "table", column_name as "column" from information_schema.columns
      where table_schema = 'public'`,
  );
  const has = (table: string, column: string) =>
    columns.some((each) => each.table === table && each.column === column);
  const tables = [...new Set(columns.map(({ table }) => table))].filter(
    (table) => !kept.has(table) && has(table, "course_id"),
  );
  const places = [...wikis, ...pages, ...(kind === "assignment" ? [placeId] : [])];
  const belongs = (table: string) => {
    if (kind === "course") return sql`true`;
    const parts = [
      ...(has(table, "wiki_id") ? [sql`wiki_id = any(${array(wikis)})`] : []),
      ...(has(table, "page_id") ? [sql`page_id = any(${array(pages)})`] : []),
      ...(has(table, "comment_id") ? [sql`comment_id = any(${array(comments)})`] : []),
      ...(has(table, "file_id") ? [sql`file_id = any(${array(files.map(({ id }) => id))})`] : []),
      ...(has(table, "place") ? [sql`place = any(${array(places)})`] : []),
      ...(has(table, "place_id") ? [sql`place_id = any(${array(places)})`] : []),
      ...(kind === "assignment" && has(table, "assignment_id") ? [sql`assignment_id = ${placeId}`] : []),
      ...(table === "wiki" ? [sql`id = any(${array(wikis)})`] : []),
      ...(table === "assignment" && kind === "assignment" ? [sql`id = ${placeId}`] : []),
    ];
    return parts.length === 0 ? null : sql.join(parts, sql` or `);
  };
  for (const table of await childrenFirst(tx, tables)) {
    const rows = belongs(table);
    if (rows)
      await tx.execute(sql`delete from ${sql.identifier(table)} where course_id = ${courseId} and (${rows})`);
  }
  if (kind === "course") await tx.execute(sql`delete from course where id = ${courseId}`);
  // What was uploaded twice is stored once: it goes with the last file that has it.
  const bytes = [...new Set(files.map(({ bytes_id: id }) => id))];
  if (bytes.length > 0)
    await tx.execute(
      sql`delete from stored_bytes b where b.id = any(${array(bytes)}) and not exists (select 1 from file f
        where f.bytes_id = b.id)`,
    );
  return { entries: counted?.entries ?? 0, files: files.length };
}

/** Tables in an order in which each comes before those that it refers to. */
async function childrenFirst(tx: Queryable, tables: readonly string[]): Promise<string[]> {
  const { rows } = await tx.execute(
    sql`select c.conrelid::regclass::text as child, c.confrelid::regclass::text as parent from pg_constraint c
      where c.contype = 'f'`,
  );
  const parents = new Map<string, Set<string>>(tables.map((table) => [table, new Set()]));
  for (const { child, parent } of rows as { child: string; parent: string }[])
    if (child !== parent && parents.has(parent)) parents.get(child)?.add(parent);
  const ordered: string[] = [];
  const visit = (table: string, path: ReadonlySet<string>) => {
    if (ordered.includes(table) || path.has(table)) return;
    for (const parent of parents.get(table) ?? []) visit(parent, new Set([...path, table]));
    ordered.push(table);
  };
  for (const table of tables) visit(table, new Set());
  return ordered.reverse();
}
