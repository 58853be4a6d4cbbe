"use client";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { Said } from "@/ui/forms/Said";
import { SteadyForm } from "@/ui/forms/SteadyForm";
import { useAct } from "@/ui/forms/useAct";
import type { Answer } from "@/app/_parts/answers";
import { Button } from "@/ui/forms/Button";

export function PasswordForm({
  address,
  shortest,
  accept,
}: {
  address: string;
  shortest: number;
  accept: (password: string) => Promise<Answer>;
}) {
  const [password, setPassword] = useState("");
  const [isShown, setShown] = useState(false);
  const { act, said, isBusy } = useAct();
  return (
    <SteadyForm
      className="paper form-paper"
      onSubmit={(event) => {
        event.preventDefault();
        void act(() => accept(password));
      }}
    >
      <TextField
        label="You sign in with"
        value={address}
        slotProps={{ htmlInput: { readOnly: true, autoComplete: "username" } }}
      />
      <TextField
        label="Password"
        type={isShown ? "text" : "password"}
        value={password}
        onChange={(event) => setPassword(event.target.value)}
        required
        autoFocus
        helperText={`At least ${shortest} characters. Several words are easy to remember and hard to guess.`}
        slotProps={{ htmlInput: { minLength: shortest, maxLength: 128, autoComplete: "new-password" } }}
      />
      <label className="tick">
        <input type="checkbox" checked={isShown} onChange={(event) => setShown(event.target.checked)} /> Show
        the password
      </label>
      <Said said={said} />
      <Button type="submit" variant="contained" disabled={isBusy}>
        {isBusy ? "Signing in" : "Set the password and go on"}
      </Button>
    </SteadyForm>
  );
}
