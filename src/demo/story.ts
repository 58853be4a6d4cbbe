/**
 * The language in which the demo's weeks of work are told: who did what to which page, when. A story is data;
 * `tell.ts` carries it out through the same calls as the application's own saves.
 */

export type Act =
  /** Puts new text at the end of a page, or behind the part named `after`. A page that is not there yet is started. */
  | { readonly act: "write"; readonly page: string; readonly part: string; readonly text: string; readonly after?: string }
  /** Replaces a phrase inside a part. */
  | { readonly act: "change"; readonly page: string; readonly part: string; readonly from: string; readonly to: string }
  | { readonly act: "remove"; readonly page: string; readonly part: string }
  /** Moves a part behind another of the same page; to the top if `after` is null. */
  | { readonly act: "move"; readonly page: string; readonly part: string; readonly after: string | null }
  /** Moves a part to the end of another page: one save on each. */
  | { readonly act: "carry"; readonly page: string; readonly part: string; readonly to: string }
  /** Restores the state after an entry of the page. */
  | { readonly act: "restore"; readonly page: string; readonly number: number }
  | { readonly act: "comment"; readonly page: string; readonly name: string; readonly text: string }
  | { readonly act: "answer"; readonly page: string; readonly to: string; readonly text: string };

export interface Deed {
  readonly who: string;
  /** Days before the day on which the demo is made. */
  readonly daysAgo: number;
  /** Wall clock in the course's time zone. */
  readonly time: string;
  readonly note: string;
  readonly act: Act;
}

/** Begins a sentence of a story: `on(12, "14:05", "Mira Okonjo").write(…)`. */
export function on(daysAgo: number, time: string, who: string) {
  const deed = (act: Act, note: string): Deed => ({ who, daysAgo, time, note, act });
  return {
    write: (page: string, part: string, text: string, note = "", after?: string) => deed({ act: "write", page, part, text, ...(after ? { after } : {}) }, note),
    change: (page: string, part: string, from: string, to: string, note = "") => deed({ act: "change", page, part, from, to }, note),
    remove: (page: string, part: string, note = "") => deed({ act: "remove", page, part }, note),
    move: (page: string, part: string, after: string | null, note = "") => deed({ act: "move", page, part, after }, note),
    carry: (page: string, part: string, to: string, note = "") => deed({ act: "carry", page, part, to }, note),
    restore: (page: string, number: number) => deed({ act: "restore", page, number }, ""),
    comment: (page: string, name: string, text: string) => deed({ act: "comment", page, name, text }, ""),
    answer: (page: string, to: string, text: string) => deed({ act: "answer", page, to, text }, ""),
  };
}
