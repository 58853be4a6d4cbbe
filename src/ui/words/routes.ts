/** Where words went and came from, in words. */
import type { RouteDto } from "@/data/ledger/dto";
import { counted } from "./counts";

/** "went to Water quality, entry 5". */
export function placeWords({ kind, page, place, isSamePage }: RouteDto): string {
  const where = isSamePage
    ? `entry ${place?.number ?? ""}`.trim()
    : place
      ? `${page}, entry ${place.number}`
      : "a page that is hidden from you";
  switch (kind) {
    case "went to":
      return `went to ${where}`;
    case "came from":
      return `came from ${where}`;
    case "restored from":
      return `removed in ${where}`;
    case "restored in":
      return `restored in ${where}`;
    default:
      return kind satisfies never;
  }
}

/** "30 words went to Water quality, entry 5". */
export function routeWords(route: RouteDto): string {
  const words = counted(route.words, "word");
  return route.kind === "restored from"
    ? `${words} had been ${placeWords(route)}`
    : route.kind === "restored in"
      ? `${words} were ${placeWords(route)}`
      : `${words} ${placeWords(route)}`;
}
