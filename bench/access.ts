/**
 * Access at scale: a million questions against 500 rules, and on a database of its own a wiki of 200 pages
 * and 38 members: its sheet, and a change to 2,000 cells. Wants an empty database in DATABASE_URL; run by
 * `bin/bench-class access`.
 */
import { Ahead } from "@/core/access/ahead";
import { levels, type Person, powers, type Rule, Rulebook, scopes, type Who } from "@/core/access/may";
import type { Cell } from "@/core/access/setting";
import { cellAt, personAt } from "@/core/access/sheet";
import { fromPlainText } from "@/core/document/plain";
import { dice } from "@/core/roster/dice";
import { accessSheet } from "@/data/access/sheet";
import { previewAccess, setAccess, undoAccess } from "@/data/access/write";
import { createAccounts } from "@/data/accounts/write";
import { readableWikis } from "@/data/assignments/read";
import { bringWikisUp } from "@/data/assignments/wikis";
import { prepareAssignment, publishAssignment } from "@/data/assignments/write";
import { insertCourse } from "@/data/courses/write";
import { openDatabase } from "@/data/db/client";
import { migrateDatabase } from "@/data/db/migrate";
import { saveGroupSet } from "@/data/groups/write";
import { findWiki } from "@/data/pages/read";
import { startPage } from "@/data/pages/write";
import type { Context } from "@/data/session/context";
import { newId } from "@/data/session/ids";
import { table } from "./table";

const [members, pages, questions, ruleCount] = [38, 200, 1_000_000, 500];
const url = process.env.DATABASE_URL!;
const courseId = "sheetcourse1";
const now = new Date("2026-02-09T09:00:00Z");
const lines: [string, string][] = [];

/** The median of `times` runs. */
async function timed<Result>(what: string, act: () => Promise<Result> | Result, times = 1): Promise<Result> {
  const took: number[] = [];
  let result!: Result;
  for (let run = 0; run < times; run++) {
    const started = performance.now();
    result = await act();
    took.push(performance.now() - started);
  }
  took.sort((one, other) => one - other);
  lines.push([what, took[Math.floor(times / 2)]!.toFixed(took[0]! < 100 ? 1 : 0)]);
  return result;
}

function questionsOfTheCore(): Promise<number> {
  const { below, pick } = dice(11);
  const placesOf = {
    course: ["c"],
    assignment: ["a0", "a1"],
    wiki: Array.from({ length: 40 }, (_, at) => `w${at}`),
    page: Array.from({ length: 400 }, (_, at) => `p${at}`),
  };
  const who = (): Who =>
    pick<Who>([
      { kind: "course" },
      { kind: "students" },
      { kind: "group" },
      { kind: "members", group: `g${below(40)}` },
      { kind: "owner" },
      { kind: "person", person: `s${below(300)}` },
    ]);
  const rules = Array.from({ length: ruleCount }, (_, at): Rule => {
    const scope = pick(scopes.slice(1));
    const from = below(4) === 0 ? below(1000) : null;
    return {
      id: `r${at}`,
      scope,
      place: pick(placesOf[scope]),
      who: who(),
      level: pick(levels),
      from,
      until: below(4) === 0 ? 1000 + below(1000) : null,
      weekly: below(10) === 0 ? { days: [below(7)], from: 540, until: 660 } : null,
      isOfAssignment: false,
      madeAt: at,
    };
  });
  const people = Array.from({ length: 300 }, (_, at): Person => ({
    id: `s${at}`,
    role: "student",
    isMember: at % 3 === 0,
    groups: [`g${at % 40}`],
  }));
  const places = placesOf.page.map((page, at) => ({
    course: "c",
    assignment: `a${at % 2}`,
    wiki: `w${at % 40}`,
    page,
  }));
  return timed(
    `${questions.toLocaleString("en")} questions against ${ruleCount} rules, one core`,
    () => {
      const book = new Rulebook(rules, { at: 500, day: 2, minute: 600 });
      let writes = 0;
      for (let at = 0; at < questions; at++)
        if (book.levelOf(people[at % 300]!, places[(at * 7) % 400]!) === "write") writes++;
      return writes;
    },
    5,
  );
}

async function run(): Promise<void> {
  await questionsOfTheCore();
  await migrateDatabase(url);
  const { db, close } = openDatabase(url, 4);
  const people = Array.from({ length: members }, (_, at) => `student${at}`);
  await createAccounts(
    db,
    ["teacher", ...people].map((id) => ({
      id,
      name: id,
      email: `${id}@rivers.example`,
      passwordHash: "none",
    })),
    now,
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
    [{ id: "teacher", role: "instructor" }, ...people.map((id) => ({ id, role: "student" as const }))],
    now,
  );
  const ctx: Context = { db, viewer: { id: "teacher", name: "Teacher" }, now, newId };
  const set = await saveGroupSet(ctx, courseId, null, {
    title: "All",
    seed: null,
    signUpLimit: null,
    signUpUntil: null,
    published: true,
    movesFrom: null,
    groups: [{ id: null, name: "All of us", topic: "", members: people }],
  });
  if (set.kind !== "saved") throw new Error(set.problem.code);
  const prepared = await prepareAssignment(ctx, courseId, {
    title: "Dossier",
    brief: fromPlainText("Write."),
    opensAt: "2026-02-02T10:00",
    dueAt: "2026-05-01T17:00",
    closesAtDue: true,
    cutOffAt: null,
    commentsOn: true,
    othersReadFrom: null,
    membersMay: [...powers],
    sharing: "group",
    setId: set.setId,
    expected: [],
    starterPages: [
      {
        id: newId(),
        title: "Home",
        document: fromPlainText("The river."),
        parentId: null,
        forEachMember: false,
      },
    ],
  });
  if (prepared.kind !== "saved") throw new Error(prepared.problem.code);
  const { assignmentId } = prepared;
  await publishAssignment(ctx, courseId, assignmentId);
  await bringWikisUp(ctx, { courseId, assignmentId });
  const [wiki] = await readableWikis(ctx, courseId, assignmentId);
  for (let at = 1; at < pages; at++)
    await startPage(ctx, {
      courseId,
      wikiId: wiki!.id,
      title: `Reach ${at}`,
      document: fromPlainText(`Reach ${at} is steep.`),
      note: "",
    });
  const places = (await findWiki(ctx, courseId, wiki!.id))!.contents.map(({ id }) => id);
  const cells = places.flatMap((place) =>
    people
      .slice(0, 10)
      .map((each): Cell => ({ scope: "page", place, who: { kind: "person", person: each } })),
  );
  const setting = { level: "read" as const, from: null, until: null, weekly: null };
  await timed(
    `looking before at a change to ${cells.length.toLocaleString("en")} cells`,
    () => previewAccess(ctx, courseId, assignmentId, cells, setting),
    3,
  );
  const changed = await timed(
    `a change to ${cells.length.toLocaleString("en")} cells, in one transaction`,
    () => setAccess(ctx, courseId, assignmentId, cells, setting),
  );
  const sheet = await timed(
    `reading the sheet of ${pages} pages and ${members + 2} columns, with ${cells.length.toLocaleString("en")} rules`,
    () => accessSheet(ctx, courseId, assignmentId, { wiki: wiki!.id }),
    5,
  );
  await timed(
    "computing its cells, as the browser does",
    () => {
      const ahead = new Ahead(sheet!.rules, sheet!.timeZone, now.getTime());
      return sheet!.rows.map((row) =>
        sheet!.columns.map((column) => cellAt(ahead, personAt(column, row), row)),
      );
    },
    5,
  );
  await timed("undoing the change", () =>
    undoAccess(ctx, courseId, changed.kind === "changed" ? changed.changeId : ""),
  );
  await close();
  console.log(table(["what", "ms"], lines));
}

await run();
