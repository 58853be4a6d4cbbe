"use client";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { Button } from "@/ui/forms/Button";
import { Said } from "@/ui/forms/Said";
import { SteadyForm } from "@/ui/forms/SteadyForm";
import { useAct } from "@/ui/forms/useAct";
import { findRoomByCode } from "../actions";

/** The one thing that is asked at the door: the code. */
export function CodeForm() {
  const [code, setCode] = useState("");
  const { act, said, isBusy } = useAct();
  return (
    <SteadyForm
      className="paper form-paper"
      onSubmit={(event) => {
        event.preventDefault();
        void act(() => findRoomByCode(code));
      }}
    >
      <TextField
        label="Code of the room"
        value={code}
        onChange={(event) => setCode(event.target.value)}
        required
        autoFocus
        autoComplete="off"
        placeholder="BCDF-2345"
        slotProps={{
          htmlInput: {
            maxLength: 20,
            className: "code-input",
            autoCapitalize: "characters",
            spellCheck: false,
          },
        }}
      />
      <Said said={said} />
      <Button type="submit" variant="contained" disabled={isBusy || code.trim() === ""}>
        {isBusy ? "Looking" : "Come in"}
      </Button>
    </SteadyForm>
  );
}
