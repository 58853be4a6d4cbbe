"use client";
import { useState, useTransition } from "react";
import type { DiscussionMarked } from "@/data/comments/dto";
import { Button } from "@/ui/forms/Button";
import { whyNotMarked } from "./why-not";
import { answerOf, seeWhatHolds } from "@/ui/forms/no-answer";

/** Lets a passage that was marked as discussion count as text again. */
export function CountAsText({ quote, end }: { quote: string; end: () => Promise<DiscussionMarked> }) {
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, startTransition] = useTransition();
  const act = () =>
    startTransition(async () => {
      const answer = await answerOf(end());
      const refused = answer?.kind === "refused" ? await whyNotMarked(answer.problem.code) : null;
      setProblem(answer === null ? seeWhatHolds : refused);
    });
  return (
    <>
      <Button size="small" disabled={isBusy} onClick={act} aria-label={`Count as text again: ${quote}`}>
        Count as text again
      </Button>
      {problem && (
        <p className="field-problem" role="alert">
          {problem}
        </p>
      )}
    </>
  );
}
