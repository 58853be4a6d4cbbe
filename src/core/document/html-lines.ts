/** Lines and items that were read from HTML, put in order as blocks of a page. */
import { withoutEnd } from "../text/trim";
import type { DocumentNode } from "./model";
import type { NodeType } from "./parts";
import { isSign } from "./html-pictures";
import type { StyledListItem } from "./html-styles";

/** A line as a paragraph; none if it says nothing. */
export function paragraphOf(inline: readonly DocumentNode[]): DocumentNode[] {
  const content = trimmed(inline);
  return content.length === 0 ? [] : [{ type: "paragraph", content }];
}

export function withoutBold(node: DocumentNode): DocumentNode {
  const marks = node.marks?.filter(({ type }) => type !== "bold");
  const { marks: _, ...rest } = node;
  return marks && marks.length > 0 ? { ...rest, marks } : rest;
}

/** A line without spaces and breaks at its ends, and without a second space in a row. */
export function trimmed(inline: readonly DocumentNode[]): DocumentNode[] {
  const kept: DocumentNode[] = [];
  for (const node of inline) {
    const last = kept.findLast((each) => !isSign(each));
    const atStart = last === undefined || last.type === "hardBreak" || (last.text ?? "").endsWith(" ");
    if (node.type !== "text") {
      kept.push(node);
      continue;
    }
    const text = atStart ? node.text!.replace(/^ /, "") : node.text!;
    if (text !== "") kept.push({ ...node, text });
  }
  for (let at = kept.length - 1; at >= 0; at--) {
    const node = kept[at]!;
    if (isSign(node)) continue;
    if (node.type !== "text" && node.type !== "hardBreak") break;
    const text = node.type === "text" ? withoutEnd(node.text!, " ") : "";
    if (text === "" || node.type !== "text") {
      kept.splice(at, 1);
      continue;
    }
    kept[at] = { ...node, text };
    break;
  }
  return kept;
}

/** The text of a table that can't stand where it is: a paragraph for each row. */
export function tableText(table: DocumentNode): DocumentNode[] {
  return (table.content ?? []).flatMap((row) => {
    const line = (row.content ?? []).flatMap((cell, index): DocumentNode[] => [
      ...(index > 0 ? [plain(" – ")] : []),
      ...lineOf(cell),
    ]);
    return paragraphOf(line);
  });
}

const inlineTypes: ReadonlySet<NodeType> = new Set(["text", "hardBreak", "note", "equation"]);
const plain = (text: string): DocumentNode => ({ type: "text", text });

/** All that a block says, in one line. */
function lineOf(block: DocumentNode): DocumentNode[] {
  return (block.content ?? []).flatMap((node, index): DocumentNode[] =>
    inlineTypes.has(node.type) || isSign(node)
      ? [node]
      : [...(index > 0 ? [plain(" ")] : []), ...lineOf(node)],
  );
}

/** List items that tell their level, as word processors write them, put into each other. */
export function nested(
  items: readonly { readonly item: StyledListItem; readonly node: DocumentNode }[],
): DocumentNode[] {
  const lists: DocumentNode[] = [];
  for (let at = 0; at < items.length;) {
    const { item } = items[at]!;
    const content: DocumentNode[] = [];
    while (
      at < items.length &&
      (items[at]!.item.level > item.level || items[at]!.item.isOrdered === item.isOrdered) &&
      items[at]!.item.level >= item.level
    ) {
      if (items[at]!.item.level === item.level) {
        content.push(items[at++]!.node);
        continue;
      }
      let end = at;
      while (end < items.length && items[end]!.item.level > item.level) end++;
      const below = nested(items.slice(at, end));
      const last = content.pop()!;
      content.push({ ...last, content: [...last.content!, ...below] });
      at = end;
    }
    lists.push({
      type: item.isOrdered ? "orderedList" : "bulletList",
      ...(item.counting ? { attrs: { type: item.counting } } : {}),
      content,
    });
  }
  return lists;
}
