import { requestContext } from "@/data/session/request";
import { uploadResponse } from "@/app/_parts/files";

/** A file for starter pages, which belongs to the course and to no wiki. */
export async function POST(
  request: Request,
  { params }: RouteContext<"/courses/[course]/upload">,
): Promise<Response> {
  return uploadResponse(request, await requestContext(), {
    courseId: (await params).course,
    wikiId: null,
    pageId: null,
  });
}

/** Lets go of a file that was arriving in pieces. */
export const DELETE = POST;
