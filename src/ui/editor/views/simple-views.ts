/**
 * What stands in the text and is no text, drawn without React: a page may have many of them, and a key press
 * draws none anew.
 */
import type { Editor, NodeViewRenderer } from "@tiptap/core";
import type { Node as PageNode } from "@tiptap/pm/model";
import { readNote } from "@/core/document/notes";
import { equationHtml } from "../../document/equation";
import { hostOf } from "../../document/FileViews";
import { fileHref, type Opened, storeOf } from "../place";

/** A view that draws itself from its node's attributes alone, and opens `dialog` on a double click. */
function drawn(
  tag: string,
  className: string,
  dialog: Opened,
  draw: (dom: HTMLElement, node: PageNode, editor: Editor) => void,
): NodeViewRenderer {
  return ({ node: first, editor }) => {
    let node = first;
    const dom = document.createElement(tag);
    dom.className = className;
    draw(dom, node, editor);
    if (dialog) dom.addEventListener("dblclick", () => storeOf(editor).open(dialog));
    return {
      dom,
      update(next) {
        if (next.type !== node.type) return false;
        if (!next.sameMarkup(node)) draw(dom, next, editor);
        node = next;
        return true;
      },
      selectNode: () => dom.classList.add("is-chosen"),
      deselectNode: () => dom.classList.remove("is-chosen"),
      ignoreMutation: () => true,
    };
  };
}

const equation = (tag: string, isBlock: boolean) =>
  drawn(tag, "equation", "equation", (dom, { attrs }) => {
    dom.innerHTML = equationHtml(String(attrs.latex), isBlock);
  });

export const equationView = equation("span", false);
export const equationBlockView = equation("div", true);

/** Its label comes by a decoration, since it depends on the notes before it. */
export const noteView = drawn("sup", "note-mark", "note", (dom, node) => {
  const { kind, text } = readNote(node.toJSON() as Parameters<typeof readNote>[0]);
  dom.title = text;
  dom.dataset.kind = kind;
});

export const contentsListView = drawn("div", "page-contents", null, (dom) => {
  dom.contentEditable = "false";
  dom.textContent = "The page’s headings will be listed here.";
});

/** A block with text in it below something that is drawn. */
function captioned(
  tag: string,
  className: string,
  captionTag: string,
  placeholder: string,
  draw: (head: HTMLElement, node: PageNode, editor: Editor) => void,
  isHeadFirst = true,
): NodeViewRenderer {
  return ({ node: first, editor }) => {
    let node = first;
    const dom = document.createElement(tag);
    dom.className = className;
    const head = document.createElement("div");
    head.contentEditable = "false";
    const caption = document.createElement(captionTag);
    caption.dataset.placeholder = placeholder;
    if (isHeadFirst) dom.append(head, caption);
    else dom.append(caption, head);
    const show = () => caption.classList.toggle("empty", node.content.size === 0);
    draw(head, node, editor);
    show();
    return {
      dom,
      contentDOM: caption,
      update(next) {
        if (next.type !== node.type) return false;
        if (!next.sameMarkup(node)) draw(head, next, editor);
        node = next;
        show();
        return true;
      },
      selectNode: () => dom.classList.add("is-chosen"),
      deselectNode: () => dom.classList.remove("is-chosen"),
      ignoreMutation: (change) =>
        !caption.contains(change.target) || (change.target === caption && change.type === "attributes"),
    };
  };
}

export const mediaView = captioned(
  "figure",
  "figure media",
  "figcaption",
  "Caption",
  (head, { attrs }, editor) => {
    const player = document.createElement(attrs.kind === "audio" ? "audio" : "video");
    player.controls = true;
    player.preload = "metadata";
    const [href, poster] = [
      fileHref(editor, String(attrs.file)),
      attrs.poster ? fileHref(editor, String(attrs.poster), 960) : null,
    ];
    if (href) player.src = href;
    if (poster && player instanceof HTMLVideoElement) player.poster = poster;
    head.replaceChildren(player);
  },
);

export const linkCardView = captioned(
  "div",
  "link-card",
  "span",
  "What the link leads to",
  (head, { attrs }) => {
    head.className = "quiet";
    head.textContent = hostOf(String(attrs.href));
  },
  false,
);
