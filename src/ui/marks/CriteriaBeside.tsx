"use client";
import { lazy, Suspense, useState } from "react";
import type { CriteriaSheet } from "@/core/marks/criteria";

/** Loaded with the criteria: a page that is read loads little script. */
const SheetView = lazy(() => import("./SheetView").then((found) => ({ default: found.SheetView })));

interface Props {
  readonly load: () => Promise<CriteriaSheet | null>;
  /** The sheet on a page of its own, where there is no script, or it can't be loaded. */
  readonly href: string;
}

/** The criteria beside the text that is read or written: fetched when somebody opens them. */
export function CriteriaBeside({ load, href }: Props) {
  const [sheet, setSheet] = useState<CriteriaSheet | "asked" | "failed" | null>(null);
  const [now] = useState(() => new Date());
  const open = () => {
    if (sheet !== null && sheet !== "failed") return;
    setSheet("asked");
    void load()
      .then((found) => setSheet(found ?? "failed"))
      .catch(() => setSheet("failed"));
  };
  return (
    <details
      className="criteria-beside"
      onToggle={(event) => {
        if (event.currentTarget.open) open();
      }}
    >
      <summary>Criteria</summary>
      <div>
        {sheet === "failed" ? (
          <p className="quiet">
            They could not be loaded.{" "}
            <a href={href} target="_blank" rel="noopener">
              Open them by themselves
            </a>
          </p>
        ) : sheet === null || sheet === "asked" ? (
          <p className="quiet">Loading.</p>
        ) : (
          <Suspense fallback={<p className="quiet">Loading.</p>}>
            <SheetView sheet={sheet} now={now} heading="h3" />
          </Suspense>
        )}
      </div>
    </details>
  );
}
