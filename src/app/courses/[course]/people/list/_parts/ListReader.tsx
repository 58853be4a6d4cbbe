"use client";
import { useRouter } from "next/navigation";
import { useEffect, useMemo, useRef, useState } from "react";
import { columnKinds, type ColumnKind, proposeColumns } from "@/core/roster/columns";
import type { RosterClass } from "@/core/roster/one-roster";
import type { ListTable } from "@/core/roster/table";
import type { ReadFile } from "@/core/roster/file";
import type { ListPlanDto } from "@/data/people/dto";
import { parcel } from "@/ui/forms/parcel";
import { Said } from "@/ui/forms/Said";
import { useAct } from "@/ui/forms/useAct";
import { counted } from "@/ui/words/counts";
import { columnWords } from "@/ui/words/people";
import type { Answer } from "@/app/_parts/answers";
import { Button } from "@/ui/forms/Button";
import { LinkButton } from "@/ui/forms/LinkButton";
import type { PlanAnswer } from "../actions";
import { ListSource } from "./ListSource";
import { PlanView } from "./PlanView";
import { noAnswer } from "@/ui/forms/no-answer";

interface Props {
  readonly sets: readonly { readonly id: string; readonly title: string }[];
  readonly plan: (list: FormData) => Promise<PlanAnswer>;
  readonly read: (
    list: FormData,
    options: {
      expected: { new: number; changed: number; faulty: number };
      leaveOutFaulty: boolean;
      invites: boolean;
    },
  ) => Promise<Answer>;
}

type Archive = Extract<ReadFile, { kind: "archive" }>["archive"];

interface Given {
  readonly name: string;
  readonly table: ListTable;
  readonly kinds: readonly ColumnKind[];
}

const newSet = "new";

/**
 * From a list to people: the columns are matched, the dry run says what would happen, one button makes it
 * happen.
 */
export function ListReader({ sets, plan, read }: Props) {
  const router = useRouter();
  const [given, setGiven] = useState<Given | null>(null);
  const [archive, setArchive] = useState<{
    archive: Archive;
    chosen: ReadonlySet<string>;
    name: string;
  } | null>(null);
  const [setChoice, setSetChoice] = useState(newSet);
  const [setTitle, setSetTitle] = useState("Groups from the list");
  const [planned, setPlanned] = useState<{ plan: ListPlanDto; asked: unknown } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [leaveOutFaulty, setLeaveOut] = useState(false);
  const [invites, setInvites] = useState(true);
  const [isDone, setDone] = useState(false);
  const { act, said, isBusy } = useAct();
  const question = useRef(0);

  // The same object as long as nothing of it changes: a list can be long, and every new one is asked about.
  const asking = useMemo(() => {
    if (!given) return null;
    const groups =
      setChoice === newSet ? { title: setTitle.trim() || "Groups from the list" } : { setId: setChoice };
    return { table: given.table, kinds: given.kinds, groups: given.kinds.includes("group") ? groups : null };
  }, [given, setChoice, setTitle]);
  useEffect(() => {
    if (!asking) return;
    // Only the newest question counts: what is shown must be what would be read.
    const asked = ++question.current;
    const wait = setTimeout(() => {
      plan(parcel(asking)).then(
        (answer) => {
          if (asked !== question.current) return;
          setProblem(answer.kind === "wrong" ? answer.text : null);
          setPlanned(answer.kind === "planned" ? { plan: answer.plan, asked: asking } : null);
        },
        () => {
          if (asked === question.current)
            setProblem(noAnswer("The list is still here; change a column to ask again."));
        },
      );
    }, 250);
    return () => clearTimeout(wait);
  }, [asking, plan]);

  function take(file: Exclude<ReadFile, { kind: "refused" }>, name: string): void {
    if (file.kind === "list") return setGiven({ name, table: file.table, kinds: proposeColumns(file.table) });
    choose({ archive: file.archive, chosen: new Set(file.archive.classes.map(({ id }) => id)), name });
  }

  function choose(next: { archive: Archive; chosen: ReadonlySet<string>; name: string }): void {
    setArchive(next);
    const { table, kinds } = next.archive.people(next.chosen);
    setGiven(table.rows.length > 0 ? { name: next.name, table, kinds } : null);
    if (table.rows.length === 0) setPlanned(null);
  }

  const isCurrent = planned !== null && planned.asked === asking;
  const counts = planned?.plan.counts;
  const readable = counts ? counts.new + counts.changed : 0;

  async function readAll(): Promise<void> {
    if (!planned) return;
    const { new: fresh, changed, faulty } = planned.plan.counts;
    if (
      await act(() =>
        read(parcel(planned.asked), { expected: { new: fresh, changed, faulty }, leaveOutFaulty, invites }),
      )
    )
      setDone(true);
  }

  if (isDone) {
    return (
      <div className="fields">
        <Said said={said} />
        <div className="actions">
          <Button variant="contained" onClick={() => router.push("../people")}>
            See everybody
          </Button>
          <LinkButton href="../groups" variant="outlined">
            Go on to groups
          </LinkButton>
        </div>
      </div>
    );
  }
  if (!given && !archive) return <ListSource onRead={take} />;
  return (
    <div className="fields">
      <div className="actions">
        <p>
          <strong>{given ? counted(given.table.rows.length, "person", "people") : "Nobody"}</strong> in{" "}
          {archive?.name ?? given?.name}
        </p>
        <Button
          size="small"
          onClick={() => {
            setGiven(null);
            setArchive(null);
            setPlanned(null);
            setProblem(null);
          }}
        >
          Take another list
        </Button>
      </div>
      {archive && (
        <Classes
          classes={archive.archive.classes}
          chosen={archive.chosen}
          onChange={(chosen) => choose({ ...archive, chosen })}
        />
      )}
      {given && <Columns given={given} onChange={(kinds) => setGiven({ ...given, kinds })} />}
      {given?.kinds.includes("group") && (
        <div className="actions">
          <label className="plain-label">
            The groups of the list go into{" "}
            <select
              className="plain-select wide"
              value={setChoice}
              onChange={(event) => setSetChoice(event.target.value)}
            >
              <option value={newSet}>a new set of groups</option>
              {sets.map(({ id, title }) => (
                <option key={id} value={id}>
                  {title}
                </option>
              ))}
            </select>
          </label>
          {setChoice === newSet && (
            <label className="plain-label">
              called{" "}
              <input
                className="plain-input"
                style={{ width: 220 }}
                value={setTitle}
                maxLength={200}
                onChange={(event) => setSetTitle(event.target.value)}
              />
            </label>
          )}
        </div>
      )}
      <div role="alert">{problem && <p className="notice wrong">{problem}</p>}</div>
      {planned && <PlanView plan={planned.plan} isCurrent={isCurrent} />}
      {!planned && !problem && given && (
        <p className="quiet" role="status">
          Working out what would happen
        </p>
      )}
      <div className="form-foot">
        <div style={{ flex: "1 1 260px" }}>
          <Said said={said} />
        </div>
        {(counts?.faulty ?? 0) > 0 && (
          <label className="tick">
            <input
              type="checkbox"
              checked={leaveOutFaulty}
              onChange={(event) => setLeaveOut(event.target.checked)}
            />{" "}
            Leave out the {counted(counts!.faulty, "faulty row")}
          </label>
        )}
        {(counts?.new ?? 0) > 0 && (
          <label className="tick">
            <input type="checkbox" checked={invites} onChange={(event) => setInvites(event.target.checked)} />{" "}
            Send invitations
          </label>
        )}
        <Button
          variant="contained"
          disabled={isBusy || !isCurrent || readable === 0 || ((counts?.faulty ?? 0) > 0 && !leaveOutFaulty)}
          onClick={() => void readAll()}
        >
          {isBusy
            ? "Reading"
            : readable === 0 && planned
              ? "Nothing to read"
              : `Read ${counted(readable, "person", "people")}`}
        </Button>
      </div>
    </div>
  );
}

function Classes({
  classes,
  chosen,
  onChange,
}: {
  classes: readonly RosterClass[];
  chosen: ReadonlySet<string>;
  onChange: (chosen: ReadonlySet<string>) => void;
}) {
  return (
    <fieldset className="ticks">
      <legend>Classes of the archive</legend>
      {classes.map(({ id, title, people }) => (
        <label key={id}>
          <input
            type="checkbox"
            checked={chosen.has(id)}
            onChange={(event) =>
              onChange(
                new Set(event.target.checked ? [...chosen, id] : [...chosen].filter((each) => each !== id)),
              )
            }
          />
          {title} <span className="quiet">{people}</span>
        </label>
      ))}
    </fieldset>
  );
}

const exampleRows = 5;

/** What each column holds, said above its first cells. */
function Columns({
  given: { table, kinds },
  onChange,
}: {
  given: Given;
  onChange: (kinds: readonly ColumnKind[]) => void;
}) {
  const set = (column: number, kind: ColumnKind) =>
    onChange(
      kinds.map((each, at) => {
        if (at === column) return kind;
        // Only one column can hold the addresses, the names, and so on.
        return each === kind && kind !== "own" && kind !== "left out" ? "left out" : each;
      }),
    );
  return (
    <div className="scroll-x">
      <table className="ledger list-table">
        <caption>What does each column hold?</caption>
        <thead>
          <tr>
            {kinds.map((kind, column) => (
              <th key={column} scope="col">
                <select
                  className="plain-select wide"
                  aria-label={`Column ${column + 1}${table.headings?.[column] ? `, ${table.headings[column]}` : ""}`}
                  value={kind}
                  onChange={(event) => set(column, event.target.value as ColumnKind)}
                >
                  {columnKinds.map((each) => (
                    <option key={each} value={each}>
                      {each === "own" && table.headings?.[column]
                        ? `“${table.headings[column]}”, kept as it is`
                        : columnWords[each]}
                    </option>
                  ))}
                </select>
                {table.headings?.[column] ?? ""}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {table.rows.slice(0, exampleRows).map((cells, row) => (
            <tr key={row}>
              {cells.map((cell, column) => (
                <td key={column} className={kinds[column] === "left out" ? "nothing" : ""}>
                  {cell}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
