/**
 * What stands before the items of a list that counts: numbers, letters, or Roman numbers, as HTML names them.
 */
export const countings = ["1", "a", "A", "i", "I"] as const;
export type Counting = (typeof countings)[number];

const romans: readonly (readonly [string, number])[] = [
  ["m", 1000],
  ["cm", 900],
  ["d", 500],
  ["cd", 400],
  ["c", 100],
  ["xc", 90],
  ["l", 50],
  ["xl", 40],
  ["x", 10],
  ["ix", 9],
  ["v", 5],
  ["iv", 4],
  ["i", 1],
];
/** Beyond it Roman numbers want signs of their own. */
const mostRoman = 3999;

/**
 * The sign of the item with a number, such as "3." or "c.". What letters or Roman numbers don't reach is told
 * in numbers, as browsers do.
 */
export function itemSign(number: number, counting: unknown): string {
  const lower =
    counting === "a" || counting === "A"
      ? letters(number)
      : counting === "i" || counting === "I"
        ? roman(number)
        : null;
  if (lower === null) return `${number}.`;
  return `${counting === "A" || counting === "I" ? lower.toUpperCase() : lower}.`;
}

/** a … z, aa, ab …; null below 1. */
function letters(number: number): string | null {
  if (number < 1) return null;
  let text = "";
  for (let left = number; left > 0; left = Math.floor((left - 1) / 26))
    text = String.fromCharCode(97 + ((left - 1) % 26)) + text;
  return text;
}

function roman(number: number): string | null {
  if (number < 1 || number > mostRoman) return null;
  let [text, left] = ["", number];
  for (const [sign, value] of romans) for (; left >= value; left -= value) text += sign;
  return text;
}

const styles: Readonly<Record<string, Counting>> = {
  "lower-alpha": "a",
  "lower-latin": "a",
  "upper-alpha": "A",
  "upper-latin": "A",
  "lower-roman": "i",
  "upper-roman": "I",
};

/** By the name of a list style; null: numbers, or something that pages don't know. */
export const countingOfStyle = (style: string | undefined): Counting | null => styles[style ?? ""] ?? null;

/**
 * By what was typed before the first item, such as "a)" or "IV."; null: numbers. A list that begins with "i"
 * counts in Roman numbers.
 */
export function countingOfSign(sign: string): Counting | null {
  const typed = /(?<![a-z])[a-z]+(?=[.)])/i.exec(sign)?.[0];
  if (!typed) return null;
  const isUpper = typed === typed.toUpperCase();
  const isRoman = typed.length > 1 || typed.toLowerCase() === "i";
  return isRoman ? (isUpper ? "I" : "i") : isUpper ? "A" : "a";
}
