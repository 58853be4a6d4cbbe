"use client";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { Button } from "@/ui/forms/Button";
import { Said } from "@/ui/forms/Said";
import { SteadyForm } from "@/ui/forms/SteadyForm";
import { useAct } from "@/ui/forms/useAct";
import { askForLink } from "../actions";

export function AddressForm() {
  const [address, setAddress] = useState("");
  const { act, said, isBusy } = useAct();
  return (
    <SteadyForm
      className="paper form-paper"
      onSubmit={(event) => {
        event.preventDefault();
        void act(() => askForLink(address));
      }}
    >
      <TextField
        label="E-mail address"
        type="email"
        value={address}
        onChange={(event) => setAddress(event.target.value)}
        required
        autoFocus
        slotProps={{ htmlInput: { autoComplete: "username", maxLength: 254 } }}
      />
      <Said said={said} />
      <Button type="submit" variant="contained" disabled={isBusy}>
        {isBusy ? "Sending" : "Send a link"}
      </Button>
    </SteadyForm>
  );
}
