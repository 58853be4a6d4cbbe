/** How the pages of a wiki hang together: how far each is from home, and what is easily missed. */

export interface HangingPage {
  readonly id: string;
  /** The pages that it links to, each once, itself left out. */
  readonly links: readonly string[];
  readonly words: number;
}

/** What is worth a look about a page. "loose": no other page links to it. */
export const hangingStates = ["started but empty", "loose", "dead end", "no way home"] as const;
export type HangingState = (typeof hangingStates)[number];

export interface Hanging {
  /** Links that have to be followed from the home page; null: it is not reached. */
  readonly steps: ReadonlyMap<string, number | null>;
  /** The pages that link to each, in the pages' order. */
  readonly linkedFrom: ReadonlyMap<string, readonly string[]>;
  readonly states: ReadonlyMap<string, readonly HangingState[]>;
}

/**
 * A page alone in its wiki is no dead end, and without a home page nothing is far from it. Links to pages that
 * are not given are left out. O(pages + links).
 */
export function hanging(pages: readonly HangingPage[], home: string | null): Hanging {
  const known = new Set(pages.map(({ id }) => id));
  const linkedFrom = new Map<string, string[]>(pages.map(({ id }) => [id, []]));
  const onwards = new Map(pages.map(({ id, links }) => [id, links.filter((each) => known.has(each))]));
  for (const [id, links] of onwards) for (const each of links) linkedFrom.get(each)!.push(id);
  const hasHome = home !== null && known.has(home);
  const steps = hasHome ? stepsFrom(home, onwards) : new Map<string, number>();
  const back = hasHome ? stepsFrom(home, linkedFrom) : new Map<string, number>();
  const states = new Map(
    pages.map(({ id, words }): [string, HangingState[]] => {
      const is: Readonly<Record<HangingState, boolean>> = {
        "started but empty": words === 0,
        loose: id !== home && linkedFrom.get(id)!.length === 0,
        "dead end": pages.length > 1 && onwards.get(id)!.length === 0,
        // A dead end has no way home either: it is told once.
        "no way home": hasHome && !back.has(id) && onwards.get(id)!.length > 0,
      };
      return [id, hangingStates.filter((state) => is[state])];
    }),
  );
  return { steps: new Map(pages.map(({ id }) => [id, steps.get(id) ?? null])), linkedFrom, states };
}

/** How many links have to be followed from `start` to each page that is reached. */
function stepsFrom(start: string, links: ReadonlyMap<string, readonly string[]>): Map<string, number> {
  const steps = new Map([[start, 0]]);
  // A map goes on over what is added to it meanwhile: nearer pages first.
  for (const [id, far] of steps)
    for (const next of links.get(id) ?? []) if (!steps.has(next)) steps.set(next, far + 1);
  return steps;
}
