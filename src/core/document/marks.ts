/** The marks of a page's text that are this product's own. */
import { Mark, mergeAttributes } from "@tiptap/core";
import { Link } from "@tiptap/extension-link";
import { isSafeAddress } from "./address";
import { tones } from "./model";

/**
 * A link to a page of the same wiki, by id where the page exists, by title where it is only promised; to one
 * of its headings where one is named.
 */
export const PageLink = Mark.create({
  name: "pageLink",
  inclusive: false,
  excludes: "link fileLink",
  addAttributes() {
    return {
      page: {
        default: null,
        parseHTML: (element) => element.getAttribute("data-page"),
        renderHTML: (a) => (a.page ? { "data-page": a.page } : {}),
      },
      title: {
        default: "",
        parseHTML: (element) => element.getAttribute("data-title") ?? "",
        renderHTML: (a) => ({ "data-title": a.title }),
      },
      heading: {
        default: null,
        parseHTML: (element) => element.getAttribute("data-heading"),
        renderHTML: (a) => (a.heading ? { "data-heading": a.heading } : {}),
      },
    };
  },
  parseHTML() {
    return [{ tag: "a[data-title]" }];
  },
  renderHTML({ HTMLAttributes }) {
    return ["a", mergeAttributes(HTMLAttributes, { class: "page-link" }), 0];
  },
});

/** A link to a file of the wiki. */
export const FileLink = Mark.create({
  name: "fileLink",
  inclusive: false,
  excludes: "link pageLink",
  addAttributes() {
    return {
      file: {
        default: null,
        parseHTML: (element) => element.getAttribute("data-file"),
        renderHTML: (a) => ({ "data-file": a.file }),
      },
    };
  },
  parseHTML() {
    return [{ tag: "a[data-file]" }];
  },
  renderHTML({ HTMLAttributes }) {
    return ["a", mergeAttributes(HTMLAttributes, { class: "file-link" }), 0];
  },
});

/**
 * A link to an address outside the wiki: the address, and whether it opens in a new tab; no page can bring
 * its own target or class.
 */
export const OutsideLink = Link.extend({
  addAttributes() {
    return {
      href: { default: null, parseHTML: (element) => element.getAttribute("href") },
      newTab: {
        default: false,
        parseHTML: (element) => element.getAttribute("target") === "_blank",
        renderHTML: (a) => (a.newTab === true ? { target: "_blank" } : {}),
      },
    };
  },
}).configure({
  openOnClick: false,
  autolink: true,
  HTMLAttributes: { rel: "noopener noreferrer nofollow" },
  isAllowedUri: (address) => isSafeAddress(address),
});

function toned(name: string, attribute: string) {
  return Mark.create({
    name,
    addAttributes() {
      return {
        tone: {
          default: tones[0],
          parseHTML: (element) => element.getAttribute(attribute),
          renderHTML: (a) => ({ [attribute]: a.tone }),
        },
      };
    },
    parseHTML() {
      return tones.map((tone) => ({ tag: `span[${attribute}="${tone}"]` }));
    },
    renderHTML({ HTMLAttributes }) {
      return ["span", HTMLAttributes, 0];
    },
  });
}

/** The colour of letters. */
export const TextTone = toned("textTone", "data-tone");
/** The colour behind letters. */
export const Highlight = toned("highlight", "data-highlight");
