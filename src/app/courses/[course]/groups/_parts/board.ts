/**
 * What can be done on the board, as steps from one state to the next. A state is never changed, so that each
 * step can be undone.
 */
import { placeInSmallest } from "@/core/roster/groups";

export interface BoardGroup {
  /** Null for a group that has not been saved yet. */
  readonly id: string | null;
  readonly name: string;
  readonly topic: string;
  readonly members: readonly string[];
}

/** Puts a person into the group at `to`, or (null) into none. */
export function moved(groups: readonly BoardGroup[], person: string, to: number | null): BoardGroup[] {
  // Groups that nothing happens to stay the same objects: only the others are drawn anew.
  return groups.map((group, at) => {
    if (at !== to && !group.members.includes(person)) return group;
    const members = group.members.filter((each) => each !== person);
    return { ...group, members: at === to ? [...members, person] : members };
  });
}

export function unplaced(groups: readonly BoardGroup[], students: readonly string[]): string[] {
  const placed = new Set(groups.flatMap((group) => group.members));
  return students.filter((student) => !placed.has(student));
}

/** A name that no group has yet: "Group 4". */
export function nextName(groups: readonly BoardGroup[]): string {
  let number = groups.length + 1;
  while (groups.some((group) => group.name === `Group ${number}`)) number++;
  return `Group ${number}`;
}

/** The groups that chance made, each taking the name, topic and place of the one that was there before it. */
export function remade(groups: readonly BoardGroup[], made: readonly (readonly string[])[]): BoardGroup[] {
  const result: BoardGroup[] = [];
  for (const [at, members] of made.entries())
    result.push({ ...(groups[at] ?? { id: null, topic: "", name: nextName(result) }), members });
  return result;
}

/** Puts everybody without a group into the smallest ones. */
export function filledUp(groups: readonly BoardGroup[], left: readonly string[], seed: number): BoardGroup[] {
  const placed = placeInSmallest(
    groups.map(({ members }) => members.length),
    left,
    seed,
  );
  return groups.map((group, at) => ({
    ...group,
    members: [...group.members, ...left.filter((person) => placed.get(person) === at)],
  }));
}
