/** What rules of access are made of: whom they are about, where, when, and what they give. */
import type { Weekly } from "./when";

export const levels = ["hidden", "read", "comment", "write"] as const;
export type Level = (typeof levels)[number];

/** What is given apart from the level. Each needs a level besides: see `mayUse`. */
export const powers = ["start", "rename", "remove", "arrange", "restore", "upload", "settle"] as const;
export type Power = (typeof powers)[number];

/** Places, from the widest to the narrowest. */
export const scopes = ["course", "assignment", "wiki", "page"] as const;
export type Scope = (typeof scopes)[number];

export const roles = ["instructor", "assistant", "student", "observer"] as const;
export type Role = (typeof roles)[number];

/** Whom a rule is about, from the least specific to the most. */
export const whoKinds = [
  "guests",
  "course",
  "students",
  "assistants",
  "observers",
  "group",
  "members",
  "owner",
  "person",
] as const;

export type Who =
  /**
   * Whoever came in by one door: an open room's code, or a link for readers. Nobody of the course is meant.
   */
  | { readonly kind: "guests"; readonly door: string }
  /** Everybody on the course. */
  | { readonly kind: "course" | "students" | "assistants" | "observers" }
  /** The members of the group whose wiki it is, or the one student or the class whose it is. */
  | { readonly kind: "group" }
  /** The members of one group, wherever the place is. */
  | { readonly kind: "members"; readonly group: string }
  /** The member to whom a page belongs. */
  | { readonly kind: "owner" }
  | { readonly kind: "person"; readonly person: string };

interface Common {
  readonly id: string;
  readonly scope: Scope;
  /** The id of the course, assignment, wiki or page. */
  readonly place: string;
  readonly who: Who;
  /** Milliseconds since 1970; included. Null: since ever. */
  readonly from: number | null;
  /** Milliseconds since 1970; excluded. Null: for ever. */
  readonly until: number | null;
  /** The hours of the week in which it holds, between the two; null: all. */
  readonly weekly: Weekly | null;
  /**
   * Whether the assignment's own settings made it, and change it: what was set by hand for the same people
   * comes before.
   */
  readonly isOfAssignment: boolean;
  /** When the rule was made; of two equally specific ones the later wins. */
  readonly madeAt: number;
}

/** Gives a level. */
export interface Rule extends Common {
  readonly level: Level;
}

/** Gives a power, or takes it. */
export interface PowerRule extends Common {
  readonly power: Power;
  readonly given: boolean;
}

export interface Person {
  readonly id: string;
  /** Guests are not on the course: no rule is about them but those of the door by which they came. */
  readonly role: Role | "guest";
  /** Whether the person is a member of the place's own group. */
  readonly isMember: boolean;
  /**
   * Of assistants who see only the groups given to them: whether the place is one of these. Absent: they see
   * all.
   */
  readonly isGiven?: boolean;
  /**
   * Of a page that belongs to one member of the group: whether it is this person's. Absent: it belongs to
   * all.
   */
  readonly owns?: boolean;
  /** Of a guest: the open room or the link by which they came. */
  readonly door?: string;
  /**
   * The groups that the person is a member of now, for rules about the members of one group. Absent: none.
   */
  readonly groups?: readonly string[];
}

/** Where a question is asked: the ids from the course down, as far as the place goes. */
export type Place = { readonly [Each in Scope]?: string } & { readonly course: string };

/** Whether a rule is about a person, whenever it holds. */
export function isAbout(who: Who, person: Person): boolean {
  switch (who.kind) {
    case "guests":
      return person.role === "guest" && person.door === who.door;
    case "course":
      return person.role !== "guest";
    case "students":
      return person.role === "student";
    case "assistants":
      return person.role === "assistant";
    case "observers":
      return person.role === "observer";
    case "group":
      return person.isMember;
    case "members":
      return person.groups?.includes(who.group) ?? false;
    case "owner":
      return person.owns === true;
    case "person":
      return who.person === person.id;
    default:
      return who satisfies never;
  }
}

/** Roles are equally specific, and so are groups: between two of them the later rule decides. */
const weights: Record<Who["kind"], number> = {
  guests: 0,
  course: 0,
  students: 1,
  assistants: 1,
  observers: 1,
  group: 2,
  members: 2,
  owner: 3,
  person: 4,
};

/**
 * Of two rules of one place: the more specific people first, then what was set by hand, then the later one.
 */
export function stronger(one: Common, other: Common): number {
  return (
    weights[other.who.kind] - weights[one.who.kind] ||
    Number(one.isOfAssignment) - Number(other.isOfAssignment) ||
    other.madeAt - one.madeAt ||
    (one.id < other.id ? 1 : -1)
  );
}

/** Two rules about the same people are of the same key. */
export function whoKey(who: Who): string {
  switch (who.kind) {
    case "guests":
      return `guests ${who.door}`;
    case "members":
      return `members ${who.group}`;
    case "person":
      return `person ${who.person}`;
    default:
      return who.kind;
  }
}
