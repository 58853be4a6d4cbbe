"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { noAnswer } from "./no-answer";

type Answer =
  | { readonly kind: "done"; readonly text?: string; readonly href?: string }
  | { readonly kind: "wrong"; readonly text: string };

/**
 * Calls an action of the server, and says what came of it; `lost` where the server did not answer: it has
 * changed nothing that is known.
 */
export function useAct(lost = noAnswer("What you filled in is still here; try again.")) {
  const router = useRouter();
  const [said, setSaid] = useState<{ readonly kind: "done" | "wrong"; readonly text: string } | null>(null);
  const [isBusy, setBusy] = useState(false);

  async function act(action: () => Promise<Answer>): Promise<boolean> {
    setBusy(true);
    setSaid(null);
    try {
      const answer = await action();
      if (answer.kind === "wrong") {
        setSaid(answer);
        return false;
      }
      if (answer.text) setSaid({ kind: "done", text: answer.text });
      if (answer.href) router.push(answer.href);
      else router.refresh();
      return true;
    } catch {
      setSaid({ kind: "wrong", text: lost });
      return false;
    } finally {
      setBusy(false);
    }
  }

  return { act, said, isBusy, say: setSaid };
}
