/**
 * The one schema of pages, as the list of extensions from which the editor, the check on the server and the
 * conversions are all made. What is not named here can't be in a page.
 */
import { getSchema, Mark, mergeAttributes, type AnyExtension } from "@tiptap/core";
import { Link } from "@tiptap/extension-link";
import { UniqueID } from "@tiptap/extension-unique-id";
import { StarterKit } from "@tiptap/starter-kit";
import type { Schema } from "@tiptap/pm/model";
import { isSafeAddress } from "./address";
import { blockTypes } from "./model";

/** Headings inside a page start at the second level: the first is the page's title. */
export const headingLevels = [2, 3, 4] as const;

/** A link to a page of the same wiki, by id where the page exists, by title where it is only promised. */
export const PageLink = Mark.create({
  name: "pageLink",
  inclusive: false,
  excludes: "link",
  addAttributes() {
    return {
      page: { default: null, parseHTML: (element) => element.getAttribute("data-page"), renderHTML: (a) => (a.page ? { "data-page": a.page } : {}) },
      title: { default: "", parseHTML: (element) => element.getAttribute("data-title") ?? "", renderHTML: (a) => ({ "data-title": a.title }) },
    };
  },
  parseHTML() {
    return [{ tag: "a[data-title]" }];
  },
  renderHTML({ HTMLAttributes }) {
    return ["a", mergeAttributes(HTMLAttributes, { class: "page-link" }), 0];
  },
});

/** A link to an address outside the wiki: the address and nothing else, so that no page can bring its own target or class. */
const OutsideLink = Link.extend({
  addAttributes() {
    return { href: { default: null, parseHTML: (element) => element.getAttribute("href") } };
  },
}).configure({ openOnClick: false, autolink: true, HTMLAttributes: { rel: "noopener noreferrer nofollow" }, isAllowedUri: (address) => isSafeAddress(address) });

/** The extensions of a page. `newBlockId` names blocks made while writing; the schema itself does not need it. */
export function documentExtensions(newBlockId: () => string = () => ""): AnyExtension[] {
  return [
    StarterKit.configure({ heading: { levels: [...headingLevels] }, link: false, trailingNode: false }),
    OutsideLink,
    PageLink,
    UniqueID.configure({ attributeName: "id", types: [...blockTypes], generateID: () => newBlockId() }),
  ];
}

let made: Schema | undefined;

/** The ProseMirror schema, made once. */
export function pageSchema(): Schema {
  made ??= getSchema(documentExtensions());
  return made;
}
