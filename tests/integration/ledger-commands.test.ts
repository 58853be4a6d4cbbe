/** What operators run about the ledger, as they run it: processes of their own on a real database. */
import { execFile } from "node:child_process";
import { mkdtemp, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { eq, sql } from "drizzle-orm";
import { afterAll, beforeAll, expect, inject, test } from "vitest";
import { storedVersion } from "@/core/credit/stored";
import { wiki } from "@/data/db/tables/wikis";
import { db, later, makeCourse, pageNamed, type TestCourse, write } from "../support/course";

const root = fileURLToPath(new URL("../..", import.meta.url));
const folder = mkdtemp(join(tmpdir(), "tidy-ledger-"));
let course: TestCourse;

beforeAll(async () => {
  course = await makeCourse();
  const { courseId, wikiId, homeId, as } = course;
  await write(as("mira", later(1)), courseId, homeId, "The gauge stood at forty centimetres.");
  await write(as("jonas", later(2)), courseId, homeId, "The gauge stood at fifty centimetres, and rose.");
  await write(
    as("jonas", later(3)),
    courseId,
    await pageNamed(as("jonas"), courseId, wikiId, "Plan"),
    "First the weir. The gauge stood at forty centimetres.",
  );
});

afterAll(async () => {
  await rm(await folder, { recursive: true, force: true });
});

function npm(...words: readonly string[]): Promise<{ code: number; out: string; err: string }> {
  const env = { ...process.env, DATABASE_URL: inject("databaseUrl") };
  return new Promise((resolve) => {
    execFile(
      "npm",
      ["run", "-s", ...words],
      { cwd: root, env, timeout: 60_000, maxBuffer: 2 ** 26 },
      (error, out, err) => {
        resolve({ code: typeof error?.code === "number" ? error.code : error ? 1 : 0, out, err });
      },
    );
  });
}

const entriesOf = async (courseId: string) =>
  await db
    .select({ entries: wiki.entries, version: wiki.creditVersion })
    .from(wiki)
    .where(eq(wiki.courseId, courseId))
    .orderBy(wiki.id);

test("checking names each difference and changes nothing; computing anew, by all cores, puts it right", async () => {
  const { courseId, homeId } = course;
  expect(await npm("ledger:check", "--", courseId)).toMatchObject({
    code: 0,
    out: "What is stored is what the ledger says.\n",
  });
  await db.execute(
    sql`update entry_credit set added = added + 40 where course_id = ${courseId} and page_id = ${homeId}
      and number = 2`,
  );
  await db.execute(
    sql`update standing set words = 900 where course_id = ${courseId} and page_id = ${homeId}
      and rev = (select max(rev) from standing where course_id = ${courseId} and page_id = ${homeId})`,
  );
  for (let time = 0; time < 2; time++) {
    const { code, out } = await npm("ledger:check", "--", courseId);
    expect(code).toBe(1);
    expect(out).toMatch(new RegExp(`page ${homeId}, entry 2: added is stored as`));
    expect(out).toMatch(new RegExp(`page ${homeId}: standing words is stored as .*900`));
  }
  const before = await entriesOf(courseId);
  const { code, out } = await npm("ledger:recompute", "--", courseId);
  expect(code).toBe(0);
  const total = before.reduce((sum, { entries }) => sum + entries, 0);
  expect(out).toMatch(
    new RegExp(
      `^Computed ${total} entries of ${before.filter(({ entries }) => entries > 0).length} wikis anew in `,
    ),
  );
  expect((await npm("ledger:check", "--", courseId)).code).toBe(0);
  expect(await entriesOf(courseId)).toEqual(before);
}, 60_000);

test("what was computed already is not computed again by going on", async () => {
  expect((await npm("ledger:recompute", "--", course.courseId, "--continue")).out).toMatch(
    /^Computed 0 entries of 0 wikis anew/,
  );
  await db.update(wiki).set({ creditVersion: 0 }).where(eq(wiki.id, course.wikiId));
  expect((await npm("ledger:recompute", "--", course.courseId, "--continue")).out).toMatch(
    /^Computed \d+ entries of 1 wikis anew/,
  );
}, 60_000);

/**
 * As an installation is found after an upgrade: pages stored by the engine before, whose bytes the new one
 * does not read.
 */
async function storeAsVersionBefore(): Promise<void> {
  const { courseId } = course;
  await db
    .update(wiki)
    .set({ creditVersion: storedVersion - 1 })
    .where(eq(wiki.courseId, courseId));
  await db.execute(sql`update page set credit = set_byte(credit, 0, ${storedVersion - 1})
    where course_id = ${courseId} and credit is not null`);
}

test("a database of the version before is computed anew, by the command or by the next save", async () => {
  const { courseId, wikiId, homeId, as } = course;
  const versions = async () =>
    new Set((await entriesOf(courseId)).filter(({ entries }) => entries > 0).map(({ version }) => version));
  await storeAsVersionBefore();
  expect((await npm("ledger:recompute", "--", courseId, "--continue")).out).toMatch(
    /^Computed [1-9]\d* entries of [1-9]\d* wikis anew/,
  );
  expect(await versions()).toEqual(new Set([storedVersion]));
  expect((await npm("ledger:check", "--", courseId)).code).toBe(0);
  await storeAsVersionBefore();
  await write(
    as("mira", later(4)),
    courseId,
    homeId,
    "The gauge stood at fifty centimetres, and rose again.",
  );
  const [saved] = await db.select({ version: wiki.creditVersion }).from(wiki).where(eq(wiki.id, wikiId));
  expect(saved).toEqual({ version: storedVersion });
  expect((await npm("ledger:recompute", "--", courseId, "--continue")).code).toBe(0);
  expect((await npm("ledger:check", "--", courseId)).code).toBe(0);
}, 60_000);

test("what is printed of a course proves itself elsewhere, and one changed word in it is found", async () => {
  const { out } = await npm("ledger:export", "--", course.courseId);
  const lines = out.trimEnd().split("\n");
  expect(lines.length).toBe(
    (await entriesOf(course.courseId)).reduce((sum, { entries }) => sum + entries, 0),
  );
  const file = join(await folder, "chain.jsonl");
  await writeFile(file, out);
  expect((await npm("ledger", "--", "verify", file)).code).toBe(0);
  await writeFile(file, out.replace("fifty centimetres, and rose", "fifty centimetres, and fell"));
  const changed = await npm("ledger", "--", "verify", file);
  expect(changed.code).toBe(1);
  expect(changed.out + changed.err).toContain(course.homeId);
}, 60_000);

test("a course that is not there, or words that are none, are refused, and nothing is done", async () => {
  const before = await entriesOf(course.courseId);
  expect(await npm("ledger:recompute", "--", "nowhere")).toMatchObject({
    code: 2,
    out: "",
    err: "There is no course nowhere\n",
  });
  const { code, err } = await npm("ledger:check", "--", course.courseId, "and", "more");
  expect(code).toBe(2);
  expect(err).toContain("Usage:");
  expect(await entriesOf(course.courseId)).toEqual(before);
}, 60_000);
