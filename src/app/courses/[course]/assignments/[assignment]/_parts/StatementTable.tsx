"use client";
import { Fragment, type ReactNode, startTransition, useEffect, useState } from "react";
import { TableFrame } from "@/ui/frame/TableFrame";
import { useFollowedLinks } from "@/ui/frame/useFollowedLinks";
import { Late } from "@/ui/ledger/Late";
import { Routes } from "@/ui/ledger/Routes";
import { number } from "@/ui/words/counts";
import { RemarkText } from "@/ui/words/RemarkText";
import { signed } from "./signed";
import type { DrawnLine, DrawnSitting } from "./statement-lines";

interface Props {
  readonly courseId: string;
  readonly name: string;
  readonly sittings: readonly DrawnSitting[];
  /** The entry that is opened, "page:number", and what it changed. */
  readonly opened: { readonly key: string; readonly change: ReactNode } | null;
  /** The address of this statement with the line {key} opened, and without any. */
  readonly openHref: string;
  readonly closedHref: string;
  /** `own` and `byOthers` null: not all lines are shown. */
  readonly sum: {
    readonly label: string;
    readonly own: number | null;
    readonly byOthers: number | null;
    readonly standing: number;
  };
}

/**
 * Of a long statement so many lines come with the page; the others are drawn a moment later, from the same
 * figures.
 */
const atFirst = 50;

/**
 * A student's acts in the order of time, as an account: what came, what went, what of theirs stands after
 * each.
 */
export function StatementTable({ courseId, name, sittings, opened, openHref, closedHref, sum }: Props) {
  const { isGoing, follow } = useFollowedLinks();
  const [isWhole, setWhole] = useState(false);
  useEffect(() => startTransition(() => setWhole(true)), []);
  const hrefOf = (key: string, isOpen: boolean) =>
    `${isOpen ? closedHref : openHref.replace("{key}", encodeURIComponent(key))}#${key}`;
  return (
    <TableFrame onClick={follow} aria-busy={isGoing}>
      <table className="ledger statement">
        <caption className="visually-hidden">Statement of {name}</caption>
        <thead>
          <tr>
            <th scope="col">When</th>
            <th scope="col">Where and what</th>
            <th scope="col" className="number">
              <span className="wide-only">Own words</span>
              <span className="narrow-only">Words</span>
            </th>
            <th scope="col" className="number wide-only" title="By what others did to the student’s words">
              By others
            </th>
            <th scope="col" className="number">
              Standing
            </th>
          </tr>
        </thead>
        {(isWhole ? sittings : first(sittings, opened?.key ?? null)).map(({ head, lines }) => (
          <tbody key={lines[0]!.key}>
            {head && (
              <tr className="sitting">
                <th scope="rowgroup" colSpan={5}>
                  {head}
                </th>
              </tr>
            )}
            {lines.map((line) => (
              <Line
                key={line.key}
                line={line}
                courseId={courseId}
                href={hrefOf(line.key, line.key === opened?.key)}
                change={line.key === opened?.key ? opened.change : null}
              />
            ))}
          </tbody>
        ))}
        <tbody>
          <tr className="sum">
            <th scope="row" colSpan={2}>
              {sum.label}
            </th>
            <td className="number">
              {sum.own !== null && (
                <>
                  <span className="wide-only">{signed(sum.own)}</span>
                  <span className="narrow-only">{signed(sum.own + (sum.byOthers ?? 0))}</span>
                </>
              )}
            </td>
            <td className="number wide-only">{sum.byOthers ? signed(sum.byOthers) : ""}</td>
            <td className="number">{number(sum.standing)}</td>
          </tr>
        </tbody>
      </table>
    </TableFrame>
  );
}

/** The first sittings; more of them where a later line is opened, which is gone to. */
function first(sittings: readonly DrawnSitting[], openKey: string | null): readonly DrawnSitting[] {
  const opened = sittings.findIndex(({ lines }) => lines.some(({ key }) => key === openKey));
  let lines = 0;
  return sittings.filter((sitting, at) => {
    const isIn = at <= opened || lines < atFirst;
    lines += sitting.lines.length;
    return isIn;
  });
}

function Line({
  line: { key, at, when, isLate, other, what, page, note, besides, routes, remark, own, byOthers, standing },
  courseId,
  href,
  change,
}: {
  line: DrawnLine;
  courseId: string;
  href: string;
  change: ReactNode;
}) {
  return (
    <Fragment>
      <tr id={remark ? undefined : key} data-open={change !== null} data-other={other !== null}>
        <td>
          <time dateTime={at}>{when}</time>
          {isLate && <Late />}
        </td>
        <td className="note">
          {remark ? (
            <>
              <a href={remark.href}>{what}</a> on “{page}”
              {besides.map((each) => (
                <small key={each} className="quiet">
                  , {each}
                </small>
              ))}
              <blockquote>
                <RemarkText body={remark.text} />
              </blockquote>
            </>
          ) : (
            <>
              <a href={href} data-stays aria-expanded={change !== null}>
                {what}
              </a>{" "}
              on “{page}”{other && <span className="quiet"> by {other}</span>}
              {note && <span className="quiet">: {note}</span>}
              {besides.map((each) => (
                <small key={each} className="quiet">
                  {" "}
                  {each}
                </small>
              ))}
              <Routes routes={routes} courseId={courseId} />
            </>
          )}
        </td>
        <td className="number">
          {other !== null ? (
            <span className="narrow-only">{signed(byOthers)}</span>
          ) : own === 0 ? (
            <span className="nothing">–</span>
          ) : (
            signed(own)
          )}
        </td>
        <td className="number quiet wide-only">{byOthers === 0 ? "" : signed(byOthers)}</td>
        <td className="number">{number(standing)}</td>
      </tr>
      {change !== null && (
        <tr className="opened">
          <td colSpan={5}>{change}</td>
        </tr>
      )}
    </Fragment>
  );
}
