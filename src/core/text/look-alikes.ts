/**
 * Signs that change how a word is stored and not how it reads: invisible ones, and letters of another script
 * that look like Latin ones within a Latin word. Text that is typed again with them is the same text.
 */

/**
 * Soft hyphens, joiners, direction marks, variation selectors and their like: signs that have no look of
 * their own.
 */
const invisible =
  /[\u00ad\u034f\u061c\u115f\u1160\u17b4\u17b5\u180b-\u180f\u200b-\u200f\u202a-\u202e\u2060-\u206f\u3164\ufe00-\ufe0f\ufeff\uffa0]/g;
/** Latin letters in the dress of mathematical or wide signs. */
const dressed = /[\uff21-\uff3a\uff41-\uff5a]|\ud835[\udc00-\udfff]/;
const latin = /[a-z]/;
const likeLatin: Readonly<Record<string, string>> = {
  а: "a",
  е: "e",
  о: "o",
  р: "p",
  с: "c",
  у: "y",
  х: "x",
  і: "i",
  ј: "j",
  ѕ: "s",
  һ: "h",
  ԁ: "d",
  ӏ: "l",
  к: "k",
  ԛ: "q",
  ԝ: "w",
  ь: "b",
  α: "a",
  ε: "e",
  ο: "o",
  ρ: "p",
  ν: "v",
  ι: "i",
  κ: "k",
  υ: "u",
  τ: "t",
  χ: "x",
  ϲ: "c",
  ϳ: "j",
};

/** `word` without signs that nobody sees, and its letters out of fancy dress. */
export function asItReads(word: string): string {
  const seen = word.replace(invisible, "");
  return dressed.test(seen) ? seen.normalize("NFKC") : seen;
}

/** `word`, in small letters, with Latin ones for those that look like them, if it has some already. */
export function inOneScript(word: string): string {
  return latin.test(word)
    ? [...word]
        .map((sign) => likeLatin[sign] ?? sign)
        .join("")
        .normalize("NFC")
    : word;
}
