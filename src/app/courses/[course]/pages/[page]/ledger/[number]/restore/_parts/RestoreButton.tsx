"use client";
import { useRouter } from "next/navigation";
import { useState, useTransition } from "react";
import type { Saved, SaveProblem } from "@/data/pages/dto";
import { Button } from "@/ui/forms/Button";
import { powerMissing } from "@/ui/words/access";
import { onlyLooking } from "@/ui/words/problems";
import { answerOf, tryAgain } from "@/ui/forms/no-answer";

function whyNot(problem: SaveProblem): string {
  switch (problem.code) {
    case "stale":
      return "The page was saved by somebody else just now. Nothing was changed; load this screen again first.";
    case "removed":
      return "The page is in the bin. Nothing was changed; restore the page first.";
    case "power not given":
      return powerMissing(problem.power);
    case "only looking":
      return onlyLooking;
    default:
      return "You can no longer change this page. Nothing was changed.";
  }
}

/** Brings an entry's text back, or parts of it, as a new entry. */
export function RestoreButton({
  button,
  restore,
  backHref,
}: {
  button: string;
  restore: () => Promise<Saved>;
  backHref: string;
}) {
  const router = useRouter();
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, startTransition] = useTransition();

  const run = () =>
    startTransition(async () => {
      const saved = await answerOf(restore());
      if (saved === null) return setProblem(tryAgain);
      if (saved.kind === "saved") return router.push(`${backHref}?saved=${saved.number}`);
      setProblem(
        saved.kind === "unchanged"
          ? "The page reads like this already. Nothing was changed."
          : whyNot(saved.problem),
      );
    });

  return (
    <>
      <Button variant="contained" onClick={run} disabled={isBusy}>
        {isBusy ? "Restoring" : button}
      </Button>
      <div role="alert" style={{ flexBasis: "100%" }}>
        {problem && <p className="notice wrong">{problem}</p>}
      </div>
    </>
  );
}
