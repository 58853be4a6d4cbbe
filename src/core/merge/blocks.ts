/**
 * Bringing a change of one document into another that began as the same: three-way, by blocks, and for two
 * who save by what stands in a block that both changed (`within.ts`). A block is the same where its id is.
 * What "ours" changed is never touched: where both changed a block, ours stays, and what could not come in is
 * told.
 */
import { canonicalContent } from "../document/canonical";
import { plainText } from "../document/leaves";
import type { DocumentNode, PageDocument } from "../document/model";
import { bringBackParts } from "./parts";
import { mergeWithin } from "./within";

/** A change of theirs that did not come in, because ours had changed or taken away the same block. */
export interface LeftOut {
  /** The block that both changed; null where each put others in the place of one. */
  readonly id: string | null;
  readonly why: "both changed it" | "ours took it away" | "ours changed what theirs took away";
  /** What theirs has there; empty where theirs took the block away. */
  readonly theirs: string;
  /** What ours has there; empty where ours took the block away. */
  readonly ours: string;
}

export interface MergedBlocks {
  /** `ours` itself if nothing came in. */
  readonly document: PageDocument;
  /** How many blocks came in, changed or went. */
  readonly changes: number;
  readonly leftOut: readonly LeftOut[];
}

/** A block of a document. What it holds is written out when it is first asked for. */
class Block {
  private written: string | undefined;
  constructor(
    readonly id: string | null,
    readonly node: DocumentNode,
  ) {}
  get content(): string {
    return (this.written ??= canonicalContent(this.node));
  }
}

/**
 * Merges what changed from `base` to `theirs` into `ours`. `within`: how a block that both changed is merged;
 * absent: it is not. O(blocks).
 */
export function mergeBlocks(
  base: PageDocument,
  ours: PageDocument,
  theirs: PageDocument,
  within: (before: DocumentNode, ours: DocumentNode, theirs: DocumentNode) => DocumentNode | null = () =>
    null,
): MergedBlocks {
  const [baseBlocks, ourBlocks, theirBlocks] = [blocksOf(base), blocksOf(ours), blocksOf(theirs)];
  const [inBase, inOurs, inTheirs] = [byId(baseBlocks), byId(ourBlocks), byId(theirBlocks)];
  const leftOut: LeftOut[] = [];
  const result = new Map<Block, DocumentNode | null>();
  let changes = 0;

  for (const block of theirBlocks) {
    if (block.id === null) continue;
    const before = inBase.get(block.id);
    const own = inOurs.get(block.id);
    if (before?.content === block.content || (!before && !own)) continue;
    if (!own) leftOut.push({ id: block.id, why: "ours took it away", theirs: textOf(block), ours: "" });
    else if (before && own.content === before.content) {
      result.set(own, block.node);
      changes++;
    } else if (own.content !== block.content) {
      const together = before && within(before.node, own.node, block.node);
      if (together) {
        result.set(own, together);
        changes++;
      } else leftOut.push({ id: block.id, why: "both changed it", theirs: textOf(block), ours: textOf(own) });
    }
  }
  for (const before of baseBlocks) {
    if (before.id === null || inTheirs.has(before.id)) continue;
    const own = inOurs.get(before.id);
    if (!own) continue;
    if (own.content === before.content) {
      result.set(own, null);
      changes++;
    } else
      leftOut.push({
        id: before.id,
        why: "ours changed what theirs took away",
        theirs: "",
        ours: textOf(own),
      });
  }

  // What is new in theirs comes in behind the block that it follows there, as far as ours still has one.
  const known = new Set(
    ourBlocks.flatMap(({ id, content }) => (id !== null && inBase.has(id) ? [] : [content])),
  );
  const behind = new Map<Block | null, DocumentNode[]>();
  let anchor: Block | null = null;
  for (const block of theirBlocks) {
    const own = block.id === null ? undefined : inOurs.get(block.id);
    if (own) anchor = own;
    if (own || (block.id !== null && inBase.has(block.id)) || known.has(block.content)) continue;
    const there = behind.get(anchor);
    if (there) there.push(block.node);
    else behind.set(anchor, [block.node]);
    changes++;
  }
  if (changes === 0) return { document: ours, changes, leftOut };
  const content = [
    ...(behind.get(null) ?? []),
    ...ourBlocks.flatMap((block) => {
      const now = result.has(block) ? result.get(block)! : block.node;
      return [...(now ? [now] : []), ...(behind.get(block) ?? [])];
    }),
  ];
  return {
    document: { ...ours, content: content.length > 0 ? content : [{ type: "paragraph" }] },
    changes,
    leftOut,
  };
}

/**
 * Brings what a writer made of `base` into `newest`, which others made of it meanwhile; or tells what needs a
 * person: where both changed the same block, or (`leftOut` empty) both put blocks into another order.
 * O(blocks).
 */
export function mergeSave(
  base: PageDocument,
  newest: PageDocument,
  written: PageDocument,
): { readonly document: PageDocument } | { readonly leftOut: readonly LeftOut[] } {
  const { document, leftOut, isOrdered } = mergeBoth(base, newest, written);
  return leftOut.length > 0 || !isOrdered ? { leftOut } : { document };
}

/**
 * What two made of `base`, put together as far as it can be: where both changed the same, the document has
 * what stands in `newest`. Blocks stand in the order of the one who moved them; where both did, in the order
 * of `newest`, and `isOrdered` is false.
 */
export function mergeBoth(
  base: PageDocument,
  newest: PageDocument,
  written: PageDocument,
): { readonly document: PageDocument; readonly leftOut: readonly LeftOut[]; readonly isOrdered: boolean } {
  const movedByWriter = hasMoved(base, written);
  const isOrdered = !movedByWriter || !hasMoved(base, newest);
  const merged =
    movedByWriter && isOrdered
      ? inOrderOf(base, newest, written)
      : mergeBlocks(base, newest, written, within);
  return {
    document: merged.document,
    leftOut: [...merged.leftOut, ...replacedByBoth(base, newest, written)],
    isOrdered,
  };
}

/** The same with the order of what was written, where others moved nothing. */
function inOrderOf(
  base: PageDocument,
  newest: PageDocument,
  written: PageDocument,
): Pick<MergedBlocks, "document" | "leftOut"> {
  const merged = mergeBlocks(base, written, newest, within);
  const turned: Readonly<Record<LeftOut["why"], LeftOut["why"]>> = {
    "both changed it": "both changed it",
    "ours took it away": "ours changed what theirs took away",
    "ours changed what theirs took away": "ours took it away",
  };
  const leftOut = merged.leftOut.map(({ id, why, theirs, ours }): LeftOut => ({
    id,
    why: turned[why],
    theirs: ours,
    ours: theirs,
  }));
  // What stays out is others' then: in its place stands what was written, until a person has settled it.
  const saved = new Map(
    blocksOf(newest).flatMap(({ id, node }) => (id === null ? [] : [[id, node] as const])),
  );
  const open = new Map(
    leftOut.flatMap(({ id }) => (id === null ? [] : [[id, saved.get(id) ?? null] as const])),
  );
  const content = (merged.document.content ?? []).flatMap((node) => {
    const id = typeof node.attrs?.id === "string" ? node.attrs.id : null;
    if (id === null || !open.has(id)) return [node];
    const other = open.get(id);
    return other ? [other] : [];
  });
  return {
    leftOut,
    document:
      open.size === 0
        ? merged.document
        : bringBackParts(
            { ...merged.document, content },
            newest,
            new Set([...open].flatMap(([id, node]) => (node ? [id] : []))),
          ),
  };
}

/** A block that both changed: by its sentences, or by the blocks in it, as documents are. */
function within(before: DocumentNode, ours: DocumentNode, theirs: DocumentNode): DocumentNode | null {
  return mergeWithin(before, ours, theirs, (...contents) => {
    const [was, own, other] = contents.map((content): PageDocument => ({
      type: "doc",
      content: [...content],
    }));
    const merged = mergeSave(was!, own!, other!);
    const content = "document" in merged ? (merged.document.content ?? []) : null;
    // Where nothing is left a page has an empty paragraph, and a list or a row has none.
    const known = new Set(contents.flat().map(({ type }) => type));
    return content?.every(({ type }) => known.has(type)) ? content : null;
  });
}

/**
 * Where both took a block away and wrote others: two texts in the place of one, of which a person has to
 * choose.
 */
function replacedByBoth(base: PageDocument, newest: PageDocument, written: PageDocument): LeftOut[] {
  const [before, ours, theirs] = [blocksOf(base), blocksOf(newest), blocksOf(written)];
  const [inBase, inOurs, inTheirs] = [byId(before), byId(ours), byId(theirs)];
  const added = (blocks: readonly Block[]) =>
    blocks
      .filter(({ id }) => id === null || !inBase.has(id))
      .map(textOf)
      .join("\n\n");
  const bothRemoved = before.some(({ id }) => id !== null && !inOurs.has(id) && !inTheirs.has(id));
  const [own, other] = [added(ours), added(theirs)];
  return bothRemoved && own !== "" && other !== "" && own !== other
    ? [{ id: null, why: "both changed it", theirs: other, ours: own }]
    : [];
}

/** Whether blocks of `before` stand in another order in `after`. */
function hasMoved(before: PageDocument, after: PageDocument): boolean {
  const place = new Map(blocksOf(before).flatMap(({ id }, at) => (id === null ? [] : [[id, at] as const])));
  const order = blocksOf(after).flatMap(({ id }) => (id === null ? [] : (place.get(id) ?? [])));
  return order.some((at, index) => index > 0 && at < order[index - 1]!);
}

/** Whether two documents read and look the same, whatever their blocks are called. */
export function sameContent(one: PageDocument, other: PageDocument): boolean {
  return canonicalContent(one) === canonicalContent(other);
}

/** A document's blocks are asked for several times in a merge. */
const known = new WeakMap<PageDocument, readonly Block[]>();

function blocksOf(document: PageDocument): readonly Block[] {
  const found =
    known.get(document) ??
    (document.content ?? []).map(
      (node) => new Block(typeof node.attrs?.id === "string" ? node.attrs.id : null, node),
    );
  known.set(document, found);
  return found;
}

function byId(blocks: readonly Block[]): Map<string, Block> {
  return new Map(blocks.flatMap((block) => (block.id === null ? [] : [[block.id, block]])));
}

function textOf({ node }: Block): string {
  return plainText({ type: "doc", content: [node] });
}
