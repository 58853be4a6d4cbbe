"use client";
import { useRouter } from "next/navigation";
import type { ContributionKind } from "@/core/assignment/kinds";
import type { Period } from "@/data/review/period";
import { Button } from "@/ui/forms/Button";
import { arrangementAsked } from "./arrange";
import { useGo } from "@/ui/frame/going";
import { columnWords } from "./column-words";
import { type Column, columns, shownColumns } from "./columns";
import { remember } from "./remembered-columns";
import { useArrangement } from "./useArrangement";

interface Props {
  readonly period: Period;
  readonly counts: readonly ContributionKind[];
  readonly action: string;
  readonly hasExpected: boolean;
  /** Those chosen last in this browser. */
  readonly remembered: readonly Column[] | null;
}

/**
 * Which columns the class has; works without script. The address keeps it, and the browser remembers it for
 * the next time.
 */
export function ColumnChoice({ period, counts, action, hasExpected, remembered }: Props) {
  const [router, go] = [useRouter(), useGo()];
  const { arrangement, hrefNow } = useArrangement(period);
  const shown = new Set(shownColumns(arrangement.columns ?? remembered, counts));
  const { columns: _, ...others } = arrangementAsked(arrangement);
  const forget = () => {
    remember(null);
    go(hrefNow({ columns: null }));
    router.refresh();
  };
  return (
    <details className="column-choice">
      <summary>Columns and keys</summary>
      <p className="quiet">Arrow keys go from student to student, “g” to the next group, Enter opens.</p>
      <form
        action={action}
        method="get"
        onSubmit={(event) => remember(new FormData(event.currentTarget).getAll("columns").map(String))}
      >
        {Object.entries(others).map(([name, value]) => (
          <input key={name} type="hidden" name={name} value={value} />
        ))}
        <fieldset>
          <legend className="visually-hidden">Columns that are shown</legend>
          {columns
            .filter((column) => column !== "expected" || hasExpected)
            .map((column) => (
              <label key={column}>
                <input type="checkbox" name="columns" value={column} defaultChecked={shown.has(column)} />{" "}
                {columnWords(column).label}
              </label>
            ))}
        </fieldset>
        <Button type="submit" size="small" variant="outlined">
          Show these
        </Button>
        {(arrangement.columns ?? remembered) !== null && (
          <Button type="button" size="small" onClick={forget}>
            The usual ones
          </Button>
        )}
      </form>
    </details>
  );
}
