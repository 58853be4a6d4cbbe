"use client";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { Button } from "../forms/Button";
import { answerOf, tryAgain } from "../forms/no-answer";

interface Props {
  readonly heading: string;
  readonly title: string;
  readonly button: string;
  readonly about?: string;
  /** What is asked for, where it is no title. */
  readonly label?: string;
  /** Whether it may be left empty. */
  readonly mayBeEmpty?: boolean;
  readonly save: (
    title: string,
  ) => Promise<{ readonly kind: "done" } | { readonly kind: "wrong"; readonly text: string }>;
  readonly close: () => void;
}

/**
 * Asks for a page's title, or for other words about it. Stays open, with what was typed, where it can't be
 * had.
 */
export function RenameDialog({
  heading,
  title: first,
  button,
  about,
  label = "Title",
  mayBeEmpty = false,
  save,
  close,
}: Props) {
  const [title, setTitle] = useState(first);
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const submit = async (event: React.FormEvent) => {
    event.preventDefault();
    setBusy(true);
    const answer = await answerOf(save(title));
    if (answer?.kind === "done") close();
    else setProblem(answer?.text ?? tryAgain);
    setBusy(false);
  };
  return (
    <Dialog open onClose={close} fullWidth maxWidth="xs">
      <form onSubmit={(event) => void submit(event)} noValidate>
        <DialogTitle>{heading}</DialogTitle>
        <DialogContent>
          <p className="quiet" style={{ marginBottom: 14 }}>
            {about ?? "Links to the page lead to it still, whatever it is called."}
          </p>
          <TextField
            label={label}
            fullWidth
            autoFocus
            value={title}
            onChange={(event) => setTitle(event.target.value)}
            error={problem !== null}
            helperText={problem ?? " "}
            slotProps={{ htmlInput: { maxLength: label === "Title" ? 200 : 1500 } }}
          />
        </DialogContent>
        <DialogActions>
          <Button onClick={close}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={isBusy || (title.trim() === "" && !mayBeEmpty)}>
            {button}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
