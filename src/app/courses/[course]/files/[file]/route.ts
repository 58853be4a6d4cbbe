import { requestContext } from "@/data/session/request";
import { fileResponse } from "@/app/_parts/files";

export async function GET(
  request: Request,
  { params }: RouteContext<"/courses/[course]/files/[file]">,
): Promise<Response> {
  const { course, file } = await params;
  return fileResponse(request, await requestContext(), course, file);
}
