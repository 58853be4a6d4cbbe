/**
 * The little formatting that comments have: a part of CommonMark, so that it reads well as plain text too. Paragraphs,
 * lists ("- "), quotes ("> "), **strong**, *stressed*, `code`, and addresses that lead where they say.
 */

export type RemarkSpan =
  | { readonly kind: "text" | "strong" | "stressed" | "code"; readonly text: string }
  /** Of http or https only. */
  | { readonly kind: "address"; readonly text: string };

export interface RemarkBlock {
  readonly kind: "paragraph" | "list" | "quote";
  /** Lines of a paragraph or a quote, items of a list. */
  readonly lines: readonly (readonly RemarkSpan[])[];
}

const kinds = [["list", /^\s{0,3}[-*]\s+/], ["quote", /^\s{0,3}>\s?/]] as const;

/** A comment's text as blocks. Every character of it that is no mark of formatting is in one of them. O(length). */
export function remarkBlocks(body: string): RemarkBlock[] {
  const blocks: { kind: RemarkBlock["kind"]; lines: RemarkSpan[][] }[] = [];
  let isOpen = false;
  for (const line of body.split(/\r?\n/)) {
    if (line.trim() === "") { isOpen = false; continue; }
    const found = kinds.find(([, mark]) => mark.test(line));
    const kind = found?.[0] ?? "paragraph";
    const last = blocks.at(-1);
    const spans = spansOf(found ? line.replace(found[1], "") : line);
    if (isOpen && last?.kind === kind) last.lines.push(spans);
    else blocks.push({ kind, lines: [spans] });
    isOpen = true;
  }
  return blocks;
}

/** Marks that open must stand before a letter and those that close behind one, so that "2 * 3 * 4" stays what it is. */
const marks = /`([^`\n]+)`|\*\*(?=\S)([^\n]*?[^\s*])\*\*|\*(?=[^\s*])([^*\n]*?[^\s*])\*(?!\*)|\bhttps?:\/\/[^\s<>"'`*]+[^\s<>"'`*.,;:!?)\]]/gu;

function spansOf(line: string): RemarkSpan[] {
  const spans: RemarkSpan[] = [];
  let at = 0;
  for (const found of line.matchAll(marks)) {
    if (found.index > at) spans.push({ kind: "text", text: line.slice(at, found.index) });
    const [whole, code, strong, stressed] = found;
    spans.push(code !== undefined ? { kind: "code", text: code } : strong !== undefined ? { kind: "strong", text: strong } : stressed !== undefined ? { kind: "stressed", text: stressed } : { kind: "address", text: whole });
    at = found.index + whole.length;
  }
  if (at < line.length) spans.push({ kind: "text", text: line.slice(at) });
  return spans;
}

/** A comment's words without its formatting, for lists of what happened. Line ends stay. */
export function plainRemark(body: string): string {
  return remarkBlocks(body).map(({ lines }) => lines.map((spans) => spans.map(({ text }) => text).join("")).join("\n")).join("\n");
}
