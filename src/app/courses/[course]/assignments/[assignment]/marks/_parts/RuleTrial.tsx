"use client";
import { scaleLinear } from "d3-scale";
import { useState } from "react";
import type { ByShare, CriteriaSheet } from "@/core/marks/criteria";
import { read } from "@/core/marks/criteria";
import { memberMarks } from "@/core/marks/member-marks";
import { exactDecimal, isBelow, ratio } from "@/core/marks/ratio";
import { typedDecimal } from "@/core/marks/typed-decimal";
import { authorColor, authorGlyph } from "@/ui/authors/AuthorMark";
import { Button } from "@/ui/forms/Button";
import { Said } from "@/ui/forms/Said";
import { useAct } from "@/ui/forms/useAct";
import type { Answer } from "@/app/_parts/answers";

export interface TrialGroup {
  readonly id: string;
  readonly name: string;
  /** Numerator and denominator of the group's mark, unrounded; null: it is open. */
  readonly mark: readonly [string, string] | null;
  readonly members: readonly {
    readonly id: string;
    readonly name: string;
    readonly mark: number;
    readonly leftOut: boolean;
    readonly figures: Readonly<Record<string, string>>;
  }[];
}

interface Props {
  readonly rule: ByShare;
  readonly outOf: string;
  readonly rounding: CriteriaSheet["rounding"];
  readonly groups: readonly TrialGroup[];
  readonly maySet: boolean;
  readonly set: (k: string, lowest: string, highest: string) => Promise<Answer>;
}

type Bounds = Pick<ByShare, "k" | "lowest" | "highest">;

/** The marks that a rule proposes, by member; null: open, or left out. Exact, as on the server. */
function marksBy(
  { outOf, rounding, rule }: Pick<Props, "outOf" | "rounding" | "rule">,
  bounds: Bounds,
  group: TrialGroup,
): Map<string, string | null> {
  const exact = {
    k: read(bounds.k),
    lowest: read(bounds.lowest),
    highest: read(bounds.highest),
    figures: rule.figures.map(({ figure, weight }) => ({ figure, weight: read(weight) })),
  };
  const members = group.members.map(({ id, leftOut, figures }) => ({
    id,
    leftOut,
    figures: new Map(Object.entries(figures).map(([name, value]) => [name, read(value)])),
  }));
  const mark = group.mark && ratio(BigInt(group.mark[0]), BigInt(group.mark[1]));
  return new Map(
    memberMarks({ outOf: read(outOf), step: read(rounding) }, mark, exact, members).map((each) => [
      each.id,
      each.mark && exactDecimal(each.mark),
    ]),
  );
}

const lineHeight = 30;
const width = 900;
const left = 150;

/**
 * Moves the rule and shows what it does to everybody, before and after; nothing is stored until it is set.
 */
export function RuleTrial(props: Props) {
  const { rule, outOf, groups, maySet, set } = props;
  const stored: Bounds = { k: rule.k, lowest: rule.lowest, highest: rule.highest };
  const [bounds, setBounds] = useState(stored);
  const { act, said, isBusy } = useAct();
  const isChanged = bounds.k !== rule.k || bounds.lowest !== rule.lowest || bounds.highest !== rule.highest;
  const isSound = !isBelow(read(bounds.highest), read(bounds.lowest));
  const known = groups.filter(({ mark }) => mark !== null);
  const before = known.map((group) => marksBy(props, stored, group));
  const after = isSound ? known.map((group) => marksBy(props, bounds, group)) : before;
  const moved = known.reduce(
    (sum, group, at) =>
      sum + group.members.filter(({ id }) => before[at]!.get(id) !== after[at]!.get(id)).length,
    0,
  );
  const slider = (name: keyof Bounds, label: string, most: number, step: number) => (
    <label key={name}>
      <span>
        {label} <b>{bounds[name]}</b>
      </span>
      <input
        type="range"
        min={0}
        max={most}
        step={step}
        value={Number(bounds[name])}
        aria-valuetext={bounds[name]}
        onChange={(event) => {
          const value = typedDecimal(event.target.value);
          setBounds({ ...bounds, [name]: value ? (exactDecimal(value) ?? "0") : "0" });
        }}
      />
    </label>
  );
  return (
    <details className="paper trial no-print" open={isChanged || undefined}>
      <summary>
        <strong>Try another rule</strong>{" "}
        <span className="quiet">
          k {rule.k}, factor from {rule.lowest} to {rule.highest}
        </span>
      </summary>
      <div className="trial-controls">
        {slider("k", "k: how much shares matter", 2, 0.05)}
        {slider("lowest", "Lowest factor", 1, 0.05)}
        {slider("highest", "Highest factor", 2, 0.05)}
      </div>
      {!isSound && <p className="notice wrong">The lowest factor is above the highest.</p>}
      {known.length === 0 ? (
        <p className="quiet">No group has a mark yet: there is nothing to try the rule on.</p>
      ) : (
        <Plot groups={known} before={before} after={after} outOf={Number(outOf)} />
      )}
      <p aria-live="polite" className="quiet">
        {!isChanged
          ? "A full sign stands where the rule proposes the mark."
          : moved === 0
            ? "Nobody’s proposal would change."
            : `${moved} ${moved === 1 ? "proposal changes" : "proposals change"}: from the hollow sign to the full one.`}
      </p>
      <div className="actions">
        {maySet && (
          <Button
            variant="outlined"
            disabled={!isChanged || !isSound || isBusy}
            onClick={() => void act(() => set(bounds.k, bounds.lowest, bounds.highest))}
          >
            {isBusy ? "Setting" : "Set this rule"}
          </Button>
        )}
        <Button disabled={!isChanged} onClick={() => setBounds(stored)}>
          As it is stored
        </Button>
      </div>
      <Said said={said} />
      {known.length > 0 && <Table groups={known} before={before} after={after} />}
    </details>
  );
}

interface Results {
  readonly groups: readonly TrialGroup[];
  readonly before: readonly ReadonlyMap<string, string | null>[];
  readonly after: readonly ReadonlyMap<string, string | null>[];
}

function Plot({ groups, before, after, outOf }: Results & { readonly outOf: number }) {
  const x = scaleLinear()
    .domain([0, outOf])
    .range([left, width - 24]);
  const height = groups.length * lineHeight + 34;
  const label = (group: TrialGroup, at: number, { id, name }: TrialGroup["members"][number]) => {
    const [was, is] = [before[at]!.get(id), after[at]!.get(id)];
    return `${name}, ${group.name}: ${was ?? "no proposal"}${was === is ? "" : `, then ${is ?? "no proposal"}`}`;
  };
  return (
    <svg viewBox={`0 0 ${width} ${height}`} role="group" aria-label="Marks before and after, by group">
      {x.ticks(10).map((tick) => (
        <g key={tick}>
          <line className="grid" x1={x(tick)} x2={x(tick)} y1={8} y2={height - 24} />
          <text x={x(tick)} y={height - 8} textAnchor="middle">
            {tick}
          </text>
        </g>
      ))}
      {groups.map((group, at) => {
        const y = 8 + lineHeight * (at + 0.5);
        return (
          <g key={group.id}>
            <text className="group-name" x={left - 12} y={y + 4} textAnchor="end">
              {group.name.length > 20 ? `${group.name.slice(0, 19)}…` : group.name}
            </text>
            {group.members.map((member, index) => {
              const [was, is] = [before[at]!.get(member.id), after[at]!.get(member.id)];
              if (was === null || was === undefined || is === null || is === undefined) return null;
              const line =
                y + (index - (group.members.length - 1) / 2) * Math.min(5, 18 / group.members.length);
              return (
                <g key={member.id} tabIndex={0} role="img" aria-label={label(group, at, member)}>
                  <title>{label(group, at, member)}</title>
                  {was !== is && (
                    <>
                      <line className="way" x1={x(Number(was))} x2={x(Number(is))} y1={line} y2={line} />
                      <circle className="mark-before" cx={x(Number(was))} cy={line} r={3.5} />
                    </>
                  )}
                  <g
                    transform={`translate(${x(Number(is)) - 6} ${line - 6})`}
                    fill={authorColor(member.mark)}
                  >
                    {authorGlyph(member.mark)}
                  </g>
                </g>
              );
            })}
          </g>
        );
      })}
    </svg>
  );
}

function Table({ groups, before, after }: Results) {
  return (
    <details className="trial-table">
      <summary>The same as a table</summary>
      <div className="scroll-x">
        <table className="ledger">
          <thead>
            <tr>
              <th scope="col">Group</th>
              <th scope="col">Student</th>
              <th scope="col" className="number">
                Before
              </th>
              <th scope="col" className="number">
                After
              </th>
            </tr>
          </thead>
          <tbody>
            {groups.flatMap((group, at) =>
              group.members.map(({ id, name }) => (
                <tr key={`${group.id} ${id}`}>
                  <td>{group.name}</td>
                  <th scope="row">{name}</th>
                  <td className="number">{before[at]!.get(id) ?? "–"}</td>
                  <td className="number">{after[at]!.get(id) ?? "–"}</td>
                </tr>
              )),
            )}
          </tbody>
        </table>
      </div>
    </details>
  );
}
