/**
 * The little formatting that comments have: a part of CommonMark, so that it reads well as plain text too.
 * Paragraphs, lists ("- "), quotes ("> "), **strong**, *stressed*, `code`, and addresses that lead where they
 * say.
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

const kinds = [
  ["list", /^\s{0,3}[-*]\s+/],
  ["quote", /^\s{0,3}>\s?/],
] as const;

/**
 * A comment's text as blocks. Every character of it that is no mark of formatting is in one of them.
 * O(length).
 */
export function remarkBlocks(body: string): RemarkBlock[] {
  const blocks: { kind: RemarkBlock["kind"]; lines: RemarkSpan[][] }[] = [];
  let isOpen = false;
  for (const line of body.split(/\r?\n/)) {
    if (line.trim() === "") {
      isOpen = false;
      continue;
    }
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

/** Where an address may begin, and what it may end in: a full stop behind it is the sentence's. */
const address = /\bhttps?:\/\/[^\s<>"'`*]+[^\s<>"'`*.,;:!?)\]]/gu;
const opening = /[`*]|\bhttps?:\/\//gu;

/** What a span of formatting holds, and where it ends (excluded). */
interface Found {
  readonly span: RemarkSpan;
  readonly end: number;
}

/** O(length): where a mark closes is looked up, not looked for anew from each mark that opens. */
function spansOf(line: string): RemarkSpan[] {
  const spans: RemarkSpan[] = [];
  const strongEnds = endsOfStrong(line);
  let at = 0;
  opening.lastIndex = 0;
  for (let found = opening.exec(line); found; found = opening.exec(line)) {
    const span = spanAt(line, found.index, strongEnds);
    if (!span) continue;
    if (found.index > at) spans.push({ kind: "text", text: line.slice(at, found.index) });
    spans.push(span.span);
    at = opening.lastIndex = span.end;
  }
  if (at < line.length) spans.push({ kind: "text", text: line.slice(at) });
  return spans;
}

/**
 * Marks that open must stand before a letter and those that close behind one, so that "2 * 3 * 4" stays what
 * it is.
 */
function spanAt(line: string, at: number, strongEnds: Int32Array): Found | null {
  if (line[at] === "`") {
    const end = line.indexOf("`", at + 1);
    return end > at + 1 ? { span: { kind: "code", text: line.slice(at + 1, end) }, end: end + 1 } : null;
  }
  if (line[at] !== "*") {
    address.lastIndex = at;
    const found = address.exec(line);
    return found?.index === at
      ? { span: { kind: "address", text: found[0] }, end: at + found[0].length }
      : null;
  }
  if (line[at + 1] === "*" && isInk(line[at + 2])) {
    const end = at + 3 < line.length ? strongEnds[at + 3]! : -1;
    if (end >= 0) return { span: { kind: "strong", text: line.slice(at + 2, end) }, end: end + 2 };
  }
  const end = line.indexOf("*", at + 1);
  if (end <= at + 1 || !isInk(line[at + 1]) || !isInk(line[end - 1]) || line[end + 1] === "*") return null;
  return { span: { kind: "stressed", text: line.slice(at + 1, end) }, end: end + 1 };
}

const isInk = (sign: string | undefined): boolean => sign !== undefined && !/\s/u.test(sign);

/** For each place, where the next "**" stands that closes, itself included; -1: nowhere. */
function endsOfStrong(line: string): Int32Array {
  const ends = new Int32Array(line.length).fill(-1);
  for (let at = line.length - 2; at >= 1; at--) {
    const closes = line[at] === "*" && line[at + 1] === "*" && line[at - 1] !== "*" && isInk(line[at - 1]);
    ends[at] = closes ? at : ends[at + 1]!;
  }
  return ends;
}

/** A comment's words without its formatting, for lists of what happened. Line ends stay. */
export function plainRemark(body: string): string {
  return remarkBlocks(body)
    .map(({ lines }) => lines.map((spans) => spans.map(({ text }) => text).join("")).join("\n"))
    .join("\n");
}
