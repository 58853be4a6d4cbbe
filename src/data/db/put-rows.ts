/**
 * Many rows handed over as one value: a statement with a parameter for each cell takes longer to put together
 * than what stands in them takes to compute. For figures and ids; text that people wrote may hold what JSON
 * in the database does not take.
 */
import { getTableColumns, type InferInsertModel, type SQL, sql, type SQLChunk } from "drizzle-orm";
import { getTableConfig, type PgColumn, type PgTable } from "drizzle-orm/pg-core";
import type { Queryable } from "./client";

/** Inserts rows that all have the same columns. */
export async function insertMany<Table extends PgTable>(
  tx: Queryable,
  table: Table,
  rows: readonly InferInsertModel<Table>[],
): Promise<void> {
  const given = handedOver(table, rows);
  if (given)
    await tx.execute(sql`insert into ${table} (${given.names}) select ${given.names} from ${given.rows}`);
}

/**
 * Makes the rows of `scope` those that are given, which all have the same columns: writes those that are new
 * or differ from what is stored, and deletes what is not among them. Null for `scope` if nothing is to be
 * deleted. The table must have a key and columns beside it.
 */
export async function replaceMany<Table extends PgTable>(
  tx: Queryable,
  table: Table,
  scope: SQL | null,
  rows: readonly InferInsertModel<Table>[],
): Promise<void> {
  const given = handedOver(table, rows);
  if (!given) {
    if (scope) await tx.delete(table).where(scope);
    return;
  }
  const key = getTableConfig(table).primaryKeys[0]!.columns;
  const others = given.columns.filter((column) => !key.includes(column));
  const each = (columns: readonly PgColumn[], part: (name: SQLChunk) => SQL, between: string) =>
    sql.join(
      columns.map(({ name }) => part(sql.identifier(name))),
      sql.raw(between),
    );
  const gone = sql`, gone as (delete from ${table} where ${scope} and not exists (select from given
    where ${each(key, (name) => sql`given.${name} = ${table}.${name}`, " and ")}))`;
  await tx.execute(sql`with given as materialized (select ${given.names}
    from ${given.rows})${scope ? gone : sql``}
    insert into ${table} as stored (${given.names}) select ${given.names} from given
    on conflict (${each(key, (name) => sql`${name}`, ", ")}) do update
    set ${each(others, (name) => sql`${name} = excluded.${name}`, ", ")}
    where (${each(others, (name) => sql`stored.${name}`, ", ")}) is distinct
    from (${each(others, (name) => sql`excluded.${name}`, ", ")})`);
}

/**
 * The columns that rows have, their names, and the rows as something to select from; null if there are none.
 */
function handedOver<Table extends PgTable>(
  table: Table,
  rows: readonly InferInsertModel<Table>[],
): { columns: PgColumn[]; names: SQL; rows: SQL } | null {
  const [first] = rows as readonly Record<string, unknown>[];
  if (!first) return null;
  const columns = Object.entries(getTableColumns(table)).filter(([key]) => key in first);
  // A course's id is the same in all rows, and so on: such a cell is sent in the first row only.
  const varying = columns.filter(
    ([key]) =>
      typeof first[key] !== "string" ||
      rows.some((row) => (row as Record<string, unknown>)[key] !== first[key]),
  );
  const constant = columns.filter((column) => !varying.includes(column));
  const json = JSON.stringify(
    rows.map((row) => {
      const cells: Record<string, unknown> = {};
      for (const [key, { name }] of varying) cells[name] = asJson((row as Record<string, unknown>)[key]);
      return cells;
    }),
  );
  const typed = sql.join(
    varying.map(([, column]) => sql`${sql.identifier(column.name)} ${sql.raw(column.getSQLType())}`),
    sql`, `,
  );
  const same = constant.map(
    ([key, column]) => sql`${first[key]}::${sql.raw(column.getSQLType())} as ${sql.identifier(column.name)}`,
  );
  return {
    columns: columns.map(([, column]) => column),
    names: sql.join(
      columns.map(([, { name }]) => sql.identifier(name)),
      sql`, `,
    ),
    rows: sql`(select ${sql.join([sql`varying.*`, ...same], sql`, `)}
      from json_to_recordset(${json}) as varying (${typed})) as rows`,
  };
}

function asJson(value: unknown): unknown {
  return value instanceof Uint8Array
    ? `\\x${Buffer.from(value.buffer, value.byteOffset, value.byteLength).toString("hex")}`
    : value;
}
