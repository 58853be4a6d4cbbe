/** The nodes of a page that are this product's own: what stands in the text and is no text. */
import { Extension, mergeAttributes, Node, type Attributes } from "@tiptap/core";
import { figurePlaces, mostIndent } from "./model";

/** An attribute that travels through HTML as `data-…`, for what is copied from page to page. */
function carried(name: string, fallback: unknown = null) {
  const attribute = `data-${name}`;
  const read = (text: string | null): unknown =>
    text === null
      ? fallback
      : typeof fallback === "number"
        ? Number(text)
        : typeof fallback === "boolean"
          ? text === "true"
          : text;
  return {
    default: fallback,
    parseHTML: (element: HTMLElement) => read(element.getAttribute(attribute)),
    renderHTML: (attributes: Record<string, unknown>) =>
      attributes[name] === null ? {} : { [attribute]: String(attributes[name]) },
  } satisfies Attributes[string];
}

/** A picture with its caption, which is text like any other. */
export const Figure = Node.create({
  name: "figure",
  group: "block",
  content: "inline*",
  draggable: true,
  isolating: true,
  addAttributes() {
    return {
      file: carried("file"),
      alt: carried("alt", ""),
      width: carried("width", 100),
      place: carried("place", figurePlaces[0]),
      showsOrigin: carried("showsOrigin", false),
    };
  },
  parseHTML() {
    return [{ tag: "figure[data-file]:not([data-media])", contentElement: "figcaption" }];
  },
  renderHTML({ HTMLAttributes }) {
    return ["figure", HTMLAttributes, ["figcaption", 0]];
  },
});

/** A film or a recording, with its caption. */
export const Media = Node.create({
  name: "media",
  group: "block",
  content: "inline*",
  draggable: true,
  isolating: true,
  addAttributes() {
    return {
      file: carried("file"),
      kind: carried("kind", "video"),
      poster: carried("poster"),
      captions: carried("captions"),
    };
  },
  parseHTML() {
    return [{ tag: "figure[data-media]", contentElement: "figcaption" }];
  },
  renderHTML({ HTMLAttributes }) {
    return ["figure", mergeAttributes(HTMLAttributes, { "data-media": "" }), ["figcaption", 0]];
  },
});

/** An outside address on a line of its own, with what it is called: nothing of it is fetched. */
export const LinkCard = Node.create({
  name: "linkCard",
  group: "block",
  content: "inline*",
  isolating: true,
  addAttributes() {
    return { href: carried("href") };
  },
  parseHTML() {
    return [{ tag: "div[data-href]" }];
  },
  renderHTML({ HTMLAttributes }) {
    return ["div", mergeAttributes(HTMLAttributes, { class: "link-card" }), 0];
  },
});

const latex = () => carried("latex", "");

/** An equation within a line, as LaTeX. */
export const Equation = Node.create({
  name: "equation",
  group: "inline",
  inline: true,
  atom: true,
  addAttributes() {
    return { latex: latex() };
  },
  parseHTML() {
    return [{ tag: "span[data-latex]" }];
  },
  renderHTML({ HTMLAttributes }) {
    return ["span", HTMLAttributes];
  },
  renderText: ({ node }) => String(node.attrs.latex),
});

/** An equation on a line of its own. */
export const EquationBlock = Node.create({
  name: "equationBlock",
  group: "block",
  atom: true,
  addAttributes() {
    return { latex: latex() };
  },
  parseHTML() {
    return [{ tag: "div[data-latex]" }];
  },
  renderHTML({ HTMLAttributes }) {
    return ["div", HTMLAttributes];
  },
});

/** A note or a source, where the text refers to it. Its number comes from its place (see `notes.ts`). */
export const Note = Node.create({
  name: "note",
  group: "inline",
  inline: true,
  atom: true,
  addAttributes() {
    return { kind: carried("kind", "note"), text: carried("text", ""), href: carried("href") };
  },
  parseHTML() {
    // Before the mark of raised letters, which stand in the same element.
    return [{ tag: "sup[data-text]", priority: 60 }];
  },
  renderHTML({ HTMLAttributes }) {
    return ["sup", HTMLAttributes];
  },
  renderText: () => "",
});

/** A list of the page's headings, which keeps itself. */
export const ContentsList = Node.create({
  name: "contentsList",
  group: "block",
  atom: true,
  parseHTML() {
    return [{ tag: "div[data-contents]" }];
  },
  renderHTML({ HTMLAttributes }) {
    return ["div", mergeAttributes(HTMLAttributes, { "data-contents": "" })];
  },
});

/** How far paragraphs and headings stand in from the left. */
export const Indent = Extension.create({
  name: "indent",
  addGlobalAttributes() {
    return [
      {
        types: ["paragraph", "heading"],
        attributes: {
          indent: {
            default: 0,
            parseHTML: (element) =>
              Math.min(mostIndent, Math.max(0, Number(element.getAttribute("data-indent")) || 0)),
            renderHTML: ({ indent }) => (indent ? { "data-indent": String(indent) } : {}),
          },
        },
      },
    ];
  },
});
