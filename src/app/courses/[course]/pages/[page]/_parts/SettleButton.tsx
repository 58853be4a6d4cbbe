"use client";
import { useState, useTransition } from "react";
import type { Commented } from "@/data/comments/dto";
import { Button } from "@/ui/forms/Button";

interface Props {
  readonly author: string;
  readonly isSettled: boolean;
  readonly settle: (settled: boolean) => Promise<Commented>;
}

/** Settles a thread, or opens it again. */
export function SettleButton({ author, isSettled, settle }: Props) {
  const [isBusy, startTransition] = useTransition();
  const [problem, setProblem] = useState(false);
  const act = () =>
    startTransition(async () => {
      const answer = await settle(!isSettled).catch(() => null);
      setProblem(answer?.kind !== "commented");
    });
  return (
    <>
      <Button
        size="small"
        disabled={isBusy}
        onClick={act}
        aria-label={isSettled ? `Open the comment of ${author} again` : `Settle the comment of ${author}`}
      >
        {isSettled ? "Open again" : "Settle"}
      </Button>
      {problem && (
        <span className="field-problem" role="alert">
          That did not go through. Reload the page.
        </span>
      )}
    </>
  );
}
