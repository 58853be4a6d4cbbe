/**
 * Typing `[[` opens a list of what can be linked to. What is in it is drawn elsewhere: this hears the keys
 * and puts the link in.
 */
import { Extension, type Editor } from "@tiptap/core";
import { PluginKey } from "@tiptap/pm/state";
import { Suggestion, type SuggestionProps } from "@tiptap/suggestion";
import { headingsOf, type DocumentNode } from "@/core/document/model";
import { withoutEnd } from "@/core/text/trim";
import { storeOf, type PageRef } from "../place";
import { type Choice, choicesFor } from "./choices";

export interface Choosing {
  readonly choices: readonly Choice[];
  /** Where the brackets stand on the screen; null: out of sight. */
  readonly at: DOMRect | null;
  readonly choose: (choice: Choice) => void;
}

interface Options {
  readonly pages: readonly PageRef[];
  /** Told whenever the list opens, changes or (null) closes. */
  readonly show: (choosing: Choosing | null) => void;
  /** Handed a key while the list is open; true: it was meant for the list. */
  readonly press: (key: string) => boolean;
}

export const PageChooser = Extension.create<Options>({
  name: "pageChooser",
  addOptions: () => ({ pages: [], show: () => {}, press: () => false }),
  addProseMirrorPlugins() {
    const { pages, show, press } = this.options;
    const told = ({ items, clientRect, command }: SuggestionProps<Choice, Choice>) =>
      show({ choices: items, at: clientRect?.() ?? null, choose: command });
    return [
      Suggestion<Choice, Choice>({
        editor: this.editor,
        pluginKey: new PluginKey("pageChooser"),
        char: "[[",
        allowSpaces: true,
        allowedPrefixes: null,
        items: ({ query, editor }) =>
          choicesFor(withoutEnd(query, "]"), {
            pages,
            files: [...storeOf(editor).files.values()],
            headings: headingsOf(editor.getJSON() as DocumentNode),
          }),
        command: ({ editor, range, props }) => putLink(editor, range, props),
        allow: ({ editor }) => !editor.isActive("codeBlock") && !editor.isActive("code"),
        render: () => ({
          onStart: told,
          onUpdate: told,
          onExit: () => show(null),
          onKeyDown: ({ event }) => {
            if (event.key === "Escape") {
              show(null);
              return true;
            }
            return press(event.key);
          },
        }),
      }),
    ];
  },
});

/** Puts the link in the place of the brackets and what was typed behind them. */
function putLink(editor: Editor, range: { from: number; to: number }, choice: Choice): void {
  const linked = (text: string, type: string, attrs: Record<string, unknown>) =>
    editor
      .chain()
      .focus()
      .deleteRange(range)
      .insertContent([{ type: "text", text, marks: [{ type, attrs }] }])
      .unsetMark(type)
      .run();
  switch (choice.kind) {
    case "page":
      linked(choice.page.title, "pageLink", {
        page: choice.page.id || null,
        title: choice.page.title,
        heading: null,
      });
      return;
    case "promise":
      linked(choice.title, "pageLink", { page: null, title: choice.title, heading: null });
      return;
    case "heading":
      linked(choice.heading.text, "pageLink", {
        page: null,
        title: storeOf(editor).title || choice.heading.text,
        heading: choice.heading.id,
      });
      return;
    case "file":
      linked(choice.file.name, "fileLink", { file: choice.file.id });
      return;
    case "address":
      linked(choice.href, "link", { href: choice.href });
      return;
    default:
      choice satisfies never;
  }
}
