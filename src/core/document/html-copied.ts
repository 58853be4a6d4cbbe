/** HTML that was copied from a page as it is read (see `copied.ts`). */
import type { Element } from "hast";
import type * as z from "zod";
import { attributesOfMark, attributesOfNode } from "./attributes";
import type { DocumentMark, DocumentNode } from "./model";
import type { NodeType } from "./parts";

const inline = new Set(["note", "equation"] as const);
const blocks = new Set(["equationBlock", "figure", "media", "linkCard", "contentsList"] as const);
/** Elements whose words are read as of any HTML, and as which they may say how they are set. */
const settings: Readonly<Record<string, ReadonlySet<NodeType>>> = {
  p: new Set(["paragraph"]),
  td: new Set(["tableCell"]),
  th: new Set(["tableHeader"]),
  ...Object.fromEntries(["h2", "h3", "h4"].map((tag) => [tag, new Set<NodeType>(["heading"])])),
};
const marks = new Set(["pageLink", "fileLink", "textTone", "highlight"] as const);

/** Whether an element is drawn beside the text and is none of it. */
export const isAside = (element: Element): boolean => element.properties.dataAside !== undefined;

/** What an element says that it was, in a line of text; null if it says nothing of the kind. */
export const copiedInline = (element: Element): DocumentNode | null =>
  said(element, inline, attributesOfNode);
/** The same of a block, without the text that stands in it. */
export const copiedBlock = (element: Element): DocumentNode | null => said(element, blocks, attributesOfNode);
export const copiedMark = (element: Element): DocumentMark | null => said(element, marks, attributesOfMark);

/** How a paragraph, a heading or a cell said that it was set; null if it said nothing. */
export function copiedSetting(element: Element): Readonly<Record<string, unknown>> | null {
  const kinds = settings[element.tagName];
  return kinds ? (said(element, kinds, attributesOfNode)?.attrs ?? null) : null;
}

/** Where the text of a copied block stands: its caption, or the name of its address. */
export function captionOf(block: Element): Element | null {
  for (const child of block.children) {
    if (child.type !== "element") continue;
    const found = child.tagName === "figcaption" || child.tagName === "a" ? child : captionOf(child);
    if (found) return found;
  }
  return null;
}

interface Said<Type> {
  readonly type: Type;
  readonly attrs: Readonly<Record<string, unknown>>;
}

/** Anybody can write the attribute: what is not as the schema wants it is not believed. */
function said<Type extends string>(
  element: Element,
  kinds: ReadonlySet<Type>,
  attributes: Readonly<Record<Type, z.ZodType>>,
): Said<Type> | null {
  const { dataCopied } = element.properties;
  if (typeof dataCopied !== "string") return null;
  try {
    const { type, attrs } = JSON.parse(dataCopied) as Said<Type>;
    return kinds.has(type) && attributes[type].safeParse(attrs).success ? { type, attrs } : null;
  } catch {
    return null;
  }
}
