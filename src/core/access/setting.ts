/** What setting something on the access sheet does to the rules: some end, one comes for each cell. */
import { type Level, type Rule, type Scope, type Who, whoKey } from "./rule";
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
 *   - A window lies over what holds always, which holds again afterwards; it takes the place of windows that it meets.
 *   - No level takes away all that was set for the cell.
 * What the assignment's own settings made stays: it is changed with these.
 * O(rules + cells).
 */
export function planSetting(rules: readonly Rule[], cells: readonly Cell[], setting: Setting): Planned {
  const wanted = new Map(cells.map((cell) => [cellKey(cell), cell]));
  const isWindow = setting.from !== null || setting.until !== null || setting.weekly !== null;
  const end = rules.filter((rule) => !rule.isOfAssignment && wanted.has(cellKey(rule)) && (setting.level === null || !isWindow || (hasWindow(rule) && meet(rule, setting))));
  const { level } = setting;
  return { end: end.map(({ id }) => id), make: level === null ? [] : [...wanted.values()].map(({ scope, place, who }) => ({ scope, place, who, ...setting, level })) };
}

export function cellKey({ scope, place, who }: Cell): string {
  return `${scope} ${place} ${whoKey(who)}`;
}

function hasWindow({ from, until, weekly }: Rule): boolean {
  return from !== null || until !== null || weekly !== null;
}

function meet(one: { from: number | null; until: number | null }, other: { from: number | null; until: number | null }): boolean {
  return (one.from ?? -Infinity) < (other.until ?? Infinity) && (other.from ?? -Infinity) < (one.until ?? Infinity);
}
