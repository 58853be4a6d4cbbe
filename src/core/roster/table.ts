/**
 * A list as a table of cells: comma, semicolon, tab or bar between them, with or without a line of headings.
 */
import Papa from "papaparse";
import { cleanText } from "../text/clean";
import { hasAddress } from "./address";

export interface ListTable {
  /** The headings; null if the list begins with a person. */
  readonly headings: readonly string[] | null;
  /** All of the same length, which is also that of `headings`. Empty lines are left out. */
  readonly rows: readonly (readonly string[])[];
  /**
   * The number of the line of each row in the file, from 1; a cell with line ends in it counts as one line.
   */
  readonly lines: readonly number[];
}

export type ReadTable =
  | { readonly kind: "table"; readonly table: ListTable }
  | { readonly kind: "refused"; readonly problem: "empty" | "too many rows" | "too wide" };

export const mostRows = 20_000;
export const mostColumns = 60;

const delimiters = [",", ";", "\t", "|"];

/**
 * Reads the text of a list. O(characters). Cells are trimmed; what neutralised a formula on export is taken
 * off again.
 */
export function readTable(text: string): ReadTable {
  const parsed = Papa.parse<string[]>(text.replace(/^\ufeff/, ""), { delimiter: delimiterOf(text) });
  const filled = parsed.data
    .map((cells, at) => ({ line: at + 1, cells: cells.map(readCell) }))
    .filter(({ cells }) => cells.some((cell) => /[^\s,;|]/.test(cell)));
  if (filled.length === 0) return { kind: "refused", problem: "empty" };
  if (filled.length > mostRows + 1) return { kind: "refused", problem: "too many rows" };
  const width = filled.reduce((most, { cells }) => Math.max(most, cells.length), 0);
  if (width > mostColumns) return { kind: "refused", problem: "too wide" };
  const rows = filled.map(({ cells }) => [...cells, ...Array<string>(width - cells.length).fill("")]);
  const lines = filled.map(({ line }) => line);
  if (!isHeading(rows)) return { kind: "table", table: { headings: null, rows, lines } };
  return { kind: "table", table: { headings: rows[0]!, rows: rows.slice(1), lines: lines.slice(1) } };
}

/**
 * The sign between cells: the one that gives most lines of the beginning the same number of cells, more than
 * one. The library's own guess prefers few cells and takes the comma of "Okonjo, Mira;mira@..." for it.
 */
function delimiterOf(text: string): string {
  const sample = text.slice(0, 20_000);
  let best = { delimiter: ",", score: 0 };
  for (const delimiter of delimiters) {
    const lines = Papa.parse<string[]>(sample, { delimiter, skipEmptyLines: true, preview: 60 }).data;
    const counts = new Map<number, number>();
    for (const cells of lines) counts.set(cells.length, (counts.get(cells.length) ?? 0) + 1);
    const [width, often] = [...counts].sort((one, other) => other[1] - one[1])[0] ?? [1, 0];
    const score = width > 1 ? often / lines.length + width / 1000 : 0;
    if (score > best.score) best = { delimiter, score };
  }
  return best.delimiter;
}

/** A cell's text, trimmed, without the apostrophe that kept it from being a formula. */
export function readCell(cell: string): string {
  const clean = cleanText(cell).normalize("NFC").trim();
  return /^'[=+\-@]/.test(clean) ? clean.slice(1) : clean;
}

/** A first line without an address, where others have one, tells what the columns hold. */
function isHeading(rows: readonly (readonly string[])[]): boolean {
  const first = rows[0]!;
  if (first.some(hasAddress)) return false;
  return (
    rows.slice(1).some((cells) => cells.some(hasAddress)) ||
    (rows.length > 1 && new Set(first).size === first.length && first.every((cell) => cell !== ""))
  );
}
