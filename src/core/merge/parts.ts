/**
 * Bringing back parts of an earlier state of a page: single blocks, rows of tables and items of lists, found
 * by their ids.
 */
import { canonical } from "../document/canonical";
import { plainText } from "../document/leaves";
import type { DocumentNode, PageDocument } from "../document/model";

/** A part of an earlier state that is not on the page as it was. */
export interface LostPart {
  readonly id: string;
  readonly what: "block" | "row" | "item";
  /** Whether the page has it no more, or has it otherwise. */
  readonly why: "gone" | "changed";
  /** What it says, in one line. */
  readonly text: string;
  /** What it is, where it says nothing. */
  readonly type: string;
}

/** Blocks that are made of parts, and what these are. */
const partsIn: Readonly<Record<string, LostPart["what"]>> = {
  table: "row",
  bulletList: "item",
  orderedList: "item",
};

/**
 * The parts of `earlier` that `newest` lacks or has otherwise, in the order of `earlier`. Of a table or a
 * list that is still there, its rows or items. O(nodes).
 */
export function lostParts(newest: PageDocument, earlier: PageDocument): LostPart[] {
  return lostIn(newest, earlier, "block");
}

function lostIn(newest: DocumentNode, earlier: DocumentNode, what: LostPart["what"]): LostPart[] {
  const now = byId(newest);
  return (earlier.content ?? []).flatMap((node): LostPart[] => {
    const id = idOf(node);
    const stands = id === null ? undefined : now.get(id);
    if (id === null || (stands && sameNode(stands, node))) return [];
    const lost: LostPart = {
      id,
      what,
      why: stands ? "changed" : "gone",
      text: textOf(node),
      type: node.type,
    };
    const within = partsIn[node.type];
    // What differs between two tables and is in no row of the earlier one, such as a row that came, is a
    // difference of the whole.
    return within && stands?.type === node.type ? [...lostIn(stands, node, within), lost] : [lost];
  });
}

/**
 * `newest` with the parts of `earlier` that have these ids: in the place of what has the same id, or behind
 * what they followed, as far as that is still there. A row whose table is gone, or an item whose list is,
 * stays away. `newest` itself if nothing comes back. O(nodes).
 */
export function bringBackParts(
  newest: PageDocument,
  earlier: PageDocument,
  ids: ReadonlySet<string>,
): PageDocument {
  return bringBackIn(newest, earlier, ids);
}

function bringBackIn<Node extends DocumentNode>(
  newest: Node,
  earlier: DocumentNode,
  ids: ReadonlySet<string>,
): Node {
  const content = [...(newest.content ?? [])];
  const places = new Map(
    content.flatMap((node, at) => (idOf(node) === null ? [] : [[idOf(node)!, at] as const])),
  );
  /** What comes back behind each place; -1: before all. */
  const back = new Map<number, DocumentNode[]>();
  let isChanged = false;
  let behind = -1;
  for (const node of earlier.content ?? []) {
    const id = idOf(node);
    const at = (id === null ? undefined : places.get(id)) ?? -1;
    const stands = content[at];
    if (id !== null && ids.has(id)) {
      if (stands) content[at] = node;
      else
        back
          .set(behind, back.get(behind) ?? [])
          .get(behind)!
          .push(node);
      isChanged = true;
    } else if (stands && stands.type === node.type && partsIn[node.type]) {
      content[at] = bringBackIn(stands, node, ids);
      isChanged ||= content[at] !== stands;
    }
    if (stands) behind = at;
  }
  return isChanged
    ? {
        ...newest,
        content: [...(back.get(-1) ?? []), ...content.flatMap((node, at) => [node, ...(back.get(at) ?? [])])],
      }
    : newest;
}

function byId({ content = [] }: DocumentNode): Map<string, DocumentNode> {
  return new Map(content.flatMap((node) => (idOf(node) === null ? [] : [[idOf(node)!, node] as const])));
}

function idOf({ attrs }: DocumentNode): string | null {
  return typeof attrs?.id === "string" ? attrs.id : null;
}

function sameNode(one: DocumentNode, other: DocumentNode): boolean {
  return canonical(one) === canonical(other);
}

function textOf(node: DocumentNode): string {
  const whole = node.type === "tableRow" ? "table" : node.type === "listItem" ? "bulletList" : null;
  const block: DocumentNode = whole ? { type: whole, content: [node] } : node;
  return plainText({ type: "doc", content: [block] })
    .replace(/\s+/g, " ")
    .trim();
}
