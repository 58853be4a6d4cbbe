/**
 * Bringing two changes of one block together, finer than by the block: of running text by its sentences, of
 * lists and tables by what stands in them. Edits in different sentences merge; two of one sentence are for a
 * person to settle.
 */
import { canonical } from "../document/canonical";
import type { DocumentNode } from "../document/model";
import { factsOf, type NodeType } from "../document/parts";

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

/** A change of a sequence: from `from` (included) to `to` (excluded) of what was before, `put` stands now. */
interface Edit<Part> {
  readonly from: number;
  readonly to: number;
  readonly put: readonly Part[];
}

/**
 * Running text in which both changed sentences; null where they changed the same one, or both wrote at the
 * same place.
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
  const edits = [...ourEdits, ...theirEdits.filter((edit) => !known.has(editKey(edit)))].sort(
    (one, next) => one.from - next.from || one.to - next.to,
  );
  for (const [at, edit] of edits.entries()) {
    const next = edits[at + 1];
    if (!next) break;
    const isSamePlace = edit.from === edit.to && next.from === next.to && edit.from === next.from;
    // What is put right beside a sentence that the other changed belongs to that sentence as far as anybody
    // can tell.
    const touches = next.from === edit.to && (next.from === next.to || edit.from === edit.to);
    if (next.from < edit.to || isSamePlace || touches) return null;
  }
  let at = 0;
  const parts = edits.map(({ from, to, put }) => {
    const unchanged = was.slice(at, from);
    at = to;
    return [unchanged, put];
  });
  return joined([...parts, [was.slice(at)]].flat(2).flatMap(({ nodes }) => nodes));
}

/** The same for two edits that do the same. */
function editKey({ from, to, put }: Edit<Sentence>): string {
  return `${from} ${to} ${put.map(({ key }) => key).join("\n")}`;
}

interface Sentence {
  readonly nodes: readonly DocumentNode[];
  readonly key: string;
}

/** Ends of sentences: a full stop and the like with what closes after it, where white space follows. */
const sentenceEnd = /[.!?…:;]["'”’)\]]*(?=\s)/g;

/** A block of more sentences is none that anybody wrote. */
const mostSentences = 5000;

/**
 * Running text cut behind each end of a sentence; white space goes with what follows it. Joined again it is
 * as before. Null: there are too many.
 */
function sentencesOf(content: readonly DocumentNode[]): Sentence[] | null {
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

/** Neighbours with the same marks as one text, so that it does not matter how a text was cut. */
function joined(nodes: readonly DocumentNode[]): DocumentNode[] {
  const result: DocumentNode[] = [];
  for (const node of nodes) {
    const last = result.at(-1);
    if (last?.text !== undefined && node.text !== undefined && hasSameMarks(last, node))
      result[result.length - 1] = { ...last, text: last.text + node.text };
    else result.push(node);
  }
  return result;
}

function hasSameMarks({ marks: one = [] }: DocumentNode, { marks: other = [] }: DocumentNode): boolean {
  return one.length === other.length && (one.length === 0 || canonical(one) === canonical(other));
}

/**
 * Where more pairs of sentences than these would have to be compared, between the first that changed and the
 * last, a person settles it: some two hundred sentences of one paragraph, all changed.
 */
const mostCompared = 40_000;

/**
 * How `after` comes about from `before`, by a longest common subsequence of what lies between the ends that
 * they share; null: it is too much.
 */
function editsOf(before: readonly Sentence[], after: readonly Sentence[]): Edit<Sentence>[] | null {
  const shorter = Math.min(before.length, after.length);
  let start = 0;
  while (start < shorter && before[start]!.key === after[start]!.key) start++;
  let end = 0;
  while (end < shorter - start && before[before.length - 1 - end]!.key === after[after.length - 1 - end]!.key)
    end++;
  const [rows, columns] = [before.length - end - start, after.length - end - start];
  if (rows * columns > mostCompared) return null;
  const isEqual = (a: number, b: number) => before[start + a]!.key === after[start + b]!.key;
  const lengths = Array.from({ length: rows + 1 }, () => new Int32Array(columns + 1));
  for (let a = rows - 1; a >= 0; a--) {
    for (let b = columns - 1; b >= 0; b--)
      lengths[a]![b] = isEqual(a, b)
        ? lengths[a + 1]![b + 1]! + 1
        : Math.max(lengths[a + 1]![b]!, lengths[a]![b + 1]!);
  }
  const edits: Edit<Sentence>[] = [];
  let [a, b, fromA, fromB] = [0, 0, 0, 0];
  const push = () => {
    if (a > fromA || b > fromB)
      edits.push({ from: start + fromA, to: start + a, put: after.slice(start + fromB, start + b) });
  };
  while (a < rows && b < columns) {
    if (isEqual(a, b)) {
      push();
      [a, b] = [a + 1, b + 1];
      [fromA, fromB] = [a, b];
    } else if (lengths[a + 1]![b]! >= lengths[a]![b + 1]!) a++;
    else b++;
  }
  [a, b] = [rows, columns];
  push();
  return edits;
}
