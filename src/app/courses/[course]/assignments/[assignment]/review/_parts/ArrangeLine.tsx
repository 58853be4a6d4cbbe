"use client";
import type { Period } from "@/data/review/period";
import type { Selection } from "./arrange";
import { FindStudents } from "./FindStudents";
import { useArrangement } from "./useArrangement";

const names: Readonly<Record<Selection, string>> = {
  "nothing done": "Nothing done",
  late: "Late work",
  "with findings": "With findings",
  "not looked at": "Not looked at by me",
  "new since": "New since I looked",
};

/** Whom of the class to show, and the way back to the groups. */
export function ArrangeLine({
  period,
  counts,
}: {
  period: Period;
  counts: Readonly<Record<Selection | "all", number | null>>;
}) {
  const { arrangement, link } = useArrangement(period);
  const choice = (only: Selection | null, name: string, count: number | null) => (
    <a
      key={name}
      {...link({ only })}
      {...(arrangement.only === only ? { "aria-current": "true" as const } : {})}
    >
      {name}
      {count !== null && (
        <>
          {" "}
          <span className="quiet">{count}</span>
        </>
      )}
    </a>
  );
  return (
    <div className="arrange-line">
      <nav className="period-choice" aria-label="Who is shown">
        {choice(null, "Everybody", counts.all)}
        {(Object.keys(names) as Selection[]).map((only) => choice(only, names[only], counts[only]))}
        {arrangement.by && <a {...link({ by: null, isDescending: false })}>Back to groups</a>}
      </nav>
      <FindStudents period={period} />
    </div>
  );
}
