/** What a chart of growth is drawn from: layers above each other, as steps in time. */
import { max } from "d3-array";
import { scaleLinear } from "d3-scale";
import { area, curveStepAfter, stack } from "d3-shape";

export interface GrowthPoint {
  /** Milliseconds since 1970. */
  readonly at: number;
  /** Words by layer. */
  readonly words: readonly number[];
}

export interface Frame {
  readonly width: number;
  readonly height: number;
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** The scales of a chart from `from` to `to` (milliseconds since 1970), high enough for all points. */
export function scalesOf(
  points: readonly GrowthPoint[],
  [from, to]: readonly [number, number],
  { width, height, left, right, top, bottom }: Frame,
) {
  const highest = max(points, ({ words }) => words.reduce((sum, each) => sum + each, 0)) ?? 0;
  return {
    x: scaleLinear([from, Math.max(to, from + 1)], [left, width - right]),
    y: scaleLinear([0, Math.max(highest, 10)], [height - bottom, top]).nice(4),
  };
}

/**
 * The outline of each layer as an SVG path, the first at the bottom. What stood at the last point stands
 * until `to`. O(points × layers).
 */
export function outlines(
  points: readonly GrowthPoint[],
  layers: number,
  to: number,
  { x, y }: ReturnType<typeof scalesOf>,
): string[] {
  const last = points.at(-1);
  const drawn = last && last.at < to ? [...points, { at: to, words: last.words }] : [...points];
  const stacked = stack<GrowthPoint, number>()
    .keys(Array.from({ length: layers }, (_, layer) => layer))
    .value(({ words }, layer) => words[layer] ?? 0)(drawn);
  const shape = area<(typeof stacked)[number][number]>()
    .x(({ data }) => x(data.at))
    .y0(([low]) => y(low))
    .y1(([, high]) => y(high))
    .curve(curveStepAfter)
    .digits(2);
  return stacked.map((layer) => shape(layer) ?? "");
}

/** The point that holds at a time: the newest one that is not later; the first if all are. */
export function pointAt(points: readonly GrowthPoint[], at: number): number {
  let found = 0;
  for (let index = 0; index < points.length && points[index]!.at <= at; index++) found = index;
  return found;
}

/**
 * Upright strokes at these places along x, as one SVG path; those that would be drawn over each other are
 * one.
 */
export function strokes(places: readonly number[], from: number, height: number): string {
  return [...new Set(places.map((x) => Math.round(x)))].map((x) => `M${x} ${from}v${height}`).join("");
}
