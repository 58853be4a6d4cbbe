/** What the address of a screen says that somebody came there by searching for. */
import { type FoundWords, foundWords, type ReadBlock } from "@/data/search/on-page";
import type { Context } from "@/data/session/context";

/** The words of `blocks` that are to be marked; null: none. The caller has asked whether they may be read. */
export async function foundOn(
  ctx: Context,
  course: string,
  { find, in: block }: Readonly<Record<string, string | string[] | undefined>>,
  blocks: readonly ReadBlock[],
): Promise<(FoundWords & { readonly query: string }) | null> {
  if (typeof find !== "string" || find.trim() === "") return null;
  const found = await foundWords(ctx.db, course, find, blocks, typeof block === "string" ? block : null);
  return found && { ...found, query: find };
}
