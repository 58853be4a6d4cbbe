/**
 * Words as search compares them: as they are counted (see `text/words`), and besides without accents, so that
 * "riviere" finds "rivière".
 */
import { fold, words } from "../text/words";

/** A longer word is found by its beginning. */
export const longestForm = 80;

/** Letters that no decomposition takes apart. */
const plainLetters: Readonly<Record<string, string>> = {
  ø: "o",
  đ: "d",
  ð: "d",
  ł: "l",
  ħ: "h",
  ı: "i",
  æ: "ae",
  œ: "oe",
  þ: "th",
};

/** Scripts that can be read without the marks on their letters: elsewhere these are letters of their own. */
const readWithout = /[\p{Script=Latin}\p{Script=Greek}\p{Script=Hebrew}\p{Script=Arabic}]/u;
const isMark = /\p{Mn}/u;
const special = /[øđðłħıæœþ]/g;

/** The form of a word by which it is found: equal for two words that search takes for the same. */
export function searchForm(word: string): string {
  const folded = fold(word);
  return isBasic(folded)
    ? folded.slice(0, longestForm)
    : cut(withoutMarks(folded).replace(special, (letter) => plainLetters[letter]!));
}

function withoutMarks(word: string): string {
  let kept = "",
    isOnLetter = false;
  for (const sign of word.normalize("NFKD")) {
    const isMarking = isMark.test(sign);
    if (!isMarking) isOnLetter = readWithout.test(sign);
    // Some signs stand for a mark on a space.
    if (sign !== " " && (!isMarking || !isOnLetter)) kept += sign;
  }
  return kept.normalize("NFC");
}

function isBasic(word: string): boolean {
  for (let at = 0; at < word.length; at++) if (word.charCodeAt(at) > 0x7f) return false;
  return true;
}

/** Never within a letter that takes two code units. */
function cut(word: string): string {
  return word.length <= longestForm ? word : [...word].slice(0, longestForm).join("");
}

/** The forms of the words of a text, in order. */
export function formsOf(text: string): string[] {
  return words(text)
    .map(({ folded }) => searchForm(folded))
    .filter((form) => form !== "");
}
