/**
 * The vocabulary of a page's document: ProseMirror JSON of the one schema in `schema.ts`, as plain values.
 * A `PageDocument` is only ever made by `parseDocument`, by `fromMarkdown` or by `fromPlainText`, all of which check it.
 */

export interface DocumentMark {
  readonly type: string;
  readonly attrs?: Readonly<Record<string, unknown>>;
}

export interface DocumentNode {
  readonly type: string;
  readonly attrs?: Readonly<Record<string, unknown>>;
  readonly content?: readonly DocumentNode[];
  readonly text?: string;
  readonly marks?: readonly DocumentMark[];
}

export interface PageDocument extends DocumentNode {
  readonly type: "doc";
}

export const emptyDocument: PageDocument = { type: "doc", content: [{ type: "paragraph" }] };

/** Nodes that stand as blocks and carry an id, so that comparison and comments have something to hold on to. */
export const blockTypes = [
  "paragraph", "heading", "codeBlock", "blockquote", "bulletList", "orderedList", "listItem", "horizontalRule",
] as const;

/** Calls `visit` for `node` and all below it, parents first. */
export function eachNode(node: DocumentNode, visit: (node: DocumentNode) => void): void {
  visit(node);
  for (const child of node.content ?? []) eachNode(child, visit);
}
