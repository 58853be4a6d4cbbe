/** Classes of characters: which make words, and how strongly those between words part them. */
import { clauseBreak, noBreak, sentenceBreak } from "./breaks";
import {
  digit,
  joinsAll,
  joinsBoth,
  joinsDigits,
  joinsLetters,
  letter,
  other,
  unknown,
} from "./sign-classes";

// Text segmentation does not depend on the locale for the scripts that it segments by dictionary; naming one
// keeps the result the same on every machine.
export const segmenter = new Intl.Segmenter("en", { granularity: "word" });

/** By code unit its class. */
export const classes = new Uint8Array(0x10000).fill(unknown);
/**
 * By code unit the break that it makes between two words. Characters outside European punctuation say nothing
 * about sentences, ideographic ones excepted.
 */
export const breaksOf = new Uint8Array(0x10000).fill(noBreak);

const lastPlain = 0x24f;
for (let code = 0; code <= lastPlain; code++) {
  const sign = String.fromCharCode(code);
  if (code === 0xad || (code < 0x20 && !"\t\n\r".includes(sign)) || (code >= 0x7f && code < 0xa0)) continue;
  if (/\p{Nd}/u.test(sign)) classes[code] = digit;
  else classes[code] = isWordLike(sign) ? letter : other;
}

/** Asked of the segmenter itself, because a few signs count as letters in some versions of Unicode only. */
function isWordLike(sign: string): boolean {
  for (const segment of segmenter.segment(sign)) return segment.isWordLike === true;
  return false;
}

// General punctuation that European prose has: dashes, quotes, ellipsis, bullet, euro.
for (const [signs, kind] of [
  ["_", joinsAll],
  [":\u00b7", joinsLetters],
  ["'.\u2018\u2019", joinsBoth],
  [",;", joinsDigits],
  ["\u2013\u2014\u201c\u201d\u201e\u2026\u2022\u20ac", other],
] as const) {
  for (const sign of signs) classes[sign.charCodeAt(0)] = kind;
}
for (const [signs, strength] of [
  [".!?\n\r\u2026\u3002\uff01\uff1f", sentenceBreak],
  [',;:()[]{}|\t"\u00ab\u00bb/\u2013\u2014\u201c\u201d\u201e\u2022\u3001\uff0c', clauseBreak],
] as const) {
  for (const sign of signs) breaksOf[sign.charCodeAt(0)] = strength;
}
