/** Titles as link targets. */
import { eachNode, type PageDocument } from "../document/model";

/** Two titles name the same page exactly when their keys are equal: capitals and spacing make no difference. */
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
