"use client";
import { useRouter } from "next/navigation";
import { type MouseEvent, type ReactNode, startTransition, Suspense, use, useEffect, useState, useTransition } from "react";
import type { ContributionKind } from "@/core/assignment/kinds";
import type { GroupFindingsDto } from "@/data/review/class-findings";
import type { GroupReviewDto } from "@/data/review/dto";
import { FigureLabel } from "@/ui/measures/FigureLabel";
import { paths } from "@/ui/paths";
import { counted, number, percent } from "@/ui/words/counts";
import { type Arrangement, arrangementAsked, inOrder, type Order, selected } from "./arrange";
import { columnWords } from "./column-words";
import { type Column, shownColumns } from "./columns";
import { FigureRow, type RowsIn, SumRow } from "./FigureRow";

interface Props extends RowsIn {
  readonly groups: readonly GroupReviewDto[];
  readonly arrangement: Arrangement;
  /** The kinds of contribution that count in the assignment: their columns come first. */
  readonly counts: readonly ContributionKind[];
  /** What was found in each group; it comes when it is known. */
  readonly findings: Promise<readonly GroupFindingsDto[]>;
  /** About whom something was found, by "wiki student", where that is asked about. */
  readonly found: ReadonlySet<string>;
}

/** Of a large class so many groups, or four times as many students, come with the page; the others are drawn a moment later. */
const atFirst = 12;

/**
 * One ledger table: groups with their members, each group closed by its sum; or those who are looked for, in the order of a
 * column. Drawn from the figures here as well as on the server: a large class sends its figures once, and its links are plain.
 */
export function ReviewTable({ groups, arrangement, counts, findings, found, ...rows }: Props) {
  const router = useRouter();
  const [isGoing, startGoing] = useTransition();
  const follow = (event: MouseEvent) => {
    const link = (event.target as Element).closest<HTMLAnchorElement>("a[href]");
    if (!link || event.defaultPrevented || event.button !== 0 || event.metaKey || event.ctrlKey || event.shiftKey || event.altKey) return;
    event.preventDefault();
    startGoing(() => router.push(link.href, { scroll: link.dataset.stays === undefined }));
  };
  const { courseId, assignmentId } = rows.place;
  const href = (asked: Record<string, string>) => `${paths.review(courseId, assignmentId)}${Object.keys(asked).length > 0 ? `?${new URLSearchParams(asked)}` : ""}`;
  const { by, only, isDescending } = arrangement;
  const shown = shownColumns(arrangement.columns, counts).filter((column) => column !== "expected" || rows.expected !== null);
  const placed = by || only ? selected(groups, only, rows.progress, found) : null;
  const ordered = placed && by ? inOrder(placed, by, isDescending, rows.expected?.met) : placed;
  const kept = arrangementAsked(arrangement);
  const [isWhole, setWhole] = useState(groups.length <= atFirst);
  useEffect(() => startTransition(() => setWhole(true)), []);
  const across = 1 + shown.reduce((sum, column) => sum + columnWords[column].cells, 0);
  return (
    <div className="scroll-x" onClick={follow} aria-busy={isGoing}>
      <table className="ledger review-table">
        <caption className="visually-hidden">Contributions by group and student</caption>
        <thead>
          <tr>
            <th scope="col">Student</th>
            {shown.map((column) => <ColumnHead key={column} column={column} arrangement={arrangement} href={href} />)}
          </tr>
        </thead>
        {ordered && <tbody>{ordered.length === 0 ? <tr><td colSpan={across} className="quiet">Nobody is like that.</td></tr> : ordered.slice(0, isWhole ? undefined : 4 * atFirst).map(({ group, each }) => <FigureRow key={`${group.wikiId} ${each.member.id}`} shown={shown} kept={kept} id={each.member.id} name={each.member.name} mark={each.member.mark} group={group.name} figures={each} wikiId={group.wikiId} {...rows} />)}</tbody>}
        {!ordered && groups.slice(0, isWhole ? undefined : atFirst).map((group) => (
          <tbody key={group.wikiId}>
            <GroupLine group={group} across={across} place={rows.place} findings={findings} />
            {group.members.map((each) => <FigureRow key={each.member.id} shown={shown} kept={kept} id={each.member.id} name={each.member.name} mark={each.member.mark} figures={each} wikiId={group.wikiId} {...rows} />)}
            {group.unassigned && <FigureRow shown={shown} kept={kept} id="unassigned" name="Unassigned" mark={null} figures={group.unassigned} wikiId={group.wikiId} {...rows} />}
            <SumRow shown={shown} group={group} />
          </tbody>
        ))}
      </table>
    </div>
  );
}

function ColumnHead({ column, arrangement, href }: { column: Column; arrangement: Arrangement; href: (asked: Record<string, string>) => string }) {
  const { label, order, cells, isNumber } = columnWords[column];
  const { by, isDescending } = arrangement;
  const name: ReactNode = column === "expected" || column === "last" || column === "looked" ? label : <FigureLabel figure={column} />;
  const isBy = by === column;
  const link = (to: Order) => <a href={href(arrangementAsked({ ...arrangement, by: to, isDescending: isBy && !isDescending }))} data-stays className="sort-link" aria-label={`In the order of ${order}, ${isBy && !isDescending ? "most" : "least"} first`}>{isBy ? (isDescending ? "▾" : "▴") : "▵"}</a>;
  return <th scope="col" colSpan={cells} className={isNumber ? "number" : undefined} aria-sort={isBy ? (isDescending ? "descending" : "ascending") : "none"}>{name} {column !== "looked" && link(column)}</th>;
}

function GroupLine({ group, across, place, findings }: { group: GroupReviewDto; across: number; place: RowsIn["place"]; findings: Props["findings"] }) {
  const href = paths.reviewGroup(place.courseId, place.assignmentId, group.wikiId);
  return (
    <tr className="group-line">
      <th scope="rowgroup" colSpan={across}>
        <a href={href}>{group.name}</a>
        <span className="quiet"><FigureLabel figure="balance">balance {percent(group.balance)}</FigureLabel></span>
        <Suspense><FoundHere findings={findings} wikiId={group.wikiId} href={`${href}#found`} /></Suspense>
        <span className="quiet">{number(group.starterWords)} starter words{group.othersWords > 0 ? ` and ${number(group.othersWords)} of people outside the group` : ""} stand apart</span>
      </th>
    </tr>
  );
}

function FoundHere({ findings, wikiId, href }: { findings: Props["findings"]; wikiId: string; href: string }) {
  const open = use(findings).find((each) => each.wikiId === wikiId)?.open.length ?? 0;
  return open === 0 ? null : <span className="quiet"><a href={href} className="figure-label">{counted(open, "finding")}</a></span>;
}
