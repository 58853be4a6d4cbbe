/** What the search panel offers, as one list that the keyboard goes through, in groups. */
import type { AnyHit, SearchFound } from "@/data/search/dto";
import { counted } from "../words/counts";
import { paths } from "../paths";
import { hitHref } from "./hit-links";
import type { Suggested } from "./suggested";

export interface Choice {
  readonly key: string;
  readonly href: string;
  readonly label: string;
  /** Said behind the label: what it is, or where. */
  readonly about: string;
  readonly hit: AnyHit | null;
}

export interface ChoiceGroup {
  readonly title: string;
  readonly choices: readonly Choice[];
}

export function choicesOf(course: string, text: string, { found, offers, start }: Suggested): ChoiceGroup[] {
  const groups: ChoiceGroup[] = [];
  const add = (title: string, choices: readonly Choice[]) => {
    if (choices.length > 0) groups.push({ title, choices });
  };
  if (offers) {
    const page =
      (kind: string, href: (page: string) => string) => (each: (typeof offers.visited)[number]) => ({
        key: `${kind} ${each.pageId}`,
        href: href(each.pageId),
        label: each.title,
        about: each.wiki,
        hit: null,
      });
    add("You are writing", offers.writing.map(page("writing", (id) => paths.write(course, id, "draft"))));
    add("Last visited", offers.visited.map(page("visited", (id) => paths.page(course, id))));
  }
  if (found) {
    for (const wiki of found.wikis) {
      const here = [...found.pages, ...found.comments, ...found.files].filter(
        (hit) => hit.wikiId === wiki.id,
      );
      add(
        `${wiki.name}, ${wiki.assignment}`,
        here.map((hit) => choiceOf(course, hit, found)),
      );
    }
    add(
      "In the course",
      [...found.files.filter(({ wikiId }) => wikiId === null), ...found.assignments, ...found.people].map(
        (hit) => choiceOf(course, hit, found),
      ),
    );
  }
  if (text.trim() !== "")
    add("More", [
      {
        key: "all",
        href: paths.search(course, { q: text }),
        label:
          found && found.pageCount > 0
            ? `All results: ${counted(found.pageCount, "page")}`
            : "Search further",
        about: "narrow by wiki, author, time; look in earlier entries",
        hit: null,
      },
    ]);
  if (start)
    add(`Start a page in ${start.wiki}`, [
      ...start.near.map(({ pageId, title }) => ({
        key: `near ${pageId}`,
        href: paths.page(course, pageId),
        label: title,
        about: "is called nearly the same",
        hit: null,
      })),
      {
        key: "start",
        href: paths.start(course, start.wikiId, start.title),
        label: `Start “${start.title}”`,
        about: "",
        hit: null,
      },
    ]);
  return groups;
}

function choiceOf(course: string, hit: AnyHit, { find }: SearchFound): Choice {
  return { key: keyOf(hit), href: hitHref(course, hit, find), ...named(hit), hit };
}

const keyOf = (hit: AnyHit): string =>
  hit.kind === "page"
    ? `page ${hit.pageId}`
    : hit.kind === "comment"
      ? `comment ${hit.commentId}`
      : hit.kind === "file"
        ? `file ${hit.fileId}`
        : hit.kind === "past"
          ? `past ${hit.pageId} ${hit.went.number}`
          : hit.kind === "person"
            ? `person ${hit.personId}`
            : `assignment ${hit.assignmentId}`;

/** A hit's name, and what it is where that is not a page. */
export function named(hit: AnyHit): { label: string; about: string } {
  switch (hit.kind) {
    case "page":
      return { label: hit.title, about: hit.former === null ? "" : `was called “${hit.former}”` };
    case "comment":
      return { label: hit.title, about: `comment by ${hit.author}` };
    case "file":
      return { label: hit.name, about: hit.title === null ? "file" : `file on “${hit.title}”` };
    case "past":
      return { label: hit.title, about: `entry ${hit.went.number}` };
    case "person":
      return { label: hit.name, about: [hit.role, ...hit.groups].join(", ") };
    case "assignment":
      return { label: hit.title, about: "assignment" };
    default:
      return hit satisfies never;
  }
}
