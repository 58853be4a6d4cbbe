/**
 * What a document needs to be read somewhere: where its links lead, what its files are, how its notes are
 * numbered.
 */
import type { Notes } from "@/core/document/notes";
import type { PlacedPassage } from "@/core/document/passages";
import type { FileDto } from "@/data/files/dto";
import { titleKey } from "@/core/links/titles";
import { paths } from "../paths";
import type { EquationBudget } from "./equation";

/** Where the links of a wiki lead. */
export interface LinkTargets {
  readonly pages: readonly { readonly id: string; readonly title: string }[];
  /** Titles that pages had before: what links to one of them leads to its page. */
  readonly formerTitles?: readonly { readonly id: string; readonly title: string }[];
  readonly pageHref: (id: string) => string;
  /** Where a promised page is started; null: not here, so that the link is only text. */
  readonly startHref: ((title: string) => string) | null;
  /** The files that the document names, as far as the reader may see them. */
  readonly files?: readonly FileDto[];
  /** Where a file is; of a picture, in the size that is near `width`. */
  readonly fileHref?: (id: string, width?: number) => string;
}

/** A passage as it is marked in the text: an open comment is about it, or it counts as discussion. */
export type ShownPassage = PlacedPassage &
  /** `author`: who began to speak of it. */
  (
    | { readonly kind: "comment"; readonly sign: string; readonly author: string }
    /** `author`: who marked it. */
    | { readonly kind: "discussion"; readonly author: string }
    /** Whoever assesses has pinned it, and came here from there. */
    | { readonly kind: "pinned"; readonly author: string }
    /** Another version that stands beside has other words there. */
    | { readonly kind: "differs" }
  );

/** What a document's parts are drawn by. */
export interface Reading extends LinkTargets {
  readonly passages: ReadonlyMap<string, ShownPassage>;
  readonly notes: Notes;
  readonly equations: EquationBudget;
  /** The page's headings, for its list of contents. */
  readonly headings: readonly { readonly id: string | null; readonly level: number; readonly text: string }[];
}

interface Index {
  readonly pages: ReadonlyMap<string, string>;
  readonly titles: ReadonlyMap<string, string>;
  readonly files: ReadonlyMap<string, FileDto>;
}

/** A page may hold thousands of links: what they lead to is looked up in a table that is made once. */
const indexes = new WeakMap<LinkTargets, Index>();

function indexOf(links: LinkTargets): Index {
  const known = indexes.get(links);
  if (known) return known;
  const titles = new Map<string, string>();
  for (const { id, title } of [...links.pages, ...(links.formerTitles ?? [])])
    if (!titles.has(titleKey(title))) titles.set(titleKey(title), id);
  const index = {
    pages: new Map(links.pages.map(({ id }) => [id, id])),
    titles,
    files: new Map((links.files ?? []).map((file) => [file.id, file])),
  };
  indexes.set(links, index);
  return index;
}

/**
 * The id of the page that a link leads to, by its id or else by a title that it has or had; undefined: there
 * is none for the reader.
 */
export function linkedPage(links: LinkTargets, page: unknown, title: string): string | undefined {
  const { pages, titles } = indexOf(links);
  return (typeof page === "string" ? pages.get(page) : undefined) ?? titles.get(titleKey(title));
}

/** A file that a document names; undefined: the reader may not see it. */
export function linkedFile(links: LinkTargets, id: unknown): FileDto | undefined {
  return typeof id === "string" ? indexOf(links).files.get(id) : undefined;
}

/** The links of a wiki as those follow them who are on its course. */
export function wikiLinks(
  courseId: string,
  wikiId: string,
  {
    contents,
    formerTitles,
  }: { contents: LinkTargets["pages"]; formerTitles: NonNullable<LinkTargets["formerTitles"]> },
  files: readonly FileDto[] = [],
): LinkTargets {
  return {
    pages: contents,
    formerTitles,
    pageHref: (id) => paths.page(courseId, id),
    startHref: (title) => paths.start(courseId, wikiId, title),
    files,
    fileHref: (id, width) => paths.file(courseId, id, width),
  };
}

/** Where no page is: links are only text. */
export const noLinks: LinkTargets = { pages: [], pageHref: () => "", startHref: null };

/** The anchor of a heading, by its block's id. */
export const headingAnchor = (id: string): string => `h-${id}`;

/** The anchor of a passage that a comment is about, and of the comment, by the comment's id. */
export const passageAnchor = (id: string): string => `p-${id}`;
export const commentAnchor = (id: string): string => `comment-${id}`;
