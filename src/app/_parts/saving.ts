/** Between the editor and the data layer: what arrives, and what is said about it. */
import * as z from "zod";
import { findCourse } from "@/data/courses/read";
import type { Saved } from "@/data/pages/dto";
import { sendingInput, type Sending } from "@/data/pages/sending";
import type { Context } from "@/data/session/context";
import type { SaveAnswer, SaveInput } from "@/ui/editor/useSaving";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { powerMissing, whyNotWriting } from "@/ui/words/access";
import { documentProblem, onlyLooking } from "@/ui/words/problems";
import { distance } from "@/ui/words/times";

/**
 * The document travels as a string of JSON, since objects lose their attributes on the way through an action.
 * It is read once it is known that its sender may write.
 */
export const savedText = z.object({
  title: z.string().max(1000),
  base: z.int().min(0),
  note: z.string().max(2000),
  ...sendingInput.partial().shape,
  document: z.string().max(8_000_000),
}) satisfies z.ZodType<unknown, SaveInput>;

/** What the editor told with a save besides its text; undefined where it told nothing. */
export function sendingOf({
  saveId,
  pasted = 0,
  largestPaste = 0,
  coWriters = [],
  typed,
}: z.output<typeof savedText>): Sending | undefined {
  return saveId === undefined ? undefined : { saveId, pasted, largestPaste, coWriters, typed };
}

const kept = "Your text is still here, and kept as a draft.";

/** Where the one who saves is: by which clocks, and where pages and entries are shown to them. */
export interface SavingPlace {
  readonly zone: string;
  readonly now: Date;
  /**
   * `saved`: the entry that it became; 0: none, since nothing was changed. `mergedSince`: the entry that the
   * writer began from, where others' text was merged.
   */
  readonly pageHref: (pageId: string, saved?: number, mergedSince?: number) => string;
  /** Null: the one who saves sees no history. */
  readonly entryHref: ((pageId: string, number: number) => string) | null;
}

/** The place of somebody who is on the course. */
export async function onCourse(ctx: Context, courseId: string): Promise<SavingPlace> {
  return {
    zone: (await findCourse(ctx, courseId))?.timeZone ?? "UTC",
    now: ctx.now,
    pageHref: (pageId, saved) =>
      `${paths.page(courseId, pageId)}${saved === undefined ? "" : `?saved=${saved}`}`,
    entryHref: (pageId, number) => paths.entry(courseId, pageId, number),
  };
}

/** What came of a save, in words. `pageId` is the page at hand, where there is one. */
export function saveAnswer(
  { zone, now, pageHref, entryHref }: SavingPlace,
  pageId: string | null,
  saved: Saved,
): SaveAnswer {
  if (saved.kind === "unchanged")
    return { kind: "unchanged", href: pageHref(saved.pageId, 0), number: saved.number };
  if (saved.kind === "saved") {
    // The document travels as a string of JSON, as it did on its way here.
    return {
      kind: "saved",
      href: pageHref(saved.pageId, saved.number, saved.mergedSince),
      number: saved.number,
      ...(saved.document ? { document: JSON.stringify(saved.document) } : {}),
    };
  }
  const refused = (title: string, ...lines: { text: string; href?: string }[]): SaveAnswer => ({
    kind: "refused",
    title,
    lines,
  });
  const { problem } = saved;
  switch (problem.code) {
    case "not found":
      return refused(`This page no longer exists, or you no longer have access to it. ${kept}`);
    case "may not write":
      return refused(`Nothing was saved. ${kept}`, { text: whyNotWriting(problem.access, zone, now) });
    case "bad document":
      return refused(`Nothing was saved. ${kept}`, { text: documentProblem(problem.problem) });
    case "power not given":
      return refused(`Nothing was saved. ${kept}`, { text: powerMissing(problem.power) });
    case "only looking":
      return refused(onlyLooking);
    case "too often":
      return refused(`You saved very often in the last minute. Nothing was saved this time. ${kept}`, {
        text: "Wait a minute, and save again.",
      });
    case "removed":
      return refused(`The page is in the bin. Nothing was saved. ${kept}`, {
        text: "Restore it first: open the page",
        href: pageHref(pageId ?? ""),
      });
    case "may not start":
      return refused(`Nothing was saved. ${kept}`, {
        text: "In this assignment only instructors start pages.",
      });
    case "bad title":
      return refused(`Nothing was saved. ${kept}`, { text: "A title has between 1 and 200 characters." });
    case "bad note":
      return refused(`Nothing was saved. ${kept}`, { text: "A note has at most 300 characters." });
    case "foreign files":
      return refused(`Nothing was saved. ${kept}`, {
        text: `${counted(problem.count, "picture or file does", "pictures or files do")} not belong to this wiki, or you may not see ${problem.count === 1 ? "it" : "them"}. Upload ${problem.count === 1 ? "it" : "them"} here, or take ${problem.count === 1 ? "it" : "them"} out.`,
      });
    case "title taken":
      return refused(
        `Nothing was saved. ${kept}`,
        problem.pageId === null
          ? { text: "This title is not free. Choose another." }
          : { text: "A page with this title is there already: open it", href: pageHref(problem.pageId) },
      );
    case "stale": {
      const others = problem.since.map((entry) => ({
        text: `${entry.author ?? "Somebody"}, ${distance(entry.at, zone, now)}${entry.note ? `: ${entry.note}` : ""}${entryHref ? " (see what changed)" : ""}`,
        ...(entryHref ? { href: entryHref(pageId ?? "", entry.number) } : {}),
      }));
      if (!problem.both)
        return refused(
          `The page was saved by others while you wrote, and the two can’t be put together by themselves. Nothing was overwritten. ${kept}`,
          ...others,
          {
            text: "Open the page as it is now, and press Write there: your draft is offered to you.",
            href: pageHref(pageId ?? ""),
          },
        );
      const { base, newest, number } = problem.both;
      return {
        kind: "refused",
        title: `Others saved the page while you wrote, and both of you changed the same. Nothing was overwritten. ${kept}`,
        lines: others,
        settle: { base: JSON.stringify(base), newest: JSON.stringify(newest), number },
      };
    }
    default:
      return problem satisfies never;
  }
}
