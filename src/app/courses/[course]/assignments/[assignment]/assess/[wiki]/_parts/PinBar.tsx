"use client";
import { useState } from "react";
import type { SubjectView } from "./account-view";
import type { Pinnable } from "./pinnable";
import type { AssessActs } from "./useActs";

interface Props {
  readonly pinnable: Pinnable;
  /** Whom it is pinned to. */
  readonly name: string;
  readonly criteria: SubjectView["criteria"];
  readonly acts: AssessActs;
  readonly close: () => void;
}

/** At the foot of the work: what is selected there, and the criteria that it can be pinned to. */
export function PinBar({ pinnable, name, criteria: all, acts, close }: Props) {
  const [note, setNote] = useState("");
  const [shown, setShown] = useState(false);
  const pin = (criteria: readonly string[]) =>
    void acts.pin({ criteria: [...criteria], thing: pinnable.thing, note, shown }).then((isDone) => {
      if (isDone) close();
    });
  return (
    <div className="pin-bar" role="region" aria-label="Pin what is selected">
      <p>
        <strong>Pin</strong> <span className="pin-what">{pinnable.label}</span>
        <button type="button" className="plain-button" onClick={close}>
          Close
        </button>
      </p>
      <div className="actions">
        {all.map(({ id, title }, at) => (
          <button key={id} type="button" className="button outlined small" onClick={() => pin([id])}>
            {at < 9 && <kbd>{at + 1}</kbd>} {title}
          </button>
        ))}
        <button type="button" className="button text small" onClick={() => pin([])}>
          {all.length > 0 ? `To ${name}, no criterion` : `Pin to ${name}`}
        </button>
      </div>
      <div className="pin-more">
        <label>
          <span className="visually-hidden">Private note on the pin</span>
          <input
            className="plain-input light"
            placeholder="Private note"
            maxLength={1000}
            value={note}
            onChange={(event) => setNote(event.target.value)}
          />
        </label>
        <label className="tick">
          <input type="checkbox" checked={shown} onChange={(event) => setShown(event.target.checked)} /> Shown
          at release
        </label>
      </div>
    </div>
  );
}
