/**
 * A picture in the editor: its caption is written below it, and its sides are drawn to make it smaller or
 * larger.
 */
import { NodeSelection } from "@tiptap/pm/state";
import type { NodeViewRenderer } from "@tiptap/core";
import { narrowestFigure } from "@/core/document/model";
import { fileHref, storeOf } from "../place";

export const figureView: NodeViewRenderer = ({ node: first, editor, getPos }) => {
  let node = first;
  const dom = document.createElement("figure");
  dom.className = "figure";
  const frame = document.createElement("div");
  frame.className = "figure-frame";
  frame.contentEditable = "false";
  const picture = document.createElement("img");
  picture.draggable = false;
  const caption = document.createElement("figcaption");
  caption.dataset.placeholder = "Caption";
  frame.append(picture, handle("start"), handle("end"));
  dom.append(frame, caption);
  show();

  function show(): void {
    const { file, alt, width, place } = node.attrs as {
      file: string;
      alt: string;
      width: number;
      place: string;
    };
    dom.dataset.place = place;
    dom.style.width = place === "full" ? "" : `${width}%`;
    picture.alt = alt;
    const href = fileHref(editor, file, 960);
    if (href && picture.getAttribute("src") !== href) picture.src = href;
    const known = storeOf(editor).files.get(file);
    if (known?.width && known.height) [picture.width, picture.height] = [known.width, known.height];
    dom.classList.toggle("wants-alt", alt.trim() === "");
    caption.classList.toggle("empty", node.content.size === 0);
  }

  function handle(side: "start" | "end"): HTMLElement {
    const grip = document.createElement("span");
    grip.className = `figure-grip ${side}`;
    grip.title = "Draw to make the picture smaller or larger";
    grip.addEventListener("pointerdown", (event) => resize(event, side));
    return grip;
  }

  /** The width follows the pointer, and is one change of the document when it is let go. */
  function resize(event: PointerEvent, side: "start" | "end"): void {
    event.preventDefault();
    event.stopPropagation();
    const room = editor.view.dom.clientWidth;
    const [from, began] = [event.clientX, dom.getBoundingClientRect().width];
    // In the middle both sides move: half of the way on each.
    const reach = (side === "end" ? 1 : -1) * (node.attrs.place === "centre" ? 2 : 1);
    let width = Number(node.attrs.width);
    const move = (moved: PointerEvent) => {
      width = Math.min(
        100,
        Math.max(narrowestFigure, Math.round(((began + (moved.clientX - from) * reach) / room) * 100)),
      );
      dom.style.width = `${width}%`;
    };
    const end = () => {
      window.removeEventListener("pointermove", move);
      window.removeEventListener("pointerup", end);
      const at = getPos();
      if (at !== undefined)
        editor.view.dispatch(
          editor.state.tr.setNodeMarkup(at, undefined, {
            ...node.attrs,
            width,
            place: node.attrs.place === "full" ? "centre" : node.attrs.place,
          }),
        );
    };
    window.addEventListener("pointermove", move);
    window.addEventListener("pointerup", end);
  }

  frame.addEventListener("mousedown", (event) => {
    if ((event.target as HTMLElement).classList.contains("figure-grip")) return;
    event.preventDefault();
    const at = getPos();
    if (at !== undefined)
      editor.view.dispatch(editor.state.tr.setSelection(NodeSelection.create(editor.state.doc, at)));
    editor.view.focus();
  });

  return {
    dom,
    contentDOM: caption,
    update(next) {
      if (next.type !== node.type) return false;
      node = next;
      show();
      return true;
    },
    selectNode: () => dom.classList.add("is-chosen"),
    deselectNode: () => dom.classList.remove("is-chosen"),
    ignoreMutation: (change) =>
      !caption.contains(change.target) || (change.target === caption && change.type === "attributes"),
    stopEvent: (event) =>
      event.type === "pointerdown" && (event.target as HTMLElement).classList?.contains("figure-grip"),
  };
};
