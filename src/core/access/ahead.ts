/** What comes: when what somebody may do will change, and to what. */
import { type Level, type Person, type Place, Rulebook, whenIn } from "./may";
import type { PowerRule, Rule } from "./rule";
import { turns } from "./when";

export interface Change {
  /** Milliseconds since 1970. */
  readonly at: number;
  readonly level: Level;
}

/**
 * The rules of a course from one instant on. Making it costs little; the first question at each turn makes
 * that turn's rulebook.
 */
export class Ahead {
  readonly #rules: readonly (Rule | PowerRule)[];
  readonly #zone: string;
  readonly #turns: readonly number[];
  readonly #books = new Map<number, Rulebook>();
  readonly now: Rulebook;

  /** @param at milliseconds since 1970. @param zone the course's, an IANA name. */
  constructor(rules: readonly (Rule | PowerRule)[], zone: string, at: number) {
    this.#rules = rules;
    this.#zone = zone;
    this.#turns = turns(
      rules.filter((rule) => "level" in rule),
      zone,
      at,
    );
    this.now = this.#book(at);
  }

  /**
   * When the person's level at the place will next be another one, or null if nothing that is set changes it.
   * O(turns × rules of the place).
   */
  next(person: Person, place: Place): Change | null {
    const level = this.now.levelOf(person, place);
    for (const at of this.#turns) {
      const then = this.#book(at).levelOf(person, place);
      if (then !== level) return { at, level: then };
    }
    return null;
  }

  #book(at: number): Rulebook {
    const known = this.#books.get(at);
    if (known) return known;
    const made = new Rulebook(this.#rules, whenIn(this.#zone, at));
    this.#books.set(at, made);
    return made;
  }
}
