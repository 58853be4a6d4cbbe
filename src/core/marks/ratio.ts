/**
 * Exact numbers: fractions of whole numbers, in lowest terms, so that no mark depends on how a machine
 * rounds.
 */

export interface Ratio {
  readonly n: bigint;
  /** Above 0. */
  readonly d: bigint;
}

/** @throws RangeError if `d` is 0 */
export function ratio(n: bigint, d = 1n): Ratio {
  if (d === 0n) throw new RangeError("division by zero");
  const common = divisor(n < 0n ? -n : n, d < 0n ? -d : d);
  return d < 0n ? { n: -n / common, d: -d / common } : { n: n / common, d: d / common };
}

function divisor(a: bigint, b: bigint): bigint {
  while (b !== 0n) [a, b] = [b, a % b];
  return a;
}

export const zero = ratio(0n);
export const one = ratio(1n);

export const plus = (a: Ratio, b: Ratio): Ratio => ratio(a.n * b.d + b.n * a.d, a.d * b.d);
export const minus = (a: Ratio, b: Ratio): Ratio => ratio(a.n * b.d - b.n * a.d, a.d * b.d);
export const times = (a: Ratio, b: Ratio): Ratio => ratio(a.n * b.n, a.d * b.d);
/** @throws RangeError if `b` is 0 */
export const over = (a: Ratio, b: Ratio): Ratio => ratio(a.n * b.d, a.d * b.n);
export const sum = (all: readonly Ratio[]): Ratio => all.reduce(plus, zero);
export const isBelow = (a: Ratio, b: Ratio): boolean => a.n * b.d < b.n * a.d;
export const isZero = ({ n }: Ratio): boolean => n === 0n;
export const smaller = (a: Ratio, b: Ratio): Ratio => (isBelow(b, a) ? b : a);
export const larger = (a: Ratio, b: Ratio): Ratio => (isBelow(a, b) ? b : a);

/** Digits before and after the point of a number that is read, at most. */
export const digitsAtMost = 40;
const decimal = new RegExp(`^(\\d{1,${digitsAtMost}})(?:\\.(\\d{1,${digitsAtMost}}))?$`);

/**
 * Reads a decimal of 0 or more, such as "72.5"; null for anything else, signs, exponents and separators
 * included.
 */
export function readDecimal(text: string): Ratio | null {
  const found = decimal.exec(text);
  if (!found) return null;
  const [, whole, part = ""] = found;
  return ratio(BigInt(whole! + part), 10n ** BigInt(part.length));
}

/** Rounded half up to a multiple of a step above 0. */
export function roundedTo(step: Ratio, value: Ratio): Ratio {
  return times(step, wholesIn(plus(over(value, step), ratio(1n, 2n))));
}

/** The largest multiple of a step above 0 that is not above a value. */
export function downTo(step: Ratio, value: Ratio): Ratio {
  return times(step, wholesIn(over(value, step)));
}

function wholesIn({ n, d }: Ratio): Ratio {
  const cut = n / d;
  return ratio(n < 0n && cut * d !== n ? cut - 1n : cut);
}

/** With so many decimals, rounded half up. */
export function fixed(value: Ratio, places: number): string {
  const scale = 10n ** BigInt(places);
  const { n } = wholesIn(plus(times(value, ratio(scale)), ratio(1n, 2n)));
  const digits = String(n < 0n ? -n : n).padStart(places + 1, "0");
  const point = digits.length - places;
  return `${n < 0n ? "-" : ""}${digits.slice(0, point)}${places > 0 ? `.${digits.slice(point)}` : ""}`;
}

/** As a decimal without needless zeros, if it has one of so many places at most; otherwise null. */
export function exactDecimal(value: Ratio, placesAtMost: number = digitsAtMost): string | null {
  for (let places = 0, scale = 1n; places <= placesAtMost; places++, scale *= 10n)
    if (scale % value.d === 0n) return fixed(value, places);
  return null;
}
