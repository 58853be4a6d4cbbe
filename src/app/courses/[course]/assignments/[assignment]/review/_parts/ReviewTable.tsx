"use client";
import { type ReactNode, startTransition, Suspense, use, useEffect, useState } from "react";
import type { ContributionKind } from "@/core/assignment/kinds";
import type { GroupFindingsDto } from "@/data/review/class-findings";
import { type GroupReviewDto, unassigned } from "@/data/review/dto";
import type { Period } from "@/data/review/period";
import { useFollowedLinks } from "@/ui/frame/useFollowedLinks";
import { TableFrame } from "@/ui/frame/TableFrame";
import { FigureLabel } from "@/ui/measures/FigureLabel";
import { paths } from "@/ui/paths";
import { counted, number, percent } from "@/ui/words/counts";
import { accountWords } from "@/ui/words/figures";
import { arrangementAsked, askedOfArrangement, inOrder, lookedFor, type Order, selected } from "./arrange";
import { columnWords, isPictured } from "./column-words";
import { type Column, isFigure, shownColumns } from "./columns";
import { FigureRow, type RowsIn, SumRow } from "./FigureRow";
import { useArrangement } from "./useArrangement";

interface Props extends RowsIn {
  readonly groups: readonly GroupReviewDto[];
  readonly period: Period;
  /** The kinds of contribution that count in the assignment: their columns come first. */
  readonly counts: readonly ContributionKind[];
  /** The columns that were chosen last, where the address asks for none. */
  readonly remembered: readonly Column[] | null;
  /** What was found in each group; it comes when it is known. */
  readonly findings: Promise<readonly GroupFindingsDto[]>;
}

/**
 * Of a large class so many groups, or four times as many students, come with the page; the others are drawn a
 * moment later.
 */
const atFirst = 6;

/**
 * One ledger table: groups with their members, each group closed by its sum; or those who are looked for, in
 * the order of a column. Drawn from the figures here as well as on the server: a large class sends its
 * figures once, and its links are plain.
 */
export function ReviewTable({ groups, period, counts, remembered, findings, ...rows }: Props) {
  const { isGoing, follow } = useFollowedLinks(askedOfArrangement);
  const { arrangement, link } = useArrangement(period);
  const [isWhole, setWhole] = useState(groups.length <= atFirst);
  useEffect(() => startTransition(() => setWhole(true)), []);
  const { by, only, isDescending, find } = arrangement;
  const looked = lookedFor(groups, find);
  const shown = shownColumns(arrangement.columns ?? remembered, counts).filter(
    (column) => column !== "expected" || rows.expected !== null,
  );
  const kept = arrangementAsked(arrangement);
  const across = 1 + shown.reduce((sum, column) => sum + (isPictured(column) ? 2 : 1), 0);
  const head = (column: Column) => {
    const { label, order } = columnWords(column);
    const isNumber = column === "expected" || (isFigure(column) && !isPictured(column));
    const isBy = by === column;
    const sort = (to: Order) => (
      <a
        {...link({ by: to, isDescending: isBy && !isDescending })}
        className="sort-link"
        aria-label={`In the order of ${order}, ${isBy && !isDescending ? "most" : "least"} first`}
      >
        {isBy ? (isDescending ? "▾" : "▴") : "▵"}
      </a>
    );
    // The sign of order stays beside the last word.
    const lastWord = label.slice(label.lastIndexOf(" ") + 1);
    const named =
      column === "looked" ? (
        label
      ) : column === "expected" || column === "last" ? (
        <>
          {label.slice(0, -lastWord.length)}
          <span className="one-line">
            {lastWord} {sort(column)}
          </span>
        </>
      ) : (
        <>
          <FigureLabel figure={column} /> {sort(column)}
        </>
      );
    return (
      <th
        key={column}
        scope="col"
        colSpan={isPictured(column) ? 2 : 1}
        className={isNumber ? "number" : column === "last" || column === "looked" ? "spare" : undefined}
        aria-sort={isBy ? (isDescending ? "descending" : "ascending") : "none"}
      >
        {named}
      </th>
    );
  };
  const list = (found: ReadonlySet<string>) => {
    const placed = selected(looked, only, rows.progress, found);
    const ordered = by ? inOrder(placed, by, isDescending, rows.expected?.met) : placed;
    if (ordered.length === 0)
      return (
        <tbody>
          <tr>
            <td colSpan={across} className="quiet">
              {find ? "Nobody like that has such a name, or is in a group that has." : "Nobody is like that."}
            </td>
          </tr>
        </tbody>
      );
    return (
      <tbody>
        {ordered.slice(0, isWhole ? undefined : 4 * atFirst).map(({ group, each }) => (
          <FigureRow
            key={`${group.wikiId} ${each.member.id}`}
            shown={shown}
            kept={kept}
            id={each.member.id}
            name={each.member.name}
            mark={each.member.mark}
            group={group.name}
            figures={each}
            wikiId={group.wikiId}
            {...rows}
          />
        ))}
      </tbody>
    );
  };
  return (
    <TableFrame spares={rows.open !== null} onClick={follow} aria-busy={isGoing}>
      <p role="status" className="visually-hidden">
        {find &&
          !only &&
          `${counted(
            looked.reduce((sum, { members }) => sum + members.length, 0),
            "student",
          )} found`}
      </p>
      <table className="ledger review-table">
        <caption className="visually-hidden">Contributions by group and student</caption>
        <thead>
          <tr>
            <th scope="col">Student</th>
            {shown.map(head)}
          </tr>
        </thead>
        {only === "with findings" ? (
          <Suspense
            fallback={
              <tbody>
                <tr>
                  <td colSpan={across} className="quiet">
                    Looking through the groups.
                  </td>
                </tr>
              </tbody>
            }
          >
            <WithFound findings={findings} list={list} />
          </Suspense>
        ) : (
          (by || only) && list(new Set())
        )}
        {!by && !only && looked.length === 0 && (
          <tbody>
            <tr>
              <td colSpan={across} className="quiet">
                No student and no group has such a name.
              </td>
            </tr>
          </tbody>
        )}
        {!by &&
          !only &&
          looked.slice(0, isWhole ? undefined : atFirst).map((group) => (
            <tbody key={group.wikiId}>
              <GroupLine group={group} across={across} place={rows.place} findings={findings} />
              {group.members.map((each) => (
                <FigureRow
                  key={each.member.id}
                  shown={shown}
                  kept={kept}
                  id={each.member.id}
                  name={each.member.name}
                  mark={each.member.mark}
                  figures={each}
                  wikiId={group.wikiId}
                  {...rows}
                />
              ))}
              {group.isWhole && group.unassigned && (
                <FigureRow
                  shown={shown}
                  kept={kept}
                  id={unassigned}
                  name="Unassigned"
                  mark={null}
                  figures={group.unassigned}
                  wikiId={group.wikiId}
                  {...rows}
                />
              )}
              {group.isWhole && <SumRow shown={shown} group={group} />}
            </tbody>
          ))}
      </table>
    </TableFrame>
  );
}

/** Those about whom something was found, once that is known. */
function WithFound({
  findings,
  list,
}: {
  findings: Props["findings"];
  list: (found: ReadonlySet<string>) => ReactNode;
}) {
  return list(
    new Set(
      use(findings).flatMap(({ wikiId, open }) =>
        open.flatMap(({ members }) => members.map((id) => `${wikiId} ${id}`)),
      ),
    ),
  );
}

function GroupLine({
  group,
  across,
  place,
  findings,
}: {
  group: GroupReviewDto;
  across: number;
  place: RowsIn["place"];
  findings: Props["findings"];
}) {
  const href = paths.reviewGroup(place.courseId, place.assignmentId, group.wikiId);
  return (
    <tr className="group-line">
      <th scope="rowgroup" colSpan={across}>
        <a href={href}>{group.name}</a>
        <a
          className="assess-link"
          href={paths.assess(place.courseId, place.assignmentId, group.wikiId)}
          aria-label={`Assess ${group.name}`}
        >
          Assess
        </a>
        <span className="quiet">
          <a href={paths.measures("balance")} title={accountWords.balance.about} className="figure-label">
            balance
          </a>{" "}
          <a
            href={`${href}#where`}
            aria-label={`Balance of ${group.name}: ${percent(group.balance)}. Show the words that it is made of`}
          >
            {percent(group.balance)}
          </a>
        </span>
        <Suspense>
          <FoundHere findings={findings} wikiId={group.wikiId} href={`${href}#found`} />
        </Suspense>
        <span className="quiet">
          {number(group.starterWords)} starter words
          {group.othersWords > 0 ? ` and ${number(group.othersWords)} of people outside the group` : ""} stand
          apart
        </span>
      </th>
    </tr>
  );
}

function FoundHere({
  findings,
  wikiId,
  href,
}: {
  findings: Props["findings"];
  wikiId: string;
  href: string;
}) {
  const open = use(findings).find((each) => each.wikiId === wikiId)?.open.length ?? 0;
  return open === 0 ? null : (
    <span className="quiet">
      <a href={href} className="figure-label">
        {counted(open, "finding")}
      </a>
    </span>
  );
}
