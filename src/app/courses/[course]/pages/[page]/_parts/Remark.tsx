import type { ComponentProps, ReactNode } from "react";
import type { CommentDto } from "@/data/pages/dto";
import { Author } from "@/ui/authors/AuthorMark";
import { commentAnchor } from "@/ui/document/reading";
import { counted } from "@/ui/words/counts";
import { RemarkText } from "@/ui/words/RemarkText";
import { distance, moment } from "@/ui/words/times";
import { RemarkActs } from "./RemarkActs";

interface Props extends Pick<ComponentProps<typeof RemarkActs>, "people" | "edit" | "editedAt" | "withdraw"> {
  readonly comment: CommentDto;
  readonly mark: number | null;
  readonly viewerId: string;
  readonly mayComment: boolean;
  readonly isInstructor: boolean;
  /** For those who assess: how it is pinned. */
  readonly pin: ReactNode;
  readonly zone: string;
  readonly now: Date;
}

/** One comment or answer, and what its author and those who run the course can do with it. */
export function Remark({
  comment,
  mark,
  viewerId,
  mayComment,
  isInstructor,
  people,
  edit,
  editedAt,
  withdraw,
  pin,
  zone,
  now,
}: Props) {
  const { withdrawn, earlier, author, body } = comment;
  const isOwn = comment.authorId === viewerId;
  const mayWithdraw = (isOwn && mayComment && (!withdrawn || withdrawn.byId === viewerId)) || isInstructor;
  return (
    <div className="remark" id={commentAnchor(comment.id)} data-withdrawn={withdrawn !== null}>
      <div className="remark-head">
        <strong>
          <Author name={author} mark={mark} />
        </strong>
        <time dateTime={comment.at.toISOString()} title={moment(comment.at, zone, now)}>
          {distance(comment.at, zone, now)}
          {comment.editedAt && !withdrawn ? ", edited" : ""}
        </time>
      </div>
      {withdrawn && (
        <p className="quiet">
          {withdrawn.byId === comment.authorId ? "Withdrawn" : `Removed by ${withdrawn.by}`},{" "}
          {distance(withdrawn.at, zone, now)}. It counts no more.
        </p>
      )}
      <RemarkActs
        author={author}
        body={body}
        isOwn={isOwn}
        isWithdrawn={withdrawn !== null}
        mayEdit={isOwn && mayComment && !withdrawn}
        mayWithdraw={mayWithdraw}
        people={people}
        edit={edit}
        editedAt={editedAt}
        withdraw={withdraw}
      >
        {withdrawn ? (
          body !== "" && (
            <p>
              <del>{body}</del>
            </p>
          )
        ) : (
          <RemarkText body={body} people={people} />
        )}
        {earlier.length > 0 && (
          <details className="quiet">
            <summary>{counted(earlier.length, "earlier wording")}</summary>
            {earlier.map((words, at) => (
              <p key={at}>
                <del>{words}</del>
              </p>
            ))}
          </details>
        )}
      </RemarkActs>
      {pin}
    </div>
  );
}
