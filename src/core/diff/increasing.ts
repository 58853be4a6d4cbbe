/** A longest subsequence of `items` whose `value` strictly increases. O(n log n), by patience sorting. */
export function increasing<Item>(items: readonly Item[], value: (item: Item) => number): Item[] {
  const tops: number[] = [];
  const before = new Int32Array(items.length).fill(-1);
  items.forEach((item, index) => {
    let low = 0,
      high = tops.length;
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
