import pg from "pg";
import { openDatabase } from "@/data/db/client";
import { assignmentReview, reviewedWikis } from "@/data/review/read";
import { readingProgress } from "@/data/review/progress";
import { metByEach } from "@/data/assignments/expected";
import { findStatement } from "@/data/review/student";
import { findGroup } from "@/data/review/group";
import { allTime } from "@/data/review/period";
import { newId } from "@/data/session/ids";

const log: { text: string; ms: number; rows: number }[] = [];
const query = pg.Client.prototype.query as (...a: unknown[]) => unknown;
pg.Client.prototype.query = function (this: pg.Client, ...args: unknown[]) {
  const t = performance.now();
  const text = typeof args[0] === "string" ? args[0] : (args[0] as { text: string }).text;
  const cb = args.at(-1);
  if (typeof cb === "function") { args[args.length - 1] = (e: unknown, r: { rows: unknown[] }) => { log.push({ text, ms: performance.now() - t, rows: r?.rows?.length ?? 0 }); (cb as (...x: unknown[]) => void)(e, r); }; return query.apply(this, args); }
  const p = query.apply(this, args) as Promise<{ rows: unknown[] }>;
  return p.then((r) => { log.push({ text, ms: performance.now() - t, rows: r.rows.length }); return r; });
} as never;

async function main() {
  const { db } = openDatabase(process.env.DATABASE_URL!);
  const ctx = { db, viewer: { id: "inescalder", name: "" }, now: new Date(), newId };
  const [c, a, w, p] = ["allsections", "laboyufuhjbx", "u38yh08qpamn", "all0000"];
  const acts: Record<string, () => Promise<unknown>> = {
    wikis: () => reviewedWikis(ctx, c, a), review: () => assignmentReview(ctx, c, a, allTime), met: async () => metByEach(ctx, c, a, await reviewedWikis(ctx, c, a)), progress: async () => readingProgress(ctx, c, await reviewedWikis(ctx, c, a)),
    statement: () => findStatement(ctx, c, w, p, allTime), group: () => findGroup(ctx, c, w, allTime),
  };
  for (const [name, act] of Object.entries(acts)) {
    const times: number[] = [];
    if (name === process.env.ONLY) for (let i = 0; i < 60; i++) { log.length = 0; const t = performance.now(); const cpu = process.cpuUsage(); await act(); times.push(performance.now() - t); if (i === 59) console.log(name, times.sort((x, y) => x - y)[5]!.toFixed(0), "cpu last", (process.cpuUsage(cpu).user / 1000).toFixed(0)); }
    for (const { text, ms, rows } of log) console.log("   ", ms.toFixed(1).padStart(7), String(rows).padStart(5), text.slice(0, 60), "...", text.match(/from "[a-z_]+"/g)?.join(" "));
  }
  process.exit(0);
}
void main();
