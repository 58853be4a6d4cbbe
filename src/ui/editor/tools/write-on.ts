import type { ChainedCommands, Editor } from "@tiptap/core";

/**
 * Commands of a tool after which one writes on: the text has the focus at once, not with the next frame,
 * since the next key may come before that.
 */
export function writeOn(editor: Editor): ChainedCommands {
  editor.view.focus();
  return editor.chain().scrollIntoView();
}
