import type { RemarkDraftDto } from "@/data/drafts/dto";
import type { CommentDto, PageDto } from "@/data/pages/dto";
import { distance } from "@/ui/words/times";
import { counted } from "@/ui/words/counts";
import { paths } from "@/ui/paths";
import { answer, commentOn, editRemark, markAsDiscussion, settle, withdrawRemark } from "../actions";
import { BesidePassages } from "./BesidePassages";
import { AnswerForm } from "./AnswerForm";
import { Discussions } from "./Discussions";
import { PinHere } from "../../../_parts/PinHere";
import { PassageForm } from "./PassageForm";
import { PassageLine } from "./PassageLine";
import { placedThreads } from "./placed";
import { Remark } from "./Remark";
import { TakenUp } from "./TakenUp";
import type { RemarkAt } from "./useRemark";
import { SettleButton } from "./SettleButton";

interface Props {
  readonly page: PageDto;
  /** Whom a comment here can name. */
  readonly people: readonly { readonly id: string; readonly name: string }[];
  readonly viewerId: string;
  /** What the viewer has begun to say here and not sent. */
  readonly drafts: readonly RemarkDraftDto[];
  readonly zone: string;
  readonly now: Date;
}

/**
 * A page's comments with their answers, and the place to add one: first what is said of the page, then what
 * is about passages, each beside its own. What is settled stands folded between them.
 */
export function Conversation({ page, people, viewerId, drafts, zone, now }: Props) {
  const mayComment =
    page.wiki.commentsOn &&
    !page.removedAt &&
    (page.access.level === "write" || page.access.level === "comment");
  const [open, settled] = [
    page.comments.filter((each) => !each.settled),
    page.comments.filter((each) => each.settled),
  ];
  const placed = placedThreads(page);
  const others = open.filter((each) => !placed.some(({ thread }) => thread === each));
  const draw = (each: CommentDto, sign: string | null = null) => (
    <Thread
      key={each.id}
      thread={each}
      sign={sign}
      page={page}
      people={people}
      viewerId={viewerId}
      drafts={drafts}
      mayComment={mayComment}
      maySettle={mayComment && (page.maySettle || each.authorId === viewerId)}
      zone={zone}
      now={now}
    />
  );
  return (
    <>
      {page.comments.length === 0 && (
        <p className="quiet">
          {mayComment
            ? "Nobody has said anything about this page yet."
            : page.wiki.commentsOn
              ? "No comments."
              : "This assignment has no comments."}
        </p>
      )}
      <ul className="thread">{others.map((each) => draw(each))}</ul>
      {mayComment && (
        <PassageForm
          at={{
            courseId: page.wiki.courseId,
            pageId: page.id,
            viewerId,
            place: "page",
            draft: drafts.find(({ place }) => place === "page") ?? null,
          }}
          entries={page.entries}
          people={people}
          send={commentOn.bind(null, page.wiki.courseId, page.id, page.entries)}
          mark={
            page.wiki.isInstructor
              ? markAsDiscussion.bind(null, page.wiki.courseId, page.id, page.entries)
              : null
          }
          alikeHref={
            page.wiki.reviews
              ? paths.alike(page.wiki.courseId, page.wiki.assignmentId, { page: page.id })
              : null
          }
          pinsAt={
            page.wiki.reviews
              ? { courseId: page.wiki.courseId, wikiId: page.wiki.wikiId, pageId: page.id }
              : null
          }
        />
      )}
      {page.discussions.length > 0 && <Discussions page={page} zone={zone} now={now} />}
      {settled.length > 0 && (
        <details className="settled">
          <summary>{counted(settled.length, "settled comment")}</summary>
          <ul className="thread">{settled.map((each) => draw(each))}</ul>
        </details>
      )}
      {placed.length > 0 && (
        <BesidePassages>{placed.map(({ thread, sign }) => draw(thread, sign))}</BesidePassages>
      )}
    </>
  );
}

interface ThreadProps extends Props {
  readonly thread: CommentDto;
  /** The sign that its passage carries in the text; null: it has none there. */
  readonly sign: string | null;
  readonly mayComment: boolean;
  readonly maySettle: boolean;
}

function Thread({
  thread,
  sign,
  page,
  people,
  viewerId,
  drafts,
  mayComment,
  maySettle,
  zone,
  now,
}: ThreadProps) {
  const markOf = (id: string) => page.wiki.members.find((member) => member.id === id)?.mark ?? null;
  const { courseId, isInstructor } = page.wiki;
  const at = (place: string): RemarkAt => ({
    courseId,
    pageId: thread.pageId,
    viewerId,
    place,
    draft: drafts.find((draft) => draft.place === place) ?? null,
  });
  const remark = (each: CommentDto) => (
    <Remark
      comment={each}
      mark={markOf(each.authorId)}
      {...{ viewerId, mayComment, isInstructor, people, zone, now }}
      edit={editRemark.bind(null, courseId, each.id)}
      editedAt={at(`edit ${each.id}`)}
      withdraw={withdrawRemark.bind(null, courseId, each.id)}
      pin={
        page.wiki.reviews &&
        !each.withdrawn && (
          <PinHere
            courseId={courseId}
            wikiId={page.wiki.wikiId}
            thing={{ kind: "comment", commentId: each.id }}
            personId={page.wiki.members.some(({ id }) => id === each.authorId) ? each.authorId : null}
          />
        )
      }
    />
  );
  return (
    <li data-passage={sign === null ? undefined : thread.id}>
      {thread.passage && <PassageLine passage={thread.passage} sign={sign} thread={thread} page={page} />}
      {remark(thread)}
      {thread.replies.length > 0 && (
        <ul className="replies">
          {thread.replies.map((reply) => (
            <li key={reply.id}>{remark(reply)}</li>
          ))}
        </ul>
      )}
      {thread.settled && (
        <p className="quiet settled-by">
          Settled by {thread.settled.by}, {distance(thread.settled.at, zone, now)}
        </p>
      )}
      <div className="thread-acts">
        {mayComment && !thread.settled && (
          <AnswerForm
            at={at(`answer ${thread.id}`)}
            label={`Answer ${thread.author}`}
            people={people}
            send={answer.bind(null, page.wiki.courseId, thread.pageId, thread.id)}
          />
        )}
        {!thread.withdrawn && (
          <TakenUp
            courseId={courseId}
            pageId={thread.pageId}
            commentId={thread.id}
            author={thread.author}
            takenUp={thread.takenUp}
            proposed={thread.settled ? null : thread.proposed}
            newest={page.last.at > thread.at ? page.entries : null}
            mayMark={
              thread.pageId === page.id &&
              (isInstructor ||
                (mayComment && (thread.authorId === viewerId || page.last.authorId === viewerId)))
            }
            entryHref={(number) => paths.entry(courseId, thread.pageId, number)}
          />
        )}
        {maySettle && (
          <SettleButton
            author={thread.author}
            isSettled={thread.settled !== null}
            settle={settle.bind(null, page.wiki.courseId, thread.id)}
          />
        )}
      </div>
    </li>
  );
}
