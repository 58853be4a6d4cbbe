import { requestContext } from "@/data/session/request";
import { uploadResponse } from "@/app/_parts/files";

export async function POST(
  request: Request,
  { params }: RouteContext<"/courses/[course]/wikis/[wiki]/upload">,
): Promise<Response> {
  const { course, wiki } = await params;
  return uploadResponse(request, await requestContext(), {
    courseId: course,
    wikiId: wiki,
    pageId: new URL(request.url).searchParams.get("page"),
  });
}

/** Lets go of a file that was arriving in pieces. */
export const DELETE = POST;
