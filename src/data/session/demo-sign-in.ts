/**
 * The demo's way to sign in as one of its people by choosing a name. Only there when the demo flag is set.
 */
import { id } from "@/core/text/id";
import type { BetterAuthPlugin } from "better-auth";
import { APIError, createAuthEndpoint } from "better-auth/api";
import { setSessionCookie } from "better-auth/cookies";
import * as z from "zod";

export const demoSignIn = () =>
  ({
    id: "demo-sign-in",
    endpoints: {
      signInAsDemoPerson: createAuthEndpoint(
        "/sign-in/demo",
        { method: "POST", body: z.object({ person: id }) },
        async (call) => {
          const user = await call.context.internalAdapter.findUserById(call.body.person);
          if (!user) throw new APIError("NOT_FOUND");
          const session = await call.context.internalAdapter.createSession(user.id);
          await setSessionCookie(call, { session, user });
          return call.json({ name: user.name });
        },
      ),
    },
  }) satisfies BetterAuthPlugin;
