"use client";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import type { ReleaseGroupDto } from "@/data/marks/report";
import { Button } from "@/ui/forms/Button";
import { Said } from "@/ui/forms/Said";
import { SteadyForm } from "@/ui/forms/SteadyForm";
import { useAct } from "@/ui/forms/useAct";
import { Link } from "@/ui/frame/Link";
import { counted, listed } from "@/ui/words/counts";
import type { Answer } from "@/app/_parts/answers";

interface Group extends ReleaseGroupDto {
  readonly href: string;
  /** Where those without a mark are given one. */
  readonly hrefs: Readonly<Record<string, string>>;
}

interface Props {
  readonly groups: readonly Group[];
  /** Names of those whom no mail reaches. */
  readonly unreachable: readonly string[];
  readonly release: (given: {
    wikis: string[];
    plannedFor: string;
    mails: boolean;
    withoutWorking: string[];
  }) => Promise<Answer>;
}

/** The groups with what is open in each, and the release: at once, or at a time. */
export function ReleaseForm({ groups, unreachable, release }: Props) {
  const [chosen, setChosen] = useState<readonly string[]>(() =>
    groups.filter(({ ready, noMark }) => ready.length > 0 && noMark.length === 0).map(({ wikiId }) => wikiId),
  );
  const [plain, setPlain] = useState<readonly string[]>(() =>
    groups.filter(({ tellsTheOther }) => tellsTheOther).map(({ wikiId }) => wikiId),
  );
  const [when, setWhen] = useState("");
  const [mails, setMails] = useState(true);
  const { act, said, isBusy } = useAct();
  const shown = groups.filter(({ wikiId, ready }) => chosen.includes(wikiId) && ready.length > 0);
  const students = shown.flatMap(({ ready }) => ready);
  const toggle = (list: readonly string[], id: string, isOn: boolean) =>
    isOn ? [...list, id] : list.filter((each) => each !== id);
  const missing = groups.reduce((sum, { noMark }) => sum + noMark.length, 0);
  return (
    <SteadyForm
      className="release-form"
      onSubmit={(event) => {
        event.preventDefault();
        void act(() =>
          release({
            wikis: shown.map(({ wikiId }) => wikiId),
            plannedFor: when,
            mails,
            withoutWorking: [...plain],
          }),
        );
      }}
    >
      {missing > 0 && (
        <p className="notice waits">
          <span>
            {counted(missing, "student has", "students have")} no mark:{" "}
            {groups
              .filter(({ noMark }) => noMark.length > 0)
              .slice(0, 12)
              .map(({ wikiId, name, noMark, hrefs }, at) => (
                <span key={wikiId}>
                  {at > 0 && "; "}
                  {noMark.slice(0, 4).map(({ id, name: who }, index) => (
                    <span key={id}>
                      {index > 0 && ", "}
                      <Link href={hrefs[id]!}>{who}</Link>
                    </span>
                  ))}
                  {noMark.length > 4 && ` and ${noMark.length - 4} more`} ({name})
                </span>
              ))}
            .
          </span>
        </p>
      )}
      <div className="scroll-x">
        <table className="ledger">
          <caption className="visually-hidden">Groups to be released</caption>
          <thead>
            <tr>
              <th scope="col">Release</th>
              <th scope="col" className="number">
                Marks
              </th>
              <th scope="col">What is open</th>
            </tr>
          </thead>
          <tbody>
            {groups.map((group) => (
              <tr key={group.wikiId}>
                <th scope="row">
                  <label className="tick">
                    <input
                      type="checkbox"
                      disabled={group.ready.length === 0}
                      checked={chosen.includes(group.wikiId) && group.ready.length > 0}
                      onChange={(event) => setChosen(toggle(chosen, group.wikiId, event.target.checked))}
                    />{" "}
                    {group.name}
                  </label>
                </th>
                <td className="number">
                  {group.ready.length > 0 ? group.ready.length : <span className="nothing">–</span>}
                  {group.released > 0 && <small className="quiet"> {group.released} shown</small>}
                </td>
                <td>
                  <Open group={group} />
                  {group.tellsTheOther && (
                    <label className="tick">
                      <input
                        type="checkbox"
                        checked={plain.includes(group.wikiId)}
                        onChange={(event) => setPlain(toggle(plain, group.wikiId, event.target.checked))}
                      />{" "}
                      Without the group’s mark, its levels and the working: two people and a rule by share let
                      each compute the other’s mark
                    </label>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="field-row">
        <TextField
          label="At a time (empty: at once)"
          type="datetime-local"
          value={when}
          onChange={(event) => setWhen(event.target.value)}
          slotProps={{ inputLabel: { shrink: true } }}
        />
        <label className="tick">
          <input type="checkbox" checked={mails} onChange={(event) => setMails(event.target.checked)} /> Tell
          them by mail that something is there, without what it is
          {unreachable.length > 0 && (
            <span className="quiet">
              {" "}
              (no mail reaches {listed(unreachable.slice(0, 5))}
              {unreachable.length > 5 ? ` and ${unreachable.length - 5} more` : ""}: they have left the
              course)
            </span>
          )}
        </label>
      </div>
      <div className="form-foot">
        <Button type="submit" variant="contained" disabled={isBusy || students.length === 0}>
          {isBusy
            ? "Releasing"
            : students.length === 0
              ? "Nothing to release"
              : when === ""
                ? `Release ${counted(students.length, "mark")} in ${counted(shown.length, "group")}`
                : `Plan the release of ${counted(students.length, "mark")}`}
        </Button>
        {students.some(({ isCurrent }) => !isCurrent) && (
          <span className="waiting">
            {counted(students.filter(({ isCurrent }) => !isCurrent).length, "mark rests", "marks rest")} on
            something that has changed since:{" "}
            {listed(
              students
                .filter(({ isCurrent }) => !isCurrent)
                .slice(0, 4)
                .map(({ name }) => name),
            )}
            .
          </span>
        )}
        <Said said={said} />
      </div>
    </SteadyForm>
  );
}

function Open({ group: { open, findings, heldBack, ready, href } }: { readonly group: Group }) {
  const changes = ready.filter(({ isChange }) => isChange);
  const parts = [
    ...(open.length > 0
      ? [`${counted(open.length, "criterion", "criteria")} not judged (${listed(open.slice(0, 4))})`]
      : []),
    ...(findings > 0 ? [`${counted(findings, "finding")} nobody looked at`] : []),
    ...heldBack.map(({ name, reason }) => `${name} is held back: ${reason}`),
    ...(changes.length > 0 ? [`a changed mark for ${listed(changes.map(({ name }) => name))}`] : []),
  ];
  return parts.length === 0 ? (
    <span className="quiet">nothing</span>
  ) : (
    <span>
      {parts.join("; ")}. <Link href={href}>Assess</Link>
    </span>
  );
}
