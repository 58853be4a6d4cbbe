import type { Editor, JSONContent } from "@tiptap/core";
import { Node } from "@tiptap/pm/model";

/**
 * Makes the editor's text that of `document` by changing only what differs, so that the cursor and all that
 * is undone by undoing stay where they are.
 */
export function takeIn(editor: Editor, document: JSONContent): void {
  const next = Node.fromJSON(editor.schema, document);
  const now = editor.state.doc;
  const start = now.content.findDiffStart(next.content);
  if (start === null) return;
  let { a: end, b: nextEnd } = now.content.findDiffEnd(next.content)!;
  // Where the same stands at both ends of the change, the two ends can meet before they begin.
  const overlap = start - Math.min(end, nextEnd);
  if (overlap > 0) [end, nextEnd] = [end + overlap, nextEnd + overlap];
  editor.view.dispatch(
    editor.state.tr.replace(start, end, next.slice(start, nextEnd)).setMeta("addToHistory", false),
  );
}
