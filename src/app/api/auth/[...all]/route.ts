import { auth } from "@/data/session/auth";
import { signInGuarded } from "@/data/session/sign-in";

/**
 * The ways in, and nothing else of what the sign-in library would offer over the wire: names and addresses of
 * people are the course's to set, and everything about sessions goes through the application's own actions.
 */
export async function POST(request: Request): Promise<Response> {
  switch (new URL(request.url).pathname) {
    case "/api/auth/sign-in/email":
      return signInGuarded(request);
    case "/api/auth/sign-in/demo":
      return auth().handler(request);
    default:
      return new Response(null, { status: 404 });
  }
}
