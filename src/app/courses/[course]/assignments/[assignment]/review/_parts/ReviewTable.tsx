import Link from "next/link";
import type { ReactNode } from "react";
import { type GroupReviewDto, type MemberReviewDto, type ReviewFigure, unassigned } from "@/data/review/dto";
import type { ProgressDto } from "@/data/review/progress";
import { Author, authorFill } from "@/ui/authors/AuthorMark";
import { FigureLabel } from "@/ui/measures/FigureLabel";
import { paths } from "@/ui/paths";
import { counted, number, percent, percents } from "@/ui/words/counts";
import { figureWords } from "@/ui/words/figures";
import { distance, moment } from "@/ui/words/times";
import { type Arrangement, arrangementAsked, inOrder, type Order, selected } from "./arrange";

const orderNames: Readonly<Record<Order, string>> = { entries: "entries", comments: "comments", added: "added words", standing: "standing words", share: "share", last: "when they were last at work" };

interface Props {
  readonly groups: readonly GroupReviewDto[];
  readonly place: { readonly courseId: string; readonly assignmentId: string };
  readonly zone: string;
  readonly now: Date;
  readonly progress: ProgressDto | null;
  readonly arrangement: Arrangement;
  /** The address of the class, arranged in another way. */
  readonly href: (asked: Record<string, string>) => string;
  readonly open: { readonly wiki: string; readonly person: string; readonly figure: ReviewFigure } | null;
}

/** One ledger table: groups with their members, each group closed by its sum; or those who are looked for, in the order of a figure. */
export function ReviewTable({ groups, arrangement, href, place, zone, now, open, progress }: Props) {
  const { by, only, isDescending } = arrangement;
  const placed = by || only ? selected(groups, only, progress) : null;
  const rows = placed && by ? inOrder(placed, by, isDescending) : placed;
  const head = (order: Order, label: ReactNode, isNumber: boolean, columns = 1) => (
    <th key={order} scope="col" colSpan={columns} className={isNumber ? "number" : undefined} aria-sort={by === order ? (isDescending ? "descending" : "ascending") : "none"}>
      {label} <Link href={href(arrangementAsked({ by: order, only, isDescending: by === order && !isDescending }))} scroll={false} className="sort-link" aria-label={`In the order of ${orderNames[order]}, ${by === order && !isDescending ? "most" : "least"} first`}>{by === order ? (isDescending ? "▾" : "▴") : "▵"}</Link>
    </th>
  );
  return (
    <div className="scroll-x">
      <table className="ledger review-table">
        <caption className="visually-hidden">Contributions by group and student</caption>
        <thead>
          <tr>
            <th scope="col">Student</th>
            {(["entries", "comments", "added", "standing"] as const).map((figure) => head(figure, <FigureLabel figure={figure} />, true))}
            {head("share", <FigureLabel figure="share" />, false, 2)}
            {head("last", "Last seen at work", false)}
            <th scope="col">Looked at</th>
          </tr>
        </thead>
        {rows && <tbody>{rows.length === 0 ? <tr><td colSpan={9} className="quiet">Nobody is like that.</td></tr> : rows.map(({ group, each }) => <FigureRow kept={arrangementAsked(arrangement)} key={`${group.wikiId} ${each.member.id}`} id={each.member.id} name={each.member.name} mark={each.member.mark} group={group.name} figures={each} wikiId={group.wikiId} {...{ place, zone, now, open, progress }} />)}</tbody>}
        {!rows && groups.map((group) => <GroupRows key={group.wikiId} {...{ group, place, zone, now, open, progress }} />)}
      </table>
    </div>
  );
}

function GroupRows({ group, place, zone, now, open, progress }: Omit<Props, "groups" | "arrangement" | "href"> & { group: GroupReviewDto }) {
  const sum = (of: (each: Omit<MemberReviewDto, "member" | "comments">) => number) => [...group.members, ...(group.unassigned ? [group.unassigned] : [])].reduce((total, each) => total + of(each), 0);
  return (
    <tbody>
      <tr className="group-line">
        <th scope="rowgroup" colSpan={9}>
          <Link href={paths.reviewGroup(place.courseId, place.assignmentId, group.wikiId)}>{group.name}</Link>
          <span className="quiet"><FigureLabel figure="balance">balance {percent(group.balance)}</FigureLabel></span>
          <span className="quiet">{number(group.starterWords)} starter words{group.othersWords > 0 ? ` and ${number(group.othersWords)} of people outside the group` : ""} stand apart</span>
        </th>
      </tr>
      {group.members.map((each) => <FigureRow key={each.member.id} id={each.member.id} name={each.member.name} mark={each.member.mark} figures={each} wikiId={group.wikiId} {...{ place, zone, now, open, progress }} />)}
      {group.unassigned && <FigureRow id={unassigned} name="Unassigned" mark={null} figures={{ ...group.unassigned, comments: null }} wikiId={group.wikiId} {...{ place, zone, now, open, progress }} />}
      <tr className="sum">
        <th scope="row">All of {group.name}</th>
        <td className="number">{number(sum((each) => each.entries))}</td>
        <td className="number">{number(group.members.reduce((total, each) => total + each.comments, 0))}</td>
        <td className="number">{number(sum((each) => each.added))}</td>
        <td className="number">{number(sum((each) => each.standing))}</td>
        <td className="number">{sum((each) => each.standing) > 0 ? "100 %" : "–"}</td><td /><td /><td />
      </tr>
    </tbody>
  );
}

interface RowProps extends Omit<Props, "groups" | "arrangement" | "href"> {
  /** How the class is arranged, as it stands in an address: what is opened leaves it so. */
  readonly kept?: Readonly<Record<string, string>>;
  /** The group, where it is not said above. */
  readonly group?: string;
  /** The student, or what is unassigned. */
  readonly id: string;
  readonly name: string;
  readonly mark: number | null;
  /** Guests comment on nothing. */
  readonly figures: Omit<MemberReviewDto, "member" | "comments"> & { readonly comments: number | null };
  readonly wikiId: string;
}

function FigureRow({ kept, id, name: who, mark, group, figures: each, wikiId, place, zone, now, open, progress }: RowProps) {
  const figure = (name: ReviewFigure, text: string, amount: number) => {
    const isOpen = open?.wiki === wikiId && open.person === id && open.figure === name;
    return (
      <td className="number">
        <Link href={paths.evidence(place.courseId, place.assignmentId, wikiId, id, name, kept)} scroll={false} aria-current={isOpen} className={amount === 0 ? "nothing" : ""}
          aria-label={`${figureWords[name].label} of ${who}: ${text}. Show what is behind it`}>{text}</Link>
      </td>
    );
  };
  const mine = progress?.mine.get(`${wikiId} ${id}`);
  const newer = progress?.newSince.get(`${wikiId} ${id}`) ?? 0;
  const didNothing = each.entries === 0 && !each.comments;
  return (
    <tr>
      <th scope="row">{mark === null ? <Author name={who} mark={mark} /> : <Link href={paths.statement(place.courseId, place.assignmentId, wikiId, id)} className="student-link"><Author name={who} mark={mark} /></Link>}{group && <span className="quiet"> {group}</span>}</th>
      {figure("entries", number(each.entries), each.entries)}
      {each.comments === null ? <td className="number"><span className="nothing">–</span></td> : figure("comments", number(each.comments), each.comments)}
      {figure("added", number(each.added), each.added)}
      {figure("standing", number(each.standing), each.standing)}
      {figure("share", percents(each.sharePercent), each.standing)}
      <td className="share-cell" aria-hidden="true"><span className="share-bar"><span style={{ width: `${100 * (each.share ?? 0)}%`, ...authorFill(mark) }} /></span></td>
      <td>{each.lastAt ? <time dateTime={each.lastAt.toISOString()} title={moment(each.lastAt, zone, now)}>{distance(each.lastAt, zone, now)}</time> : didNothing ? <span className="waiting">nothing yet</span> : "–"}</td>
      <td>{mark === null ? "" : mine ? <>{distance(mine.at, zone, now)}{newer > 0 && <small className="waiting" style={{ display: "block" }}>{counted(newer, "entry", "entries")} since</small>}</> : <span className="quiet">not yet</span>}</td>
    </tr>
  );
}
