"use client";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import TextField from "@mui/material/TextField";
import type { Editor } from "@tiptap/core";
import { useState } from "react";
import { isSafeAddress } from "@/core/document/address";

/** Links the selection to an address; with nothing selected, the address itself is put in. */
export function LinkDialog({ editor, onClose }: { editor: Editor; onClose: () => void }) {
  const [address, setAddress] = useState<string>(String(editor.getAttributes("link").href ?? ""));
  const [isWrong, setWrong] = useState(false);
  const isLinked = editor.isActive("link");

  function apply(): void {
    const typed = address.trim();
    const full = /^[a-z]+:/i.test(typed) ? typed : `https://${typed}`;
    if (typed === "" || !isSafeAddress(full)) return setWrong(true);
    const chain = editor.chain().focus().extendMarkRange("link").unsetMark("pageLink");
    if (editor.state.selection.empty && !isLinked) chain.insertContent({ type: "text", text: typed, marks: [{ type: "link", attrs: { href: full } }] }).run();
    else chain.setMark("link", { href: full }).run();
    onClose();
  }

  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs" aria-labelledby="link-title">
      <form onSubmit={(event) => { event.preventDefault(); event.stopPropagation(); apply(); }}>
        <DialogTitle id="link-title" sx={{ fontSize: 16 }}>Link to an address</DialogTitle>
        <DialogContent>
          <TextField autoFocus label="Address" value={address} onChange={(event) => { setAddress(event.target.value); setWrong(false); }} error={isWrong} helperText={isWrong ? "This is no web or mail address." : "For example https://rivers.example/survey"} sx={{ mt: 1 }} />
        </DialogContent>
        <DialogActions>
          {isLinked && <Button onClick={() => { editor.chain().focus().extendMarkRange("link").unsetMark("link").run(); onClose(); }}>Take the link away</Button>}
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained">Link</Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
