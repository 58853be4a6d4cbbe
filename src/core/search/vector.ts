/**
 * What PostgreSQL's text search is given: vectors of words with their places, and queries, both written out
 * from the product's own words. The stem of a word is PostgreSQL's; it is handed in.
 */
import type { Line } from "./parts";
import type { Term } from "./query";

/** How much a word counts where it stands: in a title, in a heading or a tag, in a caption, in the text. */
export type Weight = "A" | "B" | "C" | "D";

export const weightOfLine: Readonly<Record<Line["kind"], Weight>> = { heading: "B", caption: "C", text: "D" };

/** The stem of a form, in the language of the course. */
export type StemOf = (form: string) => string;

/** PostgreSQL keeps no place beyond this one, and so many of one word. */
const lastPlace = 16383;
const mostPlaces = 256;
/** Words of two lines do not stand in a line. */
const betweenLines = 40;

/** A text with the weight of its words. */
export interface Weighed {
  readonly forms: readonly string[];
  readonly weight: Weight;
}

/** A `tsvector` as it is written: `'river':1,4A 'weir':2`. O(words). */
export function vectorOf(lines: readonly Weighed[], stemOf: StemOf): string {
  const places = new Map<string, string[]>();
  let place = 0;
  for (const { forms, weight } of lines) {
    for (const form of forms) {
      place++;
      const lexeme = stemOf(form);
      const known = places.get(lexeme);
      const here = `${Math.min(place, lastPlace)}${weight === "D" ? "" : weight}`;
      if (!known) places.set(lexeme, [here]);
      else if (known.length < mostPlaces && known.at(-1) !== here) known.push(here);
    }
    place += betweenLines;
  }
  return [...places].map(([lexeme, at]) => `${quoted(lexeme)}:${at.join(",")}`).join(" ");
}

/**
 * A term as a `tsquery` is written. `also`: other words that may stand for its last one, such as the ones that
 * a typed beginning may become.
 */
export function termQuery(
  { words: forms, isOpen }: Term,
  stemOf: StemOf,
  also: readonly string[] = [],
): string {
  const [last, ...before] = [...forms].reverse();
  const ends = [
    ...new Set([
      quoted(stemOf(last!)),
      ...(isOpen ? [`${quoted(last!)}:*`] : []),
      ...also.map((form) => quoted(stemOf(form))),
    ]),
  ];
  const end = ends.length === 1 ? ends[0]! : `(${ends.join(" | ")})`;
  return [...before.reverse().map((form) => quoted(stemOf(form))), end].join(" <-> ");
}

/** As a word is written in vectors and queries. */
function quoted(lexeme: string): string {
  return `'${lexeme.replaceAll("\\", "\\\\").replaceAll("'", "''")}'`;
}
