"use client";
import { useState } from "react";
import type { CriterionView, PinView, SubjectView } from "./account-view";
import { NoteLines } from "./NoteLines";
import { PinSlips } from "./PinSlips";
import type { AssessActs } from "./useActs";

interface Props {
  readonly at: number;
  readonly criterion: CriterionView;
  readonly subject: SubjectView;
  readonly acts: AssessActs;
  readonly isHere: boolean;
  readonly go: () => void;
  readonly isReadOnly: boolean;
}

/**
 * One criterion as a line of the account: what is chosen, by whom, and the evidence that was pinned to it.
 */
export function CriterionLine({ at, criterion, subject, acts, isHere, go, isReadOnly }: Props) {
  const { id, title, description, weight, given, checked, earlier, other } = criterion;
  const pins = subject.pins.filter((pin: PinView) => pin.criteria.includes(id));
  const notes = subject.notes.filter((note) => note.criterion === id);
  const state = given
    ? `${given.isSettled ? "settled by " : ""}${given.by}, ${given.at}`
    : checked
      ? "checked automatically"
      : "not judged";
  return (
    <li
      className="criterion-line"
      data-here={isHere}
      data-open={!given && !checked}
      onClick={go}
      onKeyUp={go}
    >
      <div className="criterion-head">
        <h3>
          <span className="criterion-number" aria-hidden="true">
            {at + 1}
          </span>{" "}
          {title}
        </h3>
        <span className="quiet">weight {weight}</span>
      </div>
      {description && (
        <p className="criterion-about" title={description}>
          {description}
        </p>
      )}
      <Judging criterion={criterion} acts={acts} isReadOnly={isReadOnly} />
      <div className="criterion-foot">
        <p className="criterion-state quiet">
          {state}
          {earlier && <span className="waiting"> {earlier}</span>}
          {other && <span> The other assessor: {other}.</span>}
        </p>
        <NoteLines notes={notes} acts={acts} criterion={id} title={title} isReadOnly={isReadOnly} />
      </div>
      {pins.length > 0 && (
        <PinSlips pins={pins} acts={acts} criteria={subject.criteria} isReadOnly={isReadOnly} />
      )}
    </li>
  );
}

function Judging({
  criterion,
  acts,
  isReadOnly,
}: {
  readonly criterion: CriterionView;
  readonly acts: AssessActs;
  readonly isReadOnly: boolean;
}) {
  const { id, title, judging, given, checked } = criterion;
  if (judging.by === "points")
    return (
      <Points
        key={`${id} ${given?.points ?? ""}`}
        criterion={criterion}
        most={judging.most}
        acts={acts}
        isReadOnly={isReadOnly}
      />
    );
  const levels =
    judging.by === "levels"
      ? judging.levels
      : [
          { id: "met", title: "Met", points: "1", description: "" },
          { id: "not met", title: "Not met", points: "0", description: "" },
        ];
  const chosen = given?.level ?? checked;
  return (
    <div className="level-choice" role="radiogroup" aria-label={title}>
      {levels.map((level, index) => (
        <button
          key={level.id}
          type="button"
          role="radio"
          aria-checked={chosen === level.id}
          disabled={isReadOnly}
          title={level.description || undefined}
          data-checked={checked !== null && given === null}
          onClick={() =>
            acts.judge(criterion, chosen === level.id && given ? null : { level: level.id, points: null })
          }
        >
          <span>{level.title}</span>
          <small>
            {level.points}
            {index < 9 && <kbd aria-hidden="true">{index + 1}</kbd>}
          </small>
        </button>
      ))}
    </div>
  );
}

function Points({
  criterion,
  most,
  acts,
  isReadOnly,
}: {
  readonly criterion: CriterionView;
  readonly most: string;
  readonly acts: AssessActs;
  readonly isReadOnly: boolean;
}) {
  const given = criterion.given?.points ?? "";
  const [points, setPoints] = useState(given);
  const send = () => {
    if (points.trim() !== given)
      acts.judge(criterion, points.trim() === "" ? null : { level: null, points: points.trim() });
  };
  return (
    <form
      className="points-choice"
      onSubmit={(event) => {
        event.preventDefault();
        send();
      }}
    >
      <label>
        <span className="visually-hidden">Points for {criterion.title}</span>
        <input
          className="plain-input number"
          inputMode="decimal"
          maxLength={40}
          disabled={isReadOnly}
          value={points}
          onChange={(event) => setPoints(event.target.value)}
          onBlur={send}
        />
      </label>
      <span>of {most}</span>
    </form>
  );
}
