import { number } from "@/ui/words/counts";

/** "+12", "−3". */
export function signed(words: number): string {
  return words > 0 ? `+${number(words)}` : `−${number(-words)}`;
}
