import type { GroupSetDto } from "@/data/groups/dto";

/** Sets of groups as the form offers them: those that most students are in first. */
export function setChoices(sets: readonly GroupSetDto[]) {
  return sets
    .map(({ id, title, groups }) => ({
      id,
      title,
      groups: groups.length,
      students: groups.reduce((sum, group) => sum + group.members.length, 0),
    }))
    .sort((one, other) => other.students - one.students);
}
