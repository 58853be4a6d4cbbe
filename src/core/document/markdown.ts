/**
 * CommonMark into documents, for text that is kept or brought along as Markdown. `[[Title]]` is a link to a
 * page. What pages can't hold (images, HTML) comes in as its plain text.
 */
import type { PhrasingContent, RootContent } from "mdast";
import remarkParse from "remark-parse";
import { unified } from "unified";
import { isSafeAddress } from "./address";
import type { DocumentMark, DocumentNode, PageDocument } from "./model";
import { parseDocument } from "./parse";

/** @throws RangeError if the text is larger than a page may be. */
export function fromMarkdown(markdown: string): PageDocument {
  const root = unified().use(remarkParse).parse(markdown);
  const parsed = parseDocument({ type: "doc", content: orParagraph(root.children.flatMap(block)) });
  if (parsed.kind === "refused") throw new RangeError(`No page can hold this text: ${parsed.problem.kind}`);
  return parsed.document;
}

function block(node: RootContent): DocumentNode[] {
  switch (node.type) {
    case "heading":
      return [
        {
          type: "heading",
          attrs: { level: Math.min(Math.max(node.depth, 2), 4) },
          content: inline(node.children, []),
        },
      ];
    case "paragraph":
      return [{ type: "paragraph", content: inline(node.children, []) }];
    case "list":
      return [
        {
          type: node.ordered ? "orderedList" : "bulletList",
          ...(node.ordered ? { attrs: { start: node.start ?? 1 } } : {}),
          content: node.children.map((item) => ({
            type: "listItem",
            content: itemContent(item.children.flatMap(block)),
          })),
        },
      ];
    case "blockquote":
      return [{ type: "blockquote", content: orParagraph(node.children.flatMap(block)) }];
    case "code":
      return [{ type: "codeBlock", content: node.value ? [{ type: "text", text: node.value }] : [] }];
    case "thematicBreak":
      return [{ type: "horizontalRule" }];
    case "html":
      return [{ type: "paragraph", content: [{ type: "text", text: node.value }] }];
    default:
      return [];
  }
}

function orParagraph(content: DocumentNode[]): DocumentNode[] {
  return content.length > 0 ? content : [{ type: "paragraph" }];
}

/** An item begins with a paragraph, even an empty one. */
function itemContent(content: DocumentNode[]): DocumentNode[] {
  return content[0]?.type === "paragraph" ? content : [{ type: "paragraph" }, ...content];
}

function inline(nodes: readonly PhrasingContent[], marks: readonly DocumentMark[]): DocumentNode[] {
  return nodes.flatMap((node): DocumentNode[] => {
    switch (node.type) {
      case "text":
        return withPageLinks(joinedLines(node.value), marks);
      case "strong":
        return inline(node.children, [...marks, { type: "bold" }]);
      case "emphasis":
        return inline(node.children, [...marks, { type: "italic" }]);
      case "inlineCode":
        return [text(node.value, [{ type: "code" }])];
      case "break":
        return [{ type: "hardBreak" }];
      case "link":
        return inline(
          node.children,
          isSafeAddress(node.url) ? [...marks, { type: "link", attrs: { href: node.url } }] : marks,
        );
      case "html":
        return [text(node.value, marks)];
      case "image":
        return node.alt ? [text(node.alt, marks)] : [];
      default:
        return [];
    }
  });
}

/** Lines of a paragraph as one, with a space in the place of each line's end. */
function joinedLines(value: string): string {
  const lines = value
    .split("\n")
    .map((line, at, all) =>
      at === 0 ? line.trimEnd() : at === all.length - 1 ? line.trimStart() : line.trim(),
    );
  return lines.length === 1
    ? value
    : lines.filter((line, at) => line !== "" || at === 0 || at === lines.length - 1).join(" ");
}

const pageLink = /\[\[([^[\]\n]{1,200})\]\]/g;

function withPageLinks(value: string, marks: readonly DocumentMark[]): DocumentNode[] {
  const parts: DocumentNode[] = [];
  let at = 0;
  for (const match of value.matchAll(pageLink)) {
    const title = match[1]!.trim();
    if (title === "") continue;
    if (match.index > at) parts.push(text(value.slice(at, match.index), marks));
    parts.push(text(title, [...marks, { type: "pageLink", attrs: { page: null, title } }]));
    at = match.index + match[0].length;
  }
  if (at < value.length) parts.push(text(value.slice(at), marks));
  return parts;
}

function text(value: string, marks: readonly DocumentMark[]): DocumentNode {
  return { type: "text", text: value, ...(marks.length > 0 ? { marks } : {}) };
}
