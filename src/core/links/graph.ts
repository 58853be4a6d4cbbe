/** How the pages of a wiki hang together by their links. */
import type { PageDocument } from "../document/model";
import { linkedPages, linkTargets, type TitledPage, titleKey } from "./titles";

export interface LinkingPage extends TitledPage {
  readonly document: PageDocument;
}

export interface LinkGraph {
  /** For each page, the pages that it links to, itself left out; in the order of their first link. */
  readonly links: ReadonlyMap<string, readonly string[]>;
  /** Titles that links name and no page has, each once, with the pages that name them. */
  readonly promised: readonly { readonly title: string; readonly by: readonly string[] }[];
  /** Pages to which no other page links, the home page left out. */
  readonly loose: readonly string[];
}

/** The links between pages, in the pages' order. O(text of all pages). */
export function linkGraph(pages: readonly LinkingPage[], homePageId: string | null): LinkGraph {
  const targetOf = linkTargets(pages);
  const promised = new Map<string, { title: string; by: string[] }>();
  const links = new Map<string, string[]>();
  for (const { id, document } of pages) {
    const targets: string[] = [];
    for (const link of linkedPages(document)) {
      const target = targetOf(link);
      if (target === null) {
        const key = titleKey(link.title);
        const known = promised.get(key) ?? { title: link.title, by: [] };
        promised.set(key, { ...known, by: known.by.includes(id) ? known.by : [...known.by, id] });
      } else if (target !== id && !targets.includes(target)) targets.push(target);
    }
    links.set(id, targets);
  }
  const reached = new Set([...links.values()].flat());
  return {
    links,
    promised: [...promised.values()],
    loose: pages.map(({ id }) => id).filter((id) => id !== homePageId && !reached.has(id)),
  };
}
