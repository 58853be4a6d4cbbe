/** Tables as Markdown, so that they read the same on the screen and in the docs. */
export function table(heads: readonly string[], rows: readonly (readonly (string | number)[])[]): string {
  const cells = [heads, ...rows].map((row) => row.map(String));
  const widths = heads.map((_, column) => Math.max(3, ...cells.map((row) => row[column]!.length)));
  const line = (row: readonly string[]) =>
    `| ${row.map((cell, column) => (column === 0 ? cell.padEnd(widths[column]!) : cell.padStart(widths[column]!))).join(" | ")} |`;
  const rule = `|${widths.map((width, column) => (column === 0 ? `${"-".repeat(width + 2)}` : `${"-".repeat(width + 1)}:`)).join("|")}|`;
  return [line(cells[0]!), rule, ...cells.slice(1).map(line)].join("\n");
}

export const percent = (part: number, digits = 2) => `${(100 * part).toFixed(digits)}`;
export const milliseconds = (time: number) => (time < 10 ? time.toFixed(1) : time.toFixed(0));
