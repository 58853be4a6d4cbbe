import { withoutEnd } from "@/core/text/trim";

/** The beginning of a text in one line, cut between words where it is longer than `most` characters. */
export function shortened(text: string, most: number): string {
  const line = text.replace(/\s+/g, " ").trim();
  if (line.length <= most) return line;
  const cut = line.slice(0, most);
  const end = cut.lastIndexOf(" ");
  return `${withoutEnd(end > most / 2 ? cut.slice(0, end) : cut, " .,;:–-")} …`;
}
