import { redirect } from "next/navigation";
import { requestContext } from "@/data/session/request";
import type { Context } from "@/data/session/context";

/** The context of a signed-in request; anybody else is sent to sign in. */
export async function signedIn(): Promise<Context> {
  const ctx = await requestContext();
  if (!ctx) redirect("/sign-in");
  return ctx;
}
