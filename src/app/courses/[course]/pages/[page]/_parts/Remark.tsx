"use client";
import Button from "@mui/material/Button";
import { useState, useTransition } from "react";
import type { Commented } from "@/data/comments/dto";
import type { CommentDto } from "@/data/pages/dto";
import { Author } from "@/ui/authors/AuthorMark";
import { commentAnchor } from "@/ui/document/reading";
import { counted } from "@/ui/words/counts";
import { RemarkText } from "@/ui/words/RemarkText";
import { distance, moment } from "@/ui/words/times";
import { CommentForm, commentProblems } from "./CommentForm";

interface Props {
  readonly comment: CommentDto;
  readonly mark: number | null;
  readonly viewerId: string;
  readonly mayComment: boolean;
  readonly isInstructor: boolean;
  readonly people: readonly { readonly id: string; readonly name: string }[];
  readonly edit: (body: string) => Promise<Commented>;
  readonly withdraw: (withdrawn: boolean) => Promise<Commented>;
  readonly zone: string;
  readonly now: Date;
}

/** One comment or answer, and what its author and those who run the course can do with it. */
export function Remark({ comment, mark, viewerId, mayComment, isInstructor, people, edit, withdraw, zone, now }: Props) {
  const [isEditing, setEditing] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, startTransition] = useTransition();
  const { withdrawn, earlier, author, body } = comment;
  const isOwn = comment.authorId === viewerId;
  const mayWithdraw = (isOwn && mayComment && (!withdrawn || withdrawn.byId === viewerId)) || isInstructor;
  const act = (to: boolean) => startTransition(async () => {
    const answer = await withdraw(to).catch(() => null);
    setProblem(answer?.kind === "commented" ? null : answer ? commentProblems[answer.code] : "The server did not answer. Load the page again.");
  });
  return (
    <div className="remark" id={commentAnchor(comment.id)} data-withdrawn={withdrawn !== null}>
      <div className="remark-head"><strong><Author name={author} mark={mark} /></strong><time dateTime={comment.at.toISOString()} title={moment(comment.at, zone, now)}>{distance(comment.at, zone, now)}{comment.editedAt && !withdrawn ? ", edited" : ""}</time></div>
      {withdrawn && <p className="quiet">{withdrawn.byId === comment.authorId ? "Withdrawn" : `Removed by ${withdrawn.by}`}, {distance(withdrawn.at, zone, now)}. It counts no more.</p>}
      {isEditing
        ? <CommentForm label={`What ${author} says`} button="Change it" first={body} people={people} send={edit} onDone={() => setEditing(false)} />
        : withdrawn ? body !== "" && <p><del>{body}</del></p> : <RemarkText body={body} people={people} />}
      {earlier.length > 0 && !isEditing && <details className="quiet"><summary>{counted(earlier.length, "earlier wording")}</summary>{earlier.map((words, at) => <p key={at}><del>{words}</del></p>)}</details>}
      {!isEditing && (
        <div className="remark-acts">
          {isOwn && mayComment && !withdrawn && <Button size="small" aria-label={`Edit what you said: ${body.slice(0, 40)}`} onClick={() => setEditing(true)}>Edit</Button>}
          {mayWithdraw && <Button size="small" disabled={isBusy} aria-label={`${withdrawn ? "Put back" : isOwn ? "Withdraw" : "Remove"} the comment of ${author}`} onClick={() => act(!withdrawn)}>{withdrawn ? "Put back" : isOwn ? "Withdraw" : "Remove"}</Button>}
        </div>
      )}
      {problem && <p className="field-problem" role="alert">{problem}</p>}
    </div>
  );
}
