"use client";
import Close from "@mui/icons-material/Close";
import EditNote from "@mui/icons-material/EditNote";
import Save from "@mui/icons-material/Save";
import { type ReactNode, useState } from "react";
import { Button } from "../forms/Button";
import { counted, number } from "../words/counts";
import { thisDevice } from "../words/device";
import type { Connection } from "./useConnection";
import type { WordCount } from "./useWordCount";

/** What came of the last save. */
export interface SavedTold {
  readonly kind: "saved" | "unchanged";
  readonly number: number;
  /** Something was typed since. */
  readonly isChanged: boolean;
  readonly hasOthers: boolean;
  /** It went once the connection was back. */
  readonly hasWaited: boolean;
  /** A note was given to a save that changed nothing. */
  readonly hasNote: boolean;
}

interface Props {
  readonly words: WordCount;
  readonly savedAt: SavedTold | null;
  readonly state: "ready" | "saving" | "waiting";
  readonly connection: Connection;
  /** How many passages that two changed are to be chosen first, or 0: to be put together; null: none. */
  readonly toSettle: number | null;
  /** Whether what is folded on small screens is wanted now. */
  readonly opens: boolean;
  readonly isNew: boolean;
  readonly canSave: boolean;
  readonly note: ReactNode;
  readonly onStay: () => void;
  readonly onCancel: () => void;
}

/**
 * The line at the foot of the editor: the note, how much is written, and saving, with which one goes or
 * stays. On small screens the note is folded away. What happens to the text is said here in full: the line is
 * always in sight.
 */
export function SaveLine(props: Props) {
  const { words, state, isNew, canSave, note, opens, toSettle, onStay, onCancel } = props;
  const [isOpen, setOpen] = useState(false);
  const isOff = !canSave || state === "saving" || toSettle !== null;
  const lost = lostWords(props);
  return (
    <div className="save-line" data-open={isOpen || opens}>
      <div role="alert" className="save-lost">
        {lost && <p>{lost}</p>}
      </div>
      <div className="save-extra">
        {note}
        <Button variant="outlined" disabled={isOff} title="Ctrl+S" onClick={onStay}>
          Save and go on
        </Button>
      </div>
      <span className="quiet save-told" role="status">
        {lost ? "" : toldWords(props)}
      </span>
      {words.all !== null && (
        <span className="quiet count" aria-live="off">
          {words.selected > 0
            ? `${number(words.selected)} of ${counted(words.all, "word")}`
            : counted(words.all, "word")}
        </span>
      )}
      <Button className="save-fold" aria-expanded={isOpen || opens} onClick={() => setOpen(!isOpen)}>
        <EditNote fontSize="small" aria-hidden /> Note
      </Button>
      <Button onClick={onCancel}>
        <Close fontSize="small" aria-hidden className="save-sign" /> Cancel
      </Button>
      <Button type="submit" variant="contained" disabled={isOff}>
        <Save fontSize="small" aria-hidden className="save-sign" /> {isNew ? "Save the page" : "Save"}
      </Button>
    </div>
  );
}

/** What it means that the server is out of reach; null: it is not. */
function lostWords({ state, connection }: Props): string | null {
  if (state === "waiting")
    return (
      `No connection. Your text is kept on ${thisDevice()}. It is saved by itself as soon as the ` +
      "connection is back; you can write on."
    );
  return connection === "lost"
    ? `No connection. What you write is kept on ${thisDevice()}, and you can write on.`
    : null;
}

function toldWords({ state, savedAt, toSettle, connection }: Props): string {
  if (toSettle !== null)
    return toSettle > 0
      ? `${counted(toSettle, "passage")} to choose above, then save`
      : "Put it together above, then save";
  if (state === "saving") return "Saving";
  if (savedAt === null) return connection === "back" ? "The connection is back" : "";
  if (savedAt.hasNote)
    return (
      `Nothing was saved: the text is as in entry ${savedAt.number}, and a note goes with a change. ` +
      "The note stays here."
    );
  if (savedAt.isChanged) return `Changed since entry ${savedAt.number}`;
  if (savedAt.kind === "unchanged") return `Nothing to save: the text is as in entry ${savedAt.number}`;
  const back = savedAt.hasWaited ? "The connection is back. " : "";
  const others = savedAt.hasOthers ? ", together with what others wrote" : "";
  return `${back}Saved as entry ${savedAt.number}${others}`;
}
