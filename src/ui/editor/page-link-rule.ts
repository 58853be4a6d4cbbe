import { Extension, InputRule } from "@tiptap/core";

/** Typing `[[Title]]` makes a link to the page of that title; the brackets go, the title stays. */
export const PageLinkRule = Extension.create({
  name: "pageLinkRule",
  addInputRules() {
    const mark = this.editor.schema.marks.pageLink!;
    return [
      new InputRule({
        find: /\[\[([^[\]]{1,200})\]\]$/,
        handler: ({ state, range, match }) => {
          const title = match[1]!.trim();
          if (title === "") return null;
          state.tr
            .replaceWith(range.from, range.to, state.schema.text(title, [mark.create({ page: null, title })]))
            .removeStoredMark(mark);
        },
      }),
    ];
  },
});
