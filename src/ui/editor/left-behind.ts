/** What became of a draft that was left behind: whether it is saved, and who saved the page since. */
import type { DraftDto, SavedLately } from "@/data/drafts/dto";
import { listed } from "../words/counts";

export const nothingSaved: SavedLately = { entries: [], own: [] };

/** Whether a draft says what the page says. */
export const isAsPage = (draft: DraftDto, page: Pick<DraftDto, "title" | "document">): boolean =>
  draft.note === "" &&
  draft.title === page.title &&
  JSON.stringify(draft.document) === JSON.stringify(page.document);

/**
 * Who saved the page after the entry that the draft was begun from, and what comes of it; null: nobody.
 * `newest` is the number of the page's newest entry.
 */
export function savedSince(
  draft: Pick<DraftDto, "base">,
  newest: number,
  { entries }: SavedLately,
): string | null {
  if (newest <= draft.base) return null;
  const since = entries.filter(({ number }) => number > draft.base);
  const own = since.some(({ isOwn }) => isOwn);
  const others = [...new Set(since.filter(({ isOwn }) => !isOwn).map(({ author }) => author ?? "somebody"))];
  const names = [...(own ? ["you"] : []), ...(others.length > 3 ? ["others"] : others)];
  const who = names.length === 0 ? "Somebody" : listed(names);
  const has = names.length > 1 || own || who === "others" ? "have" : "has";
  const what = names.length > 1 ? "what was saved" : own ? "what you saved" : "what they saved";
  return (
    `${who[0]!.toUpperCase()}${who.slice(1)} ${has} saved the page since then. ` +
    `When you save the draft, it is put together with ${what}.`
  );
}
