import { openedBy } from "@/data/doors/links";
import { guestContext } from "@/data/session/guest";
import { fileResponse } from "@/app/_parts/files";

/** A file of a page that a readers' link opens. */
export async function GET(
  request: Request,
  { params }: RouteContext<"/open/[token]/files/[file]">,
): Promise<Response> {
  const { token, file } = await params;
  const reader = token.length <= 64 ? ((await openedBy(await guestContext(), token))?.reader ?? null) : null;
  return fileResponse(request, reader, reader?.door.courseId ?? "", file);
}
