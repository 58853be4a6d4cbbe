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

/**
 * The same as `wordPlaces`, by the segmenter alone: the definition that the fast way is tested against.
 * O(length).
 */
export function segmentedPlaces(text: string): WordPlaces {
  const [from, to, breaks]: [number[], number[], number[]] = [[], [], []];
  let strength = blockBreak;
  for (let start = 0, end: number; start < text.length; start = end) {
    end = endOfPiece(text, start);
    for (const { segment, index, isWordLike } of segmenter.segment(text.slice(start, end))) {
      if (isWordLike) {
        from.push(start + index);
        to.push(start + index + segment.length);
        breaks.push(strength);
        strength = noBreak;
      } else {
        for (let at = 0; at < segment.length; at++)
          strength = Math.max(strength, breaksOf[segment.charCodeAt(at)]!);
      }
    }
  }
  return { from: Int32Array.from(from), to: Int32Array.from(to), breaks: Uint8Array.from(breaks) };
}

/**
 * The segmenter takes the square of what it is given, so that it is given pieces: each of at least so many
 * code units, cut where no word can reach across. Text without such a place for a thousand code units is cut
 * between two signs of a script without spaces, or of none; where there is not even that, after `longest`.
 */
const shortest = 256;
const usual = 1024;
const longest = 4096;

const startsWord = /^[\p{L}\p{N}]/u;
/** After these, no word goes on: white space, and the stops of scripts without spaces. */
const ends = /[\s\u3001\u3002\uff01\uff1f]/u;
const clings = /^[\p{M}\p{Cf}]/u;
const unspaced =
  /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Thai}\p{Script=Lao}\p{Script=Khmer}\p{Script=Myanmar}]$/u;
const inWord = /[\p{L}\p{N}\p{M}\p{Pc}]/u;

/**
 * Where the piece that begins at `start` ends (excluded). The same for the same text, whatever came before
 * it.
 */
export function endOfPiece(text: string, start: number): number {
  if (text.length - start <= usual) return text.length;
  for (let at = start + shortest; at < start + usual; at++)
    if (ends.test(text[at - 1]!) && startsWord.test(signAt(text, at))) return at;
  const last = Math.min(text.length, start + longest);
  for (let at = start + shortest; at < last; at++) if (isCut(text, at)) return at;
  return last < text.length && isHalf(text, last) ? last - 1 : last;
}

/** Whether no word of a script with spaces lies across the place `at`. */
function isCut(text: string, at: number): boolean {
  if (isHalf(text, at)) return false;
  const [before, after] = [text.slice(Math.max(0, at - 2), at), signAt(text, at)];
  return (
    !clings.test(after) &&
    !before.endsWith("\u200d") &&
    (unspaced.test(before) || (!inWord.test(before.at(-1)!) && !inWord.test(after)))
  );
}

const signAt = (text: string, at: number): string => String.fromCodePoint(text.codePointAt(at)!);

/** Whether `at` lies within a character of two code units. */
const isHalf = (text: string, at: number): boolean =>
  /[\udc00-\udfff]/.test(text[at] ?? "") && /[\ud800-\udbff]/.test(text[at - 1] ?? "");
