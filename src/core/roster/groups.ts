/**
 * Groups by chance: as many as wanted or of a size, spread evenly by columns, some people together and some
 * apart.
 */
import { deal } from "./dealing";
import { dice } from "./dice";

export interface PersonToPlace {
  readonly id: string;
  /** What the spread columns say of them, at most two values; missing ones count as empty. */
  readonly values: readonly string[];
}

export interface GroupsWanted {
  readonly people: readonly PersonToPlace[];
  /** So many groups, or groups of that size (as near to it as whole groups allow). */
  readonly into: { readonly groups: number } | { readonly size: number };
  readonly together: readonly (readonly [string, string])[];
  readonly apart: readonly (readonly [string, string])[];
  /** The same people and seed give the same groups, in whatever order the people come. */
  readonly seed: number;
}

export type GroupsMade =
  | {
      readonly kind: "made";
      /** Ids of people, group by group. */ readonly groups: readonly (readonly string[])[];
    }
  | { readonly kind: "impossible"; readonly problem: "nobody" | "no groups" | "more groups than people" }
  /**
   * These pairs can't be kept along with the others: a chain keeps them together that a pair keeps apart, or
   * there is no room.
   */
  | {
      readonly kind: "impossible";
      readonly problem: "pairs";
      readonly together: readonly (readonly [string, string])[];
      readonly apart: readonly (readonly [string, string])[];
    };

/** How many groups of about `size` so many people make. */
export function groupsOfSize(people: number, size: number): number {
  return Math.max(1, Math.round(people / size));
}

/**
 * Everybody in exactly one group; sizes differ by at most one. Without pairs each value of each column is
 * spread exactly (see `deal`); pairs come first, and the spread is then as even as swaps of two people can
 * make it.
 */
export function makeGroups({ people, into, together, apart, seed }: GroupsWanted): GroupsMade {
  if (people.length === 0) return { kind: "impossible", problem: "nobody" };
  const count = "groups" in into ? into.groups : into.size >= 1 ? groupsOfSize(people.length, into.size) : 0;
  if (!Number.isInteger(count) || count < 1) return { kind: "impossible", problem: "no groups" };
  if (count > people.length) return { kind: "impossible", problem: "more groups than people" };
  const sorted = [...people].sort((one, other) => (one.id < other.id ? -1 : one.id > other.id ? 1 : 0));
  const indexOf = new Map(sorted.map(({ id }, index) => [id, index]));
  const pairs = (given: readonly (readonly [string, string])[]) =>
    given.flatMap(([one, other]) =>
      indexOf.has(one) && indexOf.has(other) && one !== other
        ? [[indexOf.get(one)!, indexOf.get(other)!] as const]
        : [],
    );
  const values = sorted.map((person) => [person.values[0] ?? "", person.values[1] ?? ""] as const);
  const placed = deal({ values, groups: count, seed });
  const wanted = { values, together: pairs(together), apart: pairs(apart), groups: count };
  if (wanted.together.length + wanted.apart.length > 0) {
    const broken = settle(placed, wanted, seed);
    const ids = (list: readonly (readonly [number, number])[]) =>
      list.map(([one, other]) => [sorted[one]!.id, sorted[other]!.id] as const);
    if (broken)
      return {
        kind: "impossible",
        problem: "pairs",
        together: ids(broken.together),
        apart: ids(broken.apart),
      };
  }
  const groups: string[][] = Array.from({ length: count }, () => []);
  placed.forEach((group, person) => groups[group]!.push(sorted[person]!.id));
  return { kind: "made", groups };
}

interface Wanted {
  readonly values: readonly (readonly [string, string])[];
  readonly together: readonly (readonly [number, number])[];
  readonly apart: readonly (readonly [number, number])[];
  readonly groups: number;
}

type Broken = Pick<Wanted, "together" | "apart">;

/** How often chance may begin anew before pairs are called impossible. */
const attempts = 12;

/**
 * Swaps people, two at a time, until all pairs are kept; then for an even spread. Null if it worked, else the
 * pairs that are left broken.
 */
function settle(placed: number[], wanted: Wanted, seed: number): Broken | null {
  let fewest: Broken | null = null;
  for (let attempt = 0; attempt < attempts; attempt++) {
    if (attempt > 0)
      deal({ values: wanted.values, groups: wanted.groups, seed: seed + attempt * 7919 }).forEach(
        (group, person) => {
          placed[person] = group;
        },
      );
    const search = new Search(placed, wanted);
    search.keepPairs(dice(seed + attempt));
    const broken = search.broken();
    if (broken.together.length + broken.apart.length === 0) {
      search.spread();
      return null;
    }
    if (
      !fewest ||
      broken.together.length + broken.apart.length < fewest.together.length + fewest.apart.length
    )
      fewest = broken;
  }
  return fewest;
}

class Search {
  private readonly mates: (readonly { readonly other: number; readonly together: boolean }[])[];
  /** How many of each value each group has, by column. */
  private readonly counts: readonly [Map<string, number[]>, Map<string, number[]>];
  private readonly parts: readonly [Map<string, number>, Map<string, number>];

  constructor(
    private readonly placed: number[],
    private readonly wanted: Wanted,
  ) {
    const mates: { other: number; together: boolean }[][] = placed.map(() => []);
    for (const [list, together] of [
      [wanted.together, true],
      [wanted.apart, false],
    ] as const) {
      for (const [one, other] of list) {
        mates[one]!.push({ other, together });
        mates[other]!.push({ other: one, together });
      }
    }
    this.mates = mates;
    this.counts = [new Map(), new Map()];
    for (const [person, group] of placed.entries())
      for (const side of [0, 1] as const) this.row(side, wanted.values[person]![side])[group]!++;
    const part = (side: 0 | 1) =>
      new Map(
        [...this.counts[side]].map(([value, row]) => [
          value,
          row.reduce((sum, each) => sum + each, 0) / wanted.groups,
        ]),
      );
    this.parts = [part(0), part(1)];
  }

  private row(side: 0 | 1, value: string): number[] {
    let row = this.counts[side].get(value);
    if (!row) this.counts[side].set(value, (row = Array<number>(this.wanted.groups).fill(0)));
    return row;
  }

  broken(): Broken {
    const same = ([one, other]: readonly [number, number]) => this.placed[one] === this.placed[other];
    return {
      together: this.wanted.together.filter((pair) => !same(pair)),
      apart: this.wanted.apart.filter(same),
    };
  }

  /**
   * Takes a broken pair at a time and makes the swap that mends most; where none mends, one that breaks no
   * more.
   */
  keepPairs(roll: ReturnType<typeof dice>): void {
    let budget = 40 + 20 * (this.wanted.together.length + this.wanted.apart.length);
    for (
      let broken = this.broken();
      broken.together.length + broken.apart.length > 0 && budget > 0;
      broken = this.broken(), budget--
    ) {
      const person = roll.pick(roll.pick([...broken.together, ...broken.apart]));
      let best: { other: number; change: number; uneven: number }[] = [];
      for (let other = 0; other < this.placed.length; other++) {
        if (this.placed[other] === this.placed[person]) continue;
        const [change, uneven] = this.changeOf(person, other);
        const lead = best[0];
        if (!lead || change < lead.change || (change === lead.change && uneven < lead.uneven))
          best = [{ other, change, uneven }];
        else if (change === lead.change && uneven === lead.uneven) best.push({ other, change, uneven });
      }
      if (best.length > 0) this.swap(person, roll.pick(best).other);
    }
  }

  /**
   * Swaps that make the spread more even and break no pair, until there is none. Each lowers a sum of
   * squares, so that it ends.
   */
  spread(): void {
    for (let again = true; again;) {
      again = false;
      for (let one = 0; one < this.placed.length; one++) {
        if (!this.isUneven(one)) continue;
        for (let other = 0; other < this.placed.length; other++) {
          if (this.placed[one] === this.placed[other]) continue;
          const [change, uneven] = this.changeOf(one, other);
          if (change > 0 || uneven >= 0) continue;
          this.swap(one, other);
          again = true;
        }
      }
    }
  }

  /** Whether the person's group has more of one of their values than its part. */
  private isUneven(person: number): boolean {
    return ([0, 1] as const).some((side) => {
      const value = this.wanted.values[person]![side];
      return this.row(side, value)[this.placed[person]!]! > Math.ceil(this.parts[side].get(value)!);
    });
  }

  /**
   * By how much swapping two people changes the number of broken pairs, and the sum of squares of what groups
   * have of values.
   */
  private changeOf(one: number, other: number): [pairs: number, uneven: number] {
    const [from, to] = [this.placed[one]!, this.placed[other]!];
    let pairs = 0;
    for (const [person, here, there, partner] of [
      [one, from, to, other],
      [other, to, from, one],
    ] as const) {
      for (const mate of this.mates[person]!) {
        if (mate.other === partner) continue;
        const group = this.placed[mate.other]!;
        const isBroken = (at: number) => Number((group === at) !== mate.together);
        pairs += isBroken(there) - isBroken(here);
      }
    }
    let uneven = 0;
    for (const side of [0, 1] as const) {
      const [mine, theirs] = [this.wanted.values[one]![side], this.wanted.values[other]![side]];
      if (mine === theirs) continue;
      const [mineAt, theirsAt] = [this.row(side, mine), this.row(side, theirs)];
      uneven += 2 * (mineAt[to]! - mineAt[from]! + 1) + 2 * (theirsAt[from]! - theirsAt[to]! + 1);
    }
    return [pairs, uneven];
  }

  private swap(one: number, other: number): void {
    const [from, to] = [this.placed[one]!, this.placed[other]!];
    for (const [person, here, there] of [
      [one, from, to],
      [other, to, from],
    ] as const) {
      for (const side of [0, 1] as const) {
        const row = this.row(side, this.wanted.values[person]![side]);
        row[here]!--;
        row[there]!++;
      }
      this.placed[person] = there;
    }
  }
}

/**
 * Places people who came late into groups that exist, one after the other into the smallest; which of several
 * is for the seed to say. Nobody who has a place moves.
 */
export function placeInSmallest(
  sizes: readonly number[],
  people: readonly string[],
  seed: number,
): ReadonlyMap<string, number> {
  const roll = dice(seed);
  const now = [...sizes];
  const placed = new Map<string, number>();
  if (now.length === 0) return placed;
  for (const person of [...people].sort()) {
    const least = Math.min(...now);
    const group = roll.pick(now.flatMap((size, index) => (size === least ? [index] : [])));
    placed.set(person, group);
    now[group]!++;
  }
  return placed;
}
