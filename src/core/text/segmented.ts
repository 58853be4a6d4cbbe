/** Words by the machine's own segmenter: of any script, and the definition that the fast way is held to. */
import { blockBreak, noBreak } from "./breaks";
import { breaksOf, segmenter } from "./signs";

/** Where the words of a text lie. */
export interface WordPlaces {
  /** Included and excluded ends of each word, in UTF-16 code units. */
  readonly from: Int32Array;
  readonly to: Int32Array;
  /** The break before each word; `blockBreak` before the first. */
  readonly breaks: Uint8Array;
}

/** The same as `wordPlaces`, by the segmenter alone: the definition that the fast way is tested against. */
export function segmentedPlaces(text: string): WordPlaces {
  const [from, to, breaks]: [number[], number[], number[]] = [[], [], []];
  let strength = blockBreak;
  for (const { segment, index, isWordLike } of segmenter.segment(text)) {
    if (isWordLike) {
      from.push(index);
      to.push(index + segment.length);
      breaks.push(strength);
      strength = noBreak;
    } else {
      for (let at = 0; at < segment.length; at++) strength = Math.max(strength, breaksOf[segment.charCodeAt(at)]!);
    }
  }
  return { from: Int32Array.from(from), to: Int32Array.from(to), breaks: Uint8Array.from(breaks) };
}
