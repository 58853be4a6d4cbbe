import { takesPart } from "@/core/access/role";
import type { PersonDto } from "@/data/people/dto";

/** A student as the board needs them. */
export interface Placeable {
  readonly id: string;
  readonly name: string;
  /** What the course's columns say of them, by heading; empty values left out. */
  readonly columns: Readonly<Record<string, string>>;
}

export function placeable(people: readonly PersonDto[]): Placeable[] {
  return people
    .filter((person) => takesPart(person.role) && !person.leftAt)
    .map(({ id, name, section, own }) => ({
      id,
      name,
      columns: {
        ...(section ? { Section: section } : {}),
        ...Object.fromEntries(Object.entries(own).filter(([, value]) => value !== "")),
      },
    }));
}
