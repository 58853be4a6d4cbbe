"use client";
import { useCallback, useEffect, useRef, useState } from "react";
import type { AssessHereDto } from "@/data/marks/presence";
import { noAnswer } from "@/ui/forms/no-answer";
import { type AccountAnswer, beat, readAccount } from "../actions";
import type { AccountView } from "./account-view";

const beatEvery = 8000;
const lost = noAnswer("What you chose last may not be stored; it is shown as the server knew it before.");

export interface Said {
  readonly kind: "done" | "wrong";
  readonly text: string;
}

/** What can be taken back: in words, and how. */
interface Step {
  readonly what: string;
  readonly back: () => Promise<AccountAnswer>;
}

interface Doing {
  /** What is said once it is stored. */
  readonly what?: string;
  /** How it is undone; null: it can't be. */
  readonly back?: Step["back"] | null;
  /** How the account looks until the server answers. */
  readonly meanwhile?: (account: AccountView) => AccountView;
}

/** The account as it stands, changed one act at a time; each says what it did, and can be undone. */
export function useAccount(courseId: string, first: AccountView) {
  const [account, setAccount] = useState(first);
  const [said, setSaid] = useState<Said | null>(null);
  const [isBusy, setBusy] = useState(false);
  const [steps, setSteps] = useState<readonly Step[]>([]);
  const [here, setHere] = useState<AssessHereDto>({ others: [], state: "" });
  const queue = useRef<Promise<unknown>>(Promise.resolve());

  /** Runs after whatever runs already, so that quick keys are stored in their order. */
  const run = useCallback(
    (
      action: () => Promise<AccountAnswer>,
      { what = "", back = null, meanwhile }: Doing = {},
    ): Promise<AccountAnswer | null> => {
      // What was chosen is seen at once; if it is not stored, what is known to hold comes back.
      if (meanwhile) setAccount(meanwhile);
      const asKnown = () =>
        readAccount(courseId, first.wikiId)
          .then((answer) => {
            if (answer.kind === "done") setAccount(answer.account);
          })
          .catch(() => {});
      const next = queue.current.then(async () => {
        setBusy(true);
        try {
          const answer = await action();
          if (answer.kind !== "wrong") setAccount(answer.account);
          else if (meanwhile) await asKnown();
          if (answer.kind === "done") {
            if (what) setSaid({ kind: "done", text: `${what}${back ? " Stored." : ""}` });
            if (back) setSteps((all) => [...all.slice(-49), { what, back }]);
          } else setSaid({ kind: "wrong", text: answer.text });
          return answer;
        } catch {
          setSaid({ kind: "wrong", text: lost });
          if (meanwhile) await asKnown();
          return null;
        } finally {
          setBusy(false);
        }
      });
      queue.current = next;
      return next;
    },
    [courseId, first.wikiId],
  );

  const undo = useCallback(() => {
    const last = steps.at(-1);
    if (!last) return;
    setSteps((all) => all.slice(0, -1));
    void run(last.back, { what: `Undone: ${last.what}` });
  }, [run, steps]);

  const { wikiId } = first;
  const known = useRef("");
  useEffect(() => {
    const look = async () => {
      const told = await beat(courseId, wikiId).catch(() => null);
      if (!told) return;
      setHere(told);
      if (known.current !== "" && told.state !== known.current)
        void run(() => readAccount(courseId, wikiId), {
          what: "Somebody else has changed something: what you see is as it stands now.",
        });
      known.current = told.state;
    };
    void look();
    const timer = setInterval(() => {
      if (document.visibilityState === "visible") void look();
    }, beatEvery);
    return () => clearInterval(timer);
  }, [courseId, wikiId, run]);

  return { account, run, undo, canUndo: steps.length > 0, said, say: setSaid, isBusy, others: here.others };
}
export type Account = ReturnType<typeof useAccount>;
