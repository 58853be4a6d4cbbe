"use client";
import type { ReactNode } from "react";
import { Button } from "../forms/Button";
import { counted, number } from "../words/counts";
import type { WordCount } from "./useWordCount";

interface Props {
  readonly words: WordCount;
  readonly savedAt: {
    readonly number: number;
    readonly isChanged: boolean;
    readonly hasOthers: boolean;
  } | null;
  readonly state: "ready" | "saving" | "waiting";
  readonly isNew: boolean;
  readonly canSave: boolean;
  readonly note: ReactNode;
  readonly onStay: () => void;
  readonly onCancel: () => void;
}

/**
 * The line at the foot of the editor: the note, how much is written, and saving, with which one goes or
 * stays.
 */
export function SaveLine({ words, savedAt, state, isNew, canSave, note, onStay, onCancel }: Props) {
  const told =
    state === "saving"
      ? "Saving"
      : savedAt === null
        ? ""
        : savedAt.isChanged
          ? `Changed since entry ${savedAt.number}`
          : `Saved as entry ${savedAt.number}${savedAt.hasOthers ? ", together with what others wrote" : ""}`;
  return (
    <div className="save-line">
      {note}
      <span className="quiet save-told" role="status">
        {told}
      </span>
      {words.all !== null && (
        <span className="quiet count" aria-live="off">
          {words.selected > 0
            ? `${number(words.selected)} of ${counted(words.all, "word")}`
            : counted(words.all, "word")}
        </span>
      )}
      <Button onClick={onCancel}>Cancel</Button>
      <Button variant="outlined" disabled={!canSave || state === "saving"} title="Ctrl+S" onClick={onStay}>
        Save and go on
      </Button>
      <Button type="submit" variant="contained" disabled={!canSave || state === "saving"}>
        {isNew ? "Save the page" : "Save"}
      </Button>
    </div>
  );
}
