import { roomRequest } from "@/data/session/door";
import { fileResponse } from "@/app/_parts/files";

/** A file of a page that the guest's room has. */
export async function GET(
  request: Request,
  { params }: RouteContext<"/room/in/files/[file]">,
): Promise<Response> {
  const ctx = (await roomRequest())?.ctx ?? null;
  return fileResponse(request, ctx, ctx?.door.courseId ?? "", (await params).file);
}
