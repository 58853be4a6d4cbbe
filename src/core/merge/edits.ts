/** Running text as a row of parts (sentences, or words), and how one row comes about from another. */
import { canonical } from "../document/canonical";
import type { DocumentNode } from "../document/model";

/** A piece of running text. */
export interface Part {
  readonly nodes: readonly DocumentNode[];
  /** The same for two parts that are the same. */
  readonly key: string;
}

/** A change of a row: from `from` (included) to `to` (excluded) of what was before, `put` stands now. */
export interface Edit {
  readonly from: number;
  readonly to: number;
  readonly put: readonly Part[];
}

/** `before` with edits that do not overlap, in their order. O(parts). */
export function withEdits(before: readonly Part[], edits: readonly Edit[]): Part[] {
  let at = 0;
  const parts = edits.map(({ from, to, put }) => {
    const unchanged = before.slice(at, from);
    at = to;
    return [...unchanged, ...put];
  });
  return [...parts.flat(), ...before.slice(at)];
}

/**
 * Where more pairs of parts than these would have to be compared, between the first that changed and the
 * last, a person settles it: some two hundred sentences of one paragraph, all changed.
 */
const mostCompared = 40_000;

/**
 * How `after` comes about from `before`, by a longest common subsequence of what lies between the ends that
 * they share; null: it is too much.
 */
export function editsOf(before: readonly Part[], after: readonly Part[]): Edit[] | null {
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
  const edits: Edit[] = [];
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

/** Neighbours with the same marks as one text, so that it does not matter how a text was cut. */
export function joined(nodes: readonly DocumentNode[]): DocumentNode[] {
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
