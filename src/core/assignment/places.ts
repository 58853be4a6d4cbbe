/**
 * Places in starter pages that each wiki fills with its own: {group}, {topic}, {members}, {member}, and {member pages}
 * for the list of the pages that members have alone.
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
export function fillingOf(wiki: { readonly group: string; readonly topic: string | null; readonly members: readonly string[]; readonly member: string }): Filling {
  return { group: wiki.group, topic: wiki.topic ?? "", members: new Intl.ListFormat("en-GB").format(wiki.members), member: wiki.member };
}

const place = /\{(group|topic|members|member)\}/g;
const memberPages = "{member pages}";

/** Text with its places filled; what is no place stays as it is. */
export function fillText(text: string, filling: Filling): string {
  return text.replace(place, (_, name: keyof Filling) => filling[name]);
}

/** A document with its places filled. A place keeps the marks of the text that it stood in; text that becomes empty goes. */
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
  return title.includes("{member}") ? fillText(title, filling) : `${fillText(title, filling)}: ${filling.member}`;
}

export interface MemberPage {
  readonly id: string;
  readonly title: string;
}

/**
 * The home page with links to the members' own pages: in the place of a paragraph that reads {member pages}, or else at
 * the end. Returns `document` itself if there are no such pages and no such place.
 */
export function linkMemberPages(document: PageDocument, pages: readonly MemberPage[]): PageDocument {
  const blocks = document.content ?? [];
  const isPlace = (node: DocumentNode) => node.type === "paragraph" && (node.content ?? []).map(({ text = "" }) => text).join("").trim() === memberPages;
  const hasPlace = blocks.some(isPlace);
  if (pages.length === 0 && !hasPlace) return document;
  const list: DocumentNode[] = pages.length === 0 ? [] : [{
    type: "bulletList",
    content: pages.map(({ id, title }) => ({
      type: "listItem",
      content: [{ type: "paragraph", content: [{ type: "text", text: title, marks: [{ type: "pageLink", attrs: { page: id, title } }] }] }],
    })),
  }];
  const content = hasPlace ? blocks.flatMap((node) => (isPlace(node) ? list : [node])) : [...blocks, ...list];
  return { ...document, content: content.length > 0 ? content : [{ type: "paragraph" }] };
}
