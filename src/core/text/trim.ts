/**
 * `text` without the characters of `signs` at its end. O(length), where a pattern that looks for them may
 * take its square.
 */
export function withoutEnd(text: string, signs: string): string {
  let end = text.length;
  while (end > 0 && signs.includes(text[end - 1]!)) end--;
  return text.slice(0, end);
}
