"use client";
import { type ComponentProps, type ReactNode, useState, useTransition } from "react";
import type { Commented } from "@/data/comments/dto";
import { Button } from "@/ui/forms/Button";
import type { Typed } from "@/data/drafts/dto";
import { CommentForm } from "./CommentForm";
import { type RemarkAt, useRemark } from "./useRemark";
import { whyNotCommented } from "./why-not";
import { answerOf, seeWhatHolds } from "@/ui/forms/no-answer";

interface Props {
  readonly author: string;
  readonly body: string;
  readonly isOwn: boolean;
  readonly isWithdrawn: boolean;
  readonly mayEdit: boolean;
  readonly mayWithdraw: boolean;
  readonly people: readonly { readonly id: string; readonly name: string }[];
  readonly edit: (body: string, typed: Typed) => Promise<Commented>;
  /** Where another wording is kept while it is written. */
  readonly editedAt: RemarkAt;
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
  editedAt,
  withdraw,
  children,
}: Props) {
  const [isEditing, setEditing] = useState(mayEdit && editedAt.draft !== null);
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, startTransition] = useTransition();
  const act = () =>
    startTransition(async () => {
      const answer = await answerOf(withdraw(!isWithdrawn));
      const refused = answer?.kind === "refused" ? await whyNotCommented(answer.problem.code) : null;
      setProblem(answer === null ? seeWhatHolds : refused);
    });
  if (isEditing)
    return (
      <EditForm
        at={editedAt}
        first={body}
        label={`What ${author} says`}
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
            aria-label={`${isWithdrawn ? "Restore" : ending} the comment of ${author}`}
            onClick={act}
          >
            {isWithdrawn ? "Restore" : ending}
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

/** A comment's text while its author changes it. */
function EditForm({
  at,
  first,
  ...form
}: { readonly at: RemarkAt; readonly first: string } & Omit<
  ComponentProps<typeof CommentForm>,
  "remark" | "button"
>) {
  return <CommentForm {...form} button="Change it" remark={useRemark(at, first)} hasFocus />;
}
