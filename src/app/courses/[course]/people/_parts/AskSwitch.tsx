"use client";
import { Said } from "@/ui/forms/Said";
import { useAct } from "@/ui/forms/useAct";
import type { Answer } from "@/app/_parts/answers";
import { Button } from "@/ui/forms/Button";

/** The short form by which people ask for a place: where it is, and whether it is open. */
export function AskSwitch({
  address,
  setAsking,
}: {
  address: string | null;
  setAsking: (on: boolean) => Promise<Answer>;
}) {
  const { act, said, isBusy, say } = useAct();
  const copy = () =>
    void navigator.clipboard.writeText(address ?? "").then(
      () => say({ kind: "done", text: "The address is copied." }),
      () =>
        say({
          kind: "wrong",
          text: "The browser did not let the address be copied. Mark it and copy it by hand.",
        }),
    );
  return (
    <section className="section" aria-labelledby="asking">
      <h2 id="asking">Asking for a place</h2>
      {address ? (
        <p>
          Whoever has this address can ask for a place with a short form:{" "}
          <code className="address">{address}</code> You admit or decline each.
        </p>
      ) : (
        <p className="quiet">
          The form is closed. Open it, and you get an address to hand out; whoever asks there waits here until
          you admit or decline them.
        </p>
      )}
      <div className="actions" style={{ marginTop: 10 }}>
        {address && (
          <Button size="small" variant="outlined" onClick={copy}>
            Copy the address
          </Button>
        )}
        <Button
          size="small"
          variant="outlined"
          disabled={isBusy}
          onClick={() => void act(() => setAsking(address === null))}
        >
          {address ? "Close the form" : "Open the form"}
        </Button>
      </div>
      <Said said={said} />
    </section>
  );
}
