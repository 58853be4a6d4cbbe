/** What setting something on the access sheet does to the rules: some end, one comes for each cell. */
import {
  type Level,
  type Power,
  type PowerRule,
  powers,
  type Rule,
  type Scope,
  type Who,
  whoKey,
} from "./rule";
import type { Weekly } from "./when";

/** A place and the people that something is set for: one cell of the sheet. */
export interface Cell {
  readonly scope: Scope;
  readonly place: string;
  readonly who: Who;
}

export interface Setting {
  /** Null: nothing of its own, as the places above say. */
  readonly level: Level | null;
  /** Milliseconds since 1970: from (included) and until (excluded); null: without that end. */
  readonly from: number | null;
  readonly until: number | null;
  readonly weekly: Weekly | null;
}

export interface Planned {
  /** Ids of rules that end. */
  readonly end: readonly string[];
  readonly make: readonly (Cell & Setting & { readonly level: Level })[];
}

/**
 * Plans what setting `setting` for all of `cells` does.
 *   - What holds always takes the place of all that was set for the cell.
 *   - A window lies over what holds always, which holds again afterwards; it takes the place of windows that
 *   it meets.
 *   - No level takes away all that was set for the cell.
 * What the assignment's own settings made stays: it is changed with these.
 * O(rules + cells).
 */
export function planSetting(rules: readonly Rule[], cells: readonly Cell[], setting: Setting): Planned {
  const wanted = new Map(cells.map((cell) => [cellKey(cell), cell]));
  const isWindow = setting.from !== null || setting.until !== null || setting.weekly !== null;
  const end = rules.filter(
    (rule) =>
      !rule.isOfAssignment &&
      wanted.has(cellKey(rule)) &&
      (setting.level === null || !isWindow || (hasWindow(rule) && meet(rule, setting))),
  );
  const { level } = setting;
  return {
    end: end.map(({ id }) => id),
    make:
      level === null
        ? []
        : [...wanted.values()].map(({ scope, place, who }) => ({ scope, place, who, ...setting, level })),
  };
}

/**
 * What is given besides the level: true gives, false takes, null sets nothing of its own. Powers that are not
 * named stay as they are.
 */
export type PowerSetting = { readonly [Each in Power]?: boolean | null | undefined };

export interface PlannedPowers {
  readonly end: readonly string[];
  readonly make: readonly (Cell & { readonly power: Power; readonly given: boolean })[];
}

/**
 * Plans what setting powers for all of `cells` does: of each named power, what was set for the cell by hand
 * ends, and what is wanted comes. A cell that says so already is left alone. O(rules + cells).
 */
export function planPowers(
  rules: readonly PowerRule[],
  cells: readonly Cell[],
  wanted: PowerSetting,
): PlannedPowers {
  const standing = new Map<string, PowerRule[]>();
  for (const rule of rules) {
    if (rule.isOfAssignment) continue;
    const key = `${cellKey(rule)} ${rule.power}`;
    standing.set(key, [...(standing.get(key) ?? []), rule]);
  }
  const named = powers.flatMap((power) =>
    wanted[power] === undefined ? [] : [{ power, given: wanted[power] }],
  );
  const planned = [...new Map(cells.map((cell) => [cellKey(cell), cell])).values()].flatMap(
    ({ scope, place, who }) =>
      named.map(({ power, given }) => {
        const cell = { scope, place, who };
        const now = standing.get(`${cellKey(cell)} ${power}`) ?? [];
        const isSo =
          given === null
            ? now.length === 0
            : now.length === 1 && now[0]!.given === given && !hasWindow(now[0]!);
        if (isSo) return { end: [], make: [] };
        return { end: now.map(({ id }) => id), make: given === null ? [] : [{ ...cell, power, given }] };
      }),
  );
  return { end: planned.flatMap(({ end }) => end), make: planned.flatMap(({ make }) => make) };
}

export function cellKey({ scope, place, who }: Cell): string {
  return `${scope} ${place} ${whoKey(who)}`;
}

function hasWindow({ from, until, weekly }: Pick<Rule, "from" | "until" | "weekly">): boolean {
  return from !== null || until !== null || weekly !== null;
}

function meet(
  one: { from: number | null; until: number | null },
  other: { from: number | null; until: number | null },
): boolean {
  return (
    (one.from ?? -Infinity) < (other.until ?? Infinity) && (other.from ?? -Infinity) < (one.until ?? Infinity)
  );
}
