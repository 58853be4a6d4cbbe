import { sheetAsCsv, sheetAsJson } from "@/core/formats/criteria-file";
import { findSheet } from "@/data/marks/sheets";
import { requestContext } from "@/data/session/request";

/** The criteria sheet as a file, for whoever may read it. */
export async function GET(
  request: Request,
  { params }: RouteContext<"/courses/[course]/assignments/[assignment]/criteria/file">,
): Promise<Response> {
  const ctx = await requestContext();
  const { course, assignment } = await params;
  const found = ctx && (await findSheet(ctx, course, assignment));
  if (!found || found.version === null) return new Response(null, { status: 404 });
  const isCsv = new URL(request.url).searchParams.get("form") === "csv";
  // The mark at the beginning tells spreadsheets that letters beyond ASCII are UTF-8.
  const body = isCsv ? `\ufeff${sheetAsCsv(found.sheet)}` : sheetAsJson(found.sheet);
  const headers = {
    "Content-Type": `${isCsv ? "text/csv" : "application/json"}; charset=utf-8`,
    "Content-Disposition": `attachment; filename="criteria.${isCsv ? "csv" : "json"}"`,
    "Cache-Control": "no-store",
  };
  return new Response(body, { headers });
}
