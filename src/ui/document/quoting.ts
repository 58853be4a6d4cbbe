/**
 * Passages as a reader points at them: read off the page that is drawn, by their words. In the browser alone.
 */
import { countWords } from "@/core/text/count";

export interface Quoted {
  readonly quote: string;
  /** How many words of the page come before it. */
  readonly near: number;
}

/** What is drawn beside or within a text, and is none of its words. */
const asides =
  ".note-mark, .notes, .promised-note, .file-note, .visually-hidden, .equation, .page-contents, .origin, .missing, .link-card > .quiet, .passage-sign, .discussion-sign";
const blocks = "p, h2, h3, h4, li, td, th, pre, figcaption, br";

function textOf(part: Element | DocumentFragment): string {
  const copy = part.cloneNode(true) as Element | DocumentFragment;
  for (const aside of copy.querySelectorAll(asides)) aside.replaceWith(" ");
  for (const block of copy.querySelectorAll(blocks)) block.before("\n");
  return copy.textContent ?? "";
}

/** What a range of the text in `root` says; null if it has no words, or lies elsewhere. */
export function quotedIn(root: Element, range: Range): Quoted | null {
  if (!root.contains(range.commonAncestorContainer)) return null;
  const quote = textOf(range.cloneContents()).trim();
  if (countWords(quote) === 0) return null;
  const before = document.createRange();
  before.setStart(root, 0);
  before.setEnd(range.startContainer, range.startOffset);
  return { quote, near: countWords(textOf(before.cloneContents())) };
}

/** The blocks of the text in `root` that have words, in reading order. O(text). */
export function blocksIn(root: Element): Quoted[] {
  const found: Quoted[] = [];
  const between = document.createRange();
  between.setStart(root, 0);
  let near = 0;
  for (const block of root.querySelectorAll("p, h2, h3, h4, pre, figcaption")) {
    if (block.closest(asides)) continue;
    between.setEnd(block, 0);
    near += countWords(textOf(between.cloneContents()));
    between.setStart(block, 0);
    const range = document.createRange();
    range.selectNodeContents(block);
    const quote = textOf(range.cloneContents()).trim();
    if (countWords(quote) > 0) found.push({ quote, near });
  }
  return found;
}
