/** How the class is arranged on the screen: by groups, or all students in the order of a figure; all of them, or some. */
import { z } from "zod";
import type { GroupReviewDto, MemberReviewDto } from "@/data/review/dto";

export const orders = ["entries", "comments", "added", "standing", "share", "last"] as const;
export type Order = (typeof orders)[number];

/** Whom to show: those who did nothing, those whom the viewer has not looked at, those who did something since. */
export const selections = ["nothing done", "not looked at", "new since"] as const;
export type Selection = (typeof selections)[number];

export interface Arrangement {
  /** Null: by groups, as they were made. */
  readonly by: Order | null;
  readonly isDescending: boolean;
  readonly only: Selection | null;
}

const asked = z.object({ by: z.enum(orders).nullable().catch(null), only: z.enum(selections).nullable().catch(null) });

/** As it stands in an address; what is no arrangement is none. */
export function arrangementOf(given: Readonly<Record<string, string | string[] | undefined>>): Arrangement {
  const { by, only } = asked.parse({ by: given.by ?? null, only: given.only ?? null });
  return { by, only, isDescending: given.down !== undefined };
}

/** The same, to be put into another address. */
export function arrangementAsked({ by, only, isDescending }: Arrangement): Record<string, string> {
  return { ...(by ? { by } : {}), ...(by && isDescending ? { down: "1" } : {}), ...(only ? { only } : {}) };
}

/** How far the viewer has looked, by "wiki person". */
export interface Looked {
  readonly mine: ReadonlyMap<string, unknown>;
  readonly newSince: ReadonlyMap<string, number>;
}

export interface Placed {
  readonly group: GroupReviewDto;
  readonly each: MemberReviewDto;
}

/** Those who are to be shown, in their groups' order. */
export function selected(groups: readonly GroupReviewDto[], only: Selection | null, looked: Looked | null): Placed[] {
  const isShown = ({ group: { wikiId }, each }: Placed) => {
    const key = `${wikiId} ${each.member.id}`;
    switch (only) {
      case null: return true;
      case "nothing done": return each.entries === 0 && each.comments === 0;
      case "not looked at": return !looked?.mine.has(key);
      case "new since": return (looked?.newSince.get(key) ?? 0) > 0;
      default: return only satisfies never;
    }
  };
  return groups.flatMap((group) => group.members.map((each) => ({ group, each }))).filter(isShown);
}

/** All of them in the order of a figure, those without it last; who is alike stands as in the groups. */
export function inOrder(placed: readonly Placed[], by: Order, isDescending: boolean): Placed[] {
  const amount = ({ each }: Placed): number | null => (by === "last" ? (each.lastAt?.getTime() ?? null) : by === "share" ? each.share : each[by]);
  return [...placed].sort((one, other) => {
    const [a, b] = [amount(one), amount(other)];
    if (a === null || b === null) return a === b ? 0 : a === null ? 1 : -1;
    return isDescending ? b - a : a - b;
  });
}
