"use client";
import Button from "@mui/material/Button";
import type { ContributionKind } from "@/core/assignment/kinds";
import type { Period } from "@/data/review/period";
import { arrangementAsked } from "./arrange";
import { columnWords } from "./column-words";
import { columns, shownColumns } from "./columns";
import { useArrangement } from "./useArrangement";

/** Which columns the class has; works without script, and the address keeps it. */
export function ColumnChoice({ period, counts, action, hasExpected }: { period: Period; counts: readonly ContributionKind[]; action: string; hasExpected: boolean }) {
  const { arrangement } = useArrangement(period);
  const shown = new Set(shownColumns(arrangement.columns, counts));
  const { columns: _, ...others } = arrangementAsked(arrangement);
  return (
    <details className="column-choice">
      <summary>Columns and keys</summary>
      <p className="quiet">Arrow keys go from student to student, “g” to the next group, Enter opens.</p>
      <form action={action} method="get">
        {Object.entries(others).map(([name, value]) => <input key={name} type="hidden" name={name} value={value} />)}
        <fieldset>
          <legend className="visually-hidden">Columns that are shown</legend>
          {columns.filter((column) => column !== "expected" || hasExpected).map((column) => <label key={column}><input type="checkbox" name="columns" value={column} defaultChecked={shown.has(column)} /> {columnWords[column].label}</label>)}
        </fieldset>
        <Button type="submit" size="small" variant="outlined">Show these</Button>
      </form>
    </details>
  );
}
