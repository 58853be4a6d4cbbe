/**
 * Who may do what, where and when: one total function. Every question has one answer, with the rule that gave it.
 *
 * A rule gives some people a level at a place, always or within a window. Of the rules that fit a question,
 *   - the more specific place wins (page over wiki over assignment over course),
 *   - then the more specific people (named over the wiki's group over all students over the course),
 *   - then the later rule.
 * Where no rule of the course fits, the rules that every course begins with do (`builtIn`).
 * Instructors may always do everything: an instructor who could be shut out could not put it right.
 */

export const levels = ["hidden", "read", "comment", "write"] as const;
export type Level = (typeof levels)[number];

export const scopes = ["course", "assignment", "wiki", "page"] as const;
export type Scope = (typeof scopes)[number];

export const roles = ["instructor", "assistant", "student", "observer"] as const;
export type Role = (typeof roles)[number];

export type Who =
  | { readonly kind: "course" }
  | { readonly kind: "students" }
  /** The members of the group whose wiki it is. */
  | { readonly kind: "group" }
  | { readonly kind: "person"; readonly person: string };

export interface Rule {
  readonly id: string;
  readonly scope: Scope;
  /** The id of the course, assignment, wiki or page. */
  readonly place: string;
  readonly who: Who;
  readonly level: Level;
  /** Milliseconds since 1970; included. Null: since ever. */
  readonly from: number | null;
  /** Milliseconds since 1970; excluded. Null: for ever. */
  readonly until: number | null;
  /** When the rule was made; of two equally specific ones the later wins. */
  readonly madeAt: number;
}

export interface Person {
  readonly id: string;
  readonly role: Role;
  /** Whether the person is a member of the place's own group. */
  readonly isMember: boolean;
  /** Of assistants who see only the groups given to them: whether the place is one of these. Absent: they see all. */
  readonly isGiven?: boolean;
  /** Of a page that belongs to one member of the group: whether it is this person's. Absent: it belongs to all. */
  readonly owns?: boolean;
}

/** Where a question is asked: the ids from the course down, as far as the place goes. */
export type Place = { readonly [Each in Scope]?: string } & { readonly course: string };

export interface Decision {
  readonly level: Level;
  /** The rule that gave the level: one of the course's, or one that every course begins with. */
  readonly because: { readonly kind: "rule"; readonly rule: Rule } | { readonly kind: "built in"; readonly reason: BuiltInReason };
  /** Rules that fitted and were overridden, strongest first. */
  readonly overrode: readonly Rule[];
}

export type BuiltInReason = "instructor" | "assistant" | "assistant of others" | "own group" | "page of another" | "observer" | "other group" | Closed;

/** Why nobody changes anything at a place any more. */
export type Closed = "archived" | "set aside";

const builtIn: Record<BuiltInReason, Level> = {
  instructor: "write",
  assistant: "comment",
  "assistant of others": "hidden",
  "own group": "write",
  "page of another": "comment",
  observer: "read",
  "other group": "hidden",
  archived: "read",
  "set aside": "read",
};

/** What `person` may do at `place` at the time `at` (milliseconds since 1970). `rules` are the course's, in any order. O(rules). */
export function decide(rules: readonly Rule[], person: Person, place: Place, at: number): Decision {
  const fitting = rules.filter((rule) => fits(rule, person, place, at)).sort(strongestFirst);
  const strongest = fitting[0];
  // What a group may write, it may not write on the page that one of its members has alone, unless a rule of that page says so.
  if (strongest && person.owns === false && person.role === "student" && strongest.scope !== "page" && strongest.level === "write") {
    return { level: builtIn["page of another"], because: { kind: "built in", reason: "page of another" }, overrode: fitting };
  }
  if (person.role === "instructor" || !strongest) return { level: builtIn[reasonOf(person)], because: { kind: "built in", reason: reasonOf(person) }, overrode: fitting };
  return { level: strongest.level, because: { kind: "rule", rule: strongest }, overrode: fitting.slice(1) };
}

/** What is left of a decision where the course is archived, or the wiki set aside: reading, for everybody who could. */
export function whenClosed(decision: Decision, reason: Closed | null): Decision {
  return reason !== null && allows(decision.level, "comment") ? { level: builtIn[reason], because: { kind: "built in", reason }, overrode: decision.overrode } : decision;
}

export type Action = "read" | "comment" | "write";

/** Whether a level is enough for an action: each level includes the ones below it. */
export function allows(level: Level, action: Action): boolean {
  return levels.indexOf(level) >= levels.indexOf(action);
}

function fits(rule: Rule, person: Person, place: Place, at: number): boolean {
  if (place[rule.scope] !== rule.place) return false;
  if (rule.from !== null && at < rule.from) return false;
  if (rule.until !== null && at >= rule.until) return false;
  switch (rule.who.kind) {
    case "course": return true;
    case "students": return person.role === "student";
    case "group": return person.isMember;
    case "person": return rule.who.person === person.id;
    default: return rule.who satisfies never;
  }
}

const whoWeight: Record<Who["kind"], number> = { course: 0, students: 1, group: 2, person: 3 };

function strongestFirst(one: Rule, other: Rule): number {
  return scopes.indexOf(other.scope) - scopes.indexOf(one.scope)
    || whoWeight[other.who.kind] - whoWeight[one.who.kind]
    || other.madeAt - one.madeAt
    || (one.id < other.id ? 1 : -1);
}

function reasonOf(person: Person): BuiltInReason {
  if (person.role === "instructor") return "instructor";
  if (person.role === "assistant") return person.isGiven === false ? "assistant of others" : "assistant";
  if (person.isMember) return person.owns === false ? "page of another" : "own group";
  return person.role === "observer" ? "observer" : "other group";
}
