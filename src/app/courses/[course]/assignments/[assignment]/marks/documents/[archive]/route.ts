import { archiveBytes } from "@/data/marks/leaving";
import { requestContext } from "@/data/session/request";

/** The documents of all students as one archive, for those who run the course. */
export async function GET(
  _: Request,
  { params }: RouteContext<"/courses/[course]/assignments/[assignment]/marks/documents/[archive]">,
): Promise<Response> {
  const ctx = await requestContext();
  const { course, assignment, archive } = await params;
  const found = ctx && (await archiveBytes(ctx, course, assignment, archive));
  if (!found) return new Response(null, { status: 404 });
  return new Response(new Uint8Array(found.content), {
    headers: {
      "Content-Type": "application/zip",
      "Content-Disposition": 'attachment; filename="marks.zip"',
      "Cache-Control": "no-store",
    },
  });
}
