/** What one did with the words of another, in words. */
import type { BuiltOnKind } from "@/core/credit/built-on";
import { counted, number } from "./counts";

/** "52 words beside, of which at most 40 stand"; `lasts` null: nothing is said of what came of it. */
export function builtOnWords(kind: BuiltOnKind, amount: number, lasts: number | null): string {
  const words = counted(amount, "word");
  switch (kind) {
    case "beside":
      return `${words} beside${lasts === null ? "" : lasts >= amount ? ", all standing" : `, of which ${lasts === 0 ? "none stands" : `${number(lasts)} stand`}`}`;
    case "reworded":
      return `${words} reworded`;
    case "corrected":
      return `${words} corrected`;
    case "moved":
      return `${words} moved`;
    case "restored":
      return `${words} restored`;
    case "removed":
      return `${words} removed${lasts === null || lasts >= amount ? "" : `, of which ${number(amount - lasts)} came back`}`;
    case "threads":
      return counted(amount, "comment");
    case "replies":
      return counted(amount, "answer");
    default:
      return kind satisfies never;
  }
}
