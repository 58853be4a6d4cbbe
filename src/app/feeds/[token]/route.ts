import { feedAt } from "@/data/news/feed";
import { addressOf } from "@/data/session/address";
import { atomFeed } from "@/ui/news/atom";

/** Somebody's news, for whoever has the address. */
export async function GET(_request: Request, { params }: RouteContext<"/feeds/[token]">): Promise<Response> {
  const { token } = await params;
  const found = await feedAt(token);
  if (!found) return new Response(null, { status: 404 });
  const { title, courseId, happenings, updated } = found;
  const xml = atomFeed({
    title,
    courseId,
    happenings,
    updated,
    self: addressOf(`/feeds/${token}`),
    base: addressOf("/"),
  });
  return new Response(xml, {
    headers: {
      "Content-Type": "application/atom+xml; charset=utf-8",
      "Cache-Control": "private, no-store",
      "X-Robots-Tag": "noindex",
    },
  });
}
