/** Numbers notes and sources in the editor as they will be numbered on the page. */
import { Extension } from "@tiptap/core";
import type { Node as PageNode } from "@tiptap/pm/model";
import { Plugin, PluginKey } from "@tiptap/pm/state";
import { Decoration, DecorationSet } from "@tiptap/pm/view";
import type { DocumentNode } from "@/core/document/model";
import { noteLabel, notesOf } from "@/core/document/notes";

const key = new PluginKey<DecorationSet>("noteLabels");

/** O(nodes): text is passed over. */
function labels(doc: PageNode): DecorationSet {
  const found: { at: number; node: DocumentNode }[] = [];
  doc.descendants((node, at) => {
    if (node.type.name === "note") found.push({ at, node: { type: "note", attrs: node.attrs } });
  });
  if (found.length === 0) return DecorationSet.empty;
  const notes = notesOf({ type: "doc", content: found.map(({ node }) => node) });
  return DecorationSet.create(
    doc,
    found.map(({ at, node }) =>
      Decoration.node(at, at + 1, { "data-label": noteLabel(notes.of.get(node)!) }),
    ),
  );
}

export const NoteLabels = Extension.create({
  name: "noteLabels",
  addProseMirrorPlugins: () => [
    new Plugin({
      key,
      state: {
        init: (_, { doc }) => labels(doc),
        apply: (tr, was) => (tr.docChanged ? labels(tr.doc) : was),
      },
      props: { decorations: (state) => key.getState(state) },
    }),
  ],
});
