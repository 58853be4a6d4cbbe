/**
 * Spellings that a page's words had before they were corrected. Who brings one of them back undoes a
 * correction, and corrects nothing: by turning a word over and back nobody earns a figure.
 */
import { mostSpellings } from "../diff/budgets";
import { corrected } from "../diff/ways";
import { isCorrection } from "../text/spelling";
import type { Explaining } from "./explaining";
import type { Respelled } from "./page";

/**
 * The words after the entry that were corrected, without those that have a spelling again which they had
 * before, and those that only lost or got a space. O(changed words).
 */
export function correctedWords({ step, comparison: { how, fromBefore, changed } }: Explaining): number[] {
  const {
      before: { respelled, origins, text },
      after,
      vocabulary: { folded },
    } = step,
    found: number[] = [];
  for (let word = changed.bFrom; word < changed.bTo; word++) {
    if (how[word] !== corrected) continue;
    const was = fromBefore[word]!;
    const isRespelled = isCorrection(folded[text.words[was]!]!, folded[after.words[word]!]!);
    if (isRespelled && !had(respelled, origins.entries[was]!, origins.ordinals[was]!, after.words[word]!))
      found.push(word);
  }
  return found;
}

function had({ entries, ordinals, words }: Respelled, entry: number, ordinal: number, word: number): boolean {
  for (let at = entries.length - 1; at >= 0; at--)
    if (words[at] === word && entries[at] === entry && ordinals[at] === ordinal) return true;
  return false;
}

/**
 * What is remembered after the entry: the spelling that each of its corrected words had, whether it came back
 * or was new.
 */
export function rememberSpellings({
  step: { before },
  comparison: { how, fromBefore, changed },
}: Explaining): Respelled {
  const { respelled, origins, text } = before,
    from: number[] = [];
  for (let word = changed.bFrom; word < changed.bTo; word++) {
    const was = fromBefore[word]!;
    if (
      how[word] === corrected &&
      !had(respelled, origins.entries[was]!, origins.ordinals[was]!, text.words[was]!)
    )
      from.push(was);
  }
  if (from.length === 0) return respelled;
  const last = (known: Int32Array, more: Int32Array) =>
    Int32Array.from([...known, ...from.map((word) => more[word]!)].slice(-mostSpellings));
  return {
    entries: last(respelled.entries, origins.entries),
    ordinals: last(respelled.ordinals, origins.ordinals),
    words: last(respelled.words, text.words),
  };
}
