"use client";
import { useState } from "react";
import type { FieldChange, PlannedRow } from "@/core/roster/plan";
import type { ListPlanDto } from "@/data/people/dto";
import { counted, listed, number } from "@/ui/words/counts";
import { roleWords } from "@/ui/words/people";
import { rowFault } from "@/ui/words/problems";

const kinds = ["faulty", "new", "changed", "unchanged"] as const;
type Kind = (typeof kinds)[number];

const kindWords: Readonly<Record<Kind, string>> = {
  new: "new",
  changed: "changed",
  unchanged: "as they are",
  faulty: "faulty",
};

/** What reading the list would do: a sum for each kind of row, and the rows of the kind that is chosen. */
export function PlanView({ plan, isCurrent }: { plan: ListPlanDto; isCurrent: boolean }) {
  const first = kinds.find((kind) => plan.counts[kind] > 0) ?? "new";
  const [chosen, setChosen] = useState<Kind | null>(null);
  const shown = chosen !== null && plan.counts[chosen] > 0 ? chosen : first;
  const rows = plan.rows.filter((row) => row.kind === shown);
  return (
    <section aria-label="What would happen" aria-busy={!isCurrent} style={{ opacity: isCurrent ? 1 : 0.6 }}>
      <div className="sums">
        {(["new", "changed", "unchanged", "faulty"] as const).map((kind) => (
          <button
            type="button"
            key={kind}
            className={kind === "faulty" && plan.counts.faulty > 0 ? "faulty" : ""}
            aria-pressed={shown === kind}
            onClick={() => setChosen(kind)}
          >
            <strong>{number(plan.counts[kind])}</strong>
            {kindWords[kind]}
          </button>
        ))}
      </div>
      {plan.newGroups.length > 0 && (
        <p className="quiet" style={{ marginTop: 10 }}>
          {counted(plan.newGroups.length, "group")} would be made:{" "}
          {plan.newGroups.length <= 12
            ? listed(plan.newGroups)
            : `${plan.newGroups.slice(0, 10).join(", ")} and ${plan.newGroups.length - 10} more`}
          .
        </p>
      )}
      <div className="scroll-x" style={{ marginTop: 12 }}>
        <table className="ledger">
          <caption className="visually-hidden">Rows that are {kindWords[shown]}</caption>
          <thead>
            <tr>
              <th scope="col" className="number">
                Line
              </th>
              <th scope="col">Name</th>
              <th scope="col">Address</th>
              <th scope="col">
                {shown === "faulty" ? "What is wrong" : shown === "changed" ? "What changes" : "Role"}
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.length === 0 && (
              <tr>
                <td colSpan={4} className="nothing">
                  No row is {kindWords[shown]}.
                </td>
              </tr>
            )}
            {rows.map((row) => (
              <tr key={row.listed.line}>
                <td className="number">{row.listed.line}</td>
                <th scope="row">{row.listed.name || <span className="nothing">–</span>}</th>
                <td>{row.listed.address || <span className="nothing">–</span>}</td>
                <td>
                  <Told row={row} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {rows.length < plan.counts[shown] && (
        <p className="quiet" style={{ marginTop: 8 }}>
          The first {number(rows.length)} of {number(plan.counts[shown])}.
        </p>
      )}
    </section>
  );
}

function Told({ row }: { row: PlannedRow }) {
  switch (row.kind) {
    case "new":
      return (
        <>
          {roleWords[row.role]}
          {row.listed.group && <span className="quiet">, {row.listed.group}</span>}
        </>
      );
    case "unchanged":
      return <span className="quiet">{row.listed.group}</span>;
    case "changed":
      return (
        <>
          {row.changes.map((change) => (
            <div key={change.field}>{changeWords(change)}</div>
          ))}
        </>
      );
    case "faulty":
      return (
        <>
          {row.faults.map((fault) => (
            <div key={fault.fault}>{rowFault(fault)}</div>
          ))}
        </>
      );
    default:
      return row satisfies never;
  }
}

const fieldWords: Readonly<Record<string, string>> = {
  given: "given name",
  family: "family name",
  preferred: "preferred name",
  number: "number in the registry",
};

function changeWords({ field, from, to }: FieldChange) {
  if (field === "back on the course") return "back on the course";
  return (
    <>
      {fieldWords[field] ?? field}:{" "}
      {from ? <del className="went">{from}</del> : <span className="nothing">nothing</span>} →{" "}
      {to ? <ins className="came">{to}</ins> : <span className="nothing">nothing</span>}
    </>
  );
}
