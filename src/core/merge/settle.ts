/**
 * Settling by hand what two who wrote at once both changed: passage by passage, each with what is saved and
 * what was written. Until all is settled nothing of either is gone.
 */
import type { DocumentNode, PageDocument } from "../document/model";
import { mergeBoth } from "./blocks";
import { bringBackParts } from "./parts";

export const choices = ["theirs", "mine", "both"] as const;
export type Choice = (typeof choices)[number];

export interface Conflict {
  /** Names it among the others. */
  readonly key: string;
  /** What is saved, and what was written; empty where it was taken away. */
  readonly theirs: readonly DocumentNode[];
  readonly mine: readonly DocumentNode[];
}

/** Where each put other blocks in the place of the same. */
const replaced = "replaced";
/** Where both put blocks into another order. */
export const orderKey = "order";

/**
 * What a person has to settle, in the order in which it came up; empty if the two can be put together by
 * themselves.
 */
export function findConflicts(base: PageDocument, newest: PageDocument, written: PageDocument): Conflict[] {
  const { leftOut, isOrdered } = mergeBoth(base, newest, written);
  const conflicts = leftOut.map(({ id }): Conflict => {
    if (id === null) return { key: replaced, theirs: addedTo(base, newest), mine: addedTo(base, written) };
    return { key: id, theirs: blockOf(newest, id), mine: blockOf(written, id) };
  });
  return isOrdered ? conflicts : [...conflicts, { key: orderKey, theirs: [], mine: [] }];
}

/**
 * The text in which each conflict is settled as chosen ("theirs" where nothing is), with all else that either
 * wrote. Blocks that stand twice then have no id the second time. O(blocks).
 */
export function settle(
  base: PageDocument,
  newest: PageDocument,
  written: PageDocument,
  chosen: ReadonlyMap<string, Choice>,
): PageDocument {
  const { document, leftOut, isOrdered } = mergeBoth(base, newest, written);
  const choiceOf = (key: string) => chosen.get(key) ?? "theirs";
  let result = document;
  for (const { id } of leftOut) {
    const choice = choiceOf(id ?? replaced);
    if (id === null) result = settleReplaced(result, base, newest, written, choice);
    else if (choice !== "theirs") result = settleBlock(result, written, id, choice);
  }
  return !isOrdered && choiceOf(orderKey) === "mine" ? inOrder(result, written) : result;
}

function settleBlock(
  document: PageDocument,
  written: PageDocument,
  id: string,
  choice: "mine" | "both",
): PageDocument {
  const [mine] = blockOf(written, id);
  const content = document.content ?? [];
  const at = content.findIndex((node) => idOf(node) === id);
  if (!mine)
    return choice === "mine" && at >= 0
      ? withContent(
          document,
          content.filter((_, index) => index !== at),
        )
      : document;
  if (at < 0) return bringBackParts(document, written, new Set([id]));
  if (choice === "mine")
    return withContent(
      document,
      content.map((node, index) => (index === at ? mine : node)),
    );
  const { id: _, ...attrs } = (mine.attrs ?? {}) as Record<string, unknown>;
  return withContent(document, [...content.slice(0, at + 1), { ...mine, attrs }, ...content.slice(at + 1)]);
}

function settleReplaced(
  document: PageDocument,
  base: PageDocument,
  newest: PageDocument,
  written: PageDocument,
  choice: Choice,
): PageDocument {
  if (choice === "both") return document;
  const gone = new Set(addedTo(base, choice === "theirs" ? written : newest));
  return withContent(
    document,
    (document.content ?? []).filter((node) => !gone.has(node)),
  );
}

/** The blocks that both have, in the order of `ordered`; others stay behind what they follow. */
function inOrder(document: PageDocument, ordered: PageDocument): PageDocument {
  const place = new Map(
    (ordered.content ?? []).flatMap((node, at) => (idOf(node) === null ? [] : [[idOf(node)!, at] as const])),
  );
  const content = document.content ?? [];
  const known = content
    .filter((node) => place.has(idOf(node) ?? ""))
    .sort((one, other) => place.get(idOf(one)!)! - place.get(idOf(other)!)!);
  let next = 0;
  return withContent(
    document,
    content.map((node) => (place.has(idOf(node) ?? "") ? known[next++]! : node)),
  );
}

function addedTo(base: PageDocument, document: PageDocument): DocumentNode[] {
  const known = new Set((base.content ?? []).map(idOf));
  return (document.content ?? []).filter((node) => idOf(node) === null || !known.has(idOf(node)));
}

function blockOf(document: PageDocument, id: string): DocumentNode[] {
  const found = document.content?.find((node) => idOf(node) === id);
  return found ? [found] : [];
}

function idOf({ attrs }: DocumentNode): string | null {
  return typeof attrs?.id === "string" ? attrs.id : null;
}

function withContent(document: PageDocument, content: readonly DocumentNode[]): PageDocument {
  return { ...document, content: content.length > 0 ? content : [{ type: "paragraph" }] };
}
