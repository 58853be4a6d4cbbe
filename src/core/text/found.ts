/** Finding a text within a text, as people who search for it would. */
import { words } from "./words";

export interface Wanted {
  readonly text: string;
  readonly matchCase: boolean;
  /** Whether it must begin and end where words do. */
  readonly wholeWords: boolean;
}

/**
 * The places of `wanted` in `text`, none of which overlap, as offsets in UTF-16 code units: start included,
 * end excluded. Without `matchCase` letters are compared after lower-casing, one code point at a time, so
 * that offsets stay those of `text`. O(text × wanted) at worst, O(text) for what people type.
 */
export function foundIn(
  text: string,
  { text: wanted, matchCase, wholeWords }: Wanted,
): [from: number, to: number][] {
  if (wanted === "") return [];
  const fold = (given: string) =>
    matchCase
      ? given
      : [...given]
          .map((letter) => {
            const low = letter.toLowerCase();
            return low.length === letter.length ? low : letter;
          })
          .join("");
  const hay = fold(text),
    needle = fold(wanted);
  const edges = wholeWords ? edgesOf(text) : null;
  const found: [number, number][] = [];
  for (let from = hay.indexOf(needle); from >= 0;) {
    const to = from + needle.length;
    const isWhole = !edges || (!edges.inside.has(from) && !edges.inside.has(to));
    if (isWhole) found.push([from, to]);
    from = hay.indexOf(needle, isWhole ? to : from + 1);
  }
  return found;
}

/** Offsets that stand within a word. */
function edgesOf(text: string): { readonly inside: ReadonlySet<number> } {
  const inside = new Set<number>();
  for (const { from, to } of words(text)) for (let at = from + 1; at < to; at++) inside.add(at);
  return { inside };
}
