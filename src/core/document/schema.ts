/**
 * The one schema of pages, as the list of extensions from which the editor, the check on the server and the
 * conversions are all made. What is not named here can't be in a page.
 */
import { getSchema, Node, type AnyExtension } from "@tiptap/core";
import { Subscript } from "@tiptap/extension-subscript";
import { Superscript } from "@tiptap/extension-superscript";
import { Table, TableCell, TableHeader, TableRow } from "@tiptap/extension-table";
import { TextAlign } from "@tiptap/extension-text-align";
import { UniqueID } from "@tiptap/extension-unique-id";
import { StarterKit } from "@tiptap/starter-kit";
import type { Schema } from "@tiptap/pm/model";
import { FileLink, Highlight, OutsideLink, PageLink, TextTone } from "./marks";
import { alignments } from "./model";
import { ContentsList, Equation, EquationBlock, Figure, Indent, LinkCard, Media, Note } from "./nodes";
import { blockTypes } from "./parts";

/** Headings inside a page start at the second level: the first is the page's title. */
export const headingLevels = [2, 3, 4] as const;

/**
 * Tables stand in no other block, and so in no other table: what is in a cell is a "block", and a table is
 * not.
 */
const Page = Node.create({ name: "doc", topNode: true, content: "(block | wide)+" });
const PageTable = Table.extend({ group: "wide" }).configure({
  resizable: true,
  cellMinWidth: 48,
  lastColumnResizable: false,
});

/**
 * The extensions of a page. `newBlockId` names blocks made while writing; the schema itself does not need it.
 */
export function documentExtensions(newBlockId: () => string = () => ""): AnyExtension[] {
  return [
    Page,
    StarterKit.configure({
      document: false,
      heading: { levels: [...headingLevels] },
      link: false,
      trailingNode: false,
    }),
    TextAlign.configure({
      types: ["paragraph", "heading"],
      alignments: ["left", ...alignments],
      defaultAlignment: null,
    }),
    Indent,
    Subscript.extend({ excludes: "superscript" }),
    Superscript.extend({ excludes: "subscript" }),
    TextTone,
    Highlight,
    OutsideLink,
    PageLink,
    FileLink,
    PageTable,
    TableRow,
    TableHeader,
    TableCell,
    Figure,
    Media,
    LinkCard,
    Equation,
    EquationBlock,
    Note,
    ContentsList,
    UniqueID.configure({ attributeName: "id", types: [...blockTypes], generateID: () => newBlockId() }),
  ];
}

let made: Schema | undefined;

/** The ProseMirror schema, made once. */
export function pageSchema(): Schema {
  made ??= getSchema(documentExtensions());
  return made;
}
