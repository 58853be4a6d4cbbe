"use client";
import TextField from "@mui/material/TextField";
import type { Editor } from "@tiptap/core";
import { useState } from "react";
import { EditorDialog } from "./EditorDialog";
import { symbols } from "./symbols";

/** Special characters and small pictures, found by what they are called. */
export function SymbolDialog({ editor, onClose }: { editor: Editor; onClose: () => void }) {
  const [asked, setAsked] = useState("");
  const wanted = asked.trim().toLowerCase();
  const found = symbols
    .map(({ heading, symbols: all }) => ({
      heading,
      all: all.filter(
        ([character, words]) =>
          wanted === "" ||
          character === asked.trim() ||
          words.includes(wanted) ||
          heading.toLowerCase().includes(wanted),
      ),
    }))
    .filter(({ all }) => all.length > 0);
  const put = (character: string) => {
    editor.chain().focus().insertContent({ type: "text", text: character }).run();
    onClose();
  };
  return (
    <EditorDialog
      title="Special character"
      size="sm"
      apply={null}
      onApply={() => {
        const first = found[0]?.all[0];
        if (first) put(first[0]);
      }}
      onClose={onClose}
    >
      <TextField
        autoFocus
        label="Search by name"
        value={asked}
        onChange={(event) => setAsked(event.target.value)}
        helperText="Enter puts the first one in."
        sx={{ mt: 1 }}
      />
      {found.length === 0 && (
        <p className="quiet">No character is called that. Your keyboard or its emoji panel may have it.</p>
      )}
      {found.map(({ heading, all }) => (
        <section key={heading} className="symbols" aria-label={heading}>
          <h3>{heading}</h3>
          <div>
            {all.map(([character, words]) => (
              <button
                key={words}
                type="button"
                title={words}
                aria-label={words}
                onClick={() => put(character)}
              >
                {character.trim() === "" ? "␣" : character}
              </button>
            ))}
          </div>
        </section>
      ))}
    </EditorDialog>
  );
}
