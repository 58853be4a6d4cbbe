/**
 * What the largest and worst that one person can send costs the server: each accepted as it is, with the time
 * until the answer, how long the thread that answers was held in one go, and how much memory came. Wants an
 * empty database in DATABASE_URL; run by `bin/bench-class held`.
 */
import { monitorEventLoopDelay } from "node:perf_hooks";
import type { DocumentNode, PageDocument } from "@/core/document/model";
import { powers } from "@/core/access/may";
import { fromPlainText } from "@/core/document/plain";
import { createAccounts } from "@/data/accounts/write";
import { readableWikis } from "@/data/assignments/read";
import { bringWikisUp } from "@/data/assignments/wikis";
import { prepareAssignment, publishAssignment } from "@/data/assignments/write";
import { addComment } from "@/data/comments/write";
import { insertCourse } from "@/data/courses/write";
import { openDatabase } from "@/data/db/client";
import { migrateDatabase } from "@/data/db/migrate";
import { keepDraft } from "@/data/drafts/write";
import { saveGroupSet } from "@/data/groups/write";
import { ledgerLines } from "@/data/ledger/list";
import { findEntry } from "@/data/ledger/read";
import { compareStates, whoWroteWhat } from "@/data/ledger/states";
import { askForPlace, setAsking } from "@/data/people/requests";
import { planList } from "@/data/people/list";
import { findPage } from "@/data/pages/read";
import { previewRestore } from "@/data/pages/restoring";
import { savePage, startPage } from "@/data/pages/write";
import { openedBy } from "@/data/doors/links";
import { course } from "@/data/db/tables/courses";
import type { Context } from "@/data/session/context";
import { newId } from "@/data/session/ids";
import { worstContents, worstDocument } from "../tests/support/worst-documents";
import { table } from "./table";

const url = process.env.DATABASE_URL!;
const courseId = "heldcourse1";
const rows: [string, string, string, string][] = [];
let [longest, longestOf] = [0, ""];

/** Runs one request, and notes what it cost. */
async function timed<Result>(what: string, act: () => Promise<Result>): Promise<Result> {
  globalThis.gc?.();
  const [memory, held, began] = [
    process.memoryUsage().rss,
    monitorEventLoopDelay({ resolution: 5 }),
    performance.now(),
  ];
  held.enable();
  const result = await act();
  const took = performance.now() - began;
  // The last stretch shows once the loop has turned.
  await new Promise((done) => setTimeout(done, 12));
  held.disable();
  const most = Math.max(0, held.max / 1e6 - 5);
  if (most > longest) [longest, longestOf] = [most, what];
  rows.push([
    what,
    Math.round(took).toLocaleString("en"),
    Math.round(most).toLocaleString("en"),
    Math.round(Math.max(0, process.memoryUsage().rss - memory) / 1e6).toLocaleString("en"),
  ]);
  return result;
}

async function run(): Promise<void> {
  await migrateDatabase(url);
  const { db, close } = openDatabase(url, 6);
  const people = ["ines", "mira", "jonas"];
  const now = new Date("2026-03-16T10:00:00Z");
  let minute = 0;
  await createAccounts(
    db,
    people.map((id) => ({ id, name: id, email: `${id}@rivers.example`, passwordHash: "none" })),
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
    people.map((id) => ({ id, role: id === "ines" ? "instructor" : "student" })),
    now,
  );
  const as = (id: string): Context => ({
    db,
    viewer: { id, name: id },
    now: new Date(now.getTime() + 60_000 * minute++),
    newId,
  });
  const set = await saveGroupSet(as("ines"), courseId, null, {
    title: "Rivers",
    seed: null,
    signUpLimit: null,
    signUpUntil: null,
    published: true,
    movesFrom: null,
    groups: [{ id: null, name: "Alder", topic: "", members: ["mira", "jonas"] }],
  });
  if (set.kind !== "saved") throw new Error("no set");
  const prepared = await prepareAssignment(as("ines"), courseId, {
    title: "Dossier",
    brief: fromPlainText("Write."),
    opensAt: "2026-03-02T09:00",
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
        document: fromPlainText("The river"),
        parentId: null,
        forEachMember: false,
      },
    ],
  });
  if (prepared.kind !== "saved") throw new Error("not prepared");
  const { assignmentId } = prepared;
  await publishAssignment(as("ines"), courseId, assignmentId);
  await bringWikisUp(as("ines"), { courseId, assignmentId });
  const wikiId = (await readableWikis(as("ines"), courseId, assignmentId))[0]!.id;

  const changed = (document: PageDocument, word: string): PageDocument => ({
    ...document,
    content: (document.content ?? []).map((node, at): DocumentNode =>
      at % 2 === 0 && node.type === "paragraph"
        ? { ...node, content: [{ type: "text", text: `${word} ` }, ...(node.content ?? [])] }
        : node,
    ),
  });
  for (const name of Object.keys(worstContents).filter(
    (each) => !/addresses|pictures|links to pages/.test(each),
  )) {
    const document = worstDocument(name);
    const json = JSON.stringify(document);
    const started = await timed(`${name}: started`, () =>
      startPage(as("mira"), { courseId, wikiId, title: name, document: json, note: "" }),
    );
    if (started.kind !== "saved") throw new Error(JSON.stringify(started));
    const { pageId } = started;
    const kept = (await findPage(as("mira"), courseId, pageId))!.document;
    await timed(`${name}: kept as a draft`, () =>
      keepDraft(
        as("mira"),
        { courseId, pageId },
        { base: 1, title: "", note: "", at: now.toISOString(), document },
      ),
    );
    await timed(`${name}: changed all over`, () =>
      savePage(as("mira"), {
        courseId,
        pageId,
        base: 1,
        document: JSON.stringify(changed(kept, "ours")),
        note: "",
      }),
    );
    await timed(`${name}: merged`, () =>
      savePage(as("jonas"), {
        courseId,
        pageId,
        base: 1,
        document: JSON.stringify({
          ...kept,
          content: [...(kept.content ?? []).slice(1), ...(kept.content ?? []).slice(0, 1)],
        }),
        note: "",
      }),
    );
    await timed(`${name}: read`, () => findPage(as("jonas"), courseId, pageId));
    await timed(`${name}: an entry`, () => findEntry(as("jonas"), courseId, pageId, 2));
    await timed(`${name}: compared`, () => compareStates(as("jonas"), courseId, pageId, 0, 2));
    await timed(`${name}: who wrote what`, () => whoWroteWhat(as("jonas"), courseId, pageId, 2));
    await timed(`${name}: a restore looked at`, () => previewRestore(as("jonas"), courseId, pageId, 1, null));
    await timed(`${name}: a passage commented on`, () =>
      addComment(as("jonas"), {
        courseId,
        pageId,
        parent: null,
        body: "*a".repeat(2400),
        passage: { quote: "x ".repeat(400).trim(), near: 0, entry: 1 },
      }),
    );
  }
  await timed("what is looked for in a ledger", () =>
    ledgerLines(as("jonas"), courseId, { kind: "wiki", id: wikiId }, { phrase: "x" }),
  );
  await timed("a list of 20,000 people", () =>
    planList(as("ines"), courseId, {
      table: {
        headings: ["Name", "Address"],
        rows: Array.from({ length: 20_000 }, (_, at) => [
          `Person ${at}`,
          `"Person ${at}" <p${at}@rivers.example>`,
        ]),
        lines: Array.from({ length: 20_000 }, (_, at) => at + 2),
      },
      kinds: ["name", "address"],
      groups: null,
    }),
  );
  await setAsking(as("ines"), courseId, true);
  const [{ askCode }] = (await db.select({ askCode: course.askCode }).from(course)) as [{ askCode: string }];
  await timed("4 MB of spaces in the public form", () =>
    askForPlace({ db, now, newId }, askCode, { name: "Asker", address: " ".repeat(4_000_000), message: "" }),
  );
  await timed("a readers' address of 60 signs", () => openedBy({ db, now, newId }, "x".repeat(60)));
  console.log(table(["one request", "until the answer, ms", "thread held, ms", "memory, MB"], rows));
  console.log(`\nThe longest that the thread was held: ${Math.round(longest)} ms, by “${longestOf}”.`);
  await close();
}

run().then(
  () => process.exit(0),
  (problem: unknown) => {
    console.error(problem);
    process.exit(1);
  },
);
