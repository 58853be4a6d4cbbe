/** What is pasted or dropped: text keeps its structure and loses its looks, files are uploaded. */
import { Extension, type Editor, type JSONContent } from "@tiptap/core";
import { Fragment, Slice } from "@tiptap/pm/model";
import { type EditorState, Plugin, Selection } from "@tiptap/pm/state";
import { handlePaste as pasteIntoTable } from "@tiptap/pm/tables";
import type { Dropped } from "@/core/document/html";
import type { BroughtPicture } from "@/core/document/html-pictures";
import { countWords } from "@/core/text/count";
import type { Upload } from "../uploads";
import { wordsIn } from "../words-in";

export interface Pasted {
  readonly words: number;
  /** What did not come along; null: all did, or it came from a page. */
  readonly dropped: Dropped | null;
  /** What was pasted, without any structure. */
  readonly plain: string;
  /** Makes the page what it was before, also where pictures are on their way still. */
  readonly takeBack?: () => void;
}

interface Options {
  readonly onPaste: (pasted: Pasted) => void;
  /** Null: no files are taken here. */
  readonly upload: Upload | null;
}

/** Text that was copied from one of our pages says so, and comes as it is. */
const isOwn = (html: string) => html.includes("data-pm-slice");

export const CleanPaste = Extension.create<Options>({
  name: "cleanPaste",
  addOptions: () => ({ onPaste: () => {}, upload: null }),
  addProseMirrorPlugins() {
    const { editor, options } = this;
    // The reader of HTML is large: it comes while nobody waits for it.
    const reader = import("@/core/document/html");
    reader.catch(() => {
      /* Without it, text is pasted without structure. */
    });
    return [
      new Plugin({
        props: {
          handlePaste(view, event) {
            const data = event.clipboardData;
            if (!data) return false;
            const [html, plain, files] = [
              data.getData("text/html"),
              data.getData("text/plain"),
              [...data.files],
            ];
            // Spreadsheets and word processors hand a picture of the text over with it: where there is text,
            // that is meant.
            if (files.length > 0 && plain.trim() === "" && options.upload) {
              options.upload(files.map((file) => ({ file })));
              return true;
            }
            if (html === "" || isOwn(html) || editor.isActive("codeBlock")) {
              options.onPaste({ words: countWords(plain), dropped: null, plain });
              return false;
            }
            const before = view.state;
            // What can't be read, or has no place here, comes as its text.
            reader
              .then(({ fromHtml }) => putIn(editor, fromHtml(html) as unknown as Read))
              .catch(() => {
                editor.commands.insertContent(paragraphs(plain));
                return null;
              })
              .then((read) =>
                read
                  ? {
                      words: wordsIn(editor.schema.nodeFromJSON(read.document)),
                      ...bringPictures(editor, read, options.upload),
                    }
                  : { words: countWords(plain), dropped: null, stop: () => {} },
              )
              .then(
                ({ words, dropped, stop }) =>
                  options.onPaste({
                    words,
                    dropped,
                    plain,
                    takeBack: () => {
                      stop();
                      restore(editor, before);
                    },
                  }),
                () => {},
              );
            return true;
          },
          handleDrop(view, event, _slice, isMoved) {
            const files = [...(event.dataTransfer?.files ?? [])];
            if (isMoved || files.length === 0 || !options.upload) return false;
            event.preventDefault();
            const at = view.posAtCoords({ left: event.clientX, top: event.clientY })?.pos;
            options.upload(files.map((file) => ({ file, ...(at === undefined ? {} : { at }) })));
            return true;
          },
        },
      }),
    ];
  },
});

interface Read {
  readonly document: JSONContent;
  readonly dropped: Dropped;
  readonly pictures: readonly BroughtPicture[];
}

/** Puts the text in; the pictures come after it. */
function putIn(editor: Editor, read: Read): Read {
  const content = read.document.content ?? [];
  const [only] = content;
  // Cells that are pasted into a table fill its cells.
  if (content.length === 1 && only?.type === "table" && editor.isActive("table")) {
    const table = editor.schema.nodeFromJSON(only);
    if (pasteIntoTable(editor.view, new ClipboardEvent("paste"), new Slice(Fragment.from(table), 0, 0)))
      return read;
  }
  // Within a table no other table can stand: its text comes.
  const fitting = editor.isActive("table")
    ? content.flatMap((node) => (node.type === "table" ? flattened(node) : [node]))
    : content;
  // A single paragraph is text that goes on where the cursor is.
  editor
    .chain()
    .focus()
    .insertContent(
      fitting.length === 1 && fitting[0]?.type === "paragraph" ? (fitting[0].content ?? []) : fitting,
    )
    .scrollIntoView()
    .run();
  return read;
}

/**
 * Uploads the pictures of what was just put in, to where they stood. `stop` keeps those away that have not
 * come yet.
 */
function bringPictures(
  editor: Editor,
  { document, dropped, pictures }: Read,
  upload: Upload | null,
): { readonly dropped: Dropped; readonly stop: () => void } {
  if (!upload || pictures.length === 0)
    return { dropped: { ...dropped, pictures: dropped.pictures + pictures.length }, stop: () => {} };
  const isText = wordsIn(editor.schema.nodeFromJSON(document)) > 0;
  const blocks = document.content?.length ?? 0;
  const stop = upload(
    pictures.map((picture, index) => ({
      file: fileOf(picture, index),
      alt: picture.alt,
      ...(isText ? { at: placeBehind(editor, blocks - 1 - picture.after) } : {}),
    })),
  );
  return { dropped, stop };
}

/** The page as it was, as one change that can be undone like any other. */
function restore(editor: Editor, { doc, selection }: EditorState): void {
  const { tr } = editor.state;
  tr.replaceWith(0, tr.doc.content.size, doc.content);
  editor.view.dispatch(tr.setSelection(Selection.fromJSON(tr.doc, selection.toJSON())));
}

/**
 * Behind how many of the blocks that were just put in a picture stands, counted from their end, told as a
 * place in the page.
 */
function placeBehind(
  {
    state: {
      selection: { $to },
    },
  }: Editor,
  blocksAfter: number,
): number {
  // Text that went on in a line, or stands in a table or a list, has no blocks of the page to count.
  if ($to.depth !== 1 || blocksAfter === 0) return $to.pos;
  let at = $to.after(1);
  for (let left = blocksAfter; left > 0 && at > 0; left--)
    at -= $to.doc.resolve(at).nodeBefore?.nodeSize ?? at;
  return at;
}

function fileOf({ type, base64 }: BroughtPicture, index: number): File {
  const bytes = Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0));
  return new File([bytes], `pasted-${index + 1}.${type.slice("image/".length)}`, { type });
}

function flattened(table: JSONContent): JSONContent[] {
  return (table.content ?? []).flatMap((row) => (row.content ?? []).flatMap((cell) => cell.content ?? []));
}

/** Text without structure, its lines as paragraphs. */
export function paragraphs(text: string): JSONContent[] {
  return text
    .replace(/\r\n?/g, "\n")
    .split(/\n+/)
    .filter((line) => line.trim() !== "")
    .map((line) => ({ type: "paragraph", content: [{ type: "text", text: line }] }));
}
