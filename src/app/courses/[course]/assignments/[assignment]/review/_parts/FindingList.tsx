"use client";
import { Link } from "@/ui/frame/Link";
import { useState } from "react";
import type { FindingDto } from "@/data/review/findings";
import { Button } from "@/ui/forms/Button";
import { Said } from "@/ui/forms/Said";
import { useAct } from "@/ui/forms/useAct";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { moment } from "@/ui/words/times";
import { PinHere } from "../../../../_parts/PinHere";
import { actOn } from "../actions";

interface Props {
  readonly courseId: string;
  readonly wikiId: string;
  readonly findings: readonly (Omit<FindingDto, "finding"> & {
    readonly name: string;
    readonly words: string;
  })[];
  /** Whether each can be pinned here; where the work is assessed it is selected instead. */
  readonly pins?: boolean;
  /** What is open and no finding yet, in a sentence; null: nothing. */
  readonly waiting?: string | null;
  readonly zone: string;
  readonly now: Date;
}

/** What was noticed, each with where to look, and what somebody thought of it. */
export function FindingList({ courseId, wikiId, findings, pins = false, waiting = null, zone, now }: Props) {
  const { act, said, isBusy } = useAct();
  const [dismissing, setDismissing] = useState<string | null>(null);
  const [reason, setReason] = useState("");
  const open = findings.filter(({ dismissed }) => !dismissed);
  const done = findings.filter(({ dismissed }) => dismissed);
  const entries = ({ entries: found, pages }: Props["findings"][number]) =>
    found.length === 0 ? (
      pages.length > 0 && (
        <p className="quiet">
          {pages.map(({ id, title }, at) => (
            <span key={id}>
              {at > 0 && ", "}
              <Link href={paths.page(courseId, id)}>{title}</Link>
            </span>
          ))}
        </p>
      )
    ) : (
      <details>
        <summary>{counted(found.length, "entry", "entries")} behind it</summary>
        <ul>
          {found.map((each) => (
            <li key={each.rev}>
              <Link href={paths.entry(courseId, each.pageId, each.number)}>{moment(each.at, zone, now)}</Link>{" "}
              “{each.page}”
              {each.pasted > 0 && (
                <small className="quiet"> {counted(each.pasted, "word")} came by pasting</small>
              )}
              {each.note ? <span className="quiet">: {each.note}</span> : ""}
            </li>
          ))}
        </ul>
      </details>
    );
  return (
    <>
      {open.length === 0 && (
        <p className="quiet">
          {waiting ??
            (done.length === 0 ? "Nothing was noticed that you should look at." : "Nothing more to look at.")}
        </p>
      )}
      <ul className="findings to-ask">
        {open.map((each) => (
          <li key={each.key} data-finding={each.key}>
            <p>
              <strong>{each.name}.</strong> {each.words}
            </p>
            {entries(each)}
            {pins && (
              <PinHere
                courseId={courseId}
                wikiId={wikiId}
                thing={{ kind: "finding", key: each.key, text: `${each.name}. ${each.words}`.slice(0, 600) }}
                personId={null}
              />
            )}
            {dismissing === each.key ? (
              <form
                className="finding-reason"
                onSubmit={(event) => {
                  event.preventDefault();
                  void act(() => actOn(courseId, wikiId, each.key, reason)).then((isDone) => {
                    if (isDone) {
                      setDismissing(null);
                      setReason("");
                    }
                  });
                }}
              >
                <label>
                  Why it needs no more thought{" "}
                  <input
                    className="plain-input"
                    value={reason}
                    maxLength={500}
                    autoFocus
                    required
                    onChange={(event) => setReason(event.target.value)}
                  />
                </label>
                <Button
                  type="submit"
                  size="small"
                  variant="outlined"
                  disabled={isBusy || reason.trim() === ""}
                >
                  Dismiss it
                </Button>
                <Button size="small" onClick={() => setDismissing(null)}>
                  Cancel
                </Button>
              </form>
            ) : (
              <button
                type="button"
                className="plain-button"
                aria-label={`Dismiss: ${each.name}`}
                onClick={() => {
                  setDismissing(each.key);
                  setReason("");
                }}
              >
                Dismiss with a reason
              </button>
            )}
          </li>
        ))}
      </ul>
      {done.length > 0 && (
        <details className="findings-done">
          <summary>{counted(done.length, "dismissed finding")}</summary>
          <ul className="findings to-ask">
            {done.map((each) => (
              <li key={each.key}>
                <p>
                  <strong>{each.name}.</strong> {each.words}
                </p>
                <p className="quiet">
                  {each.dismissed!.by}, {moment(each.dismissed!.at, zone, now)}: {each.dismissed!.reason}
                </p>
                {entries(each)}
                <button
                  type="button"
                  className="plain-button"
                  aria-label={`Take up again: ${each.name}`}
                  disabled={isBusy}
                  onClick={() => void act(() => actOn(courseId, wikiId, each.key, null))}
                >
                  Take it up again
                </button>
              </li>
            ))}
          </ul>
        </details>
      )}
      <Said said={said} />
    </>
  );
}
