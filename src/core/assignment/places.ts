/**
 * Places in starter pages that each wiki fills with its own: {group}, {topic}, {members}, {member}, {pages}
 * for the list of the starter pages, and {member pages} for that of the pages that members have alone.
 */
import type { DocumentNode, PageDocument } from "../document/model";

export interface Filling {
  readonly group: string;
  readonly topic: string;
  readonly members: string;
  /** Whose page it is, on a page that belongs to one member. */
  readonly member: string;
}

/** What a wiki fills its places with; `members` are names. */
export function fillingOf(wiki: {
  readonly group: string;
  readonly topic: string | null;
  readonly members: readonly string[];
  readonly member: string;
}): Filling {
  return {
    group: wiki.group,
    topic: wiki.topic ?? "",
    members: new Intl.ListFormat("en-GB").format(wiki.members),
    member: wiki.member,
  };
}

const place = /\{(group|topic|members|member)\}/g;

/** Text with its places filled; what is no place stays as it is. */
export function fillText(text: string, filling: Filling): string {
  return text.replace(place, (_, name: keyof Filling) => filling[name]);
}

/**
 * A document with its places filled. A place keeps the marks of the text that it stood in; text that becomes
 * empty goes.
 */
export function fillPlaces(document: PageDocument, filling: Filling): PageDocument {
  const fill = (node: DocumentNode): DocumentNode[] => {
    if (node.text !== undefined) {
      const text = fillText(node.text, filling);
      return text === node.text ? [node] : text === "" ? [] : [{ ...node, text }];
    }
    return [node.content ? { ...node, content: node.content.flatMap(fill) } : node];
  };
  return fill(document)[0] as PageDocument;
}

/** The title of a member's own page: with the member's name in it, so that no two are the same. */
export function memberPageTitle(title: string, filling: Filling): string {
  return title.includes("{member}")
    ? fillText(title, filling)
    : `${fillText(title, filling)}: ${filling.member}`;
}

export interface LinkedPage {
  readonly id: string;
  readonly title: string;
}

/** What a wiki puts in the place of lists of pages. */
export interface PageLists {
  /** The ordinary starter pages, without the one on which the place stands. */
  readonly pages: readonly LinkedPage[];
  /** The pages that members have alone. */
  readonly memberPages: readonly LinkedPage[];
}

const placeAlone = /^\{(pages|member pages)\}$/;
const listPlace = /\{(pages|member pages)\}/;

const plain = (text: string): DocumentNode => ({ type: "text", text });
const linkTo = ({ id, title }: LinkedPage): DocumentNode => ({
  type: "text",
  text: title,
  marks: [{ type: "pageLink", attrs: { page: id, title } }],
});

function listOf(pages: readonly LinkedPage[]): DocumentNode[] {
  if (pages.length === 0) return [];
  return [
    {
      type: "bulletList",
      content: pages.map((each) => ({
        type: "listItem",
        content: [{ type: "paragraph", content: [linkTo(each)] }],
      })),
    },
  ];
}

/** Links in a sentence: "Plan, Costs and Sources". */
function inSentence(pages: readonly LinkedPage[]): DocumentNode[] {
  return pages.flatMap((each, at) => [
    ...(at === 0 ? [] : [plain(at === pages.length - 1 ? " and " : ", ")]),
    linkTo(each),
  ]);
}

const textIn = (node: DocumentNode) =>
  (node.content ?? [])
    .map(({ text = "" }) => text)
    .join("")
    .trim();

/**
 * A page with its lists of pages: a paragraph of the page that reads {pages} or {member pages} becomes a list
 * of links, and such a place in the middle of a sentence, or within a list or a table, names them there.
 * Returns `document` itself if it has no such place. O(document).
 */
export function fillPageLists(document: PageDocument, lists: PageLists): PageDocument {
  if (!hasListPlace(document)) return document;
  const of = (name: string) => (name === "pages" ? lists.pages : lists.memberPages);
  const fill = (node: DocumentNode): DocumentNode[] => {
    if (node.type === "text") return fillSentence(node, of);
    return [
      node.type === "codeBlock" || !node.content ? node : { ...node, content: node.content.flatMap(fill) },
    ];
  };
  const content = (document.content ?? []).flatMap((node) => {
    const alone = node.type === "paragraph" ? placeAlone.exec(textIn(node)) : null;
    return alone ? listOf(of(alone[1]!)) : fill(node);
  });
  return { ...document, content: content.length > 0 ? content : [{ type: "paragraph" }] };
}

function fillSentence(
  node: Extract<DocumentNode, { readonly type: "text" }>,
  of: (name: string) => readonly LinkedPage[],
): DocumentNode[] {
  const parts = (node.text ?? "").split(/(\{pages\}|\{member pages\})/);
  if (parts.length === 1) return [node];
  return parts.flatMap((part): DocumentNode[] => {
    const place = listPlace.exec(part);
    return place ? inSentence(of(place[1]!)) : part === "" ? [] : [{ ...node, text: part }];
  });
}

/** Whether a page names the list of all pages, or that of the members' own. */
export function hasListPlace(document: PageDocument, name?: "pages" | "member pages"): boolean {
  const places = name ? new RegExp(`\\{${name}\\}`) : listPlace;
  const has = (node: DocumentNode): boolean =>
    node.type === "text"
      ? places.test(node.text ?? "")
      : node.type !== "codeBlock" && (node.content ?? []).some(has);
  return has(document);
}

/** A page without the paragraphs that become lists of pages: they are each wiki's own. */
export function withoutLists(document: PageDocument): PageDocument {
  return {
    ...document,
    content: (document.content ?? []).filter(
      (node) => !(node.type === "paragraph" && placeAlone.test(textIn(node))),
    ),
  };
}

/**
 * The home page with links to the members' own pages: in the place that it has for them, or else at the end.
 * Returns `document` itself if there are no such pages and no such place.
 */
export function linkMemberPages(document: PageDocument, memberPages: readonly LinkedPage[]): PageDocument {
  if (hasListPlace(document, "member pages")) return fillPageLists(document, { pages: [], memberPages });
  return memberPages.length === 0
    ? document
    : { ...document, content: [...(document.content ?? []), ...listOf(memberPages)] };
}
