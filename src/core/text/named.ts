/** Names in running text behind an "@". */

/**
 * The places in which a text names somebody: `from` at the "@" (included), `to` behind the name (excluded),
 * in UTF-16 code units.
 */
export interface Naming<Person> {
  readonly from: number;
  readonly to: number;
  readonly person: Person;
}

/**
 * Where a text names one of `people`, in any capitals: of names that begin alike, the longest. The name ends
 * where a word ends. O(text × people).
 */
export function namingsIn<Person extends { readonly name: string }>(
  text: string,
  people: readonly Person[],
): Naming<Person>[] {
  const longestFirst = people
    .filter(({ name }) => name !== "")
    .map((person) => ({ person, name: person.name }))
    .sort((one, other) => other.name.length - one.name.length);
  const found: Naming<Person>[] = [];
  for (let at = text.indexOf("@"); at >= 0; at = text.indexOf("@", at + 1)) {
    // An address of mail names nobody.
    if (at > 0 && /[\p{L}\p{N}]/u.test(text[at - 1]!)) continue;
    const to = (name: string) => at + 1 + name.length;
    const named = longestFirst.find(
      ({ name }) =>
        text.slice(at + 1, to(name)).toLowerCase() === name.toLowerCase() &&
        !/[\p{L}\p{N}]/u.test(text.slice(to(name), to(name) + 1)),
    );
    if (named) found.push({ from: at, to: to(named.name), person: named.person });
  }
  return found;
}

/** Those whom a text names, each once, in the order in which they are named. */
export function findNamed<Person extends { readonly name: string }>(
  text: string,
  people: readonly Person[],
): Person[] {
  return [...new Set(namingsIn(text, people).map(({ person }) => person))];
}
