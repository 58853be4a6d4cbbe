import type { ClipboardEvent } from "react";

/** Elements that say how the letters in them are: a part of one is copied with it. */
const aroundLetters = new Set(["A", "STRONG", "EM", "U", "S", "SUP", "SUB", "CODE", "MARK", "SPAN"]);
/** Elements of which several parts are only something within them. */
const aroundParts = new Set(["UL", "OL", "BLOCKQUOTE", "TABLE", "TBODY", "TR"]);

/**
 * Copies what is selected of a text as it is, with addresses that lead there from anywhere. A browser by
 * itself writes the screen's fonts and colours into it, which would be told as left out wherever it is
 * pasted. What goes beyond the text is left to the browser.
 */
export function copyText(event: ClipboardEvent<HTMLElement>): void {
  const [selection, text] = [window.getSelection(), event.currentTarget];
  const range = selection && selection.rangeCount > 0 ? selection.getRangeAt(0) : null;
  if (!selection || !range || range.collapsed || !text.contains(range.commonAncestorContainer)) return;
  const holder = document.createElement("div");
  holder.append(selectedPart(range, text));
  // What is said to listeners alone would be read by everybody elsewhere.
  for (const said of holder.querySelectorAll(".visually-hidden")) said.remove();
  for (const link of holder.querySelectorAll<HTMLAnchorElement>("a[href]"))
    if (!link.getAttribute("href")!.startsWith("#")) link.setAttribute("href", link.href);
  for (const picture of holder.querySelectorAll("img")) picture.setAttribute("src", picture.src);
  event.clipboardData.setData("text/html", holder.innerHTML);
  event.clipboardData.setData("text/plain", selection.toString());
  event.preventDefault();
}

/**
 * What is selected, in what it can't be without: some items in their list, a row in its table, lines of code
 * in their block, letters in what they are marked with.
 */
function selectedPart(range: Range, text: Node): Node {
  let part: Node = range.cloneContents();
  let isOfParts = true;
  const hasLines = range.toString().includes("\n");
  for (
    let around: Node | null = range.commonAncestorContainer;
    around && around !== text;
    around = around.parentNode
  ) {
    if (!(around instanceof Element)) continue;
    isOfParts &&= aroundParts.has(around.tagName);
    if (!isOfParts && !aroundLetters.has(around.tagName) && !(hasLines && around.tagName === "PRE")) continue;
    const frame = around.cloneNode(false) as Element;
    frame.append(part);
    part = frame;
  }
  return part;
}
