/** Where words that were searched for stand on the screen, as ranges of its text. */
import { searchForm } from "@/core/search/form";
import { words } from "@/core/text/words";

const blockTags = "p, h1, h2, h3, h4, h5, h6, li, td, th, pre, figcaption, blockquote, dt, dd, div, section";

/**
 * The places within `root`, in reading order. Words of one block that stand side by side are one place.
 * O(text).
 */
export function foundPlaces(root: Element, forms: ReadonlySet<string>): Range[] {
  return textsByBlock(root).flatMap((nodes) => placesIn(nodes, forms));
}

function textsByBlock(root: Element): Text[][] {
  const walker = document.createTreeWalker(root, NodeFilter.SHOW_TEXT);
  const blocks: Text[][] = [];
  let last: Element | null = null;
  for (let node = walker.nextNode() as Text | null; node; node = walker.nextNode() as Text | null) {
    // What is folded away, or told to those who listen alone, is not where somebody looks.
    if (node.parentElement!.closest("details:not([open]), .visually-hidden")) continue;
    const block = node.parentElement!.closest(blockTags);
    if (block !== last) blocks.push([]);
    last = block;
    blocks.at(-1)!.push(node);
  }
  return blocks;
}

function placesIn(nodes: readonly Text[], forms: ReadonlySet<string>): Range[] {
  const text = nodes.map(({ data }) => data).join("");
  const places: { from: number; to: number }[] = [];
  let isRun = false;
  for (const { from, to, folded } of words(text)) {
    const isFound = forms.has(searchForm(folded));
    if (isFound && isRun) places[places.length - 1]!.to = to;
    else if (isFound) places.push({ from, to });
    isRun = isFound;
  }
  if (places.length === 0) return [];
  return places.map(({ from, to }) => {
    const range = document.createRange();
    range.setStart(...spotAt(nodes, from, false));
    range.setEnd(...spotAt(nodes, to, true));
    return range;
  });
}

/** The node and the offset in it where the text of `nodes` is at `at`; at a seam the end of the one before. */
function spotAt(nodes: readonly Text[], at: number, isEnd: boolean): [Text, number] {
  let left = at;
  for (const node of nodes) {
    if (left < node.length || (isEnd && left === node.length)) return [node, left];
    left -= node.length;
  }
  const last = nodes.at(-1)!;
  return [last, last.length];
}
