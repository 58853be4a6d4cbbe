/**
 * What is expected of a wiki and of each student, in terms that can be checked by themselves. A check says
 * what is there and what is missing; whether that matters is for people to say.
 */
import { eachNode, type PageDocument } from "../document/model";
import { plainText } from "../document/leaves";
import { notesOf } from "../document/notes";
import { linkedPages, linkTargets, type TitledPage, titleKey } from "../links/titles";

export const studentMeasures = [
  "entries",
  "days",
  "pages",
  "words",
  "corrections",
  "comments",
  "replies",
] as const;
export type StudentMeasure = (typeof studentMeasures)[number];

interface OfAny {
  /** Whether students see it, as a list to work through. */
  readonly shown: boolean;
}

export type Expectation = OfAny &
  (
    | {
        readonly of: "student";
        readonly measure: StudentMeasure;
        /** At least. */ readonly number: number;
        /** Wall clock in the course's zone; what comes at or after it does not count. Null: at any time. */ readonly by:
          string | null;
      }
    /** A page of this title, with something on it beyond its starter text. */
    | { readonly of: "wiki"; readonly kind: "page"; readonly title: string }
    /** A heading of this text on the page of this title, with text below it. */
    | { readonly of: "wiki"; readonly kind: "section"; readonly title: string; readonly heading: string }
    | { readonly of: "wiki"; readonly kind: "home links to all" }
    | { readonly of: "wiki"; readonly kind: "all link home" }
    /** At least so many links to outside addresses on each page but the home page. */
    | { readonly of: "wiki"; readonly kind: "links on each page"; readonly number: number }
    /** At least so many sources named on each page but the home page. */
    | { readonly of: "wiki"; readonly kind: "sources on each page"; readonly number: number }
    /** Of each picture, where it comes from. */
    | { readonly of: "wiki"; readonly kind: "origin of each picture" }
  );

export type StudentExpectation = Extract<Expectation, { of: "student" }>;
export type WikiExpectation = Extract<Expectation, { of: "wiki" }>;

/**
 * How far an expectation has been met: `have` of `want`; `missing` names the pages that lack it, where pages
 * are what it counts.
 */
export interface Met<Each extends Expectation = Expectation> {
  readonly expectation: Each;
  readonly have: number;
  readonly want: number;
  readonly missing: readonly string[];
}

export function isMet({ have, want }: Met): boolean {
  return have >= want;
}

export interface WikiPage extends TitledPage {
  readonly document: PageDocument;
  /** Words on it that are not starter text. */
  readonly words: number;
  /** Files of which it is written down where they come from. */
  readonly withOrigin: ReadonlySet<string>;
}

/** How far a wiki meets what is expected of it. O(words of the wiki × expectations). */
export function checkWiki(
  expected: readonly WikiExpectation[],
  pages: readonly WikiPage[],
  homePageId: string | null,
): Met<WikiExpectation>[] {
  return expected.map((expectation) => ({ expectation, ...checkOne(expectation, pages, homePageId) }));
}

function checkOne(
  expectation: WikiExpectation,
  pages: readonly WikiPage[],
  homePageId: string | null,
): Omit<Met, "expectation"> {
  const others = pages.filter(({ id }) => id !== homePageId);
  const each = (among: readonly WikiPage[], has: (page: WikiPage) => boolean) => {
    const missing = among.filter((page) => !has(page)).map(({ title }) => title);
    return { have: among.length - missing.length, want: among.length, missing };
  };
  switch (expectation.kind) {
    case "page": {
      const found = pageOf(pages, expectation.title);
      return { have: found && found.words > 0 ? 1 : 0, want: 1, missing: [] };
    }
    case "section": {
      const found = pageOf(pages, expectation.title);
      return { have: found && hasSection(found.document, expectation.heading) ? 1 : 0, want: 1, missing: [] };
    }
    case "home links to all": {
      const home = pages.find(({ id }) => id === homePageId);
      const reached = home ? targetsOf(home, pages) : new Set<string>();
      return each(others, ({ id }) => reached.has(id));
    }
    case "all link home":
      return each(others, (page) => targetsOf(page, pages).has(homePageId ?? ""));
    case "links on each page":
      return each(others, (page) => outsideLinks(page.document) >= expectation.number);
    case "sources on each page":
      return each(
        others,
        ({ document }) =>
          notesOf(document).all.filter(({ kind }) => kind === "source").length >= expectation.number,
      );
    case "origin of each picture": {
      const shown = pages.map(({ title, document, withOrigin }) => ({
        title,
        pictures: picturesIn(document),
        withOrigin,
      }));
      const want = shown.reduce((sum, { pictures }) => sum + pictures.length, 0);
      const lacking = shown
        .map(({ title, pictures, withOrigin }) => ({
          title,
          number: pictures.filter((file) => !withOrigin.has(file)).length,
        }))
        .filter(({ number }) => number > 0);
      return {
        want,
        have: want - lacking.reduce((sum, { number }) => sum + number, 0),
        missing: lacking.map(({ title }) => title),
      };
    }
    default:
      return expectation satisfies never;
  }
}

function pageOf(pages: readonly WikiPage[], title: string): WikiPage | undefined {
  return pages.find((page) => titleKey(page.title) === titleKey(title));
}

function targetsOf(page: WikiPage, pages: readonly WikiPage[]): Set<string> {
  const targetOf = linkTargets(pages);
  return new Set(linkedPages(page.document).flatMap((link) => targetOf(link) ?? []));
}

/** Whether a heading reads so, with text before the next heading of its level or above. */
function hasSection({ content = [] }: PageDocument, heading: string): boolean {
  const at = content.findIndex(
    (node) =>
      node.type === "heading" && titleKey(plainText({ type: "doc", content: [node] })) === titleKey(heading),
  );
  if (at < 0) return false;
  const level = Number(content[at]!.attrs?.level ?? 2);
  const after = content.slice(at + 1);
  const end = after.findIndex((node) => node.type === "heading" && Number(node.attrs?.level ?? 2) <= level);
  const below = after.slice(0, end < 0 ? after.length : end).filter((node) => node.type !== "heading");
  return plainText({ type: "doc", content: below }).trim() !== "";
}

/** The files of a page's pictures, each once. */
export function picturesIn(document: PageDocument): string[] {
  const files = new Set<string>();
  eachNode(document, (node) => {
    if (node.type === "figure" && typeof node.attrs?.file === "string") files.add(node.attrs.file);
  });
  return [...files];
}

function outsideLinks(document: PageDocument): number {
  const addresses = new Set<string>();
  eachNode(document, (node) => {
    for (const mark of node.marks ?? [])
      if (mark.type === "link") addresses.add(String(mark.attrs?.href ?? ""));
  });
  return addresses.size;
}
