import * as z from "zod";
import { id } from "@/core/text/id";
import { longestQuery } from "@/core/search/query";
import { searchOffers, startOffer } from "@/data/search/offers";
import { notNarrowed, search } from "@/data/search/read";
import { requestContext } from "@/data/session/request";
import type { Suggested } from "@/ui/search/suggested";

const asked = z.object({
  q: z.string().max(longestQuery).default(""),
  page: id.nullable().default(null),
  wiki: id.nullable().default(null),
});

/** Of each kind so many are shown as one types. */
const most = 6;

/** What is found for what somebody has typed so far; before that, where they were last. */
export async function GET(
  request: Request,
  { params }: RouteContext<"/courses/[course]/search/suggest">,
): Promise<Response> {
  const course = id.safeParse((await params).course);
  const given = asked.safeParse(Object.fromEntries(new URL(request.url).searchParams));
  const ctx = await requestContext();
  if (!ctx || !course.success || !given.success) return new Response(null, { status: 404 });
  const { q, page, wiki } = given.data;
  const isAsked = q.trim() !== "";
  const [found, offers, start] = await Promise.all([
    search(ctx, course.data, isAsked ? q : "", notNarrowed, { most, isTyped: true }),
    isAsked ? null : searchOffers(ctx, course.data),
    isAsked ? startOffer(ctx, course.data, { page, wiki }, q) : null,
  ]);
  // Who is not on the course is told as little of it as of one that does not exist.
  if (!found) return new Response(null, { status: 404 });
  const told: Suggested = { found: isAsked ? found : null, offers, start };
  return Response.json(told, { headers: { "Cache-Control": "no-store" } });
}
