/** Names of people, who may have one name, or six, in any script. */

export const longestName = 200;

export interface NameParts {
  readonly name: string;
  readonly given: string;
  readonly family: string;
  readonly preferred: string;
}

/**
 * What a person is called on every screen. A preferred name of one word stands in the place of the given name
 * ("Mimi" of Miriam Okonjo is Mimi Okonjo); one of several words stands for the whole.
 */
export function shownName({ name, given, family, preferred }: NameParts): string {
  if (preferred !== "" && (/\s/.test(preferred) || family === "")) return preferred;
  const first = preferred !== "" ? preferred : given;
  const whole = [first, family].filter((part) => part !== "").join(" ");
  return whole !== "" ? whole : inReadingOrder(name);
}

/** "Okonjo, Mira" as "Mira Okonjo"; anything else as it is. */
export function inReadingOrder(name: string): string {
  const parts = name.split(",").map((part) => part.trim());
  return parts.length === 2 && parts[0] !== "" && parts[1] !== "" ? `${parts[1]} ${parts[0]}` : name;
}
