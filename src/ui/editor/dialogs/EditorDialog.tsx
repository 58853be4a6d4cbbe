"use client";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import { useId, type ReactNode } from "react";
import { Button } from "../../forms/Button";

interface Props {
  readonly title: string;
  /** What the button that applies it says; null: there is nothing to apply. */
  readonly apply: string | null;
  readonly canApply?: boolean;
  readonly onApply?: () => void;
  readonly onClose: () => void;
  /** More buttons, before the others. */
  readonly more?: ReactNode;
  readonly size?: "xs" | "sm";
  readonly children: ReactNode;
}

/**
 * A dialog of the editor. Escape leaves it and changes nothing; whatever opened it, one is in the text again
 * behind it.
 */
export function EditorDialog({
  title,
  apply,
  canApply = true,
  onApply,
  onClose,
  more,
  size = "xs",
  children,
}: Props) {
  const id = useId();
  return (
    <Dialog open disableRestoreFocus onClose={onClose} fullWidth maxWidth={size} aria-labelledby={id}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          event.stopPropagation();
          if (canApply) onApply?.();
        }}
      >
        <DialogTitle id={id} sx={{ fontSize: 16 }}>
          {title}
        </DialogTitle>
        <DialogContent sx={{ pt: "8px !important" }}>{children}</DialogContent>
        <DialogActions>
          {more}
          <Button onClick={onClose}>{apply === null ? "Close" : "Cancel"}</Button>
          {apply !== null && (
            <Button type="submit" variant="contained" disabled={!canApply}>
              {apply}
            </Button>
          )}
        </DialogActions>
      </form>
    </Dialog>
  );
}
