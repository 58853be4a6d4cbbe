"use client";
import { useState } from "react";
import type { AccountView, SubjectView } from "./account-view";
import type { AssessActs } from "./useActs";

interface Props {
  readonly account: AccountView;
  readonly subject: SubjectView;
  readonly acts: AssessActs;
  readonly isBusy: boolean;
}

/** Under the double rule: what is proposed with its working, the mark, and what can be done with it. */
export function MarkLines({ account, subject, acts, isBusy }: Props) {
  const { isReadOnly, hand, outOf } = account;
  const isGroup = subject.personId === null;
  const mayMark = !isReadOnly && hand === "first";
  return (
    <div className="mark-lines">
      <table className="ledger account-sum">
        <tbody>
          <tr className="sum">
            <th scope="row">{isGroup ? "The group’s mark" : "The group"}</th>
            <td className="number">{account.groupMark ?? <span className="nothing">open</span>}</td>
          </tr>
          {!isGroup && (
            <tr>
              <th scope="row">Proposed</th>
              <td className="number">{subject.proposed ?? <span className="nothing">–</span>}</td>
            </tr>
          )}
          {!isGroup && (
            <tr className="sum">
              <th scope="row">
                Mark{subject.held?.label && <span className="quiet"> {subject.held.label}</span>}
              </th>
              <td className="number">
                <strong>{subject.held?.value ?? <span className="nothing">–</span>}</strong>
                {subject.held && <small className="quiet"> of {outOf}</small>}
              </td>
            </tr>
          )}
        </tbody>
      </table>
      {isGroup
        ? account.groupWorking && <Working text={account.groupWorking} />
        : subject.working && <Working text={subject.working} />}
      {isGroup && account.openOfGroup > 0 && !account.isDirect && (
        <p className="quiet">
          {account.openOfGroup} {account.openOfGroup === 1 ? "criterion is" : "criteria are"} not judged yet.
          What is missing never counts as zero.
        </p>
      )}
      {subject.held && !isGroup && (
        <p className="quiet">
          {subject.held.kind === "accepted"
            ? "Accepted"
            : subject.held.kind === "overridden"
              ? `Set instead of ${subject.held.computed ?? "nothing"}`
              : "Set"}{" "}
          by {subject.held.by}, {subject.held.at}.{subject.held.reason && <> “{subject.held.reason}”</>}
          {!subject.held.isCurrent && (
            <span className="waiting">
              {" "}
              What it rests on has changed since: {subject.proposed ?? "nothing"} would be proposed now.
            </span>
          )}
        </p>
      )}
      {subject.released && (
        <p className="quiet">
          The student was shown {subject.released.mark} on {subject.released.at}.
        </p>
      )}
      {subject.leftOut !== null && (
        <p className="notice">Left out of the group’s reckoning: {subject.leftOut}</p>
      )}
      {subject.heldBack !== null && <p className="notice">Held back at release: {subject.heldBack}</p>}
      {mayMark && <MarkActs {...{ account, subject, acts, isBusy, isGroup }} />}
      {!mayMark && hand === "second" && (
        <p className="quiet">
          As second assessor you judge by the criteria. Marks are given once differences are settled.
        </p>
      )}
    </div>
  );
}

function Working({ text }: { readonly text: string }) {
  return (
    <details className="working" open>
      <summary>How it comes about</summary>
      <p>{text}</p>
    </details>
  );
}

type Asking = {
  readonly what: "set" | "left out" | "held back";
  readonly value: string;
  readonly reason: string;
};

function MarkActs({ account, subject, acts, isBusy, isGroup }: Props & { readonly isGroup: boolean }) {
  const [asking, setAsking] = useState<Asking | null>(null);
  const { proposed, held } = subject;
  const members = account.subjects.filter(
    (each) =>
      each.personId !== null &&
      each.proposed !== null &&
      (each.held === null || !each.held.isCurrent) &&
      each.leftOut === null &&
      !each.isGone,
  );
  const send = async () => {
    if (!asking) return;
    const isDone =
      asking.what === "set"
        ? await acts.set(asking.value, asking.reason)
        : await acts.actOn(asking.what, asking.reason);
    if (isDone) setAsking(null);
  };
  if (asking) {
    return (
      <form
        className="mark-ask"
        onSubmit={(event) => {
          event.preventDefault();
          void send();
        }}
        onKeyDown={(event) => {
          if (event.key === "Escape") {
            event.stopPropagation();
            setAsking(null);
          }
        }}
      >
        {asking.what === "set" && (
          <label className="field">
            <span>
              {isGroup ? "The group’s mark" : `Mark of ${subject.name}`}, of {account.outOf}
            </span>
            <input
              className="plain-input number"
              inputMode="decimal"
              autoFocus
              maxLength={40}
              value={asking.value}
              onChange={(event) => setAsking({ ...asking, value: event.target.value })}
            />
          </label>
        )}
        <label className="field">
          <span>
            {asking.what === "set"
              ? isGroup || (proposed === null && !subject.released)
                ? "Reason, if one is needed"
                : "Reason"
              : asking.what === "left out"
                ? "Why they are left out of the reckoning"
                : "Why the mark is held back"}
            {asking.what === "set" && !isGroup && (
              <span className="quiet"> (the student reads it at release)</span>
            )}
          </span>
          <textarea
            rows={2}
            maxLength={1000}
            autoFocus={asking.what !== "set"}
            value={asking.reason}
            onChange={(event) => setAsking({ ...asking, reason: event.target.value })}
          />
        </label>
        <div className="actions">
          <button type="submit" className="button outlined small" disabled={isBusy}>
            {asking.what === "set" ? "Set the mark" : asking.what === "left out" ? "Leave out" : "Hold back"}
          </button>
          <button type="button" className="button text small" onClick={() => setAsking(null)}>
            Cancel
          </button>
        </div>
      </form>
    );
  }
  return (
    <div className="actions">
      {!isGroup && proposed !== null && (held === null || held.value !== proposed || !held.isCurrent) && (
        <button
          type="button"
          className={`button small ${held === null || !held.isCurrent ? "contained" : "text"}`}
          disabled={isBusy}
          title="Key a"
          onClick={() => void acts.accept([{ personId: subject.personId!, computed: proposed, held }])}
        >
          Accept {proposed}
          {held ? " instead" : ""}
        </button>
      )}
      {isGroup && members.length > 0 && (
        <button
          type="button"
          className="button contained small"
          disabled={isBusy}
          onClick={() =>
            void acts.accept(
              members.map((each) => ({
                personId: each.personId!,
                computed: each.proposed!,
                held: each.held,
              })),
            )
          }
        >
          Accept {members.length === 1 ? "the proposal" : `all ${members.length} proposals`}
        </button>
      )}
      <button
        type="button"
        className="button outlined small"
        onClick={() => setAsking({ what: "set", value: held?.value ?? proposed ?? "", reason: "" })}
      >
        {isGroup ? "Set it directly" : proposed === null ? "Set a mark" : "Set another mark"}
      </button>
      {held && (
        <button
          type="button"
          className="button text small"
          disabled={isBusy}
          onClick={() => void acts.actOn("taken back", "")}
        >
          {isGroup ? "From the sheet again" : "Take the mark back"}
        </button>
      )}
      {!isGroup &&
        !subject.isGone &&
        (subject.leftOut === null ? (
          <button
            type="button"
            className="button text small"
            onClick={() => setAsking({ what: "left out", value: "", reason: "" })}
          >
            Leave out
          </button>
        ) : (
          <button
            type="button"
            className="button text small"
            onClick={() => void acts.actOn("counted again", "")}
          >
            Count again
          </button>
        ))}
      {!isGroup &&
        held &&
        (subject.heldBack === null ? (
          <button
            type="button"
            className="button text small"
            onClick={() => setAsking({ what: "held back", value: "", reason: "" })}
          >
            Hold back
          </button>
        ) : (
          <button type="button" className="button text small" onClick={() => void acts.actOn("let go", "")}>
            Hold back no more
          </button>
        ))}
    </div>
  );
}
