/**
 * Titles that are near to one that is being typed: what begins so, what has it within, what is spelled nearly
 * so.
 */
import { spellingDistance } from "../text/spelling";
import { titleKey } from "./titles";

/**
 * Titles further apart than this in length, or by more than this part of their letters, are not near by
 * spelling.
 */
const nearPart = 0.34;

/**
 * Those of `titled` that are near to `typed`, the nearest first, `most` at most. Equal ones keep their order.
 * O(titles × length²), with the length bounded by how far spelling may differ.
 */
export function nearTitles<Titled extends { readonly title: string }>(
  typed: string,
  titled: readonly Titled[],
  most: number,
): Titled[] {
  const asked = titleKey(typed);
  if (asked === "") return [];
  const ranked = titled.flatMap((each, order) => {
    const rank = rankOf(asked, titleKey(each.title));
    return rank === null ? [] : [{ each, rank, order }];
  });
  return ranked
    .sort((one, other) => one.rank - other.rank || one.order - other.order)
    .slice(0, most)
    .map(({ each }) => each);
}

/**
 * 0 for the title itself, then what begins with it, has a word that does, has it within, is nearly spelled
 * so; null for none of these.
 */
function rankOf(asked: string, title: string): number | null {
  if (title === asked) return 0;
  if (title.startsWith(asked)) return 1;
  if (title.split(" ").some((word) => word.startsWith(asked))) return 2;
  if (title.includes(asked)) return 3;
  const wide = Math.max(1, Math.floor(asked.length * nearPart));
  if (asked.length < 3) return null;
  // Somebody who is still typing has written the beginning of a title, or of a word in it: that is what is
  // compared.
  const starts = [...title.matchAll(/(?:^| )(?=.)/g)].map(({ index, 0: gap }) => index + gap.length);
  const parts = [
    title,
    ...starts.flatMap((from) => [
      title.slice(from, from + asked.length),
      title.slice(from, from + asked.length + 1),
    ]),
  ];
  const distance = Math.min(...parts.map((part) => spellingDistance(asked, part, wide)));
  return distance <= wide ? 3 + distance : null;
}
