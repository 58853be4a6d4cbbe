import { csvText } from "@/core/roster/export";
import { summedFigures } from "@/core/credit/figures";
import { findAssignment } from "@/data/assignments/read";
import { findGroup, type MemberInGroupDto } from "@/data/review/group";
import { assignmentReview } from "@/data/review/read";
import { requestContext } from "@/data/session/request";
import { memberFigureWords, reviewFigureWords } from "@/ui/words/figures";
import { periodOf } from "../_parts/period";

/** What is made of the sums: a column each. Parts are written as numbers from 0 to 1. */
const made: readonly (readonly [heading: string, of: (each: MemberInGroupDto) => number | null])[] = [
  ["Share", ({ share }) => share], ["Lasting", ({ figures }) => figures.lasting], ["Largest arrival", ({ figures }) => figures.largestArrival?.words ?? null], ["Part of the largest arrival", ({ figures }) => figures.largestArrival?.part ?? null],
  ["Part in the last day", ({ figures }) => figures.lastDayPart], ["Part in time", ({ figures }) => figures.inTime], ["Active days", ({ figures }) => figures.activeDays], ["Sittings", ({ figures }) => figures.sittings],
  ["Pages touched", ({ figures }) => figures.pagesTouched], ["Pages started", ({ figures }) => figures.pagesStarted], ["Comments", ({ figures }) => figures.comments], ["Answers", ({ figures }) => figures.replies],
  ["Comments on others’ pages", ({ figures }) => figures.commentsOnOthersPages], ["Talked with", ({ figures }) => figures.talkedWith.length],
];

/** Of things, which the class adds up. */
const things = ["links", "pictures", "sources"] as const;

/** All figures of all students as a table (RFC 4180), of the period that the address names. */
export async function GET(request: Request, { params }: RouteContext<"/courses/[course]/assignments/[assignment]/review/figures">): Promise<Response> {
  const ctx = await requestContext();
  const { course, assignment } = await params;
  const period = periodOf(Object.fromEntries(new URL(request.url).searchParams));
  const groups = ctx && (await findAssignment(ctx, course, assignment)) && (await assignmentReview(ctx, course, assignment, period));
  if (!ctx || !groups) return new Response(null, { status: 404 });
  const rows: string[][] = [["Group", "Student", ...summedFigures.map((figure) => memberFigureWords[figure].label), ...made.map(([heading]) => heading), ...things.map((name) => reviewFigureWords[name].label), "Balance of the group"]];
  for (const { wikiId, members } of groups) {
    const group = await findGroup(ctx, course, wikiId, period);
    for (const each of group?.members ?? []) {
      rows.push([group!.name, each.member.name, ...summedFigures.map((figure) => told(each.figures[figure])), ...made.map(([, of]) => told(of(each))), ...things.map((name) => told(members.find(({ member }) => member.id === each.member.id)?.[name] ?? 0)), told(group!.balance)]);
    }
  }
  // The mark at the beginning tells spreadsheets that letters beyond ASCII are UTF-8.
  return new Response(`\ufeff${csvText(rows)}`, { headers: { "Content-Type": "text/csv; charset=utf-8", "Content-Disposition": 'attachment; filename="figures.csv"', "Cache-Control": "no-store" } });
}

/** Four digits behind the point are enough for any part; nothing where there is nothing to count. */
function told(value: number | null): string {
  return value === null ? "" : String(Math.round(value * 10_000) / 10_000);
}
