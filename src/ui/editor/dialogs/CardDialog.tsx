"use client";
import TextField from "@mui/material/TextField";
import type { Editor } from "@tiptap/core";
import { useState } from "react";
import { fullAddress } from "./address";
import { putBlocksIn } from "../put-in";
import { EditorDialog } from "./EditorDialog";

/** Puts an outside address on a line of its own, or changes the one at the cursor. */
export function CardDialog({ editor, onClose }: { editor: Editor; onClose: () => void }) {
  const known = editor.isActive("linkCard") ? String(editor.getAttributes("linkCard").href ?? "") : null;
  const [address, setAddress] = useState(known ?? "");
  const [title, setTitle] = useState("");
  const [isWrong, setWrong] = useState(false);

  function apply(): void {
    const href = fullAddress(address);
    if (href === null) return setWrong(true);
    if (known !== null) editor.chain().focus().updateAttributes("linkCard", { href }).run();
    else
      putBlocksIn(editor, {
        type: "linkCard",
        attrs: { href },
        content: [{ type: "text", text: title.trim() || href.slice(0, 200) }],
      });
    onClose();
  }

  return (
    <EditorDialog
      title="Address on a line of its own"
      apply={known === null ? "Put it in" : "Change"}
      onApply={apply}
      onClose={onClose}
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
        helperText={
          isWrong
            ? "This is no web or mail address."
            : "Films, maps and documents elsewhere: readers follow the link, nothing is loaded from there."
        }
        sx={{ mt: 1 }}
      />
      {known === null && (
        <TextField
          label="What it is"
          value={title}
          onChange={(event) => setTitle(event.target.value)}
          slotProps={{ htmlInput: { maxLength: 300 } }}
          sx={{ mt: 2 }}
        />
      )}
    </EditorDialog>
  );
}
