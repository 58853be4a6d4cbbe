/** Numbers as people type them. */
import { type Ratio, readDecimal } from "./ratio";

/**
 * Reads "72.5", "72,5" and "1 250": a comma is a decimal point, spaces between digits are left out. Null for
 * a sign below 0, for more than one point or comma (which of them parts the decimals is not known), and for
 * what is no number of 0 or more.
 */
export function typedDecimal(text: string): Ratio | null {
  const plain = text.trim().replace(/^\+/, "");
  const points = [...plain].filter((sign) => sign === "." || sign === ",").length;
  if (points > 1) return null;
  return readDecimal(plain.replace(/(?<=\d)[\s\u202f\u00a0'’](?=\d)/g, "").replace(",", "."));
}
