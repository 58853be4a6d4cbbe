/** The columns that somebody chose last in this browser: shown where the address asks for none. */
import { type Column, columns } from "./columns";

/** A cookie, since the server draws the table. It names columns and nothing else. */
export const rememberedColumnsCookie = "review-columns";

export function readRemembered(value: string | undefined): readonly Column[] | null {
  const chosen = new Set((value ?? "").split("."));
  const known = columns.filter((column) => chosen.has(column));
  return known.length > 0 ? known : null;
}

/** For a year; `null` forgets them. In the browser alone. */
export function remember(chosen: readonly string[] | null): void {
  document.cookie = `${rememberedColumnsCookie}=${(chosen ?? []).join(".")}; path=/courses; max-age=${chosen && chosen.length > 0 ? 365 * 24 * 60 * 60 : 0}; samesite=lax`;
}
