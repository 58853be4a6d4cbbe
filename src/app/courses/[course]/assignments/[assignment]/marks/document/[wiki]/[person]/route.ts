import { findMarkDocument } from "@/data/marks/leaving";
import { requestContext } from "@/data/session/request";

/** A student's assessment as one document, for whoever assesses their group. */
export async function GET(
  _: Request,
  { params }: RouteContext<"/courses/[course]/assignments/[assignment]/marks/document/[wiki]/[person]">,
): Promise<Response> {
  const ctx = await requestContext();
  const { course, assignment, wiki, person } = await params;
  const found = ctx && (await findMarkDocument(ctx, course, assignment, wiki, person));
  if (!found) return new Response(null, { status: 404 });
  const name = `${found.name.replace(/[^\p{L}\p{N}]+/gu, "-").toLowerCase()}-mark.html`;
  return new Response(found.html, {
    headers: {
      "Content-Type": "text/html; charset=utf-8",
      "Content-Disposition": `attachment; filename="mark.html"; filename*=UTF-8''${encodeURIComponent(name)}`,
      "Cache-Control": "no-store",
      "Content-Security-Policy": "default-src 'none'; style-src 'unsafe-inline'",
    },
  });
}
