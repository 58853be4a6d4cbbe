import type { KeptPageDto } from "@/data/kept/dto";
import type { CommentDto } from "@/data/pages/dto";
import { Author } from "@/ui/authors/AuthorMark";
import { commentAnchor, passageAnchor } from "@/ui/document/reading";
import { counted } from "@/ui/words/counts";
import { RemarkText } from "@/ui/words/RemarkText";
import { shortened } from "@/ui/words/shortened";
import { moment } from "@/ui/words/times";

/** What had been said about the page, to be read alone. */
export function KeptComments({ page, now }: { page: KeptPageDto; now: Date }) {
  const { comments, passages, wiki } = page;
  const [open, settled] = [comments.filter((each) => !each.settled), comments.filter((each) => each.settled)];
  const thread = (each: CommentDto) => (
    <li key={each.id}>
      {each.passage && (
        <p className="passage-line">
          {passages.some(({ id }) => id === each.id) ? (
            <a href={`#${passageAnchor(each.id)}`}>“{shortened(each.passage.quote, 70)}”</a>
          ) : (
            <q>{shortened(each.passage.quote, 70)}</q>
          )}
        </p>
      )}
      <Said comment={each} />
      {each.replies.length > 0 && (
        <ul className="replies">
          {each.replies.map((reply) => (
            <li key={reply.id}>
              <Said comment={reply} />
            </li>
          ))}
        </ul>
      )}
      {each.settled && (
        <p className="quiet settled-by">
          Settled by {each.settled.by}, {moment(each.settled.at, wiki.timeZone, now)}
        </p>
      )}
    </li>
  );
  function Said({ comment }: { comment: CommentDto }) {
    const { id, author, authorId, at, editedAt, withdrawn, body } = comment;
    return (
      <div className="remark" id={commentAnchor(id)} data-withdrawn={withdrawn !== null}>
        <div className="remark-head">
          <strong>
            <Author name={author} mark={wiki.members.find((each) => each.id === authorId)?.mark ?? null} />
          </strong>
          <time dateTime={at.toISOString()}>
            {moment(at, wiki.timeZone, now)}
            {editedAt && !withdrawn ? ", edited" : ""}
          </time>
        </div>
        {withdrawn ? (
          <p className="quiet">
            {withdrawn.byId === authorId ? "Withdrawn" : `Removed by ${withdrawn.by}`},{" "}
            {moment(withdrawn.at, wiki.timeZone, now)}. It counts no more.
          </p>
        ) : (
          <RemarkText body={body} people={wiki.members} />
        )}
      </div>
    );
  }
  return (
    <>
      {comments.length === 0 && <p className="quiet">Nobody had said anything about this page.</p>}
      <ul className="thread">{open.map(thread)}</ul>
      {settled.length > 0 && (
        <details className="settled">
          <summary>{counted(settled.length, "settled comment")}</summary>
          <ul className="thread">{settled.map(thread)}</ul>
        </details>
      )}
    </>
  );
}
