"use client";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { Said } from "@/ui/forms/Said";
import { SteadyForm } from "@/ui/forms/SteadyForm";
import { useAct } from "@/ui/forms/useAct";
import type { Answer } from "@/app/_parts/answers";
import { Button } from "@/ui/forms/Button";

export function AskForm({ ask }: { ask: (json: string) => Promise<Answer> }) {
  const [fields, setFields] = useState({ name: "", address: "", message: "" });
  const { act, said, isBusy } = useAct();
  const put = (field: keyof typeof fields) => (event: React.ChangeEvent<HTMLInputElement>) =>
    setFields((now) => ({ ...now, [field]: event.target.value }));
  if (said?.kind === "done") return <Said said={said} />;
  return (
    <SteadyForm
      className="paper form-paper"
      onSubmit={(event) => {
        event.preventDefault();
        void act(() => ask(JSON.stringify(fields)));
      }}
    >
      <TextField
        label="Your name"
        value={fields.name}
        onChange={put("name")}
        required
        autoComplete="name"
        slotProps={{ htmlInput: { maxLength: 200 } }}
      />
      <TextField
        label="Mail address"
        type="email"
        value={fields.address}
        onChange={put("address")}
        required
        autoComplete="email"
      />
      <TextField
        label="Message to the instructor (if you like)"
        value={fields.message}
        onChange={put("message")}
        multiline
        minRows={2}
        slotProps={{ htmlInput: { maxLength: 1000 } }}
      />
      <Said said={said} />
      <Button type="submit" variant="contained" disabled={isBusy}>
        {isBusy ? "Sending" : "Ask for a place"}
      </Button>
    </SteadyForm>
  );
}
