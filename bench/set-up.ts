/**
 * Setting up a large course on a database of its own: 2,000 people read from a list, 400 groups by chance,
 * 400 wikis of ten starter pages, and the screens that list them. Wants an empty database in DATABASE_URL;
 * run by `bin/bench-class set-up`.
 */
import { powers } from "@/core/access/may";
import { fromPlainText } from "@/core/document/plain";
import { proposeColumns } from "@/core/roster/columns";
import { makeGroups } from "@/core/roster/groups";
import { readTable } from "@/core/roster/table";
import { createAccounts } from "@/data/accounts/write";
import { readableWikis } from "@/data/assignments/read";
import { bringWikisUp } from "@/data/assignments/wikis";
import { prepareAssignment, publishAssignment } from "@/data/assignments/write";
import { insertCourse } from "@/data/courses/write";
import { openDatabase } from "@/data/db/client";
import { migrateDatabase } from "@/data/db/migrate";
import { visitDesk } from "@/data/desk/read";
import { groupSets } from "@/data/groups/read";
import { saveGroupSet } from "@/data/groups/write";
import { planList, readList } from "@/data/people/list";
import { coursePeople } from "@/data/people/read";
import type { Context } from "@/data/session/context";
import { newId } from "@/data/session/ids";
import { table } from "./table";

const [people, groups, starterPages] = [2000, 400, 10];
const url = process.env.DATABASE_URL!;
const courseId = "largecourse1";
const now = new Date("2026-02-02T09:00:00Z");
const lines: [string, string][] = [];

async function timed<Result>(what: string, act: () => Promise<Result> | Result): Promise<Result> {
  const started = performance.now();
  const result = await act();
  lines.push([what, `${Math.round(performance.now() - started).toLocaleString("en")}`]);
  return result;
}

async function run(): Promise<void> {
  await migrateDatabase(url);
  const { db, close } = openDatabase(url, 4);
  await createAccounts(
    db,
    [{ id: "teacher", name: "Teacher", email: "teacher@rivers.example", passwordHash: "none" }],
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
    [{ id: "teacher", role: "instructor" }],
    now,
  );
  const ctx: Context = { db, viewer: { id: "teacher", name: "Teacher" }, now, newId };
  const text = [
    "Name;Mail;Section",
    ...Array.from({ length: people }, (_, at) => `Person ${at};p${at}@rivers.example;${"ABCDEFG"[at % 7]}`),
  ].join("\n");
  const read = await timed("the list read in the browser's part", () => readTable(text));
  if (read.kind !== "table") throw new Error(read.problem);
  const { headings, rows, lines: at } = read.table;
  const input = {
    table: { headings: [...headings!], rows: rows.map((row) => [...row]), lines: [...at] },
    kinds: proposeColumns(read.table),
    groups: null,
  };
  const planned = await timed("its dry run", () => planList(ctx, courseId, input));
  if (planned.kind !== "planned") throw new Error(planned.problem.code);
  await timed("reading it, with invitations", () =>
    readList(ctx, courseId, input, { expected: planned.plan.counts, leaveOutFaulty: false, invites: true }),
  );
  const everybody = await timed("the list of people", () => coursePeople(ctx, courseId));
  const students = everybody
    .filter(({ role }) => role === "student")
    .map(({ id, section }) => ({ id, values: [section] }));
  const made = await timed("groups by chance, spread by section", () =>
    makeGroups({ people: students, into: { groups }, together: [], apart: [], seed: 1 }),
  );
  if (made.kind !== "made") throw new Error(made.problem);
  const set = await timed("storing the groups", () =>
    saveGroupSet(ctx, courseId, null, {
      title: "Groups",
      seed: 1,
      signUpLimit: null,
      signUpUntil: null,
      published: true,
      movesFrom: null,
      groups: made.groups.map((members, index) => ({
        id: null,
        name: `Group ${index + 1}`,
        topic: "",
        members: [...members],
      })),
    }),
  );
  if (set.kind !== "saved") throw new Error(set.problem.code);
  const starter = Array.from({ length: starterPages }, (_, index) => ({
    id: newId(),
    title: index === 0 ? "Home" : `Page ${index}`,
    document: fromPlainText("Say where it rises."),
    parentId: null,
    forEachMember: false,
  }));
  const assignment = await prepareAssignment(ctx, courseId, {
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
    starterPages: starter,
  });
  if (assignment.kind !== "saved") throw new Error(assignment.problem.code);
  await publishAssignment(ctx, courseId, assignment.assignmentId);
  const place = { courseId, assignmentId: assignment.assignmentId };
  await timed(`making ${groups} wikis of ${starterPages} pages`, () => bringWikisUp(ctx, place));
  await timed("looking again whether one is missing", () => bringWikisUp(ctx, place));
  await timed("the list of wikis", () => readableWikis(ctx, courseId));
  await timed("the sets of groups", () => groupSets(ctx, courseId));
  await timed("the desk", () => visitDesk(ctx, courseId));
  console.log(table([`${people} people, ${groups} groups`, "ms"], lines));
  await close();
}

run().then(
  () => process.exit(0),
  (problem: unknown) => {
    console.error(problem);
    process.exit(1);
  },
);
