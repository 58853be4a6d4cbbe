/**
 * One page with 5,000 entries: its ledger, comparisons in it, who wrote what, a save on it. Wants an empty
 * database in DATABASE_URL; run by `bin/bench-class long`.
 */
import { desc, eq, sql } from "drizzle-orm";
import { powers } from "@/core/access/may";
import { fromPlainText } from "@/core/document/plain";
import { createAccounts } from "@/data/accounts/write";
import { bringWikisUp } from "@/data/assignments/wikis";
import { prepareAssignment, publishAssignment } from "@/data/assignments/write";
import { insertCourse } from "@/data/courses/write";
import { openDatabase } from "@/data/db/client";
import { migrateDatabase } from "@/data/db/migrate";
import { page, wiki } from "@/data/db/tables/wikis";
import { ledgerLines } from "@/data/ledger/list";
import { recomputeStale } from "@/data/ledger/recompute";
import { compareStates, whoWroteWhat } from "@/data/ledger/states";
import { findPage } from "@/data/pages/read";
import { savePage } from "@/data/pages/write";
import type { Context } from "@/data/session/context";
import { newId } from "@/data/session/ids";
import { fill } from "./fill";
import { milliseconds, table } from "./table";

const url = process.env.DATABASE_URL!;
const courseId = "longcourse01";
const start = new Date("2026-02-02T09:00:00Z");
const entries = Number(process.env.BENCH_ENTRIES ?? 5000);

async function median(times: number, act: () => Promise<unknown>): Promise<string> {
  const took: number[] = [];
  for (let run = 0; run < times; run++) {
    const started = performance.now();
    await act();
    took.push(performance.now() - started);
  }
  return milliseconds(took.sort((one, other) => one - other)[Math.floor(times / 2)]!);
}

async function run(): Promise<void> {
  await migrateDatabase(url);
  const { db, close } = openDatabase(url, 4);
  const students = Array.from({ length: 5 }, (_, at) => `student${at}`);
  await createAccounts(
    db,
    [...students, "teacher00001"].map((id) => ({
      id,
      name: id,
      email: `${id}@rivers.example`,
      passwordHash: "none",
    })),
    start,
  );
  await insertCourse(
    db,
    {
      id: courseId,
      title: "Rivers",
      term: "Spring",
      timeZone: "UTC",
      startsOn: "2026-02-02",
      endsOn: "2027-02-02",
    },
    [
      ...students.map((id) => ({ id, role: "student" as const })),
      { id: "teacher00001", role: "instructor" as const },
    ],
    start,
  );
  const ctx: Context = { db, viewer: { id: "teacher00001", name: "teacher" }, now: start, newId };
  const made = await prepareAssignment(ctx, courseId, {
    title: "Dossier",
    brief: fromPlainText("Write."),
    opensAt: "2026-02-02T09:00",
    dueAt: "2027-01-01T17:00",
    closesAtDue: true,
    cutOffAt: null,
    commentsOn: true,
    othersReadFrom: null,
    membersMay: [...powers],
    sharing: "class",
    setId: null,
    expected: [],
    starterPages: [
      {
        id: newId(),
        title: "Home",
        document: fromPlainText("Say where it rises."),
        parentId: null,
        forEachMember: false,
      },
    ],
  });
  if (made.kind !== "saved") throw new Error(JSON.stringify(made));
  await publishAssignment(ctx, courseId, made.assignmentId);
  await bringWikisUp(ctx, { courseId, assignmentId: made.assignmentId });
  const [own] = await db.select({ id: wiki.id }).from(wiki);
  await fill(db, courseId, own!.id, students, start, { entries, words: 10_000, pages: 1, staysAsLong: true });
  await db.execute(sql`update wiki set credit_version = 0`);
  await recomputeStale(db, courseId);
  await db.execute(sql`vacuum analyze`);
  const [long] = await db
    .select({ id: page.id, entries: page.entries, words: page.words })
    .from(page)
    .where(eq(page.wikiId, own!.id))
    .orderBy(desc(page.entries))
    .limit(1);
  const { id, entries: last, words } = long!;
  const at = { kind: "page", id } as const;
  const writer: Context = {
    ...ctx,
    viewer: { id: students[0]!, name: "student" },
    now: new Date("2026-12-01T09:00:00Z"),
  };
  const save = async () => {
    const found = (await findPage(writer, courseId, id))!;
    const document = {
      ...found.document,
      content: [
        ...(found.document.content ?? []),
        { type: "paragraph", content: [{ type: "text", text: `Seen again by hour ${found.entries}.` }] },
      ],
    };
    const saved = await savePage(writer, { courseId, pageId: id, base: found.entries, document, note: "" });
    if (saved.kind !== "saved") throw new Error(JSON.stringify(saved));
  };
  console.log(
    table(
      ["one page", "measured"],
      [
        ["entries, words", `${last.toLocaleString("en")}, ${words.toLocaleString("en")}`],
        ["its ledger, the newest hundred lines, ms", await median(9, () => ledgerLines(ctx, courseId, at))],
        [
          "a hundred lines from its middle, ms",
          await median(9, () => ledgerLines(ctx, courseId, at, {}, Math.floor(last / 2))),
        ],
        [
          "one entry compared with the one before, ms",
          await median(9, () => compareStates(ctx, courseId, id, last - 1, last)),
        ],
        [
          "the last hundred entries, by whom each stretch came, ms",
          await median(9, () => compareStates(ctx, courseId, id, last - 100, last)),
        ],
        [
          "its middle and its end, ms",
          await median(9, () => compareStates(ctx, courseId, id, Math.floor(last / 2), last)),
        ],
        [
          "its first and its last state, ms",
          await median(9, () => compareStates(ctx, courseId, id, 1, last)),
        ],
        ["who wrote what, ms", await median(9, () => whoWroteWhat(ctx, courseId, id, last))],
        ["reading it and one more save, ms", await median(9, save)],
      ],
    ),
  );
  await close();
}

run().then(
  () => process.exit(0),
  (error: unknown) => {
    console.error(error);
    process.exit(1);
  },
);
