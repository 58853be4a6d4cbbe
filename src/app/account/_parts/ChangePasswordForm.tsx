"use client";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { Button } from "@/ui/forms/Button";
import { Said } from "@/ui/forms/Said";
import { SteadyForm } from "@/ui/forms/SteadyForm";
import { useAct } from "@/ui/forms/useAct";
import { savePassword } from "../actions";

export function ChangePasswordForm({ address, shortest }: { address: string; shortest: number }) {
  const [current, setCurrent] = useState("");
  const [next, setNext] = useState("");
  const [isShown, setShown] = useState(false);
  const { act, said, isBusy } = useAct();
  const save = async () => {
    const answer = await savePassword(current, next);
    if (answer.kind === "done") {
      setCurrent("");
      setNext("");
    }
    return answer;
  };
  const type = isShown ? "text" : "password";
  return (
    <SteadyForm
      className="paper form-paper"
      aria-labelledby="change-password"
      onSubmit={(event) => {
        event.preventDefault();
        void act(save);
      }}
    >
      <h2 id="change-password">Change your password</h2>
      <input type="hidden" name="username" autoComplete="username" value={address} readOnly />
      <TextField
        label="Present password"
        type={type}
        value={current}
        onChange={(event) => setCurrent(event.target.value)}
        required
        slotProps={{ htmlInput: { autoComplete: "current-password", maxLength: 128 } }}
      />
      <TextField
        label="New password"
        type={type}
        value={next}
        onChange={(event) => setNext(event.target.value)}
        required
        helperText={`At least ${shortest} characters. Several words are easy to remember and hard to guess.`}
        slotProps={{ htmlInput: { autoComplete: "new-password", minLength: shortest, maxLength: 128 } }}
      />
      <label className="tick">
        <input type="checkbox" checked={isShown} onChange={(event) => setShown(event.target.checked)} /> Show
        the passwords
      </label>
      <Said said={said} />
      <Button type="submit" variant="outlined" disabled={isBusy}>
        {isBusy ? "Changing" : "Change the password"}
      </Button>
    </SteadyForm>
  );
}
