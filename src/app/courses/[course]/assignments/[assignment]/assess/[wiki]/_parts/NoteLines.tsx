"use client";
import { useState } from "react";
import type { SubjectView } from "./account-view";
import type { AssessActs } from "./useActs";

interface Props {
  readonly notes: SubjectView["notes"];
  readonly acts: AssessActs;
  /** Null: on the group or the student as a whole. */
  readonly criterion: string | null;
  readonly title: string;
  readonly isReadOnly: boolean;
}

/** Private notes, and the place to write one. */
export function NoteLines({ notes, acts, criterion, title, isReadOnly }: Props) {
  const [writing, setWriting] = useState<{ readonly id: string | null; readonly text: string } | null>(null);
  async function send() {
    if (!writing) return;
    const isDone = await acts.note(criterion, writing.id, writing.text);
    if (isDone) setWriting(null);
  }
  return (
    <div className="note-lines">
      {notes.map(({ id, body, by, isOwn, at, earlier }) =>
        writing?.id === id ? null : (
          <p key={id}>
            <span className="note-text">{body}</span>{" "}
            <span className="quiet">
              {by}, {at}
              {earlier.length > 0 && ", changed since"}
            </span>
            {isOwn && !isReadOnly && (
              <button
                type="button"
                className="plain-button"
                aria-label={`Change the note: ${body.slice(0, 40)}`}
                onClick={() => setWriting({ id, text: body })}
              >
                Change
              </button>
            )}
          </p>
        ),
      )}
      {writing ? (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            void send();
          }}
          onKeyDown={(event) => {
            if (event.key === "Escape") {
              event.stopPropagation();
              setWriting(null);
            }
          }}
        >
          <label className="field">
            <span>Private note on {title}</span>
            <textarea
              autoFocus
              maxLength={5000}
              rows={2}
              value={writing.text}
              onChange={(event) => setWriting({ ...writing, text: event.target.value })}
            />
          </label>
          <button
            type="submit"
            className="plain-button"
            disabled={writing.id === null && writing.text.trim() === ""}
          >
            {writing.id && writing.text.trim() === "" ? "Take the note back" : "Keep the note"}
          </button>
          <button type="button" className="plain-button" onClick={() => setWriting(null)}>
            Cancel
          </button>
        </form>
      ) : (
        !isReadOnly && (
          <button
            type="button"
            className="plain-button"
            aria-label={`Write a private note on ${title}`}
            onClick={() => setWriting({ id: null, text: "" })}
          >
            Note
          </button>
        )
      )}
    </div>
  );
}
