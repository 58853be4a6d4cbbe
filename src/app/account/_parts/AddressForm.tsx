"use client";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { Button } from "@/ui/forms/Button";
import { Said } from "@/ui/forms/Said";
import { SteadyForm } from "@/ui/forms/SteadyForm";
import { useAct } from "@/ui/forms/useAct";
import { saveAddress } from "../actions";

export function AddressForm({ address }: { address: string }) {
  const [next, setNext] = useState("");
  const [current, setCurrent] = useState("");
  const { act, said, isBusy } = useAct();
  const save = async () => {
    const answer = await saveAddress(current, next);
    if (answer.kind === "done") {
      setCurrent("");
      setNext("");
    }
    return answer;
  };
  return (
    <SteadyForm
      className="paper form-paper"
      aria-labelledby="change-address"
      onSubmit={(event) => {
        event.preventDefault();
        void act(save);
      }}
    >
      <h2 id="change-address">Change your address</h2>
      <p className="quiet">
        You sign in with {address}, and mail goes there. A link is sent to the new address; both addresses are
        told.
      </p>
      <TextField
        label="New address"
        type="email"
        value={next}
        onChange={(event) => setNext(event.target.value)}
        required
        slotProps={{ htmlInput: { autoComplete: "email", maxLength: 254 } }}
      />
      <TextField
        label="Your password"
        type="password"
        value={current}
        onChange={(event) => setCurrent(event.target.value)}
        required
        slotProps={{ htmlInput: { autoComplete: "current-password", maxLength: 128 } }}
      />
      <Said said={said} />
      <Button type="submit" variant="outlined" disabled={isBusy}>
        {isBusy ? "Sending" : "Send the link"}
      </Button>
    </SteadyForm>
  );
}
