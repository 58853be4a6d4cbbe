/**
 * What is asked of a password: long enough, not among those that everybody knows, and not the person's own
 * name.
 */

export const shortestPassword = 10;
export const longestPassword = 128;

export type PasswordProblem = "too short" | "too long" | "common" | "personal" | "simple";

export interface Owner {
  readonly name: string;
  readonly address: string;
}

/** Letters of a password without what is put around a word to make it longer. */
const core = (text: string) => text.toLowerCase().replace(/[^\p{L}]+/gu, "");

/**
 * What is wrong with a password; null: nothing. `isCommon` says of a text in small letters whether it is
 * among those that are tried first. O(length).
 */
export function passwordProblem(
  password: string,
  owner: Owner,
  isCommon: (text: string) => boolean,
): PasswordProblem | null {
  if (password.length > longestPassword) return "too long";
  if ([...password].length < shortestPassword) return "too short";
  const small = password.toLowerCase();
  const letters = core(password);
  if (isCommon(small) || (letters.length >= 4 && letters.length >= small.length - 5 && isCommon(letters)))
    return "common";
  if (isSimple(small)) return "simple";
  return isPersonal(small, owner) ? "personal" : null;
}

/** Few different signs, or signs that follow each other in the alphabet or in counting. */
function isSimple(small: string): boolean {
  if (new Set(small).size < 4) return true;
  let steps = 0;
  for (let at = 1; at < small.length; at++)
    if (Math.abs(small.charCodeAt(at) - small.charCodeAt(at - 1)) <= 1) steps++;
  return steps >= small.length - 2;
}

/** Nothing but the person's name or address, and a few signs more. */
function isPersonal(small: string, { name, address }: Owner): boolean {
  const own = [
    ...name.toLowerCase().split(/[\s.,-]+/),
    ...address.toLowerCase().split(/[@.+_-]+/),
    name.toLowerCase().replace(/\s+/g, ""),
  ].filter((part) => part.length >= 4);
  const rest = own
    .sort((one, other) => other.length - one.length)
    .reduce((left, part) => left.replaceAll(part, ""), small);
  return rest.length < small.length && [...rest].length < 6;
}
