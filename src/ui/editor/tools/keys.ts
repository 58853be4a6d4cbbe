/** Keys that an editor's tools have besides those that come with its parts. */
import { Extension, type Editor } from "@tiptap/core";
import { mostIndent } from "@/core/document/model";
import { storeOf } from "../place";
import { captioned } from "../put-in";
import { toTools } from "./reach";
import { writeOn } from "./write-on";

/**
 * Takes off all that was put on the selection: marks, and what makes its blocks more than paragraphs set from
 * the left. Where nothing is selected, what is typed next is plain too.
 */
export function clearFormatting(editor: Editor): void {
  const isCaret = editor.state.selection.empty;
  writeOn(editor)
    .unsetAllMarks()
    .clearNodes()
    .resetAttributes("paragraph", ["textAlign", "indent"])
    .command(({ tr }) => {
      if (isCaret) tr.setStoredMarks([]);
      return true;
    })
    .run();
}

/**
 * Moves the paragraphs of the selection in or out by one step; items of a list go below the one before, or
 * out of it.
 */
export function indent(editor: Editor, step: 1 | -1): boolean {
  if (editor.isActive("listItem"))
    return step === 1
      ? writeOn(editor).sinkListItem("listItem").run()
      : writeOn(editor).liftListItem("listItem").run();
  const type = editor.isActive("heading") ? "heading" : "paragraph";
  const now = Number(editor.getAttributes(type).indent ?? 0);
  const next = Math.min(mostIndent, Math.max(0, now + step));
  return next === now || writeOn(editor).updateAttributes(type, { indent: next }).run();
}

/** A caption is one line: Enter goes on in a paragraph below it. */
function leaveCaption(editor: Editor): boolean {
  const { $from } = editor.state.selection;
  if (!captioned.has($from.parent.type.name)) return false;
  const after = $from.after();
  return editor
    .chain()
    .insertContentAt(after, { type: "paragraph" })
    .setTextSelection(after + 1)
    .scrollIntoView()
    .run();
}

interface Keys {
  readonly save: () => void;
  readonly find: () => void;
}

export const ToolKeys = Extension.create<Keys>({
  name: "toolKeys",
  // Before the keys that come with the parts.
  priority: 1000,
  addOptions: () => ({ save: () => {}, find: () => {} }),
  addKeyboardShortcuts() {
    const open = (what: Parameters<ReturnType<typeof storeOf>["open"]>[0]) => () => {
      storeOf(this.editor).open(what);
      return true;
    };
    return {
      "Mod-Alt-b": () => toTools(this.editor),
      "Mod-s": () => {
        this.options.save();
        return true;
      },
      "Mod-f": () => {
        this.options.find();
        return true;
      },
      "Mod-k": open("link"),
      "Mod-Shift-k": open("page"),
      "Mod-Alt-e": open("equation"),
      "Mod-Alt-n": open("note"),
      "Mod-Alt-t": open("table"),
      "Mod-Alt-i": open("file"),
      "Mod-\\": () => {
        clearFormatting(this.editor);
        return true;
      },
      "Mod-]": () => indent(this.editor, 1),
      "Mod-[": () => indent(this.editor, -1),
      Enter: () => leaveCaption(this.editor),
    };
  },
});
