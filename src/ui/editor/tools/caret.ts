/** A key acts where the caret is, also when it comes right after the one that moved the caret. */
import { Extension } from "@tiptap/core";
import { Plugin } from "@tiptap/pm/state";

/**
 * The browser moves the caret at once and says so (`selectionchange`) a moment later; the editor learns it
 * from that. A key within that moment would act where the caret was before: break a paragraph elsewhere, or
 * replace a selection that is none any more. So the editor is told before each key. What is being composed is
 * left alone: there, reading the selection would end it.
 */
export const CaretBeforeKeys = Extension.create({
  name: "caretBeforeKeys",
  addProseMirrorPlugins() {
    return [
      new Plugin({
        props: {
          handleDOMEvents: {
            keydown: (view, event) => {
              if (!view.composing && !event.isComposing)
                view.dom.ownerDocument.dispatchEvent(new Event("selectionchange"));
            },
          },
        },
      }),
    ];
  },
});
