import * as z from "zod";
import { marksFile } from "@/data/marks/leaving";
import { requestContext } from "@/data/session/request";

const form = z.enum(["csv", "line items", "results"]).catch("csv");
const names = { csv: "marks.csv", "line items": "lineItems.csv", results: "results.csv" } as const;

/** The marks of an assignment as a file, for those who run the course. */
export async function GET(
  request: Request,
  { params }: RouteContext<"/courses/[course]/assignments/[assignment]/marks/file">,
): Promise<Response> {
  const ctx = await requestContext();
  const { course, assignment } = await params;
  const asked = form.parse(new URL(request.url).searchParams.get("form"));
  const text = ctx && (await marksFile(ctx, course, assignment, asked));
  if (text === null) return new Response(null, { status: 404 });
  // The mark at the beginning tells spreadsheets that letters beyond ASCII are UTF-8; the standard's own
  // files have none.
  return new Response(asked === "csv" ? `\ufeff${text}` : text, {
    headers: {
      "Content-Type": "text/csv; charset=utf-8",
      "Content-Disposition": `attachment; filename="${names[asked]}"`,
      "Cache-Control": "no-store",
    },
  });
}
