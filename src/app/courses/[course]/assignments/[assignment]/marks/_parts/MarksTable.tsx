"use client";
import { Fragment, useState } from "react";
import type { SubjectState } from "@/core/marks/state";
import { Author } from "@/ui/authors/AuthorMark";
import { Link } from "@/ui/frame/Link";
import { TableFrame } from "@/ui/frame/TableFrame";
import { counted } from "@/ui/words/counts";
import { stateAbout, stateWords } from "@/ui/words/marks";

export interface MarkRowView {
  readonly wikiId: string;
  readonly group: string;
  readonly personId: string;
  readonly name: string;
  readonly mark: number;
  readonly groupMark: string | null;
  readonly judged: number;
  readonly criteria: number;
  readonly share: number | null;
  readonly proposed: string | null;
  /** Of what is proposed today. */
  readonly working: string;
  /** What was computed when the mark was given, and how. */
  readonly computed: string | null;
  readonly markWorking: string;
  readonly value: string | null;
  readonly kind: string | null;
  readonly reason: string;
  readonly label: string | null;
  readonly state: SubjectState;
  readonly isCurrent: boolean;
  readonly leftOut: string | null;
  readonly heldBack: string | null;
  readonly released: string | null;
  readonly href: string;
  readonly groupHref: string;
}

type Order = "group" | "name" | "share" | "proposed" | "value" | "state";
const states: readonly SubjectState[] = [
  "not begun",
  "begun",
  "complete",
  "marked",
  "ready",
  "released",
  "changed since",
];
const headings: readonly {
  readonly by: Order;
  readonly label: string;
  readonly isNumber?: true;
  readonly about?: string;
}[] = [
  { by: "name", label: "Student" },
  {
    by: "share",
    label: "Share",
    isNumber: true,
    about: "The share of the standing words, as at the cut-off",
  },
  { by: "proposed", label: "Proposed", isNumber: true, about: "What the sheet and the rule come to today" },
  { by: "value", label: "Mark", isNumber: true },
  { by: "state", label: "State" },
];

const numberOf = (text: string | null): number => (text === null ? -1 : Number(text));
const compare: Record<Order, (one: MarkRowView, other: MarkRowView) => number> = {
  group: () => 0,
  name: (one, other) => one.name.localeCompare(other.name),
  share: (one, other) => (other.share ?? -1) - (one.share ?? -1),
  proposed: (one, other) => numberOf(other.proposed) - numberOf(one.proposed),
  value: (one, other) => numberOf(other.value) - numberOf(one.value),
  state: (one, other) => states.indexOf(one.state) - states.indexOf(other.state),
};

/** One table of all marks: by group, or sorted over the class; a mark opens its working in its place. */
export function MarksTable({
  rows,
  outOf,
}: {
  readonly rows: readonly MarkRowView[];
  readonly outOf: string;
}) {
  const [order, setOrder] = useState<Order>("group");
  const [text, setText] = useState("");
  const [state, setState] = useState<SubjectState | "">("");
  const [open, setOpen] = useState<string | null>(null);
  const sought = text.trim().toLocaleLowerCase();
  const shown = rows
    .filter(
      (row) =>
        (state === "" || row.state === state) &&
        (sought === "" ||
          row.name.toLocaleLowerCase().includes(sought) ||
          row.group.toLocaleLowerCase().includes(sought)),
    )
    .toSorted(compare[order]);
  if (rows.length === 0) return <p className="notice">There are no groups to assess yet.</p>;
  return (
    <>
      <div className="marks-filter no-print">
        <label className="plain-label">
          Find{" "}
          <input
            className="plain-select wide"
            type="search"
            value={text}
            maxLength={100}
            onChange={(event) => setText(event.target.value)}
          />
        </label>
        <label className="plain-label">
          State{" "}
          <select
            className="plain-select wide"
            value={state}
            onChange={(event) => setState(event.target.value as SubjectState | "")}
          >
            <option value="">any</option>
            {states
              .filter((each) => rows.some((row) => row.state === each))
              .map((each) => (
                <option key={each} value={each}>
                  {stateWords[each]}
                </option>
              ))}
          </select>
        </label>
        <label className="plain-label">
          Order{" "}
          <select
            className="plain-select wide"
            value={order}
            onChange={(event) => setOrder(event.target.value as Order)}
          >
            <option value="group">by group</option>
            {headings.map(({ by, label }) => (
              <option key={by} value={by}>
                {label.toLowerCase()}
              </option>
            ))}
          </select>
        </label>
        <span className="quiet" aria-live="polite">
          {counted(shown.length, "student")}
        </span>
      </div>
      <TableFrame>
        <table className="ledger review-table marks-table">
          <caption className="visually-hidden">Marks of the class, out of {outOf}</caption>
          <thead>
            <tr>
              {headings.map(({ by, label, isNumber, about }) => (
                <th
                  key={by}
                  scope="col"
                  className={isNumber ? "number" : ""}
                  title={about}
                  aria-sort={
                    order === by ? (by === "name" || by === "state" ? "ascending" : "descending") : undefined
                  }
                >
                  <button
                    type="button"
                    className="plain-sort"
                    onClick={() => setOrder(order === by ? "group" : by)}
                  >
                    {label}
                  </button>
                </th>
              ))}
              <th scope="col">Label</th>
              <th scope="col">What to know</th>
            </tr>
          </thead>
          <tbody>
            {shown.map((row, at) => (
              <Fragment key={`${row.wikiId} ${row.personId}`}>
                {order === "group" && shown[at - 1]?.wikiId !== row.wikiId && (
                  <tr className="group-line">
                    <th scope="rowgroup" colSpan={7}>
                      <Link href={row.groupHref}>{row.group}</Link>
                      <span className="quiet">
                        {row.groupMark !== null
                          ? `${row.groupMark} of ${outOf}`
                          : row.criteria > 0
                            ? `${row.judged} of ${row.criteria} criteria judged`
                            : ""}
                      </span>
                    </th>
                  </tr>
                )}
                <Line
                  row={row}
                  isOpen={open === `${row.wikiId} ${row.personId}`}
                  withGroup={order !== "group"}
                  toggle={() =>
                    setOpen(open === `${row.wikiId} ${row.personId}` ? null : `${row.wikiId} ${row.personId}`)
                  }
                />
              </Fragment>
            ))}
          </tbody>
        </table>
      </TableFrame>
      {shown.length === 0 && <p className="notice">Nobody fits.</p>}
    </>
  );
}

function Line({
  row,
  isOpen,
  withGroup,
  toggle,
}: {
  readonly row: MarkRowView;
  readonly isOpen: boolean;
  readonly withGroup: boolean;
  readonly toggle: () => void;
}) {
  const none = <span className="nothing">–</span>;
  const toKnow = [
    ...(row.kind === "overridden" ? [`set instead of ${row.computed ?? "nothing"}`] : []),
    ...(row.value !== null && !row.isCurrent ? ["what it rests on has changed"] : []),
    ...(row.leftOut !== null ? [`left out: ${row.leftOut}`] : []),
    ...(row.heldBack !== null ? [`held back: ${row.heldBack}`] : []),
    ...(row.released !== null && row.released !== row.value ? [`shown: ${row.released}`] : []),
  ];
  return (
    <>
      <tr data-open={isOpen}>
        <th scope="row">
          <Link href={row.href} className="student-link">
            <Author name={row.name} mark={row.mark} />
          </Link>
          {withGroup && <small className="quiet"> {row.group}</small>}
        </th>
        <td className="number">{row.share === null ? none : `${row.share} %`}</td>
        <td className="number">
          {row.proposed === null ? (
            none
          ) : (
            <button
              type="button"
              className="figure plain-figure"
              aria-expanded={isOpen}
              aria-label={`${row.proposed} is proposed for ${row.name}. Show the working`}
              onClick={toggle}
            >
              {row.proposed}
            </button>
          )}
        </td>
        <td className="number">
          {row.value === null ? (
            none
          ) : (
            <button
              type="button"
              className="figure plain-figure"
              aria-expanded={isOpen}
              aria-label={`Mark of ${row.name}: ${row.value}. Show the working`}
              onClick={toggle}
            >
              <strong>{row.value}</strong>
            </button>
          )}
        </td>
        <td>
          <span className="state" data-state={row.state} title={stateAbout[row.state]}>
            {stateWords[row.state]}
          </span>
        </td>
        <td>{row.label ?? none}</td>
        <td className="note">
          {toKnow.length > 0 ? (
            <span className={row.isCurrent ? "quiet" : "waiting"}>{toKnow.join("; ")}</span>
          ) : (
            ""
          )}
        </td>
      </tr>
      {isOpen && (
        <tr className="opened">
          <td colSpan={7}>
            {row.value !== null && (
              <p className="working">
                {row.value}: {row.markWorking || "set directly, without a working"}
              </p>
            )}
            {(row.value === null || !row.isCurrent) && (
              <p className="working">
                {row.value === null ? "" : "Today: "}
                {row.working}
              </p>
            )}
            {row.reason && <p>“{row.reason}”</p>}
            <p>
              <Link href={row.href}>Assess {row.name}</Link>
            </p>
          </td>
        </tr>
      )}
    </>
  );
}
