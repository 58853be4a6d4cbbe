import { Link } from "@/ui/frame/Link";
import { definitionOf, type FigureName, figureNames } from "@/core/credit/figure-table";
import type { GroupDto, MemberInGroupDto } from "@/data/review/group";
import { Author, authorFill } from "@/ui/authors/AuthorMark";
import { FigureLabel } from "@/ui/measures/FigureLabel";
import { Defined } from "@/ui/measures/Defined";
import { paths } from "@/ui/paths";
import { counted, number, percent } from "@/ui/words/counts";
import { figureText, figureWords } from "@/ui/words/figures";
import { distance, moment } from "@/ui/words/times";

interface Props {
  readonly group: GroupDto;
  readonly courseId: string;
  readonly href: (person: string, figure: FigureName) => string;
  readonly statementHref: (person: string) => string;
  readonly open: { readonly person: string; readonly figure: FigureName } | null;
  /** Whether each line is cut at its own time. */
  readonly isAtCutOff: boolean;
  readonly zone: string;
  readonly now: Date;
}

/** The members beside each other, figure by figure. */
export function MembersTable({
  group: { members },
  courseId,
  href,
  statementHref,
  open,
  isAtCutOff,
  zone,
  now,
}: Props) {
  const cell = (figure: FigureName, { member, figures, sharePercent, arrivalPasted }: MemberInGroupDto) => {
    const text = figureText(figure, figures[figure], sharePercent);
    const isNothing = text === "0" || text === "–";
    return (
      <td key={member.id} className="number">
        <Link
          href={href(member.id, figure)}
          scroll={false}
          aria-current={open?.person === member.id && open.figure === figure}
          className={isNothing ? "nothing" : ""}
          aria-label={`${figureWords[figure].label} of ${member.name}: ${text}. Show what is behind it`}
        >
          {text}
        </Link>
        {figure === "largestArrival" && !isNothing && (
          <small className="quiet">
            {" "}
            {percent(figures.largestArrivalPart)}
            {arrivalPasted > 0 && `, ${number(arrivalPasted)} pasted`}
          </small>
        )}
        {(figure === "removedOthers" || figure === "editedByOthers") && figures[`${figure}Back`] > 0 && (
          <small className="quiet">
            {" "}
            of which{" "}
            <Link href={href(member.id, `${figure}Back`)} scroll={false}>
              {number(figures[`${figure}Back`])} came back
            </Link>
          </small>
        )}
        {figure === "share" && (
          <span className="share-bar" aria-hidden="true">
            <span style={{ width: `${100 * (figures.share ?? 0)}%`, ...authorFill(member.mark) }} />
          </span>
        )}
      </td>
    );
  };
  return (
    <div className="scroll-x">
      <table className="ledger members-table">
        <caption className="visually-hidden">The members compared</caption>
        <thead>
          <tr>
            <th scope="col">Figure</th>
            {members.map(({ member, ownCutOffAt }) => (
              <th key={member.id} scope="col" className="number">
                <Link href={statementHref(member.id)}>
                  <Author name={member.name} mark={member.mark} />
                </Link>
                {ownCutOffAt && isAtCutOff && (
                  <small className="quiet own-time">as at {moment(ownCutOffAt, zone, now)}</small>
                )}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {figureNames
            .filter((name) => definitionOf(name).inGroup)
            .map((name) => (
              <tr key={name}>
                <th scope="row">
                  <FigureLabel figure={name} />
                </th>
                {members.map((each) => cell(name, each))}
              </tr>
            ))}
          <tr>
            <th scope="row">
              <Defined about="The first entry or comment." href={paths.measures("activeDays")}>
                First act
              </Defined>
            </th>
            {members.map(({ member, firstAct }) => (
              <td key={member.id} className="number">
                {firstAct ? (
                  <Link
                    href={
                      firstAct.number === null
                        ? paths.page(courseId, firstAct.pageId)
                        : paths.entry(courseId, firstAct.pageId, firstAct.number)
                    }
                  >
                    {moment(firstAct.at, zone, now)}
                  </Link>
                ) : (
                  <span className="nothing">–</span>
                )}
              </td>
            ))}
          </tr>
          <tr>
            <th scope="row">
              <Defined
                about="When they last opened a page of the course, whatever they did there. Members are told that this is seen."
                href={paths.measures("here")}
              >
                Last here
              </Defined>
            </th>
            {members.map(({ member, lastHere }) => (
              <td key={member.id} className="number">
                {lastHere ? distance(lastHere, zone, now) : <span className="waiting">never</span>}
              </td>
            ))}
          </tr>
          <tr>
            <th scope="row" title="When this work was reviewed">
              Looked at
            </th>
            {members.map(({ member, mark, newSince }) => (
              <td key={member.id} className="number">
                {mark ? (
                  <span title={`by ${mark.by}`}>
                    {distance(mark.at, zone, now)}
                    {newSince !== null && newSince > 0 && (
                      <small className="waiting"> {counted(newSince, "entry", "entries")} since</small>
                    )}
                  </span>
                ) : (
                  <span className="waiting">not yet</span>
                )}
              </td>
            ))}
          </tr>
        </tbody>
      </table>
    </div>
  );
}
