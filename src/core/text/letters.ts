/** A text without capitals and without signs on its letters: who looks for "Zoe" or "zoë" means the same. */
export function plainLetters(text: string): string {
  return text.normalize("NFD").replace(/\p{M}/gu, "").toLowerCase();
}
