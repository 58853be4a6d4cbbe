/**
 * Which elements of one sequence are kept in another: a longest common subsequence where that is affordable, and a
 * coarser, still correct one where it is not.
 *
 * The method is the greedy O((n + m) · d) algorithm of Myers, "An O(ND) difference algorithm and its variations"
 * (1986), on what is left after equal ends are cut off. It departs from the paper in its budget: past `editBudget`
 * differences the sequences are cut at runs that occur once in both (the anchors of patience comparison), and where
 * there are none, nothing is kept; the search for moved runs then still finds long runs that stayed.
 */

/** The most differences that are searched exactly. Its square bounds the memory: 4 bytes × 1000² = 4 MB. */
export const editBudget = 1000;
/** Anchors are runs of this many elements: single words occur once by chance, runs of four hardly ever do. */
const anchorLength = 4;

/**
 * For each element of `b` the index of the element of `a` that it keeps, or -1. Indices increase: what is kept stays
 * in order. Elements are compared by `===`.
 */
export function align(a: ArrayLike<number>, b: ArrayLike<number>): Int32Array {
  const fromA = new Int32Array(b.length).fill(-1);
  alignRange(a, 0, a.length, b, 0, b.length, fromA);
  return fromA;
}

function alignRange(
  a: ArrayLike<number>, aFrom: number, aTo: number, b: ArrayLike<number>, bFrom: number, bTo: number, fromA: Int32Array,
): void {
  while (aFrom < aTo && bFrom < bTo && a[aFrom] === b[bFrom]) fromA[bFrom++] = aFrom++;
  while (aFrom < aTo && bFrom < bTo && a[aTo - 1] === b[bTo - 1]) fromA[--bTo] = --aTo;
  if (aFrom === aTo || bFrom === bTo) return;
  if (myers(a, aFrom, aTo, b, bFrom, bTo, fromA)) return;
  let [aAt, bAt] = [aFrom, bFrom];
  for (const [aAnchor, bAnchor] of anchors(a, aFrom, aTo, b, bFrom, bTo)) {
    if (aAnchor < aAt || bAnchor < bAt) continue;
    alignRange(a, aAt, aAnchor, b, bAt, bAnchor, fromA);
    [aAt, bAt] = [aAnchor, bAnchor];
    while (aAt < aTo && bAt < bTo && a[aAt] === b[bAt]) fromA[bAt++] = aAt++;
  }
  if (aAt > aFrom) alignRange(a, aAt, aTo, b, bAt, bTo, fromA);
}

/** Fills `fromA` for the range and returns true, or leaves it alone and returns false when the budget ran out. */
function myers(
  a: ArrayLike<number>, aFrom: number, aTo: number, b: ArrayLike<number>, bFrom: number, bTo: number, fromA: Int32Array,
): boolean {
  const n = aTo - aFrom;
  const m = bTo - bFrom;
  const most = Math.min(n + m, editBudget);
  const furthest = new Int32Array(2 * most + 3);
  const middle = most + 1;
  const trace: Int32Array[] = [];
  for (let d = 0; d <= most; d++) {
    for (let k = -d; k <= d; k += 2) {
      const down = k === -d || (k !== d && furthest[middle + k - 1]! < furthest[middle + k + 1]!);
      let x = down ? furthest[middle + k + 1]! : furthest[middle + k - 1]! + 1;
      let y = x - k;
      while (x < n && y < m && a[aFrom + x] === b[bFrom + y]) { x++; y++; }
      furthest[middle + k] = x;
      if (x >= n && y >= m) {
        walkBack(trace, d, k, n, m, (x, y) => { fromA[bFrom + y] = aFrom + x; });
        return true;
      }
    }
    trace.push(furthest.slice(middle - d, middle + d + 1));
  }
  return false;
}

/** Follows the path back from (n, m). `trace[d]` holds the furthest x on diagonals -d to d after d differences. */
function walkBack(trace: readonly Int32Array[], d: number, k: number, n: number, m: number, keep: (x: number, y: number) => void): void {
  let [x, y] = [n, m];
  for (; d > 0; d--) {
    const before = trace[d - 1]!;
    const at = (diagonal: number) => (Math.abs(diagonal) > d - 1 ? -1 : before[diagonal + d - 1]!);
    const down = k === -d || (k !== d && at(k - 1) < at(k + 1));
    const fromK = down ? k + 1 : k - 1;
    const fromX = at(fromK);
    const startX = down ? fromX : fromX + 1;
    while (x > startX) keep(--x, --y);
    x = fromX;
    y = fromX - fromK;
    k = fromK;
  }
  while (x > 0 && y > 0) keep(--x, --y);
}

/** Starts of runs that occur once in both ranges, in an order that increases in both. */
function anchors(a: ArrayLike<number>, aFrom: number, aTo: number, b: ArrayLike<number>, bFrom: number, bTo: number): [number, number][] {
  const inA = onceOnly(a, aFrom, aTo);
  const inB = onceOnly(b, bFrom, bTo);
  const pairs: [number, number][] = [];
  for (const [key, bAt] of inB) {
    const aAt = inA.get(key);
    if (bAt >= 0 && aAt !== undefined && aAt >= 0) pairs.push([aAt, bAt]);
  }
  pairs.sort((one, other) => one[1] - other[1]);
  return increasing(pairs, (pair) => pair[0]);
}

/** Each run of `anchorLength` elements with where it starts, or -1 if it occurs more than once. */
function onceOnly(sequence: ArrayLike<number>, from: number, to: number): Map<string, number> {
  const places = new Map<string, number>();
  for (let at = from; at + anchorLength <= to; at++) {
    let key = "";
    for (let i = 0; i < anchorLength; i++) key += sequence[at + i] + " ";
    places.set(key, places.has(key) ? -1 : at);
  }
  return places;
}

/** A longest subsequence of `items` whose `value` strictly increases. O(n log n), by patience sorting. */
export function increasing<Item>(items: readonly Item[], value: (item: Item) => number): Item[] {
  const tops: number[] = [];
  const before = new Int32Array(items.length).fill(-1);
  items.forEach((item, index) => {
    let [low, high] = [0, tops.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (value(items[tops[middle]!]!) < value(item)) low = middle + 1;
      else high = middle;
    }
    if (low > 0) before[index] = tops[low - 1]!;
    tops[low] = index;
  });
  const result: Item[] = [];
  for (let at = tops.at(-1) ?? -1; at >= 0; at = before[at]!) result.push(items[at]!);
  return result.reverse();
}
