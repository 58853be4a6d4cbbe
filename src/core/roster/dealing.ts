/**
 * Dealing people to groups so that every group has its fair part of every value of two columns, exactly.
 *
 * A person is an edge between a value of the one column and a value of the other; groups are colours. Each
 * value's edges are parcelled into bundles of at most `groups`, so that a colouring in which no bundle has a
 * colour twice gives each group the value floor or ceil times. Such a colouring always exists (König 1916,
 * for a bipartite graph whose degrees are at most the number of colours) and is found edge by edge along
 * alternating paths. Sizes are then brought within one of each other by swapping two colours along a path
 * that has more of the one (de Werra 1971).
 */
import { type Dice, dice } from "./dice";

/** People by index: two values each, or the empty text where there is no such column. */
export interface ToDeal {
  readonly values: readonly (readonly [string, string])[];
  readonly groups: number;
  readonly seed: number;
}

/**
 * The group, from 0, of each person. Sizes differ by at most one; of each value of either column each group
 * has floor or ceil of its part. The same for the same seed. O(people²) at worst; in practice near people ×
 * groups.
 */
export function deal({ values, groups, seed }: ToDeal): number[] {
  const roll = dice(seed);
  const order = shuffled(
    values.map((_, index) => index),
    roll,
  );
  const graph = new Colouring(bundled(order, values, groups), groups);
  for (const person of order) graph.add(person);
  graph.even();
  // The names of the colours mean nothing yet: which group is first is for chance to say.
  const names = shuffled(
    Array.from({ length: groups }, (_, index) => index),
    roll,
  );
  return values.map((_, person) => names[graph.colourOf[person]!]!);
}

export function shuffled<Item>(items: readonly Item[], roll: Dice): Item[] {
  const result = [...items];
  for (let last = result.length - 1; last > 0; last--) {
    const other = roll.below(last + 1);
    [result[last], result[other]] = [result[other]!, result[last]!];
  }
  return result;
}

/** For each person their two bundles; bundles of both sides share one numbering. */
function bundled(
  order: readonly number[],
  values: ToDeal["values"],
  groups: number,
): (readonly [number, number])[] {
  const ends: [number, number][] = values.map(() => [0, 0]);
  let bundles = 0;
  for (const side of [0, 1] as const) {
    const open = new Map<string, { bundle: number; left: number }>();
    for (const person of order) {
      const value = values[person]![side];
      let at = open.get(value);
      if (!at || at.left === 0) open.set(value, (at = { bundle: bundles++, left: groups }));
      at.left--;
      ends[person]![side] = at.bundle;
    }
  }
  return ends;
}

const none = -1;

class Colouring {
  readonly colourOf: number[];
  /** For each bundle and colour the person, or `none`. */
  private readonly at: Int32Array;

  constructor(
    private readonly ends: readonly (readonly [number, number])[],
    private readonly colours: number,
  ) {
    const bundles = ends.reduce((most, [one, other]) => Math.max(most, one, other), 0) + 1;
    this.at = new Int32Array(bundles * colours).fill(none);
    this.colourOf = ends.map(() => none);
  }

  add(person: number): void {
    const [one, other] = this.ends[person]!;
    const freeAtOne = this.free(one);
    const freeAtOther = this.free(other);
    // Swapping the two colours on the path from `other` frees `freeAtOne` there; in a bipartite graph it
    // can't end at `one`.
    if (this.at[other * this.colours + freeAtOne] !== none)
      this.swap(this.path(other, freeAtOne, freeAtOther), freeAtOne, freeAtOther);
    this.put(person, freeAtOne);
  }

  /** Swaps colours along paths until no two differ by more than one person. */
  even(): void {
    for (;;) {
      const sizes = this.sizes();
      const most = sizes.indexOf(Math.max(...sizes));
      const least = sizes.indexOf(Math.min(...sizes));
      if (sizes[most]! - sizes[least]! <= 1) return;
      this.swap(this.longerPath(most, least), most, least);
    }
  }

  private sizes(): number[] {
    const sizes = Array<number>(this.colours).fill(0);
    for (const colour of this.colourOf) if (colour !== none) sizes[colour]!++;
    return sizes;
  }

  /**
   * A path of the two colours that begins and ends with `most`: there is one wherever `most` has more people.
   */
  private longerPath(most: number, least: number): number[] {
    for (let bundle = 0; bundle * this.colours < this.at.length; bundle++) {
      if (this.at[bundle * this.colours + most] === none || this.at[bundle * this.colours + least] !== none)
        continue;
      const path = this.path(bundle, most, least);
      if (path.length % 2 === 1) return path;
    }
    throw new RangeError("No path of the larger colour");
  }

  /** The people along the path that leaves `bundle` by `first` and goes on by the two colours in turn. */
  private path(bundle: number, first: number, second: number): number[] {
    const people: number[] = [];
    let [here, colour] = [bundle, first];
    for (
      let person = this.at[here * this.colours + colour]!;
      person !== none;
      person = this.at[here * this.colours + colour]!
    ) {
      people.push(person);
      const [one, other] = this.ends[person]!;
      here = here === one ? other : one;
      colour = colour === first ? second : first;
    }
    return people;
  }

  private swap(people: readonly number[], one: number, other: number): void {
    const turned = people.map((person) => (this.colourOf[person] === one ? other : one));
    for (const person of people)
      for (const end of this.ends[person]!) this.at[end * this.colours + this.colourOf[person]!] = none;
    people.forEach((person, index) => this.put(person, turned[index]!));
  }

  private put(person: number, colour: number): void {
    this.colourOf[person] = colour;
    for (const end of this.ends[person]!) this.at[end * this.colours + colour] = person;
  }

  private free(bundle: number): number {
    for (let colour = 0; colour < this.colours; colour++)
      if (this.at[bundle * this.colours + colour] === none) return colour;
    throw new RangeError("A bundle is full");
  }
}
