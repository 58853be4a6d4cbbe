/**
 * A whole class on a database of its own: 300 students in 60 wikis of 10 pages with 30,000 entries. Times the
 * review, the recomputation of all credit, and one save. Wants an empty database in DATABASE_URL; run by
 * `bin/bench-class`.
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
import { saveGroupSet } from "@/data/groups/write";
import { page, wiki } from "@/data/db/tables/wikis";
import { recomputeOnAllCores } from "@/commands/parts/on-all-cores";
import { findDifferences } from "@/data/ledger/check";
import { ledgerLines } from "@/data/ledger/list";
import { findNews } from "@/data/news/read";
import { findPage } from "@/data/pages/read";
import { savePage } from "@/data/pages/write";
import { compareStates, whoWroteWhat } from "@/data/ledger/states";
import { findGroup } from "@/data/review/group";
import { assignmentReview } from "@/data/review/read";
import { findStatement } from "@/data/review/student";
import { allTime } from "@/data/review/period";
import type { Context } from "@/data/session/context";
import { newId } from "@/data/session/ids";
import { fill } from "./fill";
import { benchMarking } from "./marking";
import { milliseconds, table } from "./table";

const [groups, membersEach, pagesEach, entriesEach] = [Number(process.env.BENCH_GROUPS ?? 60), 5, 10, 500];
const starterPages = Number(process.env.BENCH_STARTER_PAGES ?? 1);
const url = process.env.DATABASE_URL!;
const courseId = "classcourse1";
const start = new Date("2026-02-02T09:00:00Z");

async function timed<Result>(act: () => Promise<Result>): Promise<[Result, number]> {
  const started = performance.now();
  const result = await act();
  return [result, performance.now() - started];
}

async function run(): Promise<void> {
  await migrateDatabase(url);
  const { db, close } = openDatabase(url, 4);
  const students = Array.from(
    { length: groups * membersEach },
    (_, index) => `student${String(index).padStart(5, "0")}`,
  );
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
      timeZone: "Europe/Dublin",
      startsOn: "2026-02-02",
      endsOn: "2026-06-30",
    },
    [
      ...students.map((id) => ({ id, role: "student" as const })),
      { id: "teacher00001", role: "instructor" as const },
    ],
    start,
  );
  const ctx: Context = { db, viewer: { id: "teacher00001", name: "teacher" }, now: start, newId };
  const set = await saveGroupSet(ctx, courseId, null, {
    title: "Groups",
    seed: null,
    signUpLimit: null,
    signUpUntil: null,
    published: true,
    movesFrom: null,
    groups: Array.from({ length: groups }, (_, index) => ({
      id: null,
      name: `Group ${index + 1}`,
      topic: "",
      members: students.slice(index * membersEach, (index + 1) * membersEach),
    })),
  });
  if (set.kind !== "saved") throw new Error(JSON.stringify(set));
  const made = await prepareAssignment(ctx, courseId, {
    title: "Dossier",
    brief: fromPlainText("Write."),
    opensAt: "2026-02-02T09:00",
    dueAt: "2026-06-01T17:00",
    closesAtDue: true,
    cutOffAt: null,
    commentsOn: true,
    othersReadFrom: null,
    membersMay: [...powers],
    sharing: "group",
    setId: set.setId,
    expected: [],
    starterPages: Array.from({ length: starterPages }, (_, index) => ({
      id: newId(),
      title: index === 0 ? "Home" : `Page ${index}`,
      document: fromPlainText("Say where it rises."),
      parentId: null,
      forEachMember: false,
    })),
  });
  if (made.kind !== "saved") throw new Error(JSON.stringify(made));
  await publishAssignment(ctx, courseId, made.assignmentId);
  const [, makingWikis] = await timed(() => bringWikisUp(ctx, { courseId, assignmentId: made.assignmentId }));
  const wikis = await db.select({ id: wiki.id, position: wiki.position }).from(wiki).orderBy(wiki.position);
  for (const each of wikis)
    await fill(
      db,
      courseId,
      each.id,
      students.slice(each.position * membersEach, (each.position + 1) * membersEach),
      start,
      { entries: entriesEach, words: 3000, pages: pagesEach - 1 },
    );
  await db.execute(sql`update wiki set credit_version = 0`);
  const [recomputed, recomputing] = await timed(() => recomputeOnAllCores(db, courseId));
  await db.execute(sql`analyze`);
  await assignmentReview(ctx, courseId, made.assignmentId);
  const [review, reviewing] = await timed(
    async () => (await assignmentReview(ctx, courseId, made.assignmentId))!,
  );
  const asAt = await median(9, () =>
    assignmentReview(ctx, courseId, made.assignmentId, {
      from: null,
      until: new Date(start.getTime() + 20 * 24 * 3600 * 1000),
    }),
  );
  const inWeek = await median(9, () =>
    assignmentReview(ctx, courseId, made.assignmentId, {
      from: new Date(start.getTime() + 14 * 24 * 3600 * 1000),
      until: new Date(start.getTime() + 21 * 24 * 3600 * 1000),
    }),
  );
  const oneGroup = await median(9, () => findGroup(ctx, courseId, wikis[0]!.id, allTime));
  const period = {
    from: new Date(start.getTime() + 20 * 24 * 3600 * 1000),
    until: new Date(start.getTime() + 25 * 24 * 3600 * 1000),
  };
  const otherPeriod = await median(9, () => findGroup(ctx, courseId, wikis[0]!.id, period));
  const oneStudent = await median(9, () => findStatement(ctx, courseId, wikis[0]!.id, students[0]!, allTime));
  const [, finding] = await timed(async () => {
    for (const each of wikis) await findGroup(ctx, courseId, each.id, allTime);
  });
  const [long] = await db
    .select({ id: page.id, entries: page.entries })
    .from(page)
    .where(eq(page.wikiId, wikis[0]!.id))
    .orderBy(desc(page.entries))
    .limit(1);
  const who = await median(9, () => whoWroteWhat(ctx, courseId, long!.id, long!.entries));
  const compared = await median(9, () => compareStates(ctx, courseId, long!.id, 1, long!.entries));
  const afterwards = { ...ctx, now: new Date("2026-05-01T09:00:00Z") };
  const news = await median(9, () => findNews(afterwards, courseId, null, null));
  const ledger = await median(9, () => ledgerLines(afterwards, courseId, { kind: "page", id: long!.id }));
  const wikiLedger = await median(9, () =>
    ledgerLines(afterwards, courseId, { kind: "wiki", id: wikis[0]!.id }),
  );
  const phrase = await median(3, () =>
    ledgerLines(afterwards, courseId, { kind: "wiki", id: wikis[0]!.id }, { phrase: "weir" }),
  );
  const [differences, checking] = await timed(() => findDifferences(db, courseId));
  const writer: Context = {
    ...ctx,
    viewer: { id: students[0]!, name: "student" },
    now: new Date("2026-05-01T09:00:00Z"),
  };
  const saves: number[] = [];
  const [first] = await db
    .select({ id: page.id })
    .from(page)
    .where(sql`${page.wikiId} = ${wikis[0]!.id} and ${page.entries} > 5`)
    .limit(1);
  for (let save = 0; save < 21; save++) {
    const found = (await findPage(writer, courseId, first!.id))!;
    const document = {
      ...found.document,
      content: [
        ...(found.document.content ?? []),
        { type: "paragraph", content: [{ type: "text", text: `Sentence number ${save} about the weir.` }] },
      ],
    };
    saves.push(
      (
        await timed(() =>
          savePage(writer, { courseId, pageId: first!.id, base: found.entries, document, note: "" }),
        )
      )[1],
    );
  }
  const marking = await benchMarking(
    afterwards,
    courseId,
    made.assignmentId,
    wikis.map(({ id }) => id),
    median,
  );
  console.log(
    table(
      ["a class", "measured"],
      [
        [
          "students, wikis, pages",
          `${review.reduce((sum, group) => sum + group.members.length, 0)}, ${review.length}, ${(await db.select({ id: page.id }).from(page)).length}`,
        ],
        [`making the wikis, ${starterPages} starter pages each, s`, (makingWikis / 1000).toFixed(1)],
        ["entries", recomputed.entriesDone.toLocaleString("en")],
        ["the whole review from stored figures, ms", milliseconds(reviewing)],
        ["the same as at a time three weeks in, ms", milliseconds(asAt)],
        ["the same for a week, ms", milliseconds(inWeek)],
        [`a group of ${entriesEach} entries, ms`, milliseconds(oneGroup)],
        ["the same for five days of it, ms", milliseconds(otherPeriod)],
        ["a student's statement there, ms", milliseconds(oneStudent)],
        ["all groups one after the other, findings included, s", (finding / 1000).toFixed(1)],
        [`who wrote what on its page of ${long!.entries} entries, ms`, milliseconds(who)],
        ["its first and its last state compared, ms", milliseconds(compared)],
        ["its ledger, the newest hundred lines, ms", milliseconds(ledger)],
        ["the wiki's ledger, the newest hundred lines, ms", milliseconds(wikiLedger)],
        ["the entries of the wiki in which a word came or went, ms", milliseconds(phrase)],
        ["the news of the whole course, ms", milliseconds(news)],
        ["all credit computed anew, s", (recomputing / 1000).toFixed(1)],
        ["entries a second", Math.round(recomputed.entriesDone / (recomputing / 1000)).toLocaleString("en")],
        ["stored and recomputed compared, s", (checking / 1000).toFixed(1)],
        ["differences found", String(differences.length)],
        ["the marks of the whole class, ms", milliseconds(marking.table)],
        ["a group as it is assessed, without its work, ms", milliseconds(marking.desk)],
        ["a level stored, and the account read anew, ms", milliseconds(marking.judging)],
        ["all marks released, with mail, ms", milliseconds(marking.releasing)],
        ["one save, median ms", milliseconds(saves.sort((one, other) => one - other)[10]!)],
      ],
    ),
  );
  await close();
}

async function median(times: number, act: () => Promise<unknown>): Promise<number> {
  const took: number[] = [];
  for (let run = 0; run < times; run++) took.push((await timed(act))[1]);
  return took.sort((one, other) => one - other)[Math.floor(times / 2)]!;
}

run().then(
  () => process.exit(0),
  (error: unknown) => {
    console.error(error);
    process.exit(1);
  },
);
