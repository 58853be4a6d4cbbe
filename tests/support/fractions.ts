/**
 * Fractions as plain pairs of whole numbers, never shortened: slow, and written apart from the code that they
 * check.
 */
export type Fraction = readonly [over: bigint, under: bigint];

export const fraction = (text: string): Fraction => {
  const [whole, part = ""] = text.split(".");
  return [BigInt(whole! + part), 10n ** BigInt(part.length)];
};
export const add = ([a, b]: Fraction, [c, d]: Fraction): Fraction => [a * d + c * b, b * d];
export const take = (left: Fraction, [c, d]: Fraction): Fraction => add(left, [-c, d]);
export const multiply = ([a, b]: Fraction, [c, d]: Fraction): Fraction => [a * c, b * d];
export const divide = (left: Fraction, [c, d]: Fraction): Fraction =>
  multiply(left, c < 0n ? [-d, -c] : [d, c]);
export const isLess = ([a, b]: Fraction, [c, d]: Fraction): boolean => a * d < c * b;
export const isSame = ([a, b]: Fraction, [c, d]: Fraction): boolean => a * d === c * b;

/** What a line of working comes to: numbers, + − × / and brackets, with the usual precedence. */
export function evaluate(expression: string): Fraction {
  const tokens = expression.match(/[0-9.]+|[-+−×/()]/g)!;
  let at = 0;
  const factor = (): Fraction => {
    const token = tokens[at++]!;
    if (token !== "(") return fraction(token);
    const inside = terms();
    if (tokens[at++] !== ")") throw new Error(`no bracket closes in ${expression}`);
    return inside;
  };
  const product = (): Fraction => {
    let value = factor();
    while (tokens[at] === "×" || tokens[at] === "/")
      value = tokens[at++] === "×" ? multiply(value, factor()) : divide(value, factor());
    return value;
  };
  const terms = (): Fraction => {
    let value = product();
    while (tokens[at] === "+" || tokens[at] === "−")
      value = tokens[at++] === "+" ? add(value, product()) : take(value, product());
    return value;
  };
  const value = terms();
  if (at !== tokens.length) throw new Error(`${expression} goes on after its end`);
  return value;
}
