/** What a page's links lead to: pages of its wiki, and other sites; each with the sentence that it stands in. */
import { type Leaf, leaves, objectMark } from "../document/leaves";
import type { DocumentMark, PageDocument } from "../document/model";
import { titleKey } from "./titles";

/** Where a link leads. A page is known by its id, one that was only promised by its title. */
export type Lead =
  | { readonly kind: "page"; readonly page: string | null; readonly title: string }
  | { readonly kind: "site"; readonly href: string };

export interface StandingLead {
  /** Equal for two links of a page exactly when they lead to the same. */
  readonly key: string;
  readonly lead: Lead;
  /** The sentence in which the first of them stands. */
  readonly sentence: string;
  /** The block in which it stands; null: one without an id. */
  readonly block: string | null;
}

/** A longer sentence is cut around the link. */
const longestSentence = 240;

/** The links of a page, each target once, in the order of their first link. O(text). */
export function leadsOf(document: PageDocument): StandingLead[] {
  const found = new Map<string, StandingLead>();
  let block: string | null = null;
  for (const leaf of leaves(document)) {
    if (leaf.kind !== "note") block = leaf.id;
    const add = (lead: Lead, from: number, to: number) => {
      const key = keyOf(lead);
      if (!found.has(key))
        found.set(key, { key, lead, sentence: sentenceAround(leaf.text, from, to), block });
    };
    const card = leaf.kind === "linkCard" ? leaf.node.attrs?.href : undefined;
    if (typeof card === "string") add({ kind: "site", href: card }, 0, leaf.text.length);
    eachLink(leaf, add);
  }
  return [...found.values()];
}

function eachLink({ pieces }: Leaf, see: (lead: Lead, from: number, to: number) => void): void {
  let at = 0;
  for (const { text, marks } of pieces) {
    const lead = leadOf(marks);
    if (lead) see(lead, at, at + text.length);
    at += text.length;
  }
}

function leadOf(marks: readonly DocumentMark[]): Lead | null {
  for (const { type, attrs = {} } of marks) {
    if (type === "link" && typeof attrs.href === "string" && /^https?:/i.test(attrs.href))
      return { kind: "site", href: attrs.href };
    if (type === "pageLink")
      return {
        kind: "page",
        page: typeof attrs.page === "string" ? attrs.page : null,
        title: String(attrs.title),
      };
  }
  return null;
}

function keyOf(lead: Lead): string {
  return lead.kind === "site"
    ? `site ${lead.href}`
    : lead.page !== null
      ? `page ${lead.page}`
      : `title ${titleKey(lead.title)}`;
}

/** The sentence of `text` around a stretch of it. */
function sentenceAround(text: string, from: number, to: number): string {
  let start = from,
    end = to;
  while (start > 0 && !endsSentence(text, start - 1) && from - start < longestSentence / 2) start--;
  while (end < text.length && !endsSentence(text, end) && end - to < longestSentence / 2) end++;
  return text
    .slice(start, Math.min(text.length, end + 1))
    .replaceAll(objectMark, "")
    .replace(/\s+/g, " ")
    .trim();
}

/** A point ends a sentence only where something stands apart behind it; signs of some scripts always do. */
function endsSentence(text: string, at: number): boolean {
  const [sign, next] = [text[at]!, text[at + 1]];
  if ("。！？\n".includes(sign)) return true;
  return ".!?".includes(sign) && (next === undefined || /\s/.test(next));
}
