/** Lists written as RFC 4180 text. */
import Papa from "papaparse";

/**
 * `rows` as comma-separated lines, ended by CR LF. A cell that a spreadsheet would take for a formula is
 * written with an apostrophe before it, which `readTable` takes off again.
 */
export function csvText(rows: readonly (readonly string[])[]): string {
  return rows.length === 0
    ? ""
    : `${Papa.unparse(
        rows.map((row) => [...row]),
        { escapeFormulae: /^[=+\-@\t\r]/, newline: "\r\n" },
      )}\r\n`;
}

/** A column of a table: what stands at its head, and what of each row stands in it. */
export type Column<Row> = readonly [heading: string, cellOf: (row: Row, index: number) => string];

/** A table as `csvText`: a line of headings, and a line for each row. */
export function csvTable<Row>(columns: readonly Column<Row>[], rows: readonly Row[]): string {
  return csvText([
    columns.map(([heading]) => heading),
    ...rows.map((row, index) => columns.map(([, cellOf]) => cellOf(row, index))),
  ]);
}
