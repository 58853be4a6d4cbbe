import { toNextJsHandler } from "better-auth/next-js";
import { auth } from "@/data/session/auth";

// The handler is made at the first request: the build has no settings.
export const { GET, POST } = toNextJsHandler({ handler: (request: Request) => auth().handler(request) });
