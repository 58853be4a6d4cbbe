"use client";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { Button } from "../forms/Button";
import { Said } from "../forms/Said";
import { useAct } from "../forms/useAct";

interface Props {
  /** "assignment", "wiki" or "course". */
  readonly what: string;
  readonly name: string;
  /** What goes with it, in a sentence. */
  readonly about: string;
  readonly remove: (
    typedName: string,
  ) => Promise<
    | { readonly kind: "done"; readonly text?: string; readonly href?: string }
    | { readonly kind: "wrong"; readonly text: string }
  >;
}

/** Removes something for which its name is typed first. */
export function RemoveForm({ what, name, about, remove }: Props) {
  const { act, said, isBusy } = useAct();
  const [isOpen, setOpen] = useState(false);
  const [typed, setTyped] = useState("");
  if (!isOpen)
    return (
      <div>
        <Button variant="outlined" onClick={() => setOpen(true)}>
          Remove this {what}
        </Button>
      </div>
    );
  return (
    <form
      className="remove-form"
      onSubmit={(event) => {
        event.preventDefault();
        void act(() => remove(typed));
      }}
    >
      <p>
        {about} It stays in the bin for 30 days, where it can be restored, and is then erased for good, files
        included.
      </p>
      <TextField
        size="small"
        label={`Type “${name}” to remove it`}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        autoFocus
        fullWidth
        autoComplete="off"
      />
      <div className="actions">
        <Button
          type="submit"
          variant="contained"
          color="error"
          disabled={isBusy || typed.trim() !== name.trim()}
        >
          Remove the {what}
        </Button>
        <Button
          onClick={() => {
            setOpen(false);
            setTyped("");
          }}
        >
          Cancel
        </Button>
      </div>
      <Said said={said} />
    </form>
  );
}
