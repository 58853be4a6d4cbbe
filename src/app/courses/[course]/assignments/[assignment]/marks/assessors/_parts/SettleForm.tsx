"use client";
import { useState } from "react";
import type { Criterion } from "@/core/marks/criteria";
import type { SettleGiven } from "@/data/marks/judge";
import { Said } from "@/ui/forms/Said";
import { useAct } from "@/ui/forms/useAct";
import type { Answer } from "@/app/_parts/answers";

interface Props {
  readonly criterion: Criterion;
  readonly wikiId: string;
  readonly personId: string | null;
  readonly of: readonly [string, string];
  readonly title: string;
  readonly settle: (wikiId: string, given: SettleGiven) => Promise<Answer>;
}

/** Says which level or points hold, and why. */
export function SettleForm({ criterion: { id, judging }, wikiId, personId, of, title, settle }: Props) {
  const { act, said, isBusy } = useAct();
  const [isOpen, setOpen] = useState(false);
  const [given, setGiven] = useState("");
  const [reason, setReason] = useState("");
  if (!isOpen)
    return (
      <>
        <button
          type="button"
          className="plain-button"
          aria-label={`Settle ${title}`}
          onClick={() => setOpen(true)}
        >
          Settle
        </button>
        <Said said={said} />
      </>
    );
  const levels =
    judging.by === "levels"
      ? judging.levels
      : judging.by === "expectation"
        ? [
            { id: "met", title: "Met" },
            { id: "not met", title: "Not met" },
          ]
        : null;
  const send = () =>
    settle(wikiId, {
      personId,
      criterion: id,
      level: levels ? given : null,
      points: levels ? null : given,
      reason,
      of: [...of],
    });
  return (
    <form
      className="mark-ask"
      onSubmit={(event) => {
        event.preventDefault();
        void act(send).then((isDone) => {
          if (isDone) setOpen(false);
        });
      }}
    >
      <label className="field">
        <span>What holds for {title}</span>
        {levels ? (
          <select value={given} onChange={(event) => setGiven(event.target.value)}>
            <option value="">Choose a level</option>
            {levels.map((level) => (
              <option key={level.id} value={level.id}>
                {level.title}
              </option>
            ))}
          </select>
        ) : (
          <input
            className="plain-input number"
            inputMode="decimal"
            value={given}
            maxLength={40}
            onChange={(event) => setGiven(event.target.value)}
          />
        )}
      </label>
      <label className="field">
        <span>Reason</span>
        <textarea
          rows={2}
          maxLength={1000}
          value={reason}
          onChange={(event) => setReason(event.target.value)}
        />
      </label>
      <div className="actions">
        <button
          type="submit"
          className="button outlined small"
          disabled={isBusy || given === "" || reason.trim() === ""}
        >
          Settle it
        </button>
        <button type="button" className="button text small" onClick={() => setOpen(false)}>
          Cancel
        </button>
      </div>
      <Said said={said} />
    </form>
  );
}
