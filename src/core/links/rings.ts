/**
 * Where the pages of a wiki stand in its picture: the home page in the middle, around it a ring for each step
 * away from it, and on the last ring what no link leads to from home. A page stands near the one by which it is
 * reached first, so that most lines are short. The same for everybody: nothing is thrown, and nothing moves by
 * itself. O(pages · log pages + links).
 */

export interface RingPage {
  readonly id: string;
  readonly links: readonly string[];
  /** Steps from home; null: not reached. */
  readonly steps: number | null;
}

export interface Spot {
  /** In units of the distance between two rings, from the middle. */
  readonly x: number;
  readonly y: number;
  /** 0: the middle. */
  readonly ring: number;
}

/** A ring is as wide as its pages need: so many units each at the least, along it. */
const roomOfPage = 0.32;

export function rings(pages: readonly RingPage[]): Map<string, Spot> {
  const reached = pages.filter(({ steps }) => steps !== null);
  const apart = pages.filter(({ steps }) => steps === null);
  const farthest = Math.max(0, ...reached.map(({ steps }) => steps!));
  const ringOf = (steps: number | null) => (steps === null ? farthest + 1 : steps);
  const parents = parentsOf(reached);
  const angles = new Map<string, number>();
  const spots = new Map<string, Spot>();
  let radius = 0;
  for (let ring = 0; ring <= farthest + 1; ring++) {
    const here = ring > farthest ? apart : reached.filter(({ steps }) => steps === ring);
    if (here.length === 0) continue;
    // In the order of the pages by which they are reached, and among those of the contents.
    const ordered = here
      .map((page, order) => ({ page, order, towards: angles.get(parents.get(page.id) ?? "") ?? 0 }))
      .sort((one, other) => one.towards - other.towards || one.order - other.order);
    if (ring > 0) radius = Math.max(radius + 1, (ordered.length * roomOfPage) / (2 * Math.PI));
    ordered.forEach(({ page }, index) => {
      const angle = (2 * Math.PI * index) / ordered.length - Math.PI / 2;
      angles.set(page.id, angle);
      spots.set(page.id, {
        x: rounded(radius * Math.cos(angle)),
        y: rounded(radius * Math.sin(angle)),
        ring: ringOf(page.steps),
      });
    });
  }
  return spots;
}

/** For each page that is reached, the first one of the ring before that links to it. */
function parentsOf(reached: readonly RingPage[]): Map<string, string> {
  const stepsOf = new Map(reached.map(({ id, steps }) => [id, steps!]));
  const parents = new Map<string, string>();
  for (const { id, links, steps } of reached)
    for (const next of links)
      if (!parents.has(next) && stepsOf.get(next) === steps! + 1) parents.set(next, id);
  return parents;
}

/** Machines differ in the last digits of sines; and there is one zero. */
const rounded = (value: number) => Math.round(value * 1000) / 1000 + 0;
