/** Parts of words are there where several wrote an entry: they are told to a tenth. */
const whole = new Intl.NumberFormat("en-GB", { maximumFractionDigits: 1 });

/** "1,204". */
export function number(count: number): string {
  return whole.format(count);
}

/** "1 word", "1,204 words". */
export function counted(count: number, one: string, many = `${one}s`): string {
  return `${whole.format(count)} ${count === 1 ? one : many}`;
}

/** A part from 0 to 1 as "39 %"; "–" where there is none. */
export function percent(part: number | null): string {
  return part === null ? "–" : `${Math.round(part * 100)} %`;
}

/** A whole number of per cent as "39 %"; "–" where there is none. */
export function percents(value: number | null): string {
  return value === null ? "–" : `${value} %`;
}

/** "Ada, Ben and Cy". */
export function listed(names: readonly string[]): string {
  return new Intl.ListFormat("en-GB").format(names);
}
