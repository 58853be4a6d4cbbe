"use client";
import Autocomplete from "@mui/material/Autocomplete";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import TextField from "@mui/material/TextField";
import type { Editor } from "@tiptap/core";
import { useState } from "react";
import { titleKey } from "@/core/links/titles";

interface Props {
  readonly editor: Editor;
  readonly pages: readonly { readonly id: string; readonly title: string }[];
  readonly onClose: () => void;
}

/** Links to a page of the wiki: one that is there, or one that is promised by being named. */
export function PageLinkDialog({ editor, pages, onClose }: Props) {
  const { from, to } = editor.state.selection;
  const [title, setTitle] = useState(editor.state.doc.textBetween(from, to, " ").slice(0, 200));
  const known = pages.find((page) => titleKey(page.title) === titleKey(title));

  function apply(): void {
    const named = (known?.title ?? title).trim();
    if (named === "") return;
    const mark = { type: "pageLink", attrs: { page: known?.id || null, title: named } };
    const chain = editor.chain().focus().unsetMark("link");
    if (editor.state.selection.empty) chain.insertContent({ type: "text", text: named, marks: [mark] }).run();
    else chain.setMark("pageLink", mark.attrs).run();
    onClose();
  }

  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="xs" aria-labelledby="page-link-title">
      <form onSubmit={(event) => { event.preventDefault(); event.stopPropagation(); apply(); }}>
        <DialogTitle id="page-link-title" sx={{ fontSize: 16 }}>Link to a page of this wiki</DialogTitle>
        <DialogContent>
          <Autocomplete
            freeSolo disableClearable options={pages.map((page) => page.title)} inputValue={title} onInputChange={(_, value) => setTitle(value)}
            renderInput={(params) => <TextField {...params} autoFocus label="Title of the page" helperText={title.trim() === "" ? " " : known ? "This page is there." : "No page has this title yet. The link will say so, and lead to its start."} sx={{ mt: 1 }} />}
          />
        </DialogContent>
        <DialogActions>
          {editor.isActive("pageLink") && <Button onClick={() => { editor.chain().focus().extendMarkRange("pageLink").unsetMark("pageLink").run(); onClose(); }}>Take the link away</Button>}
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={title.trim() === ""}>Link</Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
