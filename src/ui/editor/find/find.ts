/** Finding in the text that is being written: places, and which of them is looked at. */
import { Extension, type Editor } from "@tiptap/core";
import { closeHistory } from "@tiptap/pm/history";
import type { Node as PageNode } from "@tiptap/pm/model";
import { type EditorState, Plugin, PluginKey, TextSelection } from "@tiptap/pm/state";
import { Decoration, DecorationSet } from "@tiptap/pm/view";
import { foundIn } from "@/core/text/found";

export interface Search {
  readonly text: string;
  readonly matchCase: boolean;
  readonly wholeWords: boolean;
}

interface Found {
  readonly search: Search | null;
  readonly places: readonly { readonly from: number; readonly to: number }[];
  /** The place that is looked at; -1: none. */
  readonly at: number;
}

const nothing: Found = { search: null, places: [], at: -1 };
const key = new PluginKey<Found>("find");

/**
 * Where `search` stands in the document: within one block each, so that no place reaches over an end of a
 * paragraph.
 */
function placesOf(doc: PageNode, search: Search): Found["places"] {
  const places: { from: number; to: number }[] = [];
  doc.descendants((node, at) => {
    if (!node.isTextblock) return true;
    const text = node.textBetween(0, node.content.size, undefined, "\ufffc");
    for (const [from, to] of foundIn(text, search)) places.push({ from: at + 1 + from, to: at + 1 + to });
    return false;
  });
  return places;
}

export const Find = Extension.create({
  name: "find",
  addProseMirrorPlugins: () => [
    new Plugin<Found>({
      key,
      state: {
        init: () => nothing,
        apply(tr, was) {
          const asked = tr.getMeta(key) as Partial<Found> | undefined;
          if (!asked && (!tr.docChanged || !was.search)) return was;
          const search = asked?.search !== undefined ? asked.search : was.search;
          if (!search || search.text === "") return nothing;
          const places = asked?.search !== undefined || tr.docChanged ? placesOf(tr.doc, search) : was.places;
          const at = places.length === 0 ? -1 : Math.min(asked?.at ?? was.at, places.length - 1);
          return { search, places, at };
        },
      },
      props: {
        decorations(state) {
          const found = key.getState(state);
          if (!found || found.places.length === 0) return null;
          return DecorationSet.create(
            state.doc,
            found.places.map(({ from, to }, index) =>
              Decoration.inline(from, to, { class: index === found.at ? "found now" : "found" }),
            ),
          );
        },
      },
    }),
  ],
});

export const foundNow = (state: EditorState): Found => key.getState(state) ?? nothing;

/** Looks for something else; the first place behind the cursor is looked at. Null: finding is over. */
export function search(editor: Editor, wanted: Search | null): void {
  editor.view.dispatch(editor.state.tr.setMeta(key, { search: wanted, at: 0 }));
  const { places } = foundNow(editor.state);
  const behind = places.findIndex(({ from }) => from >= editor.state.selection.from);
  if (places.length > 0) lookAt(editor, Math.max(0, behind));
}

/** Looks at the next place, or the one before; round and round. */
export function step(editor: Editor, by: 1 | -1): void {
  const { places, at } = foundNow(editor.state);
  if (places.length > 0) lookAt(editor, (at + by + places.length) % places.length);
}

function lookAt(editor: Editor, at: number): void {
  const place = foundNow(editor.state).places[at];
  if (!place) return;
  editor.view.dispatch(
    editor.state.tr
      .setMeta(key, { at })
      .setSelection(TextSelection.create(editor.state.doc, place.from, place.to)),
  );
  show(editor, place);
}

/** What is shown stands clear of the bars by so many pixels. */
const clear = 24;

/**
 * Scrolls a place between the tools and the save line, if it is not there already. The editor itself scrolls
 * only to where the cursor is, and while one looks for something that is in another field.
 */
function show(editor: Editor, { from, to }: { from: number; to: number }): void {
  const [start, end] = [editor.view.coordsAtPos(from), editor.view.coordsAtPos(to)];
  const edge = (of: string, side: "top" | "bottom", otherwise: number) =>
    document.querySelector(of)?.getBoundingClientRect()[side] ?? otherwise;
  const [top, foot] = [
    edge(".writing-area .tools", "bottom", 0) + clear,
    edge(".save-line", "top", window.innerHeight) - clear,
  ];
  if (start.top >= top && end.bottom <= foot) return;
  window.scrollBy({ top: (start.top + end.bottom) / 2 - (top + foot) / 2 });
}

/** Puts `text` in the place that is looked at, and looks at the next one. */
export function replaceHere(editor: Editor, text: string): void {
  const { places, at } = foundNow(editor.state);
  const place = places[at];
  if (!place) return;
  editor.view.dispatch(putIn(editor, closeHistory(editor.state.tr), place, text));
  const next = foundNow(editor.state);
  if (next.places.length > 0)
    lookAt(
      editor,
      Math.max(
        0,
        next.places.findIndex(({ from }) => from >= place.from + text.length),
      ),
    );
}

/** Puts `text` in all places, as one change that can be undone. Returns how many there were. */
export function replaceAll(editor: Editor, text: string): number {
  const { places } = foundNow(editor.state);
  // However soon after the last key: what was typed is not undone with it.
  let tr = closeHistory(editor.state.tr);
  for (const place of [...places].reverse()) tr = putIn(editor, tr, place, text);
  if (places.length > 0) editor.view.dispatch(tr);
  return places.length;
}

function putIn(
  editor: Editor,
  tr: EditorState["tr"],
  { from, to }: { from: number; to: number },
  text: string,
): EditorState["tr"] {
  if (text === "") return tr.delete(from, to);
  return tr.replaceWith(from, to, editor.schema.text(text, tr.doc.resolve(from + 1).marks()));
}
