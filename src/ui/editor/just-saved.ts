/** From the editor to the page that is read after a save: which of its blocks the save changed. */
import type { DocumentNode, PageDocument } from "@/core/document/model";

const name = "tidy-ledger just saved";

interface JustSaved {
  readonly page: string;
  readonly number: number;
  /** Places of blocks in the text, from 0 on. */
  readonly blocks: readonly number[];
  /** It went once the connection was back. */
  readonly hasWaited: boolean;
}

/**
 * The places in `shown`, from 0 on, of the blocks of `after` that are not in `before` or read otherwise there.
 * `shown` may have more blocks between them: those of others. O(text).
 */
export function changedBlocks(before: PageDocument, after: PageDocument, shown: PageDocument): number[] {
  const known = new Set((before.content ?? []).map((block) => JSON.stringify(block)));
  const places = new Map((shown.content ?? []).map((block, at) => [idIn(block), at]));
  return (after.content ?? []).flatMap((block, at) => {
    if (known.has(JSON.stringify(block))) return [];
    const place = after === shown ? at : places.get(idIn(block));
    return place === undefined ? [] : [place];
  });
}

/** The first block id in a node: lists have none of their own. */
function idIn(node: DocumentNode): string | undefined {
  if (typeof node.attrs?.id === "string") return node.attrs.id;
  for (const child of node.content ?? []) {
    const id = idIn(child);
    if (id !== undefined) return id;
  }
  return undefined;
}

export function tellJustSaved(told: JustSaved): void {
  try {
    window.sessionStorage.setItem(name, JSON.stringify(told));
  } catch {
    /* Then nothing is marked. */
  }
}

/** What was told of that entry, once. */
export function takeJustSaved(page: string, number: number): Pick<JustSaved, "blocks" | "hasWaited"> {
  try {
    const told = JSON.parse(window.sessionStorage.getItem(name) ?? "null") as JustSaved | null;
    window.sessionStorage.removeItem(name);
    if (told && told.page === page && told.number === number) return told;
  } catch {
    /* Then nothing is told. */
  }
  return { blocks: [], hasWaited: false };
}
