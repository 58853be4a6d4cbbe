/**
 * Criteria sheets as files: all of a sheet as JSON (`docs/formats/criteria-sheet.md`), its criteria as CSV
 * (RFC 4180).
 */
import { type CriteriaSheet, criteriaSheet, emptySheet, type Judging } from "../marks/criteria";
import { csvText } from "../roster/export";
import { readTable } from "../roster/table";

export const sheetFormat = "tidy-ledger criteria sheet";
const formatVersion = 1;

export function sheetAsJson(sheet: CriteriaSheet): string {
  return `${JSON.stringify({ format: sheetFormat, version: formatVersion, sheet }, null, 2)}\n`;
}

export const sheetColumns = [
  "Criterion",
  "What it asks",
  "Judged of",
  "Weight",
  "Judged by",
  "Level",
  "Points",
  "What the level says",
] as const;

/**
 * A line for each level; of a criterion without levels one line. What is beside the criteria is left to JSON.
 */
export function sheetAsCsv({ criteria }: CriteriaSheet): string {
  const rows = criteria.flatMap(({ title, description, of, weight, judging }) => {
    const head = [title, description, of, weight, judging.by];
    if (judging.by === "levels")
      return judging.levels.map((level) => [...head, level.title, level.points, level.description]);
    return [
      [
        ...head,
        "",
        judging.by === "points" ? judging.most : "",
        judging.by === "expectation" ? judging.expectation : "",
      ],
    ];
  });
  return csvText([[...sheetColumns], ...rows]);
}

export type ReadSheet =
  | { readonly kind: "read"; readonly sheet: CriteriaSheet }
  | { readonly kind: "refused"; readonly message: string };

/**
 * Reads a sheet from JSON, or its criteria from CSV, of which all else is taken from `before`. What is no
 * such file is refused with the place of the fault. Cost: one pass over the text, which the caller has
 * bounded.
 */
export function readSheetFile(text: string, before: CriteriaSheet = emptySheet): ReadSheet {
  const trimmed = text.replace(/^\ufeff/, "").trimStart();
  return trimmed.startsWith("{") ? fromJson(trimmed) : fromCsv(trimmed, before);
}

function fromJson(text: string): ReadSheet {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return { kind: "refused", message: "The file is no complete JSON." };
  }
  const { format, version, sheet } = value as {
    readonly format?: unknown;
    readonly version?: unknown;
    readonly sheet?: unknown;
  };
  if (format !== sheetFormat) return { kind: "refused", message: "The file is no criteria sheet." };
  if (version !== formatVersion)
    return {
      kind: "refused",
      message: `The file has version ${String(version)} of the format; version ${formatVersion} can be read.`,
    };
  return checked(sheet);
}

function fromCsv(text: string, before: CriteriaSheet): ReadSheet {
  const read = readTable(text);
  if (read.kind !== "table")
    return { kind: "refused", message: "The file is neither a criteria sheet as JSON nor a table." };
  const { table } = read;
  // What makes a first line a heading in a list of people does not here: it always is one.
  const [headings, rows, lines] = table.headings
    ? [table.headings, table.rows, table.lines]
    : [table.rows[0]!, table.rows.slice(1), table.lines.slice(1)];
  const at = sheetColumns.map((name) =>
    headings.findIndex((heading) => heading.trim().toLowerCase() === name.toLowerCase()),
  );
  const missing = sheetColumns.find(
    (name, index) => at[index]! < 0 && name !== "What it asks" && name !== "What the level says",
  );
  if (missing) return { kind: "refused", message: `The table has no column “${missing}”.` };
  const criteria: {
    id: string;
    title: string;
    description: string;
    of: string;
    weight: string;
    judging: unknown;
  }[] = [];
  const levels = new Map<string, { id: string; title: string; description: string; points: string }[]>();
  for (const [index, row] of rows.entries()) {
    const [title, description, of, weight, by, level, points, about] = at.map((column) =>
      column < 0 ? "" : (row[column] ?? "").trim(),
    ) as [string, string, string, string, string, string, string, string];
    if (title === "") continue;
    let known = criteria.find((each) => each.title === title);
    if (!known) {
      known = { id: `c${criteria.length + 1}`, title, description, of, weight, judging: null };
      criteria.push(known);
    }
    if (by === "levels") {
      const mine = levels.get(title) ?? [];
      mine.push({ id: `l${mine.length + 1}`, title: level, description: about, points });
      levels.set(title, mine);
      known.judging = { by, levels: mine };
    } else if (by === "points") known.judging = { by, most: points };
    else if (by === "expectation") known.judging = { by, expectation: about } satisfies Judging;
    else
      return {
        kind: "refused",
        message: `Line ${lines[index]}: “Judged by” is levels, points or expectation, and not “${by}”.`,
      };
    if (of !== "group" && of !== "student")
      return {
        kind: "refused",
        message: `Line ${lines[index]}: “Judged of” is group or student, and not “${of}”.`,
      };
  }
  if (criteria.length === 0) return { kind: "refused", message: "There is no criterion in the table." };
  return checked({ ...before, criteria });
}

function checked(sheet: unknown): ReadSheet {
  const read = criteriaSheet.safeParse(sheet);
  if (read.success) return { kind: "read", sheet: read.data };
  const { path, message } = read.error.issues[0]!;
  return {
    kind: "refused",
    message: `${path.length > 0 ? `${path.map(String).join(".")}: ` : ""}${message}.`,
  };
}
