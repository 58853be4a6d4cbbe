import type { CommentDto, PageDto } from "@/data/pages/dto";
import { Author } from "@/ui/authors/AuthorMark";
import { distance, moment } from "@/ui/words/times";
import { comment } from "../actions";
import { CommentForm } from "./CommentForm";

/** A page's comments with their answers, and the place to add one. */
export function Conversation({ page, zone, now }: { page: PageDto; zone: string; now: Date }) {
  const mayComment = page.wiki.commentsOn && !page.removedAt && (page.access.level === "write" || page.access.level === "comment");
  const markOf = (id: string) => page.wiki.members.find((member) => member.id === id)?.mark ?? null;
  const send = comment.bind(null, page.wiki.courseId, page.id);
  return (
    <>
      {page.comments.length === 0 && <p className="quiet">{mayComment ? "Nobody has said anything about this page yet." : page.wiki.commentsOn ? "No comments." : "This assignment has no comments."}</p>}
      <ul className="thread">
        {page.comments.map((each) => (
          <li key={each.id}>
            <Remark comment={each} mark={markOf(each.authorId)} zone={zone} now={now} />
            {each.replies.length > 0 && <ul className="replies">{each.replies.map((reply) => <li key={reply.id}><Remark comment={reply} mark={markOf(reply.authorId)} zone={zone} now={now} /></li>)}</ul>}
            {mayComment && <CommentForm label={`Answer ${each.author}`} button="Answer" send={send.bind(null, each.id)} isFolded />}
          </li>
        ))}
      </ul>
      {mayComment && <CommentForm label="Comment on this page" button="Comment" send={send.bind(null, null)} />}
    </>
  );
}

function Remark({ comment, mark, zone, now }: { comment: CommentDto; mark: number | null; zone: string; now: Date }) {
  return (
    <div className="remark" id={`comment-${comment.id}`}>
      <div className="remark-head"><strong><Author name={comment.author} mark={mark} /></strong><time dateTime={comment.at.toISOString()} title={moment(comment.at, zone, now)}>{distance(comment.at, zone, now)}</time></div>
      <p>{comment.body}</p>
    </div>
  );
}
