/** The access sheet: places against people, what each cell says, and what a change would alter. */
import { type Closed, type Decision, type Level, type Person, type Place, whenClosed } from "./may";
import type { Ahead, Change } from "./ahead";
import type { Scope, Who } from "./rule";

/** A line of the sheet: a page, a wiki as a whole, or the whole assignment. */
export interface SheetRow {
  readonly place: Place;
  readonly scope: Scope;
  /** The member to whom the page belongs; null: it belongs to all. */
  readonly ownerId: string | null;
  /** The group whose wiki it is, if a group's. */
  readonly groupId: string | null;
  readonly closed: Closed | null;
}

/** A column: the people that something can be set for together, or one of them. */
export interface SheetColumn {
  readonly who: Who;
  /**
   * Of one person: what they are on the course, which of the assignment's wikis are theirs, and the groups
   * that they are in.
   */
  readonly person?: Pick<Person, "role" | "groups"> & { readonly wikis: readonly string[] };
}

export interface SheetCell {
  readonly level: Level;
  readonly next: Change | null;
}

/** The person that a column means at a row: one of those, if they are several. */
export function personAt({ who, person }: SheetColumn, row: SheetRow): Person {
  const nobody = { id: "", role: "student", isMember: false } as const;
  switch (who.kind) {
    case "guests":
      return { ...nobody, role: "guest", door: who.door };
    case "course":
    case "students":
      return nobody;
    case "assistants":
      return { ...nobody, role: "assistant" };
    case "observers":
      return { ...nobody, role: "observer" };
    case "group":
      return { ...nobody, isMember: true, ...(row.ownerId === null ? {} : { owns: false }) };
    case "owner":
      return { ...nobody, isMember: true, owns: true };
    case "members":
      return { ...nobody, isMember: row.groupId === who.group, groups: [who.group] };
    case "person":
      return {
        ...nobody,
        ...(person && {
          role: person.role,
          groups: person.groups ?? [],
          isMember: isTheirs(person.wikis, row),
        }),
        id: who.person,
        ...(row.ownerId === null ? {} : { owns: row.ownerId === who.person }),
      };
    default:
      return who satisfies never;
  }
}

/** Of the assignment as a whole: whether any wiki of it is theirs. */
function isTheirs(wikis: readonly string[], { place }: SheetRow): boolean {
  return place.wiki === undefined ? wikis.length > 0 : wikis.includes(place.wiki);
}

/** What somebody may do at a row, and what comes next. O(turns × rules of the place). */
export function cellAt(ahead: Ahead, person: Person, row: SheetRow): SheetCell {
  const level = ahead.now.levelOf(person, row.place);
  if (row.closed !== null) return { level: level === "hidden" ? "hidden" : "read", next: null };
  return { level, next: ahead.next(person, row.place) };
}

/** The same with its reasons. */
export function explainAt(ahead: Ahead, person: Person, row: SheetRow): Decision {
  return whenClosed(ahead.now.decide(person, row.place), row.closed);
}

/** How many people may do something else on how many pages. */
export interface Effect {
  readonly from: Level;
  readonly to: Level;
  readonly pages: number;
  readonly people: number;
}

/**
 * What changes at once between two states of the rules, for people at pages; the commonest first. Pages and
 * people are counted once in each line. O(pages × people).
 */
export function effects(
  before: Ahead,
  after: Ahead,
  pages: readonly { readonly row: SheetRow; readonly people: readonly Person[] }[],
): Effect[] {
  const found = new Map<string, { from: Level; to: Level; pages: Set<string>; people: Set<string> }>();
  for (const { row, people } of pages) {
    for (const person of people) {
      const from = before.now.levelOf(person, row.place);
      const to = after.now.levelOf(person, row.place);
      if (from === to) continue;
      const key = `${from} ${to}`;
      const line = found.get(key) ?? { from, to, pages: new Set(), people: new Set() };
      line.pages.add(row.place.page ?? "");
      line.people.add(person.id);
      found.set(key, line);
    }
  }
  return [...found.values()]
    .map((line) => ({ ...line, pages: line.pages.size, people: line.people.size }))
    .sort((one, other) => other.pages * other.people - one.pages * one.people);
}
