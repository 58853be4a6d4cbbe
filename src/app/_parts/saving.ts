/** Between the editor and the data layer: what arrives, and what is said about it. */
import { z } from "zod";
import { findCourse } from "@/data/courses/read";
import type { Saved } from "@/data/pages/dto";
import type { Context } from "@/data/session/context";
import type { SaveAnswer } from "@/ui/editor/PageEditor";
import { paths } from "@/ui/paths";
import { powerMissing, whyNotWriting } from "@/ui/words/access";
import { documentProblem, onlyLooking } from "@/ui/words/problems";
import { distance } from "@/ui/words/times";

/** The document travels as a string of JSON: objects lose their attributes on the way through an action. */
export const savedText = z.object({
  title: z.string().max(1000), base: z.int().min(0), note: z.string().max(2000),
  document: z.string().max(8_000_000).transform((text): unknown => {
    try {
      return JSON.parse(text);
    } catch {
      return null;
    }
  }),
}) satisfies z.ZodType<unknown, { title: string; base: number; document: string; note: string }>;

const kept = "Your text is still here, and kept on this machine.";

/** What came of a save, in words. `pageId` is the page at hand, where there is one. */
export async function saveAnswer(ctx: Context, courseId: string, pageId: string | null, saved: Saved): Promise<SaveAnswer> {
  if (saved.kind !== "refused") return { kind: "saved", href: `${paths.page(courseId, saved.pageId)}${saved.kind === "saved" && saved.mergedSince !== undefined ? `?since=${saved.mergedSince}` : ""}` };
  const zone = (await findCourse(ctx, courseId))?.timeZone ?? "UTC";
  const refused = (title: string, ...lines: { text: string; href?: string }[]): SaveAnswer => ({ kind: "refused", title, lines });
  const { problem } = saved;
  switch (problem.code) {
    case "not found": return refused(`There is no such page here for you any more. ${kept}`);
    case "may not write": return refused(`Nothing was saved. ${kept}`, { text: whyNotWriting(problem.access, zone, ctx.now) });
    case "bad document": return refused(`Nothing was saved. ${kept}`, { text: documentProblem(problem.problem) });
    case "power not given": return refused(`Nothing was saved. ${kept}`, { text: powerMissing(problem.power) });
    case "only looking": return refused(onlyLooking);
    case "removed": return refused(`The page lies in the bin. Nothing was saved. ${kept}`, { text: "Bring it back first: open the page", href: paths.page(courseId, pageId ?? "") });
    case "may not start": return refused(`Nothing was saved. ${kept}`, { text: "In this assignment only instructors start pages." });
    case "bad title": return refused(`Nothing was saved. ${kept}`, { text: "A title has between 1 and 200 characters." });
    case "bad note": return refused(`Nothing was saved. ${kept}`, { text: "A note has at most 300 characters." });
    case "title taken": return refused(`Nothing was saved. ${kept}`, { text: "A page with this title is there already: open it", href: paths.page(courseId, problem.pageId) });
    case "stale": return refused(
      `The page was saved by others while you wrote, and ${problem.leftOut.length > 0 ? "both of you changed the same" : "the two can’t be put together by themselves"}. Nothing was overwritten. ${kept}`,
      ...problem.leftOut.map(({ theirs, ours }) => ({ text: `Yours: ${passage(theirs)} Theirs: ${passage(ours)}` })),
      ...problem.since.map((entry) => ({
        text: `${entry.author ?? "Somebody"}, ${distance(entry.at, zone, ctx.now)}${entry.note ? `: ${entry.note}` : ""} (see what changed)`,
        href: paths.entry(courseId, pageId ?? "", entry.number),
      })),
      { text: "Open the page as it is now, and press Write there: your draft is offered to you.", href: paths.page(courseId, pageId ?? "") },
    );
    default: return problem satisfies never;
  }
}

/** A passage as short as it can be told. */
function passage(text: string): string {
  if (text.trim() === "") return "(taken away).";
  return text.length > 160 ? `“${text.slice(0, 160).trimEnd()} …”.` : `“${text}”.`;
}
