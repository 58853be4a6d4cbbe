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
