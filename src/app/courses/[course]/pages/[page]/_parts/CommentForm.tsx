"use client";
import { type ReactNode, useEffect, useState, useTransition } from "react";
import type { Commented } from "@/data/comments/dto";
import type { Typed } from "@/data/drafts/dto";
import { Button } from "@/ui/forms/Button";
import { SteadyForm } from "@/ui/forms/SteadyForm";
import { NamingField } from "./NamingField";
import { momentHere } from "@/ui/words/times-here";
import type { RemarkText } from "./useRemark";
import { whyNotCommented } from "./why-not";
import { answerOf, noAnswer } from "@/ui/forms/no-answer";

interface Props {
  readonly label: string;
  readonly button: string;
  /** The text, kept while it is written. */
  readonly remark: RemarkText;
  readonly send: (body: string, typed: Typed) => Promise<Commented>;
  /** Shows only the button until it is pressed, or something waits to be sent. */
  readonly isFolded?: boolean;
  readonly hasFocus?: boolean;
  /** What is done once it was sent or given up. */
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
  remark,
  send,
  isFolded = false,
  hasFocus = isFolded,
  people,
  above,
  beside,
  onDone,
}: Props) {
  const [isUnfolded, setOpen] = useState(!isFolded);
  const isOpen = isUnfolded || remark.begunAt !== null;
  const { body } = remark;
  const [sentId, setSentId] = useState<string | null>(null);
  // What was just said is in sight, wherever in the conversation it stands.
  useEffect(() => {
    if (sentId) void import("./into-sight").then(({ bringIntoSight }) => bringIntoSight(sentId));
  }, [sentId]);
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, startTransition] = useTransition();

  const submit = () =>
    startTransition(async () => {
      const typed = remark.typed();
      const answer = await answerOf(send(body, typed));
      if (answer === null)
        return setProblem(noAnswer("Your text is still in the field, and kept; try again."));
      if (answer.kind === "refused") return setProblem(await whyNotCommented(answer.problem.code));
      setProblem(null);
      remark.sent(typed);
      setOpen(!isFolded);
      setSentId(answer.id);
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
        hasFocus={hasFocus && remark.begunAt === null}
        onChange={remark.type}
      />
      {remark.begunAt && (
        <p className="quiet">
          Begun {momentHere(remark.begunAt)}, and not sent yet. Only you see it.{" "}
          <button type="button" className="plain-button" onClick={remark.drop}>
            Drop it
          </button>
        </p>
      )}
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
              remark.drop();
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
