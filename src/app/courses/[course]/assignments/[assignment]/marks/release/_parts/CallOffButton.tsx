"use client";
import { Said } from "@/ui/forms/Said";
import { useAct } from "@/ui/forms/useAct";
import type { Answer } from "@/app/_parts/answers";

/** Calls a planned release off. */
export function CallOffButton({ callOff }: { readonly callOff: () => Promise<Answer> }) {
  const { act, said, isBusy } = useAct();
  return (
    <>
      <button type="button" className="plain-button" disabled={isBusy} onClick={() => void act(callOff)}>
        Call it off
      </button>
      <Said said={said} />
    </>
  );
}
