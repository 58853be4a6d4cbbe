"use client";
import TextField from "@mui/material/TextField";
import type { Editor } from "@tiptap/core";
import { useState } from "react";
import { Button } from "../../forms/Button";
import { fullAddress } from "./address";
import { EditorDialog } from "./EditorDialog";

/** Links the selection to an address; with nothing selected, the address itself is put in. */
export function LinkDialog({ editor, onClose }: { editor: Editor; onClose: () => void }) {
  const [address, setAddress] = useState<string>(String(editor.getAttributes("link").href ?? ""));
  const [isWrong, setWrong] = useState(false);
  const [newTab, setNewTab] = useState(editor.getAttributes("link").newTab === true);
  const tried = fullAddress(address);
  const isLinked = editor.isActive("link");

  function apply(): void {
    const full = fullAddress(address);
    const attrs = { href: full, newTab };
    if (full === null) return setWrong(true);
    const chain = editor.chain().focus().extendMarkRange("link").unsetMark("pageLink").unsetMark("fileLink");
    if (editor.state.selection.empty && !isLinked)
      chain.insertContent({ type: "text", text: address.trim(), marks: [{ type: "link", attrs }] }).run();
    else chain.setMark("link", attrs).run();
    onClose();
  }

  return (
    <EditorDialog
      title="Link to an address"
      apply="Link"
      onApply={apply}
      onClose={onClose}
      more={
        isLinked && (
          <Button
            onClick={() => {
              editor.chain().focus().extendMarkRange("link").unsetMark("link").run();
              onClose();
            }}
          >
            Take the link away
          </Button>
        )
      }
    >
      <TextField
        autoFocus
        label="Address"
        value={address}
        onChange={(event) => {
          setAddress(event.target.value);
          setWrong(false);
        }}
        error={isWrong}
        helperText={isWrong ? "This is no web or mail address." : "For example https://rivers.example/survey"}
        sx={{ mt: 1 }}
      />
      <label className="tick">
        <input type="checkbox" checked={newTab} onChange={(event) => setNewTab(event.target.checked)} /> Opens
        in a new tab
      </label>
      <p>
        {tried === null || address.trim() === "" ? (
          <span className="quiet">Give an address to try it.</span>
        ) : (
          <a href={tried} target="_blank" rel="noopener noreferrer">
            Try the address in a new tab
          </a>
        )}
      </p>
    </EditorDialog>
  );
}
