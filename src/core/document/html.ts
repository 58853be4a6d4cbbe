/**
 * HTML into pages: what is pasted from word processors, spreadsheets, mail and the web, or brought along in a
 * file. The structure stays (headings, lists, tables, quotes, links, what is bold or slanted); looks, scripts
 * and what a page can't hold go, and are told. Nothing of the HTML itself is kept: the result is made node by
 * node, and checked.
 */
import type { Element, ElementContent, Nodes, Root } from "hast";
import rehypeParse from "rehype-parse";
import { unified } from "unified";
import { cleanText } from "../text/clean";
import { isSafeAddress } from "./address";
import type { DocumentMark, DocumentNode, PageDocument } from "./model";
import { nested, paragraphOf, tableText, trimmed, withoutBold } from "./html-lines";
import { captionOf, copiedBlock, copiedInline, copiedMark, copiedSetting, isAside } from "./html-copied";
import { type BroughtPicture, mostBrought, pictureWithin, placed, signFor } from "./html-pictures";
import {
  countingOf,
  isHidden,
  isNamed,
  listItemOf,
  marksOf,
  type StyledListItem,
  textOf,
} from "./html-styles";
import { marksTogether } from "./marks-together";
import { parseDocument } from "./parse";

/** What did not come along. */
export interface Dropped {
  /** Pictures whose addresses lead to other machines, or to files of the one they were copied from. */
  readonly pictures: number;
  /** Films, frames, drawings, forms and scripts. */
  readonly embedded: number;
  /** Links to addresses that are no web or mail addresses; their text stayed. */
  readonly links: number;
  /** Text that was not to be seen. */
  readonly hidden: number;
  /** Whether fonts, sizes, colours or distances went. */
  readonly looks: boolean;
}

export interface ReadHtml {
  readonly document: PageDocument;
  readonly dropped: Dropped;
  /** The pictures that came within it, in the order of the text. */
  readonly pictures: readonly BroughtPicture[];
}

/** More deeply nested HTML than this is read as its text. */
const deepest = 12;

/** O(length). @throws RangeError if the text is larger than a page may be. */
export function fromHtml(html: string): ReadHtml {
  const root = unified().use(rehypeParse, { fragment: true }).parse(html);
  const reader = new HtmlReader();
  const { content, pictures } = placed(reader.blocks(root, 0), reader.pictures);
  const parsed = parseDocument({
    type: "doc",
    content: content.length > 0 ? content : [{ type: "paragraph" }],
  });
  if (parsed.kind === "refused") throw new RangeError(`No page can hold this text: ${parsed.problem.kind}`);
  return { document: parsed.document, dropped: reader.dropped, pictures };
}

const skipped = new Set([
  "head",
  "meta",
  "title",
  "link",
  "base",
  "style",
  "template",
  "noscript",
  "colgroup",
  "col",
  "rp",
  "rt",
]);
const embedded = new Set([
  "script",
  "iframe",
  "frame",
  "object",
  "embed",
  "applet",
  "svg",
  "math",
  "canvas",
  "video",
  "audio",
  "form",
  "input",
  "button",
  "select",
  "textarea",
  "map",
]);
const blockNames = new Set([
  "p",
  "div",
  "section",
  "article",
  "main",
  "header",
  "footer",
  "nav",
  "aside",
  "address",
  "figure",
  "figcaption",
  "center",
  "dl",
  "dt",
  "dd",
  "details",
  "summary",
  "fieldset",
  "body",
  "html",
  "h1",
  "h2",
  "h3",
  "h4",
  "h5",
  "h6",
  "ul",
  "ol",
  "li",
  "table",
  "thead",
  "tbody",
  "tfoot",
  "tr",
  "td",
  "th",
  "caption",
  "blockquote",
  "pre",
  "hr",
]);

class HtmlReader {
  #dropped = { pictures: 0, embedded: 0, links: 0, hidden: 0, looks: false };
  /** Those that come within the HTML, in the order of their signs. */
  readonly pictures: Omit<BroughtPicture, "after">[] = [];

  get dropped(): Dropped {
    return this.#dropped;
  }

  /** The children of `parent` as blocks; text that stands between blocks makes paragraphs of its own. */
  blocks(parent: Root | Element, depth: number, marks: readonly DocumentMark[] = []): DocumentNode[] {
    const found: DocumentNode[] = [];
    let line: DocumentNode[] = [];
    let styledItems: { item: StyledListItem; node: DocumentNode }[] = [];
    const endLine = () => {
      const text = trimmed(line);
      if (text.length > 0) found.push({ type: "paragraph", content: text });
      line = [];
    };
    const endList = () => {
      if (styledItems.length > 0) found.push(...nested(styledItems));
      styledItems = [];
    };
    for (const child of parent.children as Nodes[]) {
      const item = child.type === "element" ? listItemOf(child) : null;
      if (item && child.type === "element") {
        endLine();
        const content = trimmed(this.#inline(item.content, marks));
        styledItems.push({
          item,
          node: {
            type: "listItem",
            content: [{ type: "paragraph", ...(content.length > 0 ? { content } : {}) }],
          },
        });
        this.#dropped.looks = true;
        continue;
      }
      if (child.type === "element" && this.#holdsBlocks(child)) {
        endLine();
        endList();
        found.push(...this.#block(child, depth, marks));
        continue;
      }
      const inline = this.#inline([child as ElementContent], marks);
      if (styledItems.length > 0 && trimmed(inline).length === 0) continue;
      endList();
      line.push(...inline);
    }
    endLine();
    endList();
    return found;
  }

  /** Whether an element is a block, or a wrapper around blocks. */
  #holdsBlocks(element: Element): boolean {
    if (blockNames.has(element.tagName)) return true;
    if (skipped.has(element.tagName) || embedded.has(element.tagName)) return false;
    return element.children.some((child) => child.type === "element" && this.#holdsBlocks(child));
  }

  #block(element: Element, depth: number, outer: readonly DocumentMark[]): DocumentNode[] {
    if (this.#isGone(element)) return [];
    const copied = copiedBlock(element);
    if (copied) return [this.#captioned(copied, element)];
    const setting = copiedSetting(element);
    if (!setting) this.#noteLooks(element);
    const { tagName } = element;
    // Wrappers that make all their text bold or slanted, such as <b> around paragraphs, hand that on.
    const marks = blockNames.has(tagName) ? outer : marksOf(element, outer);
    if (depth > deepest) return paragraphOf(this.#inline(element.children, marks));
    switch (tagName) {
      case "h1":
      case "h2":
      case "h3":
      case "h4":
      case "h5":
      case "h6": {
        const content = trimmed(this.#inline(element.children, []))
          .filter(({ type }) => type !== "hardBreak")
          .map(withoutBold);
        return content.length === 0
          ? []
          : [
              {
                type: "heading",
                attrs: { ...setting, level: Math.min(Math.max(Number(tagName[1]), 2), 4) },
                content,
              },
            ];
      }
      case "ul":
      case "ol":
        return this.#list(element, depth, marks);
      case "li":
        return this.#list({ ...element, tagName: "ul", children: [element] }, depth, marks);
      case "table":
        return this.#table(element, depth);
      case "blockquote": {
        const content = this.blocks(element, depth + 1, marks)
          .map((node) => (node.type === "table" ? tableText(node) : [node]))
          .flat();
        return content.length === 0 ? [] : [{ type: "blockquote", content }];
      }
      case "pre": {
        const text = cleanText(textOf(element)).replace(/\n$/, "");
        return text === "" ? [] : [{ type: "codeBlock", content: [{ type: "text", text }] }];
      }
      case "hr":
        return [{ type: "horizontalRule" }];
      case "p":
        return this.blocks(element, depth + 1, marks).map((node) =>
          setting && node.type === "paragraph" ? { ...node, attrs: { ...node.attrs, ...setting } } : node,
        );
      default:
        return this.blocks(element, depth + 1, marks);
    }
  }

  /** A block of one of our pages, with the text that stands in it. */
  #captioned(block: DocumentNode, element: Element): DocumentNode {
    const caption =
      block.type === "equationBlock" || block.type === "contentsList" ? null : captionOf(element);
    const content = caption ? trimmed(this.#inline(caption.children, [])) : [];
    return { ...block, ...(content.length > 0 ? { content } : {}) };
  }

  #list(element: Element, depth: number, marks: readonly DocumentMark[]): DocumentNode[] {
    const items: DocumentNode[] = [];
    // Text that stands in the list without an item makes one.
    let line: DocumentNode[] = [];
    const endLine = () => {
      const text = paragraphOf(line);
      if (text.length > 0) items.push({ type: "listItem", content: text });
      line = [];
    };
    for (const child of element.children) {
      if (child.type !== "element" || !this.#holdsBlocks(child)) {
        line.push(...this.#inline([child], marks));
        continue;
      }
      endLine();
      if (this.#isGone(child)) continue;
      const content =
        child.tagName === "li" ? this.blocks(child, depth + 1, marks) : this.#block(child, depth + 1, marks);
      const fitting = content.flatMap((node) => (node.type === "table" ? tableText(node) : [node]));
      // Lists that stand in a list without an item of their own belong to the item before.
      const last = items.at(-1);
      if (
        child.tagName !== "li" &&
        last &&
        fitting.every(({ type }) => type === "bulletList" || type === "orderedList")
      ) {
        items[items.length - 1] = { ...last, content: [...last.content!, ...fitting] };
      } else if (fitting.length > 0 || child.tagName === "li") {
        items.push({
          type: "listItem",
          content: fitting[0]?.type === "paragraph" ? fitting : [{ type: "paragraph" }, ...fitting],
        });
      }
    }
    endLine();
    if (items.length === 0) return [];
    if (element.tagName === "ul") return [{ type: "bulletList", content: items }];
    const start = Number(element.properties.start ?? 1);
    const counting = countingOf(element);
    return [
      {
        type: "orderedList",
        attrs: {
          start: Number.isInteger(start) && start >= 0 && start <= 100_000 ? start : 1,
          ...(counting ? { type: counting } : {}),
        },
        content: items,
      },
    ];
  }

  #table(table: Element, depth: number): DocumentNode[] {
    const rows: DocumentNode[] = [];
    const before: DocumentNode[] = [];
    const walk = (element: Element, isHead: boolean) => {
      for (const child of element.children) {
        if (child.type !== "element" || this.#isGone(child)) continue;
        if (child.tagName === "thead" || child.tagName === "tbody" || child.tagName === "tfoot")
          walk(child, child.tagName === "thead");
        else if (child.tagName === "caption") before.push(...paragraphOf(this.#inline(child.children, [])));
        else if (child.tagName === "tr") {
          const cells = child.children.flatMap((cell) =>
            cell.type === "element" && (cell.tagName === "td" || cell.tagName === "th") && !this.#isGone(cell)
              ? [this.#cell(cell, isHead, depth)]
              : [],
          );
          if (cells.length > 0) rows.push({ type: "tableRow", content: cells });
        }
      }
    };
    walk(table, false);
    if (rows.length === 0) return before;
    // A table of one cell is a frame around text, as mail programs make them.
    if (rows.length === 1 && rows[0]!.content!.length === 1)
      return [...before, ...rows[0]!.content![0]!.content!];
    return [...before, { type: "table", content: rows }];
  }

  #cell(cell: Element, isHead: boolean, depth: number): DocumentNode {
    const setting = copiedSetting(cell);
    if (!setting) this.#noteLooks(cell);
    const span = (value: unknown) => Math.min(Math.max(Math.trunc(Number(value ?? 1)) || 1, 1), 200);
    const content = this.blocks(cell, depth + 1).flatMap((node) =>
      node.type === "table" ? tableText(node) : [node],
    );
    return {
      type: isHead || cell.tagName === "th" ? "tableHeader" : "tableCell",
      attrs: { ...setting, colspan: span(cell.properties.colSpan), rowspan: span(cell.properties.rowSpan) },
      content: content.length > 0 ? content : [{ type: "paragraph" }],
    };
  }

  #inline(nodes: readonly ElementContent[], marks: readonly DocumentMark[]): DocumentNode[] {
    return nodes.flatMap((node): DocumentNode[] => {
      if (node.type === "text") {
        const text = cleanText(node.value).replace(/[\s\u00a0]+/g, " ");
        if (text === "") return [];
        const held = marksTogether(marks);
        // What is a link in the source and code here says where it led no more.
        if (marks.some(({ type }) => type === "link") && !held.some(({ type }) => type === "link"))
          this.#dropped.links++;
        return [{ type: "text", text, ...(held.length > 0 ? { marks: held } : {}) }];
      }
      if (node.type !== "element" || this.#isGone(node)) return [];
      const copied = copiedInline(node);
      if (copied) return [copied];
      this.#noteLooks(node);
      if (node.tagName === "br") return [{ type: "hardBreak" }];
      if (node.tagName === "img") {
        const picture = this.pictures.length < mostBrought ? pictureWithin(node) : null;
        if (picture) return [signFor(this.pictures.push(picture) - 1)];
        this.#dropped.pictures++;
        return [];
      }
      return this.#inline(node.children, this.#linked(node, marksOf(node, marks)));
    });
  }

  #linked(element: Element, marks: readonly DocumentMark[]): readonly DocumentMark[] {
    const { href } = element.properties;
    const copied = copiedMark(element);
    if (copied) return [...marks.filter(({ type }) => type !== "link" && type !== copied.type), copied];
    if (element.tagName !== "a" || href === undefined || href === "") return marks;
    if (isSafeAddress(href))
      return [...marks.filter(({ type }) => type !== "link"), { type: "link", attrs: { href } }];
    // A place within the page that it was copied from leads nowhere here.
    if (!String(href).startsWith("#")) this.#dropped.links++;
    return marks;
  }

  #isGone(element: Element): boolean {
    if (skipped.has(element.tagName) || isAside(element)) return true;
    if (embedded.has(element.tagName)) {
      this.#dropped.embedded++;
      return true;
    }
    if (!isHidden(element)) return false;
    if (textOf(element).trim() !== "") this.#dropped.hidden++;
    return true;
  }

  #noteLooks(element: Element): void {
    if (element.tagName === "font" || element.tagName === "center" || isNamed(element))
      this.#dropped.looks = true;
  }
}
