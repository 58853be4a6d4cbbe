/**
 * Who built on whom: what members did with each other's words, act by act. The sums of a pair are those of
 * its acts.
 */
import type { Author } from "./step";
import { type GroupWork, indexOf, removedBy } from "./work";

/** In the order in which they are told. */
export const builtOnKinds = [
  "beside",
  "reworded",
  "corrected",
  "moved",
  "restored",
  "removed",
  "threads",
  "replies",
] as const;
export type BuiltOnKind = (typeof builtOnKinds)[number];

/** One act of a member with words of another, or with what they said. */
export interface BuiltOnAct {
  readonly by: string;
  readonly on: string;
  readonly kind: BuiltOnKind;
  readonly entry: number | null;
  readonly remark: string | null;
  /** Words; of what was said, 1. */
  readonly amount: number;
  /**
   * Of words beside: at most so many stand; of removed ones: so many have not come back. Null: nothing can be
   * said of it.
   */
  readonly lasts: number | null;
}

export interface BuiltOn {
  readonly by: string;
  readonly on: string;
  readonly of: Readonly<Record<BuiltOnKind, number>>;
  readonly lasts: { readonly beside: number; readonly removed: number };
}

/** Every act of a member with another's work, entries first. O(deeds' changes + remarks). */
export function builtOnActs(work: GroupWork): BuiltOnAct[] {
  const { members, deeds, remarks } = work;
  const { deeds: owners, standing, cameBack } = indexOf(work);
  const isMember = new Set(members);
  const acts: BuiltOnAct[] = [];
  const note = (by: Author, on: Author | undefined, act: Omit<BuiltOnAct, "by" | "on">) => {
    if (by === null || !on || by === on || !isMember.has(by) || !isMember.has(on) || act.amount === 0) return;
    acts.push({ by, on, ...act });
  };
  for (const deed of deeds) {
    const { author, entry, figures } = deed;
    const sums = new Map<BuiltOnKind, Map<string, number>>();
    const add = (kind: BuiltOnKind, owner: number, words: number) => {
      const on = owners.get(owner)?.author;
      if (!on) return;
      const known = sums.get(kind) ?? sums.set(kind, new Map()).get(kind)!;
      known.set(on, (known.get(on) ?? 0) + words);
    };
    for (const [owner, words] of figures.addedBeside) add("beside", owner, words);
    for (const [owner, words] of figures.rewordedFrom) add("reworded", owner, words);
    for (const [owner, words] of figures.correctedFrom) add("corrected", owner, words);
    for (const [owner, words] of figures.shiftedFrom) add("moved", owner, words);
    for (const [, owner, words] of figures.movedFrom) add("moved", owner, words);
    for (const [by, owner, words] of figures.restoredFrom)
      if (owners.get(by)?.author !== author) add("restored", owner, words);
    for (const [owner, words] of removedBy(work, deed)) add("removed", owner, words);
    const back = new Map<string, number>();
    for (const [owner, words] of cameBack.get(entry) ?? []) {
      const on = owners.get(owner)?.author;
      if (on) back.set(on, (back.get(on) ?? 0) + words);
    }
    for (const [kind, ofEach] of sums) {
      for (const [on, amount] of ofEach) {
        const lasts =
          kind === "beside"
            ? Math.min(amount, standing.get(entry) ?? 0)
            : kind === "removed"
              ? Math.max(0, amount - (back.get(on) ?? 0))
              : null;
        note(author, on, { kind, entry, remark: null, amount, lasts });
      }
    }
  }
  const mainAuthorAt = mainAuthors(work);
  for (const { id, author, answers } of remarks)
    note(author, answers ?? mainAuthorAt.get(id), {
      kind: answers === null ? "threads" : "replies",
      entry: null,
      remark: id,
      amount: 1,
      lasts: null,
    });
  return acts;
}

/**
 * Every ordered pair of members of which one did something with the other's work, in the order of the group.
 */
export function whoBuiltOnWhom(work: GroupWork): BuiltOn[] {
  const pairs = new Map<
    string,
    { by: string; on: string; of: Record<BuiltOnKind, number>; lasts: { beside: number; removed: number } }
  >();
  for (const { by, on, kind, amount, lasts } of builtOnActs(work)) {
    const key = `${by}\n${on}`;
    const pair = pairs.get(key) ?? {
      by,
      on,
      of: Object.fromEntries(builtOnKinds.map((each) => [each, 0])) as Record<BuiltOnKind, number>,
      lasts: { beside: 0, removed: 0 },
    };
    pair.of[kind] += amount;
    if (kind === "beside" || kind === "removed") pair.lasts[kind] += lasts ?? 0;
    pairs.set(key, pair);
  }
  const place = (name: string) => work.members.indexOf(name);
  return [...pairs.values()].sort(
    (one, other) => place(one.by) - place(other.by) || place(one.on) - place(other.on),
  );
}

/** Of each comment that begins a thread, who had most words on its page then, whoever spoke left out. */
function mainAuthors({ deeds, remarks, members }: GroupWork): Map<string, string> {
  const authors = new Map(deeds.map(({ entry, author }) => [entry, author]));
  const onPages = new Map<string, Map<string, number>>(),
    found = new Map<string, string>();
  let next = 0;
  for (const { id, at, page, author, answers } of [...remarks].sort((one, other) => one.at - other.at)) {
    for (; next < deeds.length && deeds[next]!.at <= at; next++) {
      const { page: changed, figures } = deeds[next]!;
      const words = onPages.get(changed) ?? onPages.set(changed, new Map()).get(changed)!;
      for (const [entry, change] of figures.standingChange) {
        const by = authors.get(entry);
        if (by) words.set(by, (words.get(by) ?? 0) + change);
      }
    }
    if (answers !== null) continue;
    const most = [...(onPages.get(page) ?? [])]
      .filter(([by, words]) => by !== author && words > 0 && members.includes(by))
      .sort(([one, some], [other, more]) => more - some || (one < other ? -1 : 1))[0];
    if (most) found.set(id, most[0]);
  }
  return found;
}
