/** The figures of a student over a group's work, and what is behind each of them: by the table of figures. */
import { type Asked, type EvidenceItem, sum } from "./behind";
import { definitionOf, type FigureName, figureNames, type PartFigure } from "./figure-table";
import type { GroupWork } from "./work";

export type MemberFigures = {
  readonly [Name in FigureName]: Name extends PartFigure ? number | null : number;
};

/**
 * What is behind a figure of one person, or of several together; oldest first for one. O(deeds + remarks).
 */
export function evidenceOf(
  work: GroupWork,
  people: string | readonly string[],
  figure: FigureName,
): readonly EvidenceItem[] {
  return definitionOf(figure).behind(asked(work, people));
}

/** The entries behind a figure, for those that no comment is behind. */
export function entriesBehind(
  work: GroupWork,
  person: string,
  figure: FigureName,
): { readonly entry: number; readonly amount: number }[] {
  return evidenceOf(work, person, figure).flatMap(({ entry, amount }) =>
    entry === null ? [] : [{ entry, amount }],
  );
}

/** What a figure is a part of; null: it is no part, or there is nothing that it could be a part of. */
export function wholeOf(
  work: GroupWork,
  people: string | readonly string[],
  figure: FigureName,
): number | null {
  return definitionOf(figure).whole?.(asked(work, people)) ?? null;
}

const known = new WeakMap<GroupWork, Map<string, MemberFigures>>();

/** All figures of one member, computed once for each work. O(figures × (deeds + remarks)). */
export function memberFigures(work: GroupWork, member: string): MemberFigures {
  let ofMembers = known.get(work);
  if (!ofMembers) known.set(work, (ofMembers = new Map()));
  let figures = ofMembers.get(member);
  if (!figures)
    ofMembers.set(
      member,
      (figures = Object.fromEntries(
        figureNames.map((name) => [name, figureOf(work, member, name)]),
      ) as MemberFigures),
    );
  return figures;
}

/** One figure; null for a part of nothing. */
export function figureOf(
  work: GroupWork,
  people: string | readonly string[],
  figure: FigureName,
): number | null {
  const { behind, whole } = definitionOf(figure);
  const of = asked(work, people);
  if (!whole) return sum(behind(of));
  const all = whole(of);
  return all === null || all === 0 ? null : sum(behind(of)) / all;
}

const asked = (work: GroupWork, people: string | readonly string[]): Asked => ({
  work,
  people: typeof people === "string" ? [people] : people,
});
