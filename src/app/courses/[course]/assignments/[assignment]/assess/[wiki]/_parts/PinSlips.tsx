"use client";
import { useState } from "react";
import type { CriterionView, PinView } from "./account-view";
import type { AssessActs } from "./useActs";

interface Props {
  readonly pins: readonly PinView[];
  readonly acts: AssessActs;
  readonly criteria: readonly CriterionView[];
  readonly isReadOnly: boolean;
  /** Whether it is said under which criteria each stands. */
  readonly tellsCriteria?: boolean;
}

const kindWords: Readonly<Record<PinView["kind"], string>> = {
  entry: "Entry",
  passage: "Passage",
  comment: "Comment",
  finding: "Finding",
  figure: "Figure",
};

/** What was pinned, as numbered slips; each opens what was pinned, and can be changed in its place. */
export function PinSlips({ pins, acts, criteria, isReadOnly, tellsCriteria = false }: Props) {
  const [open, setOpen] = useState<string | null>(null);
  return (
    <ol className="pin-slips">
      {pins.map((pin) => (
        <li key={pin.id}>
          <p>
            <a href={pin.href} target="_blank" rel="noopener">
              <span className="quiet">{kindWords[pin.kind]}</span> {pin.title}
            </a>
            {pin.text && <q>{pin.text.length > 110 ? `${pin.text.slice(0, 109)}…` : pin.text}</q>}
            {pin.by && pin.kind !== "figure" && <span className="quiet"> {pin.by}</span>}
            {pin.since && <span className="waiting"> {pin.since}</span>}
          </p>
          {pin.note && <p className="note-text">{pin.note}</p>}
          {tellsCriteria && criteria.some(({ id }) => pin.criteria.includes(id)) && (
            <p className="quiet">
              {criteria
                .filter(({ id }) => pin.criteria.includes(id))
                .map(({ title }) => title)
                .join(", ")}
            </p>
          )}
          {!isReadOnly &&
            (open === pin.id ? (
              <Change pin={pin} criteria={criteria} acts={acts} close={() => setOpen(null)} />
            ) : (
              <p className="quiet">
                {pin.shown ? "shown at release" : "private"}{" "}
                <button
                  type="button"
                  className="plain-button"
                  aria-label={`Change the pin ${pin.title}`}
                  onClick={() => setOpen(pin.id)}
                >
                  Change
                </button>
              </p>
            ))}
        </li>
      ))}
    </ol>
  );
}

function Change({
  pin,
  criteria,
  acts,
  close,
}: {
  readonly pin: PinView;
  readonly criteria: readonly CriterionView[];
  readonly acts: AssessActs;
  readonly close: () => void;
}) {
  const [state, setState] = useState({ criteria: pin.criteria, note: pin.note, shown: pin.shown });
  return (
    <form
      className="pin-change"
      onSubmit={(event) => {
        event.preventDefault();
        void acts.changePin(pin, state).then((isDone) => {
          if (isDone) close();
        });
      }}
    >
      {criteria.map(({ id, title }) => (
        <label className="tick" key={id}>
          <input
            type="checkbox"
            checked={state.criteria.includes(id)}
            onChange={(event) =>
              setState({
                ...state,
                criteria: event.target.checked
                  ? [...state.criteria, id]
                  : state.criteria.filter((each) => each !== id),
              })
            }
          />{" "}
          {title}
        </label>
      ))}
      <label className="tick">
        <input
          type="checkbox"
          checked={state.shown}
          onChange={(event) => setState({ ...state, shown: event.target.checked })}
        />{" "}
        Shown to the student at release
      </label>
      <label className="field">
        <span>Private note</span>
        <textarea
          rows={1}
          maxLength={1000}
          value={state.note}
          onChange={(event) => setState({ ...state, note: event.target.value })}
        />
      </label>
      <div className="actions">
        <button type="submit" className="plain-button">
          Store
        </button>
        <button type="button" className="plain-button" onClick={() => void acts.changePin(pin, null)}>
          Take it off
        </button>
        <button type="button" className="plain-button" onClick={close}>
          Cancel
        </button>
      </div>
    </form>
  );
}
