"use client";
import { useEffect, useState } from "react";
import type { Suggested } from "./suggested";

/** Milliseconds after the last key until it is asked: as one types on, nothing is. */
const pause = 90;

export type Suggestions =
  | { readonly kind: "asking" }
  | { readonly kind: "failed" }
  | { readonly kind: "found"; readonly text: string; readonly suggested: Suggested };

/** What is found for `text` while somebody types it; of answers that overtake each other the newest counts. */
export function useSuggestions(address: (text: string) => string, text: string): Suggestions {
  const [state, setState] = useState<Suggestions>({ kind: "asking" });
  useEffect(() => {
    const aborter = new AbortController();
    const timer = setTimeout(
      () =>
        void fetch(address(text), { signal: aborter.signal })
          .then(async (answer) => {
            if (!answer.ok) throw new Error("No answer");
            setState({ kind: "found", text, suggested: (await answer.json()) as Suggested });
          })
          .catch(() => {
            if (!aborter.signal.aborted) setState({ kind: "failed" });
          }),
      text === "" ? 0 : pause,
    );
    return () => {
      clearTimeout(timer);
      aborter.abort();
    };
  }, [address, text]);
  return state;
}
