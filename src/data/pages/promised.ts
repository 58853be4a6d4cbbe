import "server-only";
import { linkedPages, titleKey } from "@/core/links/titles";
import type { PageDto } from "./dto";

/**
 * The pages that a page promises: titles it links to that nobody has written yet. A page that the viewer may not
 * see counts as not written, as everywhere.
 */
export function promisedPages(page: PageDto): string[] {
  const written = new Set([...page.wiki.contents, ...page.wiki.formerTitles].map((item) => titleKey(item.title)));
  const ids = new Set(page.wiki.contents.map((item) => item.id));
  return linkedPages(page.document).filter((link) => !(link.page && ids.has(link.page)) && !written.has(titleKey(link.title))).map((link) => link.title);
}
