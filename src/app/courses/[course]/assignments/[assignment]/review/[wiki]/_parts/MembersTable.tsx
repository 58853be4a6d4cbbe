import { Link } from "@/ui/frame/Link";
import type { SummedFigure } from "@/core/credit/figures";
import type { GroupDto, MemberInGroupDto } from "@/data/review/group";
import { Author, authorFill } from "@/ui/authors/AuthorMark";
import { FigureLabel } from "@/ui/measures/FigureLabel";
import { counted, number, percent, percents } from "@/ui/words/counts";
import { type FigureName, memberFigureWords } from "@/ui/words/figures";
import { distance } from "@/ui/words/times";

interface Props {
  readonly group: GroupDto;
  readonly href: (person: string, figure: SummedFigure) => string;
  readonly statementHref: (person: string) => string;
  readonly open: { readonly person: string; readonly figure: SummedFigure } | null;
  readonly zone: string;
  readonly now: Date;
}

/** The order in which figures are compared: what stands, how it came about, what was done with others' work. */
const order: readonly SummedFigure[] = ["standing", "added", "entries", "removedOthers", "editedByOthers", "corrections", "entriesOnOthersPages", "restored", "carried", "moved", "triedAndDropped", "discussed"];

/** The members beside each other, figure by figure. */
export function MembersTable({ group: { members }, href, statementHref, open, zone, now }: Props) {
  const plain = (figure: FigureName, text: (each: MemberInGroupDto) => React.ReactNode, label?: string) => (
    <tr><th scope="row"><FigureLabel figure={figure}>{label}</FigureLabel></th>{members.map((each) => <td key={each.member.id} className="number">{text(each)}</td>)}</tr>
  );
  const part = (value: number | null) => (value === null ? <span className="nothing">–</span> : percent(value));
  return (
    <div className="scroll-x">
      <table className="ledger members-table">
        <caption className="visually-hidden">The members compared</caption>
        <thead><tr><th scope="col">Figure</th>{members.map(({ member }) => <th key={member.id} scope="col" className="number"><Link href={statementHref(member.id)}><Author name={member.name} mark={member.mark} /></Link></th>)}</tr></thead>
        <tbody>
          <tr><th scope="row"><FigureLabel figure="share" /></th>{members.map(({ member, share, sharePercent }) => (
            <td key={member.id} className="number">{percents(sharePercent)}<span className="share-bar" aria-hidden="true"><span style={{ width: `${100 * (share ?? 0)}%`, ...authorFill(member.mark) }} /></span></td>
          ))}</tr>
          {order.map((figure) => (
            <tr key={figure}>
              <th scope="row"><FigureLabel figure={figure} /></th>
              {members.map(({ member, figures }) => {
                const isOpen = open?.person === member.id && open.figure === figure;
                return <td key={member.id} className="number"><Link href={href(member.id, figure)} scroll={false} aria-current={isOpen} className={figures[figure] === 0 ? "nothing" : ""} aria-label={`${memberFigureWords[figure].label} of ${member.name}: ${number(figures[figure])}. Show what is behind it`}>{number(figures[figure])}</Link></td>;
              })}
            </tr>
          ))}
          {plain("lasting", ({ figures }) => part(figures.lasting))}
          {plain("largestArrival", ({ figures: { largestArrival } }) => (largestArrival ? <>{number(largestArrival.words)} <small className="quiet">{percent(largestArrival.part)}</small></> : <span className="nothing">–</span>))}
          {plain("lastDayPart", ({ figures }) => part(figures.lastDayPart))}
          {plain("activeDays", ({ figures }) => number(figures.activeDays))}
          {plain("sittings", ({ figures }) => number(figures.sittings))}
          {plain("comments", ({ figures }) => `${number(figures.comments)}, ${number(figures.replies)}`, "Comments, answers")}
          {plain("talkedWith", ({ figures }) => number(figures.talkedWith.length))}
          <tr><th scope="row" title="When this work was reviewed">Looked at</th>{members.map(({ member, mark, newSince }) => (
            <td key={member.id} className="number">{mark ? <span title={`by ${mark.by}`}>{distance(mark.at, zone, now)}{newSince !== null && newSince > 0 && <small className="waiting"> {counted(newSince, "entry", "entries")} since</small>}</span> : <span className="waiting">not yet</span>}</td>
          ))}</tr>
        </tbody>
      </table>
    </div>
  );
}
