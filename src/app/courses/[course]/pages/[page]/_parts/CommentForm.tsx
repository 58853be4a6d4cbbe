"use client";
import { type ReactNode, useState, useTransition } from "react";
import type { Commented } from "@/data/comments/dto";
import { Button } from "@/ui/forms/Button";
import { SteadyForm } from "@/ui/forms/SteadyForm";
import { NamingField } from "./NamingField";
import { answerOf, noAnswer } from "@/ui/forms/no-answer";

/** Why nothing came of it, in words. */
export const commentProblems: Record<Extract<Commented, { kind: "refused" }>["problem"]["code"], string> = {
  "not found": "This page, or the comment you answer, no longer exists. Your text is still in the field.",
  "passage not found":
    "These words are not on the page as you see it. Your text is still in the field; choose the passage again.",
  "may not settle": "You may not settle comments of others here.",
  "may not comment": "Commenting on this page has been closed. Your text is still in the field.",
  "not yours": "This is for its author to do.",
  withdrawn: "It is withdrawn. Put it back first.",
  "only looking":
    "You look at this as somebody else would: nothing is said in their name. Your text is still in the field.",
  "empty or too long": "A comment has between 1 and 5,000 characters.",
};

interface Props {
  readonly label: string;
  readonly button: string;
  readonly send: (body: string) => Promise<Commented>;
  /** Shows only the button until it is pressed. */
  readonly isFolded?: boolean;
  /** What stands in the field at first, and what is done once it was sent or given up. */
  readonly first?: string;
  /** Who can be named. */
  readonly people: readonly { readonly id: string; readonly name: string }[];
  /** What is chosen above the field. */
  readonly above?: ReactNode;
  /** What else can be done with what is chosen. */
  readonly beside?: ReactNode;
  readonly onDone?: () => void;
}

/** Sends a comment. The text stays in the field until the server has it. */
export function CommentForm({
  label,
  button,
  send,
  isFolded = false,
  first = "",
  people,
  above,
  beside,
  onDone,
}: Props) {
  const [isOpen, setOpen] = useState(!isFolded);
  const [body, setBody] = useState(first);
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, startTransition] = useTransition();

  const submit = () =>
    startTransition(async () => {
      const answer = await answerOf(send(body));
      if (answer === null) return setProblem(noAnswer("Your text is still in the field; try again."));
      if (answer.kind === "refused") return setProblem(commentProblems[answer.problem.code]);
      setProblem(null);
      setBody("");
      setOpen(!isFolded);
      onDone?.();
    });

  if (!isOpen)
    return (
      <Button size="small" onClick={() => setOpen(true)} aria-label={label}>
        {button}
      </Button>
    );
  return (
    <SteadyForm
      className="comment-form"
      onSubmit={(event) => {
        event.preventDefault();
        submit();
      }}
    >
      {above}
      <NamingField
        label={label}
        people={people}
        value={body}
        hasFocus={isFolded || first !== ""}
        onChange={setBody}
      />
      <div role="alert">{problem && <p className="field-problem">{problem}</p>}</div>
      <div className="actions">
        <Button type="submit" size="small" variant="outlined" disabled={isBusy || body.trim() === ""}>
          {isBusy ? "Sending" : button}
        </Button>
        {beside}
        {(isFolded || onDone) && (
          <Button
            size="small"
            onClick={() => {
              setOpen(!isFolded);
              onDone?.();
            }}
          >
            Cancel
          </Button>
        )}
      </div>
    </SteadyForm>
  );
}
