/** "Mira Okonjo" → "M. O."; what stands in brackets is left out. Empty for a name without letters. */
export function initials(name: string): string {
  const words = name
    .replace(/\([^()]*\)/g, " ")
    .split(/[\s\u00A0]+/)
    .filter((word) => /\p{L}/u.test(word));
  return words.map((word) => `${/\p{L}\p{M}*/u.exec(word)![0].toLocaleUpperCase("und")}.`).join(" ");
}
