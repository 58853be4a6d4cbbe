import { readiness } from "@/data/db/health";

export const dynamic = "force-dynamic";

/** Whether the server can do all that it is for: 200 if so, 503 with what is the matter otherwise. */
export async function GET(): Promise<Response> {
  const status = await readiness();
  return Response.json({ status }, { status: status === "ready" ? 200 : 503 });
}
