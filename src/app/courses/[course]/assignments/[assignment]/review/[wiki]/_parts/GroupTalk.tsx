import { Link } from "@/ui/frame/Link";
import type { GroupDto } from "@/data/review/group";
import { Author } from "@/ui/authors/AuthorMark";
import { commentAnchor } from "@/ui/document/reading";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { RemarkText } from "@/ui/words/RemarkText";
import { moment } from "@/ui/words/times";

/** So many threads are open; those before them wait folded. */
const open = 12;

/** What the group said, page by page in the order of time, as one reads a conversation. */
export function GroupTalk({
  group: { conversation, members, courseId, timeZone: zone },
  now,
}: {
  group: GroupDto;
  now: Date;
}) {
  if (conversation.length === 0) return <p className="quiet">Nobody said anything in this time.</p>;
  const markOf = (id: string) => members.find(({ member }) => member.id === id)?.member.mark ?? null;
  const said = (each: GroupDto["conversation"][number]["answers"][number]) => (
    <div className="remark" data-remark={each.id}>
      <div className="remark-head">
        <strong>
          <Author name={each.author} mark={markOf(each.authorId)} />
        </strong>
        <time dateTime={each.at.toISOString()}>{moment(each.at, zone, now)}</time>
      </div>
      <RemarkText body={each.body} />
    </div>
  );
  const thread = (each: GroupDto["conversation"][number]) => (
    <li key={each.id}>
      <p className="passage-line">
        On <Link href={`${paths.page(courseId, each.pageId)}#${commentAnchor(each.id)}`}>{each.page}</Link>
        {each.takenUpIn !== null && (
          <>
            , taken up in{" "}
            <Link href={paths.entry(courseId, each.pageId, each.takenUpIn)}>entry {each.takenUpIn}</Link>
          </>
        )}
      </p>
      {said(each)}
      {each.answers.length > 0 && (
        <ul className="replies">
          {each.answers.map((answer) => (
            <li key={answer.id}>{said(answer)}</li>
          ))}
        </ul>
      )}
    </li>
  );
  const [older, newer] = [conversation.slice(0, -open), conversation.slice(-open)];
  return (
    <>
      {older.length > 0 && (
        <details className="settled">
          <summary>{counted(older.length, "earlier conversation")}</summary>
          <ul className="thread">{older.map(thread)}</ul>
        </details>
      )}
      <ul className="thread">{newer.map(thread)}</ul>
    </>
  );
}
