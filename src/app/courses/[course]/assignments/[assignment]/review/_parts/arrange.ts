/**
 * How the class is arranged on the screen: by groups, or all students in the order of a figure; all of them,
 * or some; in a period; with which columns.
 */
import type { GroupReviewDto, MemberReviewDto } from "@/data/review/dto";
import type { Period } from "@/data/review/period";
import { type Column, columns } from "./columns";
import { plainLetters } from "@/core/text/letters";
import { periodAsked } from "./period-asked";

/** What those can be put into the order of: each column but what the viewer has looked at. */
export const orders = columns.filter((column): column is Exclude<Column, "looked"> => column !== "looked");
export type Order = (typeof orders)[number];

/** Whom to show. */
export const selections = ["nothing done", "late", "with findings", "not looked at", "new since"] as const;
export type Selection = (typeof selections)[number];

export interface Arrangement {
  /** Null: by groups, as they were made. */
  readonly by: Order | null;
  readonly isDescending: boolean;
  readonly only: Selection | null;
  /** Part of the name of a student or a group; empty: everybody. */
  readonly find: string;
  readonly period: Period;
  /** Null: the usual ones. */
  readonly columns: readonly Column[] | null;
}

/** What addresses say of an arrangement. */
export const askedOfArrangement = ["by", "down", "only", "find", "from", "until", "columns"];

/** An arrangement as it stands in an address. */
export function arrangementAsked({
  by,
  only,
  isDescending,
  find,
  period,
  columns: chosen,
}: Arrangement): Record<string, string> {
  return {
    ...(by ? { by } : {}),
    ...(by && isDescending ? { down: "1" } : {}),
    ...(only ? { only } : {}),
    ...(find ? { find } : {}),
    ...periodAsked(period),
    ...(chosen ? { columns: chosen.join(",") } : {}),
  };
}

/** A group of which all members are shown, or some. */
export type ShownGroup = GroupReviewDto & { readonly isWhole: boolean };

/** The groups whose names are looked for, and of the others those members whose names are. */
export function lookedFor(groups: readonly GroupReviewDto[], find: string): ShownGroup[] {
  const wanted = plainLetters(find.trim());
  const isWanted = (name: string) => plainLetters(name).includes(wanted);
  return groups.flatMap((group): ShownGroup[] => {
    if (isWanted(group.name)) return [{ ...group, isWhole: true }];
    const members = group.members.filter(({ member }) => isWanted(member.name));
    return members.length > 0 ? [{ ...group, members, isWhole: false }] : [];
  });
}

/** How far the viewer has looked, and about whom something was found, by "wiki person". */
export interface Looked {
  readonly mine: ReadonlyMap<string, unknown>;
  readonly newSince: ReadonlyMap<string, number>;
}

export interface Placed {
  readonly group: GroupReviewDto;
  readonly each: MemberReviewDto;
}

/**
 * Those who are to be shown, in their groups' order. `found`: about whom there are findings, by "wiki
 * person".
 */
export function selected(
  groups: readonly GroupReviewDto[],
  only: Selection | null,
  looked: Looked | null,
  found: ReadonlySet<string> = new Set(),
): Placed[] {
  const isShown = ({ group: { wikiId }, each }: Placed) => {
    const key = `${wikiId} ${each.member.id}`;
    switch (only) {
      case null:
        return true;
      case "nothing done":
        return each.figures.entries === 0 && each.figures.comments === 0;
      case "late":
        return (each.figures.addedLate ?? 0) > 0;
      case "with findings":
        return found.has(key);
      case "not looked at":
        return !looked?.mine.has(key);
      case "new since":
        return (looked?.newSince.get(key) ?? 0) > 0;
      default:
        return only satisfies never;
    }
  };
  return groups.flatMap((group) => group.members.map((each) => ({ group, each }))).filter(isShown);
}

/**
 * All of them in the order of a column, those without it last; who is alike stands as in the groups. `met`:
 * how much each has met of what is expected.
 */
export function inOrder(
  placed: readonly Placed[],
  by: Order,
  isDescending: boolean,
  met: ReadonlyMap<string, number> = new Map(),
): Placed[] {
  const amount = ({ group, each }: Placed): number | null => {
    switch (by) {
      case "last":
        return each.lastAt?.getTime() ?? null;
      case "expected":
        return met.get(`${group.wikiId} ${each.member.id}`) ?? 0;
      // As it is shown: so that those of a group add up to 100, one of 28.6 per cent may be shown as 28 and
      // one of 28.5 as 29.
      case "share":
        return each.sharePercent === null ? null : each.sharePercent + (each.figures.share ?? 0);
      default:
        return each.figures[by];
    }
  };
  return [...placed].sort((one, other) => {
    const [a, b] = [amount(one), amount(other)];
    if (a === null || b === null) return a === b ? 0 : a === null ? 1 : -1;
    return isDescending ? b - a : a - b;
  });
}
