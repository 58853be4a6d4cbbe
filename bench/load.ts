/**
 * Many who write at once while servers and databases die: 30 on one page, then 200 on many, through HTTP.
 * Afterwards every acknowledged save must be in the ledger once, every chain must fit, and stored figures
 * must be what the ledger says. Wants an empty database in DATABASE_URL, a build in TIDY_BUILD, and in
 * TIDY_RESTART_DATABASE a program that kills the database server and starts it again; run by `bin/bench-class
 * load [SECONDS]`. Ends with 1 if anything was lost.
 */
import { type ChildProcess, spawn, spawnSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { and, eq, isNull } from "drizzle-orm";
import postgres from "postgres";
import { powers } from "@/core/access/may";
import { fromPlainText } from "@/core/document/plain";
import { dayLength } from "@/core/time/lengths";
import { createAccounts } from "@/data/accounts/write";
import { bringWikisUp } from "@/data/assignments/wikis";
import { prepareAssignment, publishAssignment } from "@/data/assignments/write";
import { insertCourse } from "@/data/courses/write";
import { type Database, openDatabase } from "@/data/db/client";
import { migrateDatabase } from "@/data/db/migrate";
import { page, wiki } from "@/data/db/tables/wikis";
import { saveGroupSet } from "@/data/groups/write";
import { findDifferences } from "@/data/ledger/check";
import { verifyWiki } from "@/data/ledger/verify";
import type { Context } from "@/data/session/context";
import { newId } from "@/data/session/ids";
import { lost, runCrowd } from "../tests/load/run";
import type { Place } from "../tests/load/writers";
import { milliseconds, table } from "./table";

const url = process.env.DATABASE_URL!;
const build = process.env.TIDY_BUILD!;
const port = process.env.TIDY_PORT!;
const base = `http://127.0.0.1:${port}`;
const seconds = Number(process.env.TIDY_SECONDS ?? 120);
const courseId = "loadcourse01";

let server: ChildProcess;

async function startServer(): Promise<void> {
  server = spawn("node", [`${build}/server.js`], {
    env: {
      ...process.env,
      PORT: port,
      HOSTNAME: "127.0.0.1",
      NODE_ENV: "production",
      BETTER_AUTH_URL: base,
      TIDY_DEMO: "1",
    },
    stdio: "ignore",
  });
  for (;;) {
    if (
      await fetch(`${base}/api/health`).then(
        ({ ok }) => ok,
        () => false,
      )
    )
      return;
    await new Promise((done) => setTimeout(done, 100));
  }
}

async function killServer(): Promise<void> {
  const gone = new Promise((done) => server.once("exit", done));
  server.kill("SIGKILL");
  await gone;
}

/** A class of 200 in 40 groups with wikis of their own, and one wiki that all of them share. */
async function makeClass(db: Database): Promise<{
  ctx: Context;
  people: string[];
  shared: { wikiId: string; pages: string[] };
  own: { wikiId: string; pages: string[] }[];
}> {
  const now = new Date();
  const people = Array.from({ length: 200 }, (_, at) => `writer${String(at).padStart(5, "0")}`);
  await createAccounts(
    db,
    [...people, "teacher00001"].map((id) => ({
      id,
      name: id,
      email: `${id}@rivers.example`,
      passwordHash: "none",
    })),
    now,
  );
  const date = (at: number) => new Date(now.getTime() + at * dayLength).toISOString().slice(0, 10);
  await insertCourse(
    db,
    {
      id: courseId,
      title: "Rivers",
      term: "This term",
      timeZone: "UTC",
      startsOn: date(-20),
      endsOn: date(60),
    },
    [
      ...people.map((id) => ({ id, role: "student" as const })),
      { id: "teacher00001", role: "instructor" as const },
    ],
    now,
  );
  const ctx: Context = { db, viewer: { id: "teacher00001", name: "teacher" }, now, newId };
  const set = await saveGroupSet(ctx, courseId, null, {
    title: "Groups",
    seed: null,
    signUpLimit: null,
    signUpUntil: null,
    published: true,
    movesFrom: null,
    groups: Array.from({ length: 40 }, (_, at) => ({
      id: null,
      name: `Group ${at + 1}`,
      topic: "",
      members: people.slice(at * 5, at * 5 + 5),
    })),
  });
  if (set.kind !== "saved") throw new Error(JSON.stringify(set));
  const made: { wikiId: string; pages: string[] }[][] = [];
  for (const sharing of ["class", "group"] as const) {
    const prepared = await prepareAssignment(ctx, courseId, {
      title: sharing,
      brief: fromPlainText("Write."),
      opensAt: `${date(-10)}T09:00`,
      dueAt: `${date(30)}T17:00`,
      closesAtDue: true,
      cutOffAt: null,
      commentsOn: true,
      othersReadFrom: null,
      membersMay: [...powers],
      sharing,
      setId: sharing === "group" ? set.setId : null,
      expected: [],
      starterPages: ["Home", "Banks", "Fish"].map((title) => ({
        id: newId(),
        title,
        document: fromPlainText("Say what you saw.\n\nSay it again."),
        parentId: null,
        forEachMember: false,
      })),
    });
    if (prepared.kind !== "saved") throw new Error(JSON.stringify(prepared));
    await publishAssignment(ctx, courseId, prepared.assignmentId);
    await bringWikisUp(ctx, { courseId, assignmentId: prepared.assignmentId });
    const wikis = await db
      .select({ id: wiki.id })
      .from(wiki)
      .where(and(eq(wiki.courseId, courseId), eq(wiki.assignmentId, prepared.assignmentId)))
      .orderBy(wiki.position);
    made.push(
      await Promise.all(
        wikis.map(async ({ id }) => ({
          wikiId: id,
          pages: (
            await db
              .select({ id: page.id })
              .from(page)
              .where(and(eq(page.wikiId, id), isNull(page.removedAt)))
              .orderBy(page.position)
          ).map((each) => each.id),
        })),
      ),
    );
  }
  return { ctx, people, shared: made[0]![0]!, own: made[1]! };
}

async function run(): Promise<void> {
  await migrateDatabase(url);
  const { db, close } = openDatabase(url, 4);
  const { ctx, people, shared, own } = await makeClass(db);
  const sql = postgres(url, { max: 8, onnotice: () => {}, connection: { application_name: "load" } });
  const { node } = JSON.parse(
    readFileSync(`${build}/.next/server/server-reference-manifest.json`, "utf8"),
  ) as { node: Record<string, { filename: string; exportedName: string }> };
  const saveAction = Object.entries(node).find(
    ([, { filename, exportedName }]) =>
      exportedName === "saveText" && filename.includes("pages/[page]/write"),
  )![0];
  const place: Place = { base, saveAction, courseId, sql };
  await startServer();
  const troubles = [
    async () => {
      await killServer();
      await startServer();
    },
    async () => {
      await sql`select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database()
        and pid <> pg_backend_pid() and application_name <> 'load'`.catch(() => null);
    },
    async () => {
      spawnSync("bash", [process.env.TIDY_RESTART_DATABASE!], { stdio: "ignore" });
    },
  ];
  const crowds = [
    {
      name: "30 on one page",
      people: people.slice(0, 30),
      pagesOf: () => [shared.pages[0]!],
      wikis: [shared.wikiId],
    },
    {
      name: "200 on 120 pages",
      people,
      pagesOf: (person: number) => own[Math.floor(person / 5)]!.pages,
      wikis: own.map(({ wikiId }) => wikiId),
    },
  ];
  const rows: string[][] = [];
  let isWhole = true;
  for (const crowd of crowds) {
    const told = await runCrowd(place, { ...crowd, seconds, troubles, every: 12 });
    const { missing, untold } = await lost(place, told.acknowledged, [
      ...new Set(crowd.people.flatMap((_, person) => crowd.pagesOf(person))),
    ]);
    const checked = await Promise.all(crowd.wikis.map((wikiId) => verifyWiki(ctx, courseId, wikiId)));
    const faults = checked.reduce((sum, each) => sum + each!.faults.length, 0);
    const waits = told.waits.sort((one, other) => one - other);
    const at = (part: number) => milliseconds(waits[Math.floor(part * (waits.length - 1))] ?? 0);
    rows.push([
      crowd.name,
      String(told.acknowledged.length),
      String(told.troubles),
      String(told.sentAgain),
      String(told.settledByHand),
      String(missing.length),
      String(untold),
      String(faults),
      at(0.5),
      at(0.95),
    ]);
    isWhole &&= missing.length === 0 && untold === 0 && faults === 0 && told.acknowledged.length > 0;
  }
  const differences = await findDifferences(db, courseId);
  console.log(
    table(
      [
        "crowd",
        "saves acknowledged",
        "troubles",
        "sent again",
        "settled by hand",
        "missing",
        "untold",
        "chain faults",
        "median ms",
        "p95 ms",
      ],
      rows,
    ),
  );
  console.log(
    `Stored figures that differ from recomputed ones: ${differences.length}. Each crowd wrote for ${seconds} s.`,
  );
  await killServer();
  await sql.end();
  await close();
  if (!isWhole || differences.length > 0) process.exitCode = 1;
}

await run();
