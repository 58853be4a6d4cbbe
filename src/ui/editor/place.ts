/**
 * Where something is being written: what it can link to, which files it can show, and what is known of them.
 */
import { Extension, type Editor } from "@tiptap/core";
import type { FileDto } from "@/data/files/dto";

export interface PageRef {
  readonly id: string;
  readonly title: string;
}

export interface HeadingRef {
  readonly id: string | null;
  readonly level: number;
  readonly text: string;
}

export type FileAnswer =
  { readonly kind: "stored"; readonly file: FileDto } | { readonly kind: "refused"; readonly text: string };

export interface WritingPlace {
  /** The title of the page that is written; empty: it has none yet. */
  readonly title: string;
  readonly pages: readonly PageRef[];
  /** The files that can be shown and linked to from the start. */
  readonly files: readonly FileDto[];
  /** What stands in front of a file's id in its address; null: no file is shown here. */
  readonly fileBase: string | null;
  /** Where files are sent; null: none can be uploaded here. */
  readonly uploadHref: string | null;
  /** Says of a file what it is called and where it comes from; null: not here. */
  readonly describe:
    ((file: string, said: { name: string; source: string; licence: string }) => Promise<FileAnswer>) | null;
  /** The headings of another page, for links to one of them; null: not here. */
  readonly headingsOf: ((page: string) => Promise<readonly HeadingRef[]>) | null;
  /** Those who can be named as having written it too. */
  readonly teammates: readonly { readonly id: string; readonly name: string }[];
}

export const barePlace: WritingPlace = {
  title: "",
  pages: [],
  files: [],
  fileBase: null,
  uploadHref: null,
  describe: null,
  headingsOf: null,
  teammates: [],
};

/** What is opened over the text: chosen by a tool, a key or a double click. */
export type Opened = "link" | "page" | "table" | "equation" | "note" | "card" | "symbol" | "file" | null;

interface WritingStorage {
  title: string;
  files: Map<string, FileDto>;
  fileBase: string | null;
  open: (what: Opened) => void;
}

/** Keeps with the editor what its parts, which are not drawn by React, need to know of the place. */
export const WritingStore = Extension.create<{ place: WritingPlace }, WritingStorage>({
  name: "writingStore",
  addOptions: () => ({ place: barePlace }),
  addStorage() {
    const { title, files, fileBase } = this.options.place;
    return { title, files: new Map(files.map((file) => [file.id, file])), fileBase, open: () => {} };
  },
});

export function storeOf(editor: Editor): WritingStorage {
  return (editor.storage as unknown as { writingStore: WritingStorage }).writingStore;
}

/** The address of a file; null where none is shown. */
export function fileHref(editor: Editor, id: string, width?: number): string | null {
  const { fileBase } = storeOf(editor);
  return fileBase === null ? null : `${fileBase}/${id}${width ? `?w=${width}` : ""}`;
}
