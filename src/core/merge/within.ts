/**
 * Bringing two changes of one block together, finer than by the block: of running text by its sentences, of
 * lists and tables by what stands in them. Edits in different sentences merge, and so do words that both put
 * into one sentence at different places; other edits of one sentence are for a person to settle.
 */
import { canonical } from "../document/canonical";
import type { DocumentNode } from "../document/model";
import { factsOf, type NodeType } from "../document/parts";
import { type Edit, editsOf, joined, type Part, withEdits } from "./edits";
import { mergeInsertions } from "./insertions";

/** Merges documents whose blocks have ids: handed in, since documents and blocks are merged by each other. */
export type MergeContent = (
  before: readonly DocumentNode[],
  ours: readonly DocumentNode[],
  theirs: readonly DocumentNode[],
) => readonly DocumentNode[] | null;

/** Captions and code are too short, or too much of one piece, to be brought together. */
const running: ReadonlySet<NodeType> = new Set(["paragraph", "heading"]);

/**
 * What `before` becomes by both changes; null where a person has to say. O(sentences) for running text, and
 * up to `mostCompared` where it changed.
 */
export function mergeWithin(
  before: DocumentNode,
  ours: DocumentNode,
  theirs: DocumentNode,
  mergeContent: MergeContent,
): DocumentNode | null {
  if (before.type !== ours.type || before.type !== theirs.type) return null;
  const attrs = mergeValue(before.attrs, ours.attrs, theirs.attrs);
  if (attrs === null) return null;
  const contents = [before, ours, theirs].map(({ content = [] }) => content) as [
    readonly DocumentNode[],
    readonly DocumentNode[],
    readonly DocumentNode[],
  ];
  const content = running.has(before.type)
    ? mergeSentences(...contents)
    : factsOf(before.type).holds === "parts"
      ? mergeContent(...contents)
      : null;
  if (
    content === null ||
    (content.length === 0 && factsOf(before.type).holds === "parts") ||
    (before.type === "table" && !isEven(content))
  )
    return null;
  const { content: _, ...bare } = ours;
  return {
    ...bare,
    ...(attrs.value ? { attrs: attrs.value } : {}),
    ...(content.length > 0 ? { content: [...content] } : {}),
  };
}

/** One value that both may have changed: the changed one, if not both did, or both to the same. */
function mergeValue<Value>(before: Value, ours: Value, theirs: Value): { readonly value: Value } | null {
  const [was, own, other] = [before, ours, theirs].map((value) => canonical(value ?? null));
  if (other === was || other === own) return { value: ours };
  return own === was ? { value: theirs } : null;
}

/**
 * Whether all rows of a table are equally wide: a row that one added has not the column that the other added.
 */
function isEven(rows: readonly DocumentNode[]): boolean {
  if (rows.some(({ content = [] }) => content.some(({ attrs }) => Number(attrs?.rowspan ?? 1) > 1)))
    return false;
  const widths = new Set(
    rows.map(({ content = [] }) => content.reduce((sum, { attrs }) => sum + Number(attrs?.colspan ?? 1), 0)),
  );
  return widths.size <= 1;
}

/**
 * Running text in which both changed sentences; null where they changed the same one, other than by putting
 * words into different places of it, or both wrote at the same place.
 */
export function mergeSentences(
  before: readonly DocumentNode[],
  ours: readonly DocumentNode[],
  theirs: readonly DocumentNode[],
): DocumentNode[] | null {
  const [was, own, other] = [sentencesOf(before), sentencesOf(ours), sentencesOf(theirs)];
  if (!was || !own || !other) return null;
  const [ourEdits, theirEdits] = [editsOf(was, own), editsOf(was, other)];
  if (!ourEdits || !theirEdits) return null;
  const known = new Set(ourEdits.map(editKey));
  const sorted = [...ourEdits, ...theirEdits.filter((edit) => !known.has(editKey(edit)))].sort(
    (one, next) => one.from - next.from || one.to - next.to,
  );
  const edits: Edit[] = [];
  for (const edit of sorted) {
    const last = edits.at(-1);
    const together = last && meet(last, edit) ? intoOne(was, last, edit, ourEdits.includes(last)) : undefined;
    if (together === null) return null;
    if (together) edits[edits.length - 1] = together;
    else edits.push(edit);
  }
  return joined(withEdits(was, edits).flatMap(({ nodes }) => nodes));
}

/** Whether two edits, the first of which begins no later, are of the same place as far as anybody can tell. */
function meet(one: Edit, next: Edit): boolean {
  const isSamePlace = one.from === one.to && next.from === next.to && one.from === next.from;
  // What is put right beside a sentence that the other changed belongs to that sentence.
  const touches = next.from === one.to && (next.from === next.to || one.from === one.to);
  return next.from < one.to || isSamePlace || touches;
}

/** Two edits of the same sentences as one, if both only put words into them; null: they can't be. */
function intoOne(was: readonly Part[], one: Edit, other: Edit, oneIsOurs: boolean): Edit | null {
  if (one.from !== other.from || one.to !== other.to || one.from === one.to) return null;
  const nodesOf = (parts: readonly Part[]) => parts.flatMap(({ nodes }) => nodes);
  const [ours, theirs] = oneIsOurs ? [one, other] : [other, one];
  const merged = mergeInsertions(
    nodesOf(was.slice(one.from, one.to)),
    nodesOf(ours.put),
    nodesOf(theirs.put),
  );
  return merged && { from: one.from, to: one.to, put: [{ nodes: merged, key: canonical(merged) }] };
}

/** The same for two edits that do the same. */
function editKey({ from, to, put }: Edit): string {
  return `${from} ${to} ${put.map(({ key }) => key).join("\n")}`;
}

/** Ends of sentences: a full stop and the like with what closes after it, where white space follows. */
const sentenceEnd = /[.!?…:;]["'”’)\]]*(?=\s)/g;

/** A block of more sentences is none that anybody wrote. */
const mostSentences = 5000;

/**
 * Running text cut behind each end of a sentence; white space goes with what follows it. Joined again it is
 * as before. Null: there are too many.
 */
function sentencesOf(content: readonly DocumentNode[]): Part[] | null {
  const sentences: DocumentNode[][] = [[]];
  for (const node of joined(content)) {
    if (node.text === undefined) {
      sentences.at(-1)!.push(node);
      continue;
    }
    let at = 0;
    for (const { index, 0: end } of node.text.matchAll(sentenceEnd)) {
      sentences.at(-1)!.push({ ...node, text: node.text.slice(at, index + end.length) });
      if (sentences.push([]) > mostSentences) return null;
      at = index + end.length;
    }
    if (at < node.text.length) sentences.at(-1)!.push({ ...node, text: node.text.slice(at) });
  }
  return sentences.filter((nodes) => nodes.length > 0).map((nodes) => ({ nodes, key: canonical(nodes) }));
}
