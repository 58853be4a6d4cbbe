import type { Editor, JSONContent } from "@tiptap/core";

/** What has a caption: text of its own, but none to write on in. */
export const captioned: ReadonlySet<string> = new Set(["figure", "media", "linkCard"]);

/** Marks a change that nobody typed: it came by itself. */
export const byItself = "byItself";

/**
 * Where one writes on behind a table or a picture: a page whose last block is no text would have no such
 * place.
 */
export function endWithParagraph(editor: Editor): void {
  const { doc, tr, schema } = editor.state;
  if (doc.lastChild && (!doc.lastChild.isTextblock || captioned.has(doc.lastChild.type.name)))
    editor.view.dispatch(
      tr
        .insert(doc.content.size, schema.nodes.paragraph!.create())
        .setMeta("addToHistory", false)
        .setMeta(byItself, true),
    );
}

/** Puts blocks in where the cursor is, and leaves a place to write on behind them. */
export function putBlocksIn(editor: Editor, content: JSONContent | JSONContent[]): void {
  const { $to } = editor.state.selection;
  // From within a caption or the title of a link card they go behind it.
  if (captioned.has($to.parent.type.name)) editor.chain().focus().insertContentAt($to.after(), content).run();
  else editor.chain().focus().insertContent(content).run();
  endWithParagraph(editor);
}
