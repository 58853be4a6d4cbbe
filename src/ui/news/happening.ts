import type { HappeningDto } from "@/data/news/dto";
import { commentAnchor } from "../document/reading";
import { paths } from "../paths";

const words: Readonly<Record<HappeningDto["kind"], string>> = { entries: "wrote on", comment: "commented on", answer: "answered on" };

/** "wrote on", behind a name and before a page. */
export function happeningWords({ kind }: Pick<HappeningDto, "kind">): string {
  return words[kind];
}

/** Where what happened is seen: the comment on its page, the entry, or what changed in the sitting. */
export function happeningHref(courseId: string, { pageId, number, since, count, commentId }: HappeningDto): string {
  if (commentId !== null) return `${paths.page(courseId, pageId)}#${commentAnchor(commentId)}`;
  if (number === null) return paths.page(courseId, pageId);
  return count > 1 && since !== null ? paths.compare(courseId, pageId, since, number) : paths.entry(courseId, pageId, number);
}
