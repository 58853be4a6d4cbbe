/** Text that people type into a field, as it may be stored. */
import * as z from "zod";
import { cleanText } from "./clean";

/**
 * So many characters more than a field holds are looked at: what is cut off at its ends and cleaned out of it
 * may take some.
 */
const room = 1000;

export interface TypedProblems {
  readonly missing?: string;
  readonly tooLong?: string;
}

/**
 * From `least` to `most` UTF-16 code units, without spaces at the ends and without what no database holds.
 * How long it is in all is asked before anything looks at its characters.
 */
export function typedText(most: number, { missing, tooLong }: TypedProblems = {}, least = 0) {
  return z
    .string()
    .max(most + room, tooLong)
    .transform(cleanText)
    .pipe(z.string().trim().min(least, missing).max(most, tooLong));
}
