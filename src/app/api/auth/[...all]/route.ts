import { auth } from "@/data/session/auth";

/**
 * The ways in, and nothing else of what the sign-in library would offer over the wire: names and addresses of people
 * are the course's to set, and everything about sessions goes through the application's own actions.
 */
const ways = new Set(["/api/auth/sign-in/email", "/api/auth/sign-in/demo"]);

export async function POST(request: Request): Promise<Response> {
  if (!ways.has(new URL(request.url).pathname)) return new Response(null, { status: 404 });
  return auth().handler(request);
}
