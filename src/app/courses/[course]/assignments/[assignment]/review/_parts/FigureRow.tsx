import type { ReactNode } from "react";
import type { ExpectedOfEach } from "@/data/assignments/expected";
import type { ClassFigure } from "@/core/credit/figure-table";
import type { GroupReviewDto, MemberReviewDto } from "@/data/review/dto";
import type { ProgressDto } from "@/data/review/progress";
import { Author, authorFill } from "@/ui/authors/AuthorMark";
import { paths } from "@/ui/paths";
import { counted, number, percent } from "@/ui/words/counts";
import { figureText, figureWords } from "@/ui/words/figures";
import { distance, moment } from "@/ui/words/times";
import type { Column } from "./columns";
import { DaysPicture } from "./DaysPicture";

/** What all rows of the class have in common. */
export interface RowsIn {
  readonly place: { readonly courseId: string; readonly assignmentId: string };
  readonly zone: string;
  readonly now: Date;
  readonly progress: ProgressDto | null;
  readonly expected: ExpectedOfEach | null;
  readonly open: { readonly wiki: string; readonly person: string; readonly figure: string } | null;
  /** The days that are pictured, as YYYY-MM-DD. */
  readonly days: { readonly from: string; readonly to: string; readonly due: string };
}

interface Props extends RowsIn {
  readonly shown: readonly Column[];
  /** How the class is arranged, as it stands in an address: what is opened leaves it so. */
  readonly kept: Readonly<Record<string, string>>;
  /** The group, where it is not said above. */
  readonly group?: string;
  /** The student, or what is unassigned. */
  readonly id: string;
  readonly name: string;
  readonly mark: number | null;
  readonly figures: Omit<MemberReviewDto, "member">;
  readonly wikiId: string;
}

/** The period of an arrangement: what is opened is about the same time. */
const inPeriod = ({ from, until }: Readonly<Record<string, string>>): Record<string, string> => ({
  ...(from ? { from } : {}),
  ...(until ? { until } : {}),
});

/** Whether the time is the one that goes without saying, in which each line is cut at its own. */
const isUsual = ({ from, until }: Readonly<Record<string, string>>) => !from && !until;

/** One student's line: each figure opens what is behind it. */
export function FigureRow(props: Props) {
  const { shown, kept, group, id, name: who, mark, figures: each, wikiId, place } = props;
  const isGuests = mark === null;
  const figure = (name: ClassFigure, more: ReactNode = null) => {
    const isOpen = props.open?.wiki === wikiId && props.open.person === id && props.open.figure === name;
    const text = figureText(name, each.figures[name], each.sharePercent);
    return (
      <td key={name} className="number">
        <a
          href={paths.evidence(place.courseId, place.assignmentId, wikiId, id, name, kept)}
          data-stays
          aria-current={isOpen}
          className={text === "0" || text === "–" ? "nothing" : ""}
          aria-label={`${figureWords[name].label} of ${who}: ${text}. Show what is behind it`}
        >
          {text}
        </a>
        {more}
      </td>
    );
  };
  const cell = (column: Column): ReactNode => {
    switch (column) {
      case "share":
        return [
          figure("share"),
          <td key="bar" className="share-cell spare-picture" aria-hidden="true">
            <span className="share-bar">
              <span style={{ width: `${100 * (each.figures.share ?? 0)}%`, ...authorFill(mark) }} />
            </span>
          </td>,
        ];
      case "activeDays":
        return [
          figure("activeDays"),
          <td key="picture" className="days-cell spare-picture">
            <DaysPicture days={each.days} {...props.days} />
          </td>,
        ];
      // Guests comment on nothing, and nothing is expected of them.
      case "comments":
        return isGuests ? (
          <Nothing key={column} />
        ) : (
          figure(
            "comments",
            each.replies > 0 && (
              <small className="quiet" title={`${counted(each.replies, "answer")} among them`}>
                {" "}
                {number(each.replies)} ans.
              </small>
            ),
          )
        );
      case "expected":
        return isGuests ? <Nothing key={column} /> : <ExpectedCell key={column} {...props} />;
      case "last":
        return (
          <td key={column} className="spare">
            {each.lastAt ? (
              <time dateTime={each.lastAt.toISOString()} title={moment(each.lastAt, props.zone, props.now)}>
                {distance(each.lastAt, props.zone, props.now)}
              </time>
            ) : each.figures.entries === 0 && each.figures.comments === 0 ? (
              <span className="waiting">
                {Object.keys(inPeriod(kept)).length > 0 ? "nothing then" : "nothing yet"}
              </span>
            ) : (
              "–"
            )}
          </td>
        );
      case "looked":
        return (
          <td key={column} className="spare">
            {isGuests ? "" : <LookedCell {...props} />}
          </td>
        );
      default:
        return figure(column);
    }
  };
  return (
    <tr>
      <th scope="row">
        {isGuests ? (
          <Author name={who} mark={mark} />
        ) : (
          <a
            href={paths.statement(place.courseId, place.assignmentId, wikiId, id, inPeriod(kept))}
            className="student-link"
          >
            <Author name={who} mark={mark} />
          </a>
        )}
        {group && <span className="quiet"> {group}</span>}
        {each.ownCutOffAt && isUsual(kept) && (
          <small className="quiet own-time">as at {moment(each.ownCutOffAt, props.zone, props.now)}</small>
        )}
      </th>
      {shown.map(cell)}
    </tr>
  );
}

const Nothing = () => (
  <td className="number">
    <span className="nothing">–</span>
  </td>
);

function ExpectedCell({ id, name, wikiId, expected, place }: Props) {
  const [met, of] = [expected?.met.get(`${wikiId} ${id}`) ?? 0, expected?.of ?? 0];
  return (
    <td className="number">
      <a
        href={`${paths.assignment(place.courseId, place.assignmentId)}#expected`}
        className={met < of ? "waiting" : ""}
        aria-label={`${name} has met ${met} of ${of} things that are expected. Show what they are`}
      >
        {met} of {of}
      </a>
    </td>
  );
}

function LookedCell({ id, wikiId, progress, zone, now }: Props) {
  const mine = progress?.mine.get(`${wikiId} ${id}`);
  const newer = progress?.newSince.get(`${wikiId} ${id}`) ?? 0;
  const others = progress?.byOthers.get(`${wikiId} ${id}`) ?? [];
  return (
    <>
      {mine ? distance(mine.at, zone, now) : <span className="quiet">not yet</span>}
      {newer > 0 && (
        <small className="waiting" style={{ display: "block" }}>
          {counted(newer, "entry", "entries")} since
        </small>
      )}
      {others.map(({ name, at }) => (
        <small key={name} className="quiet" style={{ display: "block" }}>
          {name}, {distance(at, zone, now)}
        </small>
      ))}
    </>
  );
}

/** What all of a group come to together, where figures can be added. */
export function SumRow({ shown, group }: { shown: readonly Column[]; group: GroupReviewDto }) {
  const all = [...group.members, ...(group.unassigned ? [group.unassigned] : [])];
  const sum = (figure: ClassFigure) => all.reduce((total, { figures }) => total + (figures[figure] ?? 0), 0);
  const [standing, added] = [sum("standing"), sum("added")];
  const cell = (column: Column): ReactNode => {
    switch (column) {
      case "share":
        return [
          <td key="share" className="number">
            {standing > 0 ? "100 %" : "–"}
          </td>,
          <td key="bar" className="spare-picture" />,
        ];
      case "activeDays":
        return [<td key="days" />, <td key="picture" className="spare-picture" />];
      case "lasting":
        return (
          <td key={column} className="number">
            {percent(all.some(({ figures }) => figures.lasting !== null) ? standing / added : null)}
          </td>
        );
      case "expected":
        return <td key={column} />;
      case "last":
      case "looked":
        return <td key={column} className="spare" />;
      default:
        return (
          <td key={column} className="number">
            {number(sum(column))}
          </td>
        );
    }
  };
  return (
    <tr className="sum">
      <th scope="row">All of {group.name}</th>
      {shown.map(cell)}
    </tr>
  );
}
