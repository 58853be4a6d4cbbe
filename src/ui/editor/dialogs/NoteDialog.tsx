"use client";
import TextField from "@mui/material/TextField";
import type { Editor } from "@tiptap/core";
import { useState } from "react";
import { longestNote } from "@/core/document/model";
import { fullAddress } from "./address";
import { EditorDialog } from "./EditorDialog";

interface Known {
  readonly text: string;
  readonly href: string | null;
}

/**
 * A note or a source where the cursor is: in one act, its number comes by itself. A source of the page can be
 * named again.
 */
export function NoteDialog({ editor, onClose }: { editor: Editor; onClose: () => void }) {
  const isKnown = editor.isActive("note");
  const attrs = isKnown ? editor.getAttributes("note") : {};
  const [kind, setKind] = useState<"note" | "source">(attrs.kind === "note" ? "note" : "source");
  const [text, setText] = useState(String(attrs.text ?? ""));
  const [address, setAddress] = useState(String(attrs.href ?? ""));
  const [isWrong, setWrong] = useState(false);
  const sources = isKnown ? [] : sourcesOf(editor);

  function put(said: Known): void {
    const given = { kind, ...said };
    if (isKnown) editor.chain().focus().updateAttributes("note", given).run();
    else editor.chain().focus().insertContent({ type: "note", attrs: given }).run();
    onClose();
  }
  function apply(): void {
    const href = address.trim() === "" ? null : fullAddress(address);
    if (address.trim() !== "" && href === null) return setWrong(true);
    put({ text: text.trim(), href });
  }

  return (
    <EditorDialog
      title={isKnown ? "Change the note" : "Note or source"}
      size="sm"
      apply={isKnown ? "Change" : "Put it in"}
      canApply={text.trim() !== ""}
      onApply={apply}
      onClose={onClose}
    >
      <div role="radiogroup" aria-label="What it is" className="side-by-side">
        <label className="choice">
          <input
            type="radio"
            name="note-kind"
            checked={kind === "source"}
            onChange={() => setKind("source")}
          />
          <span>
            Source<small>[1], listed at the end of the page</small>
          </span>
        </label>
        <label className="choice">
          <input type="radio" name="note-kind" checked={kind === "note"} onChange={() => setKind("note")} />
          <span>
            Note<small>a remark, at the end of the page</small>
          </span>
        </label>
      </div>
      <TextField
        autoFocus
        multiline
        minRows={2}
        label={kind === "source" ? "Who, what, when, where" : "What the note says"}
        value={text}
        onChange={(event) => setText(event.target.value)}
        slotProps={{ htmlInput: { maxLength: longestNote } }}
        sx={{ mt: 1 }}
      />
      <TextField
        label="Address (if there is one)"
        value={address}
        onChange={(event) => {
          setAddress(event.target.value);
          setWrong(false);
        }}
        error={isWrong}
        helperText={isWrong ? "This is no web or mail address." : " "}
        sx={{ mt: 2 }}
      />
      {kind === "source" && sources.length > 0 && (
        <div className="known-sources">
          <p className="quiet">Or name a source of this page again:</p>
          <ul>
            {sources.map((source, index) => (
              <li key={index}>
                <button type="button" className="plain-button" onClick={() => put(source)}>
                  {source.text}
                </button>
              </li>
            ))}
          </ul>
        </div>
      )}
    </EditorDialog>
  );
}

/** The page's sources, each once. */
function sourcesOf(editor: Editor): Known[] {
  const found = new Map<string, Known>();
  editor.state.doc.descendants((node) => {
    if (node.type.name !== "note" || node.attrs.kind !== "source") return;
    const source = { text: String(node.attrs.text), href: (node.attrs.href as string | null) ?? null };
    found.set(JSON.stringify(source), source);
  });
  return [...found.values()];
}
