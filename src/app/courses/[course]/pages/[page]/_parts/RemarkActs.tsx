"use client";
import { type ReactNode, useState, useTransition } from "react";
import type { Commented } from "@/data/comments/dto";
import { Button } from "@/ui/forms/Button";
import { CommentForm, commentProblems } from "./CommentForm";
import { answerOf, seeWhatHolds } from "@/ui/forms/no-answer";

interface Props {
  readonly author: string;
  readonly body: string;
  readonly isOwn: boolean;
  readonly isWithdrawn: boolean;
  readonly mayEdit: boolean;
  readonly mayWithdraw: boolean;
  readonly people: readonly { readonly id: string; readonly name: string }[];
  readonly edit: (body: string) => Promise<Commented>;
  readonly withdraw: (withdrawn: boolean) => Promise<Commented>;
  /** What the comment says, as it is read. */
  readonly children: ReactNode;
}

/** What a comment says, or the field in which it is changed, and the ways to edit and withdraw it. */
export function RemarkActs({
  author,
  body,
  isOwn,
  isWithdrawn,
  mayEdit,
  mayWithdraw,
  people,
  edit,
  withdraw,
  children,
}: Props) {
  const [isEditing, setEditing] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, startTransition] = useTransition();
  const act = () =>
    startTransition(async () => {
      const answer = await answerOf(withdraw(!isWithdrawn));
      setProblem(
        answer?.kind === "commented" ? null : answer ? commentProblems[answer.problem.code] : seeWhatHolds,
      );
    });
  if (isEditing)
    return (
      <CommentForm
        label={`What ${author} says`}
        button="Change it"
        first={body}
        people={people}
        send={edit}
        onDone={() => setEditing(false)}
      />
    );
  const ending = isOwn ? "Withdraw" : "Remove";
  return (
    <>
      {children}
      <div className="remark-acts">
        {mayEdit && (
          <Button
            size="small"
            aria-label={`Edit what you said: ${body.slice(0, 40)}`}
            onClick={() => setEditing(true)}
          >
            Edit
          </Button>
        )}
        {mayWithdraw && (
          <Button
            size="small"
            disabled={isBusy}
            aria-label={`${isWithdrawn ? "Put back" : ending} the comment of ${author}`}
            onClick={act}
          >
            {isWithdrawn ? "Put back" : ending}
          </Button>
        )}
      </div>
      {problem && (
        <p className="field-problem" role="alert">
          {problem}
        </p>
      )}
    </>
  );
}
