/** Words that two put into one sentence, at different places of it: both come in, and nobody is asked. */
import { canonical } from "../document/canonical";
import type { DocumentNode } from "../document/model";
import { type Edit, editsOf, joined, type Part, withEdits } from "./edits";

/** Words, what stands between them sign by sign, and white space. */
const pieces = /[\p{L}\p{N}\p{M}]+|\s+|[^]/gu;
const hasWord = /[\p{L}\p{N}]/u;

/** A longer sentence is none that anybody wrote. */
const mostPieces = 4000;

/**
 * What `before` becomes with what both put into it; null where one of them did anything else, or where no word
 * stands between what the one and what the other put in: then a person has to say in which order they stand.
 * O(pieces), and up to `mostCompared` pairs between the first and the last that changed.
 */
export function mergeInsertions(
  before: readonly DocumentNode[],
  ours: readonly DocumentNode[],
  theirs: readonly DocumentNode[],
): DocumentNode[] | null {
  const [was, own, other] = [piecesOf(before), piecesOf(ours), piecesOf(theirs)];
  if (!was || !own || !other) return null;
  const [ourEdits, theirEdits] = [editsOf(was, own), editsOf(was, other)];
  if (!ourEdits || !theirEdits) return null;
  const edits = [...ourEdits, ...theirEdits].sort((one, next) => one.from - next.from);
  if (edits.some(({ from, to }) => from !== to)) return null;
  const isOurs = new Set<Edit>(ourEdits);
  for (const [at, edit] of edits.entries()) {
    const next = edits[at + 1];
    if (!next || isOurs.has(edit) === isOurs.has(next)) continue;
    if (!was.slice(edit.from, next.from).some(({ nodes: [node] }) => hasWord.test(node?.text ?? "")))
      return null;
  }
  return joined(withEdits(was, edits).flatMap(({ nodes }) => nodes));
}

function piecesOf(content: readonly DocumentNode[]): Part[] | null {
  const found: Part[] = [];
  for (const node of joined(content)) {
    const cut = node.text?.match(pieces)?.map((text) => ({ ...node, text })) ?? [node];
    if (found.length + cut.length > mostPieces) return null;
    for (const piece of cut) found.push({ nodes: [piece], key: canonical([piece]) });
  }
  return found;
}
