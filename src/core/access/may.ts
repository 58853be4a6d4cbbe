/**
 * Who may do what, where and when. Every question has one answer, with the rule that gave it.
 *
 * A rule gives some people a level, or a power, at a place, always or within a window. Of the rules that fit
 * a question,
 *   - the more specific place wins (page over wiki over assignment over course): what is set for one page is
 *   meant for it,
 *     whatever is set for all later on;
 *   - then the more specific people (named over owner over a group over a role over the course): an exception
 *   for
 *     somebody outlasts a change for everybody at the same place;
 *   - then the later rule: who sets something sees it hold.
 * Where no rule fits, what every course begins with does (`builtIn`). Guests see what their door opens and no
 * more. Where a wiki is opened to them, a page that is hidden from those whose wiki it is stays hidden from
 * them too, unless a rule of that page says otherwise: who hides a page means everybody. Instructors may
 * always do everything: an instructor who could be shut out could not put it right.
 */
import {
  isAbout,
  type Level,
  levels,
  type Person,
  type Place,
  type Power,
  type PowerRule,
  type Rule,
  scopes,
  stronger,
} from "./rule";
import { holds, type When } from "./when";

export {
  type Level,
  levels,
  type Person,
  type Place,
  type Power,
  type PowerRule,
  powers,
  type Role,
  roles,
  type Rule,
  type Scope,
  scopes,
  type Who,
} from "./rule";
export { type When, whenIn } from "./when";

export interface Decision {
  readonly level: Level;
  /** The rule that gave the level: one of the course's, or one that every course begins with. */
  readonly because:
    | { readonly kind: "rule"; readonly rule: Rule }
    | { readonly kind: "built in"; readonly reason: BuiltInReason };
  /** Rules that fitted and were overridden, strongest first. */
  readonly overrode: readonly Rule[];
}

export interface PowerDecision {
  readonly given: boolean;
  readonly because:
    | { readonly kind: "rule"; readonly rule: PowerRule }
    | { readonly kind: "built in"; readonly reason: BuiltInReason };
  readonly overrode: readonly PowerRule[];
}

export type BuiltInReason =
  | "instructor"
  | "assistant"
  | "assistant of others"
  | "own group"
  | "page of another"
  | "observer"
  | "other group"
  | "guest"
  | "hidden from its group"
  | Closed;

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
  guest: "hidden",
  "hidden from its group": "hidden",
  archived: "read",
  "set aside": "read",
};

const narrowFirst = [...scopes].reverse();

/**
 * The rules of a course as they stand at one instant, ready for many questions. O(rules · log rules) to make.
 */
export class Rulebook {
  readonly #levels: Shelves<Rule>;
  readonly #powers: Shelves<PowerRule>;

  /** @param rules the course's, in any order; of those that do not hold at `when` nothing is kept. */
  constructor(rules: Iterable<Rule | PowerRule>, when: When) {
    const givingLevels = emptyShelves<Rule>();
    const givingPowers = emptyShelves<PowerRule>();
    for (const rule of rules) {
      if (!holds(rule, when)) continue;
      if ("level" in rule) put(givingLevels, rule);
      else put(givingPowers, rule);
    }
    for (const shelves of [givingLevels, givingPowers])
      for (const scope of scopes) for (const list of shelves[scope].values()) list.sort(stronger);
    this.#levels = givingLevels;
    this.#powers = givingPowers;
  }

  /** What `person` may do at `place`, with the rule that says so. O(rules of the place). */
  decide(person: Person, place: Place): Decision {
    const fitting = fit(this.#levels, person, place);
    const strongest = fitting[0];
    const reason = reasonOf(person);
    if (person.role === "instructor" || !strongest)
      return { level: builtIn[reason], because: { kind: "built in", reason }, overrode: fitting };
    if (this.#isHiddenFromItsGroup(strongest, person, place))
      return {
        level: builtIn["hidden from its group"],
        because: { kind: "built in", reason: "hidden from its group" },
        overrode: fitting,
      };
    if (isAnothersPage(strongest, person))
      return {
        level: builtIn["page of another"],
        because: { kind: "built in", reason: "page of another" },
        overrode: fitting,
      };
    return { level: strongest.level, because: { kind: "rule", rule: strongest }, overrode: fitting.slice(1) };
  }

  /** The same answer without its reasons, quicker. */
  levelOf(person: Person, place: Place): Level {
    if (person.role === "instructor") return builtIn.instructor;
    for (const scope of narrowFirst) {
      const list = place[scope] === undefined ? undefined : this.#levels[scope].get(place[scope]);
      const strongest = list?.find(({ who }) => isAbout(who, person));
      if (!strongest) continue;
      if (this.#isHiddenFromItsGroup(strongest, person, place)) return builtIn["hidden from its group"];
      return isAnothersPage(strongest, person) ? builtIn["page of another"] : strongest.level;
    }
    return builtIn[reasonOf(person)];
  }

  /** Whether `person` has a power at `place`. Using it needs a level besides: see `mayUse`. */
  power(person: Person, place: Place, power: Power): PowerDecision {
    const fitting = fit(this.#powers, person, place).filter((rule) => rule.power === power);
    const reason = reasonOf(person);
    const [strongest] = fitting;
    if (person.role === "instructor" || !strongest) {
      // Whoever belongs to a wiki has all powers in it; nobody else but instructors has any.
      return {
        given: person.role === "instructor" || (person.role === "student" && person.isMember),
        because: { kind: "built in", reason },
        overrode: fitting,
      };
    }
    return { given: strongest.given, because: { kind: "rule", rule: strongest }, overrode: fitting.slice(1) };
  }

  #isHiddenFromItsGroup(strongest: Rule, person: Person, place: Place): boolean {
    return (
      person.role === "guest" &&
      strongest.scope !== "page" &&
      this.levelOf({ id: "", role: "student", isMember: true }, place) === "hidden"
    );
  }
}

/** Rules by scope, and there by place. */
type Shelves<Each> = { readonly [Scope in (typeof scopes)[number]]: Map<string, Each[]> };

function emptyShelves<Each>(): Shelves<Each> {
  return { course: new Map(), assignment: new Map(), wiki: new Map(), page: new Map() };
}

function put<Each extends Rule | PowerRule>(shelves: Shelves<Each>, rule: Each): void {
  const list = shelves[rule.scope].get(rule.place);
  if (list) list.push(rule);
  else shelves[rule.scope].set(rule.place, [rule]);
}

function fit<Each extends Rule | PowerRule>(shelves: Shelves<Each>, person: Person, place: Place): Each[] {
  return narrowFirst.flatMap((scope) =>
    place[scope] === undefined
      ? []
      : (shelves[scope].get(place[scope]) ?? []).filter(({ who }) => isAbout(who, person)),
  );
}

/**
 * What a group may write, it may not write on the page that one of its members has alone, unless a rule of
 * that page says so.
 */
function isAnothersPage(strongest: Rule, person: Person): boolean {
  return (
    person.owns === false &&
    person.role === "student" &&
    strongest.scope !== "page" &&
    strongest.level === "write"
  );
}

/** What `person` may do at `place` at `when`: one question. For many, make a `Rulebook` once. O(rules). */
export function decide(rules: Iterable<Rule>, person: Person, place: Place, when: When): Decision {
  return new Rulebook(rules, when).decide(person, place);
}

/**
 * What is left of a decision where the course is archived, or the wiki set aside: reading, for everybody who
 * could.
 */
export function whenClosed(decision: Decision, reason: Closed | null): Decision {
  return reason !== null && allows(decision.level, "comment")
    ? { level: builtIn[reason], because: { kind: "built in", reason }, overrode: decision.overrode }
    : decision;
}

export type Action = "read" | "comment" | "write";

/** Whether a level is enough for an action: each level includes the ones below it. */
export function allows(level: Level, action: Action): boolean {
  return levels.indexOf(level) >= levels.indexOf(action);
}

/**
 * Whether `person`, who has `level`, may act. Guests write or read, and comment nowhere: a conversation is
 * among people who are known.
 */
export function mayAct({ role }: Pick<Person, "role">, level: Level, action: Action): boolean {
  return allows(level, action) && !(role === "guest" && action === "comment");
}

/**
 * Whether somebody may use a power where they have `level`: who changes pages needs leave to write there, who
 * settles comments needs leave to comment.
 */
export function mayUse(level: Level, power: Power, { given }: PowerDecision): boolean {
  return given && allows(level, power === "settle" ? "comment" : "write");
}

function reasonOf(person: Person): BuiltInReason {
  if (person.role === "guest") return "guest";
  if (person.role === "instructor") return "instructor";
  if (person.role === "assistant") return person.isGiven === false ? "assistant of others" : "assistant";
  if (person.isMember) return person.owns === false ? "page of another" : "own group";
  return person.role === "observer" ? "observer" : "other group";
}
