"use client";
/** How a text grew, by author: a chart that is read by pointer and by keys, with the table behind it. */
import { useId, useMemo, useRef, useState } from "react";
import type { Span } from "@/core/time/span";
import { dayLength } from "@/core/time/lengths";
import { authorColor, AuthorMark, AuthorPattern } from "../authors/AuthorMark";
import { useGo } from "../frame/going";
import { hereNow } from "../frame/useHere";
import { counted, number } from "../words/counts";
import { day, moment } from "../words/times";
import { type GrowthPoint, outlines, pointAt, scalesOf, strokes } from "./stack";

export interface Layer {
  readonly name: string;
  /** The author's mark; null: nobody's. */
  readonly mark: number | null;
}

interface Props {
  readonly points: readonly GrowthPoint[];
  /** From the bottom upwards. */
  readonly layers: readonly Layer[];
  readonly ticks: readonly { readonly at: number; readonly mark: number | null }[];
  readonly from: number;
  readonly to: number;
  readonly dueAt: number | null;
  /**
   * When nobody of the group could write, in milliseconds since 1970; only what lies between the ends is
   * drawn.
   */
  readonly closed?: readonly Span[];
  readonly zone: string;
  readonly now: Date;
  /**
   * Whether a stretch of time that is drawn on it becomes the period of the page: the address gets its ends,
   * `from` and `until`.
   */
  readonly choosesPeriod?: boolean;
  /** The column that it stands in. */
  readonly column?: keyof typeof widths;
}

/** Drawn for a column of this width: what is wider or narrower scales it. */
const widths = { wide: 1120, narrow: 800 } as const;
const shape = { height: 290, left: 54, right: 14, top: 14, bottom: 46 };
/** Narrower bands than this have no room for their name. */
const widthOfName = 44;
/** Of many times so many are put into words. */
const spansNamed = 12;

export function GrowthChart({
  points,
  layers,
  ticks,
  from,
  to,
  dueAt,
  closed = [],
  zone,
  now,
  choosesPeriod = false,
  column = "wide",
}: Props) {
  const frame = useMemo(() => ({ ...shape, width: widths[column] }), [column]);
  const id = useId();
  const go = useGo();
  const svg = useRef<SVGSVGElement>(null);
  const [here, setHere] = useState<number | null>(null);
  const [drawn, setDrawn] = useState<{ readonly from: number; readonly to: number } | null>(null);
  const [isTableOpen, setTableOpen] = useState(false);
  const scales = useMemo(() => scalesOf(points, [from, to], frame), [points, from, to, frame]);
  const paths = useMemo(
    () => outlines(points, layers.length, to, scales),
    [points, layers.length, to, scales],
  );
  const shown = here === null ? points.length - 1 : here;
  const point = points[shown];
  if (!point) return <p className="quiet">Nothing was written in this time.</p>;

  const timeOf = (event: React.PointerEvent) => {
    const box = svg.current!.getBoundingClientRect();
    return Math.min(
      to,
      Math.max(from, scales.x.invert(((event.clientX - box.left) / box.width) * frame.width)),
    );
  };
  const move = (event: React.PointerEvent) => {
    const at = timeOf(event);
    setHere(pointAt(points, at));
    if (drawn && event.buttons === 1) setDrawn({ ...drawn, to: at });
  };
  const finish = () => {
    if (!drawn || !choosesPeriod) return;
    const [first, last] = [Math.min(drawn.from, drawn.to), Math.max(drawn.from, drawn.to)];
    setDrawn(null);
    // A click is no stretch of time.
    if (scales.x(last) - scales.x(first) > 8)
      go(hereNow({ from: String(Math.round(first)), until: String(Math.round(last)) }));
  };
  const step = (event: React.KeyboardEvent) => {
    const to = { ArrowLeft: shown - 1, ArrowRight: shown + 1, Home: 0, End: points.length - 1 }[event.key];
    if (to === undefined) return;
    event.preventDefault();
    setHere(Math.min(points.length - 1, Math.max(0, to)));
  };
  const sum = point.words.reduce((total, each) => total + each, 0);
  const shut = closed.flatMap((span) =>
    span.from < to && span.to > from ? [{ from: Math.max(from, span.from), to: Math.min(to, span.to) }] : [],
  );
  const days = daysBetween(from, to, column === "wide" ? 9 : 6);
  return (
    <figure className="growth-chart">
      <svg
        ref={svg}
        viewBox={`0 0 ${frame.width} ${frame.height}`}
        role="slider"
        tabIndex={0}
        aria-label="Growth of the text; arrow keys go from entry to entry"
        aria-valuemin={0}
        aria-valuemax={points.length - 1}
        aria-valuenow={shown}
        aria-valuetext={`${moment(new Date(point.at), zone, now)}: ${counted(sum, "word")}`}
        data-draws={choosesPeriod}
        onPointerMove={move}
        onPointerLeave={() => {
          setHere(null);
          setDrawn(null);
        }}
        onPointerDown={(event) => {
          if (choosesPeriod && event.button === 0) {
            const at = timeOf(event);
            setDrawn({ from: at, to: at });
          }
        }}
        onPointerUp={finish}
        onKeyDown={step}
      >
        <defs>
          <pattern
            id={`${id}-shut`}
            width="6"
            height="6"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <line x1="0" x2="0" y1="0" y2="6" />
          </pattern>
          <clipPath id={`${id}-inside`}>
            <rect
              x={frame.left}
              y={0}
              width={frame.width - frame.left - frame.right}
              height={frame.height - frame.bottom}
            />
          </clipPath>
          {layers.map(({ mark }, layer) => (
            <AuthorPattern key={layer} id={`${id}-${layer}`} mark={mark} />
          ))}
        </defs>
        {scales.y.ticks(4).map((value) => (
          <g key={value}>
            <line
              x1={frame.left}
              x2={frame.width - frame.right}
              y1={scales.y(value)}
              y2={scales.y(value)}
              className="grid"
            />
            <text x={frame.left - 8} y={scales.y(value)} dy="0.32em" textAnchor="end">
              {number(value)}
            </text>
          </g>
        ))}
        {shut.map((span) => {
          const [left, width] = [scales.x(span.from), scales.x(span.to) - scales.x(span.from)];
          return (
            <g key={span.from} className="shut">
              <rect
                x={left}
                width={width}
                y={frame.top}
                height={frame.height - frame.top - frame.bottom}
                fill={`url(#${id}-shut)`}
              />
              <rect
                x={left}
                width={width}
                y={frame.height - frame.bottom + 3}
                height={12}
                fill={`url(#${id}-shut)`}
              />
              {width > widthOfName && (
                <text x={left + width / 2} y={frame.top + 10} textAnchor="middle">
                  closed
                </text>
              )}
            </g>
          );
        })}
        <g clipPath={`url(#${id}-inside)`}>
          {paths.map((path, layer) => (
            <path key={layer} d={path} fill={`url(#${id}-${layer})`} />
          ))}
        </g>
        {days.map((at, index) => (
          <text
            key={at}
            className={index % 2 === 1 ? "every-other" : undefined}
            x={scales.x(at)}
            y={frame.height - 8}
            textAnchor="middle"
          >
            {day(new Date(at), zone)}
          </text>
        ))}
        {[...new Set(ticks.map(({ mark }) => mark))].map((mark) => (
          <path
            key={mark}
            className="ticks"
            d={strokes(
              ticks.flatMap((tick) =>
                tick.mark === mark && tick.at >= from && tick.at <= to ? [scales.x(tick.at)] : [],
              ),
              frame.height - frame.bottom + 3,
              12,
            )}
            stroke={authorColor(mark)}
            strokeWidth="2"
          />
        ))}
        {dueAt !== null && dueAt > from && dueAt <= to && (
          <g className="due">
            <line x1={scales.x(dueAt)} x2={scales.x(dueAt)} y1={frame.top} y2={frame.height - frame.bottom} />
            <text x={scales.x(dueAt) - 5} y={frame.top + 10} textAnchor="end">
              due
            </text>
          </g>
        )}
        {drawn && (
          <rect
            className="drawn"
            x={scales.x(Math.min(drawn.from, drawn.to))}
            width={Math.abs(scales.x(drawn.to) - scales.x(drawn.from))}
            y={frame.top}
            height={frame.height - frame.top - frame.bottom}
          />
        )}
        {here !== null && (
          <line
            className="here"
            x1={scales.x(Math.max(from, point.at))}
            x2={scales.x(Math.max(from, point.at))}
            y1={frame.top}
            y2={frame.height - frame.bottom}
          />
        )}
      </svg>
      <figcaption aria-live="polite">
        <span className="quiet">{moment(new Date(point.at), zone, now)}</span>
        {layers
          .map(({ name, mark }, layer) => ({ name, mark, words: point.words[layer] ?? 0 }))
          .reverse()
          .map(({ name, mark, words }) => (
            <span key={name} data-none={words === 0}>
              <AuthorMark mark={mark} /> {name} <b>{number(words)}</b>
            </span>
          ))}
      </figcaption>
      <details className="chart-table" onToggle={(event) => setTableOpen(event.currentTarget.open)}>
        <summary>The same as a table</summary>
        {shut.length > 0 && (
          <p className="quiet">
            Closed to the group:{" "}
            {shut
              .slice(0, spansNamed)
              .map(
                (span) =>
                  `${moment(new Date(span.from), zone, now)} to ${moment(new Date(span.to), zone, now)}`,
              )
              .join("; ")}
            {shut.length > spansNamed && `; and ${shut.length - spansNamed} more times`}.
          </p>
        )}
        <div className="scroll-x">
          <table className="ledger">
            <thead>
              <tr>
                <th scope="col">After the entry of</th>
                {[...layers].reverse().map(({ name }) => (
                  <th key={name} scope="col" className="number">
                    {name}
                  </th>
                ))}
                <th scope="col" className="number">
                  Words
                </th>
              </tr>
            </thead>
            <tbody>
              {isTableOpen &&
                points.map(({ at, words }, index) => (
                  <tr key={index}>
                    <th scope="row">{moment(new Date(at), zone, now)}</th>
                    {[...words].reverse().map((count, layer) => (
                      <td key={layer} className="number">
                        {number(count)}
                      </td>
                    ))}
                    <td className="number">{number(words.reduce((total, each) => total + each, 0))}</td>
                  </tr>
                ))}
            </tbody>
          </table>
        </div>
      </details>
    </figure>
  );
}

/** At most `most` moments at even distances, so that their names do not meet. */
function daysBetween(from: number, to: number, most: number): number[] {
  const step = Math.max(1, Math.ceil((to - from) / dayLength / most)) * dayLength;
  const days: number[] = [];
  for (let at = from + step / 2; at < to; at += step) days.push(at);
  return days;
}
