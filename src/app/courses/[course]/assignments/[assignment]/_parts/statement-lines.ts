import type { StatementDto, StatementLineDto } from "@/data/review/student";
import type { RouteDto } from "@/data/ledger/dto";
import { paths } from "@/ui/paths";
import { counted, listed } from "@/ui/words/counts";
import { authorsNote, entryKindWords } from "@/ui/words/entries";
import { day, moment } from "@/ui/words/times";

/** What of the statement is shown: one page alone, or one kind of act. */
export interface Shown {
  readonly page: string | null;
  readonly kind: "entries" | "comments" | null;
}

/** A line as it is drawn: an entry, which opens, or a comment, which leads to where it stands. */
export interface DrawnLine {
  /** "page:number" of an entry, as it stands in addresses; what a comment is known by. */
  readonly key: string;
  /** As ISO 8601. */
  readonly at: string;
  readonly when: string;
  readonly isLate: boolean;
  /** Who else did it; null: the student. */
  readonly other: string | null;
  readonly what: string;
  readonly page: string;
  readonly note: string;
  /** In small print behind it. */
  readonly besides: readonly string[];
  /** Where its words went and came from. */
  readonly routes: readonly RouteDto[];
  readonly remark: { readonly href: string; readonly text: string } | null;
  readonly own: number;
  readonly byOthers: number;
  readonly standing: number;
}

export interface DrawnSitting {
  /** What is said above it; null where it is a single act. */
  readonly head: string | null;
  readonly lines: readonly DrawnLine[];
}

/** The lines that are shown, in their sittings, oldest first. */
export function drawnSittings(told: StatementDto, shown: Shown, zone: string, now: Date): DrawnSitting[] {
  const isShown = ({ page, ref, other }: StatementLineDto) =>
    (shown.page === null || page === shown.page) &&
    (shown.kind === null || (other === null && (shown.kind === "entries") === (ref !== null)));
  return told.sittings
    .map((sitting) => sitting.filter(isShown))
    .filter((sitting) => sitting.length > 0)
    .map((sitting) => {
      const own = sitting.filter(({ other }) => other === null);
      const [first, last] = [own[0]?.at ?? 0, own.at(-1)?.at ?? 0];
      const head =
        own.length <= 1
          ? null
          : `${day(new Date(first), zone)}: one sitting, ${counted(Math.max(1, Math.round((last - first) / 60_000)), "minute")}, ${counted(own.length, "act")}`;
      return { head, lines: sitting.map((line) => drawn(told.courseId, line, zone, now)) };
    });
}

function drawn(
  courseId: string,
  {
    at,
    isLate,
    ref,
    figures,
    pageTitle: page,
    page: pageId,
    together,
    remark,
    remarkText,
    isAnswer,
    takenUpIn,
    other,
    by,
    own,
    byOthers,
    standing,
    routes,
  }: StatementLineDto,
  zone: string,
  now: Date,
): DrawnLine {
  const common = {
    at: new Date(at).toISOString(),
    when: moment(new Date(at), zone, now),
    isLate,
    page,
    other,
    own,
    byOthers,
    standing,
  };
  if (!ref || !figures)
    return {
      ...common,
      key: remark!,
      what: isAnswer ? "Answered" : "Commented",
      note: "",
      besides: takenUpIn === null ? [] : [`taken up in entry ${takenUpIn}`],
      routes: [],
      remark: { href: `${paths.page(courseId, pageId)}#comment-${remark}`, text: remarkText ?? "" },
    };
  return {
    ...common,
    key: `${ref.pageId}:${ref.number}`,
    what: entryKindWords({ ...ref, figures }),
    note: authorsNote({ ...ref, author: by }),
    remark: null,
    besides: [
      ...(together.length > 0 ? [`with ${listed(together)}`] : []),
      ...(ref.pasted > 0 ? [`(${counted(ref.pasted, "word")} came by pasting)`] : []),
    ],
    routes,
  };
}
