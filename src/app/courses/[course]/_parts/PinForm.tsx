"use client";
import { useEffect, useState } from "react";
import type { PinGiven } from "@/data/marks/pins";
import { Button } from "@/ui/forms/Button";
import { Said } from "@/ui/forms/Said";
import { noAnswer } from "@/ui/forms/no-answer";
import { type AccountAnswer, pinTo, readAccount } from "../assignments/[assignment]/assess/[wiki]/actions";

export interface PinHereProps {
  readonly courseId: string;
  readonly wikiId: string;
  readonly thing: PinGiven["thing"];
  /** Whose work it is; null: the group's. */
  readonly personId: string | null;
}

/**
 * Pins what is seen here to a criterion of the group or of one of its members. What it can be pinned to is
 * asked for when it is opened.
 */
export function PinForm({ courseId, wikiId, thing, personId }: PinHereProps) {
  const [account, setAccount] = useState<Extract<AccountAnswer, { kind: "done" }>["account"] | null>(null);
  const [subject, setSubject] = useState(personId);
  const [note, setNote] = useState("");
  const [shown, setShown] = useState(false);
  const [said, setSaid] = useState<{ readonly kind: "done" | "wrong"; readonly text: string } | null>(null);
  useEffect(() => {
    void readAccount(courseId, wikiId)
      .then((answer) => {
        if (answer.kind === "done") setAccount(answer.account);
        else setSaid({ kind: "wrong", text: answer.text });
      })
      .catch(() => setSaid({ kind: "wrong", text: noAnswer("Close this and open it again.") }));
  }, [courseId, wikiId]);
  const tell = (answer: AccountAnswer, done: string) => {
    if (answer.kind === "done") setAccount(answer.account);
    setSaid(
      answer.kind === "done"
        ? done === ""
          ? null
          : { kind: "done", text: done }
        : { kind: "wrong", text: answer.text },
    );
  };
  const run = (act: () => Promise<AccountAnswer>, done: string) =>
    void act()
      .then((answer) => tell(answer, done))
      .catch(() => setSaid({ kind: "wrong", text: noAnswer("Nothing is known to be pinned; try again.") }));
  const here = account?.subjects.find((each) => each.personId === subject) ?? account?.subjects[0];
  const criteria = here && here.criteria.length > 0 ? here.criteria : (account?.subjects[0]?.criteria ?? []);
  const pin = (to: readonly string[], title: string) =>
    run(
      () =>
        pinTo(courseId, wikiId, { personId: here?.personId ?? null, criteria: [...to], thing, note, shown }),
      `Pinned to ${here?.name ?? "the group"}${title ? `, “${title}”` : ""}.`,
    );
  return (
    <>
      {account?.isReadOnly && <p className="quiet">The course is archived: no evidence can be pinned.</p>}
      {account && here && !account.isReadOnly && (
        <div>
          <label className="field">
            <span>For</span>
            <select value={here.personId ?? ""} onChange={(event) => setSubject(event.target.value || null)}>
              {account.subjects.map((each) => (
                <option key={each.personId ?? ""} value={each.personId ?? ""}>
                  {each.name}
                </option>
              ))}
            </select>
          </label>
          <label className="field">
            <span>Private note</span>
            <textarea
              rows={1}
              maxLength={1000}
              value={note}
              onChange={(event) => setNote(event.target.value)}
            />
          </label>
          <label className="tick">
            <input type="checkbox" checked={shown} onChange={(event) => setShown(event.target.checked)} />{" "}
            Shown at release
          </label>
          <div className="actions">
            {criteria.map(({ id, title }) => (
              <Button key={id} size="small" variant="outlined" onClick={() => pin([id], title)}>
                {title}
              </Button>
            ))}
            <Button size="small" onClick={() => pin([], "")}>
              {criteria.length > 0 ? "No criterion" : `Pin to ${here.name}`}
            </Button>
          </div>
        </div>
      )}
      <Said said={said} />
    </>
  );
}
