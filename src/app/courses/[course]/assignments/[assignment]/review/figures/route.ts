import { csvText } from "@/core/roster/export";
import { figureNames } from "@/core/credit/figure-table";
import { findAssignment } from "@/data/assignments/read";
import { findGroup } from "@/data/review/group";
import { reviewedWikis } from "@/data/review/read";
import { requestContext } from "@/data/session/request";
import { accountWords, figureWords } from "@/ui/words/figures";
import { periodOf } from "../_parts/period";

/** All figures of all students as a table (RFC 4180), of the period that the address names. */
export async function GET(
  request: Request,
  { params }: RouteContext<"/courses/[course]/assignments/[assignment]/review/figures">,
): Promise<Response> {
  const ctx = await requestContext();
  const { course, assignment } = await params;
  const found = ctx && (await findAssignment(ctx, course, assignment));
  const period = periodOf(Object.fromEntries(new URL(request.url).searchParams), {
    cutOffAt: found?.cutOffAt ?? null,
    now: ctx?.now ?? new Date(0),
  });
  const wikis = found ? await reviewedWikis(ctx, course, assignment) : null;
  if (!ctx || !wikis) return new Response(null, { status: 404 });
  const rows: string[][] = [
    [
      "Group",
      "Student",
      ...figureNames.map((name) => figureWords[name].label),
      `${accountWords.balance.label} of the group`,
    ],
  ];
  for (const wikiId of wikis) {
    const group = await findGroup(ctx, course, wikiId, period);
    for (const { member, figures } of group?.members ?? []) {
      rows.push([
        group!.name,
        member.name,
        ...figureNames.map((name) => told(figures[name])),
        told(group!.balance),
      ]);
    }
  }
  // The mark at the beginning tells spreadsheets that letters beyond ASCII are UTF-8.
  return new Response(`\ufeff${csvText(rows)}`, {
    headers: {
      "Content-Type": "text/csv; charset=utf-8",
      "Content-Disposition": 'attachment; filename="figures.csv"',
      "Cache-Control": "no-store",
    },
  });
}

/**
 * Parts are numbers from 0 on, four digits behind the point are enough for them; nothing where there is
 * nothing to count.
 */
function told(value: number | null): string {
  return value === null ? "" : String(Math.round(value * 10_000) / 10_000);
}
