/** Where each kind of hit leads. */
import type { AnyHit } from "@/data/search/dto";
import { commentAnchor } from "../document/reading";
import { paths } from "../paths";

/** What is marked where a hit leads to: the words, and the block in which to begin. */
const marking = (find: string, block: string | null = null) =>
  `?${new URLSearchParams({ find, ...(block ? { in: block } : {}) })}`;

/** `find`: the words as they were found. */
export function hitHref(course: string, hit: AnyHit, find: string): string {
  switch (hit.kind) {
    case "page":
      return paths.page(course, hit.pageId) + (hit.excerpt ? marking(find, hit.block) : "");
    case "comment":
      return `${paths.page(course, hit.pageId)}#${commentAnchor(hit.commentId)}`;
    case "file":
      return paths.file(course, hit.fileId);
    case "past":
      return paths.entry(course, hit.pageId, hit.went.number) + marking(find);
    case "person":
      return `${paths.people(course)}?${new URLSearchParams({ find: hit.name })}`;
    case "assignment":
      return paths.assignment(course, hit.assignmentId);
    default:
      return hit satisfies never;
  }
}
