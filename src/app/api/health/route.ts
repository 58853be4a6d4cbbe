import { isHealthy } from "@/data/db/health";

export const dynamic = "force-dynamic";

export async function GET(): Promise<Response> {
  return (await isHealthy())
    ? Response.json({ status: "ok" })
    : Response.json({ status: "no database" }, { status: 503 });
}
