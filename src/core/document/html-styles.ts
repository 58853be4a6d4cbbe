/** What the styles of pasted HTML say about its structure; all else that they say goes. */
import type { Element, ElementContent } from "hast";
import { countingOfSign, countingOfStyle, countings, type Counting } from "./item-signs";
import type { DocumentMark } from "./model";

/** A paragraph that is an item of a list by its style alone. */
export interface StyledListItem {
  /** From 1. */
  readonly level: number;
  readonly isOrdered: boolean;
  /** How it counts; null: in numbers, or not at all. */
  readonly counting: Counting | null;
  /** What the item says, without the bullet or number that was typed in front of it. */
  readonly content: readonly ElementContent[];
}

/** Marks that say nothing but themselves. */
type PlainMark = "bold" | "italic" | "underline" | "strike" | "code" | "subscript" | "superscript";

const tagMarks: Readonly<Record<string, PlainMark>> = {
  b: "bold",
  strong: "bold",
  i: "italic",
  em: "italic",
  cite: "italic",
  dfn: "italic",
  u: "underline",
  ins: "underline",
  s: "strike",
  strike: "strike",
  del: "strike",
  code: "code",
  kbd: "code",
  samp: "code",
  tt: "code",
  sub: "subscript",
  sup: "superscript",
};

/** The marks of the text in `element`, by its name and its style, on top of those around it. */
export function marksOf(element: Element, around: readonly DocumentMark[]): readonly DocumentMark[] {
  const style = stylesOf(element);
  const weight = style.get("font-weight");
  const on = new Set<PlainMark>();
  const off = new Set<PlainMark>();
  const tagged = tagMarks[element.tagName];
  // <b style="font-weight:normal"> is how some editors wrap all that they copy.
  if (tagged) on.add(tagged);
  if (weight !== undefined)
    (weight === "bold" || weight === "bolder" || Number(weight) >= 600 ? on : off).add("bold");
  const slant = style.get("font-style");
  if (slant !== undefined) (slant === "italic" || slant === "oblique" ? on : off).add("italic");
  const line = style.get("text-decoration") ?? style.get("text-decoration-line") ?? "";
  if (line.includes("underline") && element.tagName !== "a") on.add("underline");
  if (line.includes("line-through")) on.add("strike");
  const align = style.get("vertical-align");
  if (align === "super") on.add("superscript");
  if (align === "sub") on.add("subscript");
  for (const name of off) on.delete(name);
  if (on.has("superscript")) on.delete("subscript");
  const kept = around.filter(
    ({ type }) =>
      !off.has(type as PlainMark) &&
      !(type === "subscript" && on.has("superscript")) &&
      !(type === "superscript" && on.has("subscript")),
  );
  return [
    ...kept,
    ...[...on].filter((name) => !kept.some(({ type }) => type === name)).map((type) => ({ type })),
  ];
}

/**
 * The list item that a paragraph is by its style ("level2" of a list that is named there); null: it is none.
 */
export function listItemOf(element: Element): StyledListItem | null {
  const told =
    element.tagName === "p" ? /(?:^|;)\s*mso-list:[^;]*\blevel(\d)/i.exec(styleText(element)) : null;
  if (!told) return null;
  const content: ElementContent[] = [];
  let marker = "";
  let inMarker = false;
  const walk = (nodes: readonly ElementContent[], into: ElementContent[]) => {
    for (const node of nodes) {
      if (node.type === "comment") {
        // "[if !supportLists]" … "[endif]" stand around the bullet that was typed for those who know no
        // lists.
        if (/supportlists/i.test(node.value)) inMarker = true;
        else if (/endif/i.test(node.value)) inMarker = false;
      } else if (inMarker)
        marker += node.type === "text" ? node.value : node.type === "element" ? textOf(node) : "";
      else if (node.type === "element" && /mso-list:\s*ignore/i.test(styleText(node))) marker += textOf(node);
      else if (node.type === "element") {
        const children: ElementContent[] = [];
        walk(node.children, children);
        into.push({ ...node, children });
      } else into.push(node);
    }
  };
  walk(element.children, content);
  const isOrdered = /^[\s\u00a0]*(?:\d+|[a-z]|[ivxlc]+)[.)]/i.test(marker);
  return {
    level: Math.max(1, Number(told[1])),
    isOrdered,
    counting: isOrdered ? countingOfSign(marker) : null,
    content,
  };
}

/** How a list counts, by its attribute, or by its style or that of its first item; null: in numbers. */
export function countingOf(list: Element): Counting | null {
  const { type } = list.properties;
  if (typeof type === "string") return countings.find((each) => each === type && each !== "1") ?? null;
  const first = list.children.find((child) => child.type === "element");
  return (
    countingOfStyle(stylesOf(list).get("list-style-type")) ??
    (first?.type === "element" ? countingOfStyle(stylesOf(first).get("list-style-type")) : null)
  );
}

/** Whether an element is not to be seen. */
export function isHidden(element: Element): boolean {
  const style = stylesOf(element);
  return (
    style.get("display") === "none" ||
    style.get("visibility") === "hidden" ||
    style.get("mso-hide") === "all" ||
    element.properties.hidden === true
  );
}

const structural = new Set([
  "font-weight",
  "font-style",
  "text-decoration",
  "text-decoration-line",
  "vertical-align",
  "display",
]);

/** Whether the element's style says more than its structure: a font, a size, a colour. */
export function isNamed(element: Element): boolean {
  return (
    element.properties.bgColor !== undefined ||
    element.properties.color !== undefined ||
    [...stylesOf(element).keys()].some((name) => !structural.has(name))
  );
}

export function textOf(element: Element): string {
  return element.children
    .map((child) =>
      child.type === "text"
        ? child.value
        : child.type === "element"
          ? child.tagName === "br"
            ? "\n"
            : textOf(child)
          : "",
    )
    .join("");
}

function styleText(element: Element): string {
  return typeof element.properties.style === "string" ? element.properties.style : "";
}

function stylesOf(element: Element): Map<string, string> {
  const styles = new Map<string, string>();
  for (const part of styleText(element).split(";")) {
    const colon = part.indexOf(":");
    if (colon > 0)
      styles.set(
        part.slice(0, colon).trim().toLowerCase(),
        part
          .slice(colon + 1)
          .trim()
          .toLowerCase(),
      );
  }
  return styles;
}
