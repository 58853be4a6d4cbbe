import news from "@/messages/en/news.json";
import type { HappeningDto } from "@/data/news/dto";
import { commentAnchor } from "../document/reading";
import { paths } from "../paths";

const words: Readonly<Record<HappeningDto["did"], string>> = news.did;

/** "wrote on", behind a name and before a page. */
export function happeningWords({ did }: Pick<HappeningDto, "did">): string {
  return words[did];
}

/** Where what happened is seen: the comment on its page, the entry, or what changed in the sitting. */
export function happeningHref(
  courseId: string,
  { pageId, number, since, count, commentId }: HappeningDto,
): string {
  if (commentId !== null) return `${paths.page(courseId, pageId)}#${commentAnchor(commentId)}`;
  if (number === null) return paths.page(courseId, pageId);
  return count > 1 && since !== null
    ? paths.compare(courseId, pageId, since, number)
    : paths.entry(courseId, pageId, number);
}
