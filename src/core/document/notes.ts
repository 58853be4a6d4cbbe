/**
 * Notes and sources number themselves: in reading order, notes by 1, 2, 3 and sources by [1], [2], [3]. A
 * source that is named again, in the same words and with the same address, is the same source and keeps its
 * number.
 */
import { eachNode, type DocumentNode } from "./model";

export type NoteKind = "note" | "source";

export interface NumberedNote {
  readonly kind: NoteKind;
  readonly number: number;
  readonly text: string;
  readonly href: string | null;
  /** The notes in the text that point to it, in reading order. */
  readonly ids: readonly string[];
}

export interface Notes {
  readonly all: readonly NumberedNote[];
  /** What each note node points to. */
  readonly of: ReadonlyMap<DocumentNode, NumberedNote>;
}

/** What a note node says. */
export function readNote(node: DocumentNode): Omit<NumberedNote, "number" | "ids"> {
  const { kind, text, href } = node.attrs ?? {};
  return {
    kind: kind === "source" ? "source" : "note",
    text: typeof text === "string" ? text : "",
    href: typeof href === "string" ? href : null,
  };
}

/** O(nodes). */
export function notesOf(document: DocumentNode): Notes {
  const all: (NumberedNote & { ids: string[] })[] = [];
  const of = new Map<DocumentNode, NumberedNote>();
  const sources = new Map<string, NumberedNote & { ids: string[] }>();
  const counts = { note: 0, source: 0 };
  eachNode(document, (node) => {
    if (node.type !== "note") return;
    const said = readNote(node);
    const key = `${said.text.trim()}\n${said.href ?? ""}`;
    const known = said.kind === "source" ? sources.get(key) : undefined;
    const note = known ?? { ...said, number: ++counts[said.kind], ids: [] };
    if (typeof node.attrs?.id === "string") note.ids.push(node.attrs.id);
    of.set(node, note);
    if (known) return;
    all.push(note);
    if (said.kind === "source") sources.set(key, note);
  });
  return { all, of };
}

/** How a note is named where it stands in the text. */
export function noteLabel({ kind, number }: Pick<NumberedNote, "kind" | "number">): string {
  return kind === "source" ? `[${number}]` : String(number);
}
