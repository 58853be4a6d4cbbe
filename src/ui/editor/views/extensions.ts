/** The page's extensions as the editor has them: with views for what is no text. */
import type { AnyExtension, NodeViewRenderer } from "@tiptap/core";
import { documentExtensions } from "@/core/document/schema";
import { figureView } from "./figure-view";
import { NoteLabels } from "./note-labels";
import {
  contentsListView,
  equationBlockView,
  equationView,
  linkCardView,
  mediaView,
  noteView,
} from "./simple-views";

const views: Readonly<Record<string, NodeViewRenderer>> = {
  figure: figureView,
  media: mediaView,
  linkCard: linkCardView,
  equation: equationView,
  equationBlock: equationBlockView,
  note: noteView,
  contentsList: contentsListView,
};

export function writingExtensions(newBlockId: () => string): AnyExtension[] {
  const withViews = documentExtensions(newBlockId).map((each) => {
    const view = views[each.name];
    return view
      ? (each.extend({ addNodeView: () => view } as Parameters<typeof each.extend>[0]) as AnyExtension)
      : each;
  });
  return [...withViews, NoteLabels];
}
