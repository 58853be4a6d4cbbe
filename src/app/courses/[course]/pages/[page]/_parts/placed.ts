import type { CommentDto, PageDto } from "@/data/pages/dto";
import type { ShownPassage } from "@/ui/document/DocumentView";

/** An open thread whose passage stands on the page that is shown, and the sign that it carries there. */
export interface PlacedThread {
  readonly thread: CommentDto;
  readonly sign: string;
  readonly from: number;
  readonly to: number;
}

/** The open threads about passages of the page, in the order of the text. */
export function placedThreads({ comments }: Pick<PageDto, "comments">): PlacedThread[] {
  return comments
    .flatMap((thread) =>
      !thread.settled && !thread.withdrawn && thread.passage?.stands.kind === "here"
        ? [{ thread, ...thread.passage.stands }]
        : [],
    )
    .sort((one, other) => one.from - other.from || one.to - other.to)
    .map(({ thread, from, to }, at) => ({ thread, from, to, sign: signOf(at) }));
}

/** The same, as they are marked in the text, and with them what counts as discussion. */
export function shownPassages(page: Pick<PageDto, "comments" | "discussions">): ShownPassage[] {
  return [
    ...placedThreads(page).map(({ thread, from, to, sign }) => ({
      kind: "comment" as const,
      id: thread.id,
      from,
      to,
      sign,
      author: thread.author,
    })),
    ...page.discussions.flatMap(({ id, by, stands }) =>
      stands.map(({ from, to }) => ({ kind: "discussion" as const, id, from, to, author: by })),
    ),
  ];
}

/** "a" to "z", then "aa": figures number the notes. */
function signOf(at: number): string {
  return at < 26 ? String.fromCharCode(97 + at) : signOf(Math.floor(at / 26) - 1) + signOf(at % 26);
}
