/** Titles as link targets. */
import { eachNode, type PageDocument } from "../document/model";

/**
 * Two titles name the same page exactly when their keys are equal: capitals and spacing make no difference.
 */
export function titleKey(title: string): string {
  return title.normalize("NFC").trim().replace(/\s+/g, " ").toUpperCase().toLowerCase();
}

export interface PageLinkTarget {
  readonly page: string | null;
  readonly title: string;
}

/** The pages that `document` links to, each once, in the order of their first link. */
export function linkedPages(document: PageDocument): PageLinkTarget[] {
  const found = new Map<string, PageLinkTarget>();
  eachNode(document, (node) => {
    for (const mark of node.marks ?? []) {
      if (mark.type !== "pageLink") continue;
      const target = mark.attrs as unknown as PageLinkTarget;
      const key = target.page ?? titleKey(target.title);
      if (!found.has(key)) found.set(key, target);
    }
  });
  return [...found.values()];
}

/**
 * A page as links find it: by its id, by its title, or by one that it had before and that no other page has
 * now.
 */
export interface TitledPage {
  readonly id: string;
  readonly title: string;
  readonly formerTitles?: readonly string[];
}

/**
 * Where the links of a wiki lead: the page's id, or null where there is no such page. Made in O(titles),
 * asked in O(1).
 */
export function linkTargets(pages: readonly TitledPage[]): (link: PageLinkTarget) => string | null {
  const ids = new Set(pages.map(({ id }) => id));
  const byTitle = new Map(
    pages.flatMap(({ id, formerTitles = [] }) => formerTitles.map((title) => [titleKey(title), id] as const)),
  );
  // What a page is called now counts for more than what another was called before.
  for (const { id, title } of pages) byTitle.set(titleKey(title), id);
  return ({ page, title }) =>
    page !== null && page !== undefined && ids.has(page) ? page : (byTitle.get(titleKey(title)) ?? null);
}
