/**
 * A document as a flat list of leaves: the blocks that hold text or stand for themselves (a rule, a picture),
 * each with the frames (lists, quotes, cells) it stands in. Words, comparison and display all walk this list,
 * so they agree on positions.
 */
import { canonical, canonicalAttributes } from "./canonical";
import { itemSign } from "./item-signs";
import type { DocumentMark, DocumentNode, PageDocument } from "./model";

/**
 * Stands in a leaf's text for what is within a line and is no text, such as an equation. No word has it in
 * it.
 */
export const objectMark = "\ufffc";

export interface Piece {
  readonly text: string;
  readonly marks: readonly DocumentMark[];
  /** What the piece is, where it is no text: its text is one `objectMark` then. */
  readonly object?: DocumentNode;
}

export type Frame =
  | { readonly kind: "quote" }
  | { readonly kind: "bullet"; readonly opens: boolean }
  | { readonly kind: "ordered"; readonly opens: boolean; readonly sign: string }
  /** A table's cell. Tables stand in no other block, so that it is always the outermost frame. */
  | {
      readonly kind: "cell";
      readonly opens: boolean;
      readonly table: string;
      readonly row: string;
      readonly column: number;
      readonly isHeader: boolean;
      readonly colspan: number;
      readonly rowspan: number;
    };

/** Blocks whose whole text is what is written in them. */
type TextKind = "paragraph" | "heading" | "codeBlock";
/** Blocks that are something apart from the text in them, if they have any: a picture and its caption. */
const objectKinds = [
  "horizontalRule",
  "figure",
  "media",
  "linkCard",
  "equationBlock",
  "contentsList",
] as const;
export type ObjectKind = (typeof objectKinds)[number];

export interface Leaf {
  readonly id: string | null;
  /** "note": the text of a note, behind the block that refers to it. */
  readonly kind: TextKind | ObjectKind | "note";
  /** The heading's level, and 0 for all else. */
  readonly level: number;
  /**
   * From the outside in. `opens` says that the leaf is the first of its list item or cell, the one beside the
   * bullet.
   */
  readonly frames: readonly Frame[];
  readonly pieces: readonly Piece[];
  /** The text of all pieces; a line break inside the block is "\n". */
  readonly text: string;
  /** The node itself, where its attributes say what it is or how it is set. */
  readonly node: DocumentNode;
}

export const isObjectKind = (kind: Leaf["kind"]): kind is ObjectKind =>
  (objectKinds as readonly string[]).includes(kind);

/** Whether a leaf is something apart from its text. */
export function isObject({ kind }: Pick<Leaf, "kind">): boolean {
  return isObjectKind(kind);
}

/** The leaves of `document`, in reading order. */
export function leaves(document: PageDocument): Leaf[] {
  const found: Leaf[] = [];
  for (const node of document.content ?? []) collect(node, [], found);
  return found;
}

function collect(node: DocumentNode, frames: readonly Frame[], found: Leaf[]): void {
  switch (node.type) {
    case "blockquote":
      for (const child of node.content ?? []) collect(child, [...frames, { kind: "quote" }], found);
      return;
    case "bulletList":
      for (const item of node.content ?? [])
        collectItem(item, (opens) => [...frames, { kind: "bullet", opens }], found);
      return;
    case "orderedList": {
      let number = typeof node.attrs?.start === "number" ? node.attrs.start : 1;
      for (const item of node.content ?? []) {
        const sign = itemSign(number++, node.attrs?.type);
        collectItem(item, (opens) => [...frames, { kind: "ordered", opens, sign }], found);
      }
      return;
    }
    case "table":
      collectTable(node, found);
      return;
    case "paragraph":
    case "heading":
    case "codeBlock":
    case "horizontalRule":
    case "figure":
    case "media":
    case "linkCard":
    case "equationBlock":
    case "contentsList":
      collectLeaf(node, node.type, frames, found);
      return;
    // Parts of lists and tables, where they are looked at by themselves.
    case "doc":
    case "listItem":
    case "tableRow":
    case "tableCell":
    case "tableHeader":
      for (const child of node.content ?? []) collect(child, frames, found);
      return;
    case "note":
    case "equation":
    case "hardBreak":
    case "text":
      throw new RangeError(`A ${node.type} stands in a line, and not among blocks`);
    default:
      node satisfies never;
  }
}

function collectItem(
  item: DocumentNode,
  framesOf: (opens: boolean) => readonly Frame[],
  found: Leaf[],
): void {
  (item.content ?? []).forEach((child, index) => collect(child, framesOf(index === 0), found));
}

function collectTable(table: DocumentNode, found: Leaf[]): void {
  const tableKey = idOf(table) ?? `t${found.length}`;
  // Columns that cells of rows above still reach into, by how many rows.
  let reaching: number[] = [];
  (table.content ?? []).forEach((row, index) => {
    const rowKey = idOf(row) ?? `${tableKey}.${index}`;
    const [above, below] = [reaching, [] as number[]];
    let column = 0;
    for (const cell of row.content ?? []) {
      while ((above[column] ?? 0) > 0) below[column] = above[column++]! - 1;
      const [colspan, rowspan] = [Number(cell.attrs?.colspan ?? 1), Number(cell.attrs?.rowspan ?? 1)];
      const here = {
        kind: "cell" as const,
        table: tableKey,
        row: rowKey,
        column,
        isHeader: cell.type === "tableHeader",
        colspan,
        rowspan,
      };
      collectItem(cell, (opens) => [{ ...here, opens }], found);
      for (let each = 0; each < colspan; each++) below[column++] = rowspan - 1;
    }
    for (; column < above.length; column++) if ((above[column] ?? 0) > 0) below[column] = above[column]! - 1;
    reaching = below;
  });
}

function collectLeaf(
  node: DocumentNode,
  kind: Exclude<Leaf["kind"], "note">,
  frames: readonly Frame[],
  found: Leaf[],
): void {
  const pieces = (node.content ?? []).map((child): Piece => {
    if (child.type === "hardBreak") return { text: "\n", marks: child.marks ?? [] };
    if (child.type === "text") return { text: child.text ?? "", marks: child.marks ?? [] };
    return { text: objectMark, marks: child.marks ?? [], object: child };
  });
  found.push({
    id: idOf(node),
    kind,
    level: node.type === "heading" && typeof node.attrs?.level === "number" ? node.attrs.level : 0,
    frames,
    pieces,
    text: pieces.map((piece) => piece.text).join(""),
    node,
  });
  for (const { object } of pieces) {
    if (object?.type !== "note") continue;
    const text = typeof object.attrs?.text === "string" ? object.attrs.text : "";
    found.push({
      id: idOf(object),
      kind: "note",
      level: 0,
      frames: closed(frames),
      pieces: [{ text, marks: [] }],
      text,
      node: object,
    });
  }
}

/** The same frames for what follows in them: the bullet stands beside the first. */
function closed(frames: readonly Frame[]): Frame[] {
  return frames.map((frame) => (frame.kind === "quote" ? frame : { ...frame, opens: false }));
}

function idOf({ attrs }: DocumentNode): string | null {
  return typeof attrs?.id === "string" ? attrs.id : null;
}

/** The text of a document, its blocks parted by blank lines. */
export function plainText(document: PageDocument): string {
  return leaves(document)
    .map(({ text }) => text.replaceAll(objectMark, ""))
    .join("\n\n");
}

/** What a leaf looks like apart from its words: two leaves of equal text that differ here were restyled. */
export function styleOf(each: Leaf): string {
  if (isPlain(each)) return `["${each.kind}",${each.level},[],[[${each.text.length},"[]"]]]`;
  const marks = joined(each.pieces).map((piece) => [piece.text.length, piece.marks]);
  const {
    id: _,
    text: __,
    level: ___,
    language: ____,
    ...attrs
  } = (each.node.attrs ?? {}) as Record<string, unknown>;
  const frames = each.frames.map((frame) =>
    frame.kind === "cell" && frame.isHeader ? "header" : frame.kind,
  );
  return canonical([each.kind, each.level, frames, marks, ...(Object.keys(attrs).length > 0 ? [attrs] : [])]);
}

/**
 * Whether nothing but the leaf's kind and level sets its look, as of most: what is written out for the others
 * is known then.
 */
function isPlain({ frames, pieces, node }: Leaf): boolean {
  if (frames.length > 0 || pieces.length === 0) return false;
  for (const { marks, object } of pieces) if (marks.length > 0 || object) return false;
  for (const name in node.attrs) if (name !== "id" && name !== "level") return false;
  return true;
}

/** Which thing a piece or a leaf is, apart from where it stands and what it is called in the document. */
export function objectKey(node: DocumentNode): string {
  return `${node.type}${canonicalAttributes(node.attrs)}`;
}

/** Neighbouring pieces with the same marks as one, so that a split that nobody sees makes no difference. */
function joined(pieces: readonly Piece[]): { text: string; marks: string }[] {
  const result: { text: string; marks: string }[] = [];
  for (const piece of pieces) {
    const marks =
      piece.marks.length === 0 && !piece.object
        ? "[]"
        : canonical(piece.object ? [...piece.marks, objectKey(piece.object)] : piece.marks);
    const last = result.at(-1);
    if (last && last.marks === marks) last.text += piece.text;
    else result.push({ text: piece.text, marks });
  }
  return result;
}
