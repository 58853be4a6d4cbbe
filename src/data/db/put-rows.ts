import { getTableColumns, type InferInsertModel, sql } from "drizzle-orm";
import type { PgTable } from "drizzle-orm/pg-core";
import type { Queryable } from "./client";

/**
 * Inserts rows that all have the same columns, handed over as one value: a statement with a parameter for each cell takes longer to put
 * together than what stands in them takes to compute. For figures and ids; text that people wrote may hold what JSON in
 * the database does not take.
 */
export async function insertMany<Table extends PgTable>(tx: Queryable, table: Table, rows: readonly InferInsertModel<Table>[]): Promise<void> {
  const [first] = rows;
  if (!first) return;
  const columns = Object.entries(getTableColumns(table)).filter(([key]) => key in first);
  const names = sql.join(columns.map(([, { name }]) => sql.identifier(name)), sql`, `);
  const typed = sql.join(columns.map(([, column]) => sql`${sql.identifier(column.name)} ${sql.raw(column.getSQLType())}`), sql`, `);
  const given = JSON.stringify(rows.map((row) => Object.fromEntries(columns.map(([key, { name }]) => [name, asJson((row as Record<string, unknown>)[key])]))));
  await tx.execute(sql`insert into ${table} (${names}) select ${names} from json_to_recordset(${given}) as given (${typed})`);
}

function asJson(value: unknown): unknown {
  return value instanceof Uint8Array ? `\\x${Buffer.from(value.buffer, value.byteOffset, value.byteLength).toString("hex")}` : value;
}
