"use client";
import { takesPart } from "@/core/access/role";
import TextField from "@mui/material/TextField";
import { useMemo, useState } from "react";
import { roles, type Role } from "@/core/access/may";
import { plainLetters } from "@/core/text/letters";
import type { PersonDto } from "@/data/people/dto";
import { Said } from "@/ui/forms/Said";
import { useAct } from "@/ui/forms/useAct";
import { TableFrame } from "@/ui/frame/TableFrame";
import { counted, listed } from "@/ui/words/counts";
import { arrivalWords, roleWords } from "@/ui/words/people";
import { distance } from "@/ui/words/times";
import type { Answer } from "@/app/_parts/answers";
import { Button } from "@/ui/forms/Button";
import { PersonDialog, type GroupChoice } from "./PersonDialog";

interface Props {
  /** What is looked for at first; empty: everybody is shown. */
  readonly find: string;
  readonly people: readonly PersonDto[];
  readonly zone: string;
  readonly now: Date;
  readonly groups: readonly GroupChoice[];
  /** Ids of the groups that each assistant was given. */
  readonly given: Readonly<Record<string, readonly string[]>>;
  readonly files: Readonly<Record<"csv" | "1.1" | "1.2", string>>;
  readonly invite: (people: string[]) => Promise<Answer>;
  readonly leave: (people: string[], left: boolean) => Promise<Answer>;
  readonly save: (person: string | null, json: string) => Promise<Answer>;
  readonly merge: (gone: string, kept: string) => Promise<Answer>;
  readonly unmerge: (gone: string) => Promise<Answer>;
  readonly sendLinks: (people: string[]) => Promise<Answer>;
}

/**
 * Rows that stand on the screen at once: more come with a button, so that a course of thousands stays quick.
 */
const rowsAtOnce = 100;

type Shown = Role | "left" | "not in" | "all";

export function PeopleTable({
  people,
  zone,
  now,
  groups,
  given,
  files,
  invite,
  leave,
  save,
  merge,
  unmerge,
  sendLinks,
  find,
}: Props) {
  const [text, setText] = useState(find);
  const [shown, setShown] = useState<Shown>("all");
  const [rows, setRows] = useState(rowsAtOnce);
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const [open, setOpen] = useState<PersonDto | "new" | null>(null);
  const { act, said, isBusy } = useAct();

  const found = useMemo(() => {
    const wanted = plainLetters(text.trim());
    return people.filter((person) => {
      if (shown === "left" ? !person.leftAt : person.leftAt) return false;
      if (shown === "not in" && (person.arrival === "active" || person.leftAt)) return false;
      if (shown !== "all" && shown !== "left" && shown !== "not in" && person.role !== shown) return false;
      return (
        wanted === "" ||
        [
          person.name,
          person.address,
          person.section,
          person.number,
          ...person.groups,
          ...Object.values(person.own),
        ].some((each) => plainLetters(each).includes(wanted))
      );
    });
  }, [people, text, shown]);
  const chosen = found.filter(({ id }) => ticked.has(id));
  const notIn = people.filter((person) => person.arrival !== "active" && !person.leftAt);
  const left = people.filter((person) => person.leftAt).length;
  const own = [...new Set(people.flatMap((person) => Object.keys(person.own)))].slice(0, 3);
  const tick = (ids: readonly string[], on: boolean) =>
    setTicked((before) => new Set(on ? [...before, ...ids] : [...before].filter((id) => !ids.includes(id))));
  const run = async (action: () => Promise<Answer>) => {
    if (await act(action)) setTicked(new Set());
  };
  const chosenIds = chosen.map(({ id }) => id);

  return (
    <section aria-label="Everybody on the course">
      <div className="table-tools">
        <TextField
          label="Find a person"
          value={text}
          onChange={(event) => {
            setText(event.target.value);
            setRows(rowsAtOnce);
          }}
          sx={{ maxWidth: 260 }}
        />
        <label className="plain-label">
          Show{" "}
          <select
            className="plain-select wide"
            value={shown}
            onChange={(event) => {
              setShown(event.target.value as Shown);
              setRows(rowsAtOnce);
            }}
          >
            <option value="all">everybody</option>
            {roles.map((role) => (
              <option key={role} value={role}>
                {roleWords[role].toLowerCase()}s
              </option>
            ))}
            <option value="not in">those without an account ({notIn.length})</option>
            {left > 0 && <option value="left">those who left ({left})</option>}
          </select>
        </label>
        <span className="spacer" />
        <Button size="small" variant="outlined" onClick={() => setOpen("new")}>
          Add a person
        </Button>
        <details className="menu">
          <summary>Write out</summary>
          <div>
            <a href={files.csv} download>
              As a table (CSV)
            </a>
            <a href={files["1.2"]} download>
              OneRoster 1.2
            </a>
            <a href={files["1.1"]} download>
              OneRoster 1.1
            </a>
          </div>
        </details>
      </div>
      <div className="chosen-line">
        <span role="status">
          {chosen.length > 0
            ? `${counted(chosen.length, "person", "people")} chosen`
            : counted(found.length, "person", "people")}
        </span>
        {chosen.length > 0 && shown !== "left" && (
          <>
            <Button
              size="small"
              variant="outlined"
              disabled={isBusy}
              onClick={() => void run(() => invite(chosenIds))}
            >
              Send {counted(chosen.length, "invitation")}
            </Button>
            <Button
              size="small"
              variant="outlined"
              disabled={isBusy}
              onClick={() => void run(() => leave(chosenIds, true))}
            >
              Take {counted(chosen.length, "person", "people")} off the course
            </Button>
          </>
        )}
        {chosen.length > 0 && shown === "left" && (
          <Button
            size="small"
            variant="outlined"
            disabled={isBusy}
            onClick={() => void run(() => leave(chosenIds, false))}
          >
            Bring {counted(chosen.length, "person", "people")} back
          </Button>
        )}
        {chosen.length === 0 && notIn.some(({ arrival }) => arrival !== "invited") && (
          <Button
            size="small"
            disabled={isBusy}
            onClick={() =>
              void run(() => invite(notIn.filter(({ arrival }) => arrival !== "invited").map(({ id }) => id)))
            }
          >
            Invite the {notIn.filter(({ arrival }) => arrival !== "invited").length} who have no invitation
          </Button>
        )}
      </div>
      <Said said={said} />
      {found.length === 0 ? (
        <p className="notice">
          {people.length <= 1
            ? "Nobody is on the course yet but you. Read a list from the registry, or add people one by one."
            : "Nobody fits what you are looking for."}
        </p>
      ) : (
        <TableFrame>
          <table className="ledger">
            <thead>
              <tr>
                <th scope="col">
                  <input
                    type="checkbox"
                    aria-label="All that are shown"
                    checked={chosen.length === found.length}
                    onChange={(event) =>
                      tick(
                        found.map(({ id }) => id),
                        event.target.checked,
                      )
                    }
                  />
                </th>
                <th scope="col">Name</th>
                <th scope="col" className="wide-only">
                  Address
                </th>
                <th scope="col">Role</th>
                <th scope="col" className="wide-only">
                  Section
                </th>
                <th scope="col" className="wide-only">
                  Groups
                </th>
                {own.map((heading) => (
                  <th key={heading} scope="col" className="wide-only">
                    {heading}
                  </th>
                ))}
                <th scope="col">Account</th>
                <th scope="col">
                  <span className="visually-hidden">Change</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {found.slice(0, rows).map((person) => (
                <tr key={person.id}>
                  <td>
                    <input
                      type="checkbox"
                      aria-label={person.name}
                      checked={ticked.has(person.id)}
                      onChange={(event) => tick([person.id], event.target.checked)}
                    />
                  </td>
                  <th scope="row">{person.name}</th>
                  <td className="wide-only breaks">{person.address}</td>
                  <td>
                    {roleWords[person.role]}
                    {person.onlyGivenGroups && (
                      <span className="quiet"> of {counted(given[person.id]?.length ?? 0, "group")}</span>
                    )}
                  </td>
                  <td className="wide-only">{person.section}</td>
                  <td className="wide-only">{listed(person.groups)}</td>
                  {own.map((heading) => (
                    <td key={heading} className="wide-only">
                      {person.own[heading] ?? ""}
                    </td>
                  ))}
                  <td>
                    {person.mergedInto ? (
                      <span className="quiet">counts as {person.mergedInto}</span>
                    ) : person.leftAt ? (
                      <span className="quiet">left {distance(person.leftAt, zone, now)}</span>
                    ) : person.arrival === "active" || person.arrival === "invited" ? (
                      <span className="quiet">{arrivalWords[person.arrival]}</span>
                    ) : (
                      <span className="waiting">{arrivalWords[person.arrival]}</span>
                    )}
                  </td>
                  <td className="row-actions">
                    {person.mergedInto ? (
                      <button
                        type="button"
                        className="plain-button"
                        disabled={isBusy}
                        onClick={() => void run(() => unmerge(person.id))}
                      >
                        Undo the merge<span className="visually-hidden"> of {person.name}</span>
                      </button>
                    ) : (
                      <button type="button" className="plain-button" onClick={() => setOpen(person)}>
                        Change<span className="visually-hidden"> {person.name}</span>
                      </button>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </TableFrame>
      )}
      {found.length > rows && (
        <div className="actions" style={{ marginTop: 12 }}>
          <Button size="small" variant="outlined" onClick={() => setRows(rows + rowsAtOnce)}>
            Show {Math.min(rowsAtOnce, found.length - rows)} more of {found.length - rows}
          </Button>
        </div>
      )}
      {open && (
        <PersonDialog
          person={open === "new" ? null : open}
          groups={groups}
          given={open === "new" ? [] : (given[open.id] ?? [])}
          onClose={() => setOpen(null)}
          save={save}
          sendLink={(id) => sendLinks([id])}
          others={
            open !== "new" && takesPart(open.role)
              ? people.filter(({ id, role, leftAt }) => takesPart(role) && !leftAt && id !== open.id)
              : []
          }
          merge={async (gone, kept) => {
            const answer = await merge(gone, kept);
            if (answer.kind === "done") {
              setOpen(null);
              await run(() => Promise.resolve(answer));
            }
            return answer;
          }}
        />
      )}
    </section>
  );
}
