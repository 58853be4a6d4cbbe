/**
 * Many who have pages open: 300 people on one page and 1,000 streams in all, something happening there every
 * second, while pages are read. Prints how long events take to each window, and what the streams cost those
 * who read. Wants an empty database in DATABASE_URL and a build in TIDY_BUILD; run by `bin/bench-class live`.
 */
import { spawn } from "node:child_process";
import { createHmac } from "node:crypto";
import { and, eq } from "drizzle-orm";
import { powers } from "@/core/access/may";
import { fromPlainText } from "@/core/document/plain";
import { dayLength } from "@/core/time/lengths";
import { createAccounts } from "@/data/accounts/write";
import { bringWikisUp } from "@/data/assignments/wikis";
import { prepareAssignment, publishAssignment } from "@/data/assignments/write";
import { addComment } from "@/data/comments/write";
import { insertCourse } from "@/data/courses/write";
import { openDatabase } from "@/data/db/client";
import { migrateDatabase } from "@/data/db/migrate";
import { session } from "@/data/db/tables/accounts";
import { page } from "@/data/db/tables/wikis";
import type { Context } from "@/data/session/context";
import { newId } from "@/data/session/ids";
import { milliseconds, table } from "./table";

const url = process.env.DATABASE_URL!;
const port = process.env.TIDY_PORT!;
const base = `http://127.0.0.1:${port}`;
const courseId = "livecourse01";
const [people, streams, events] = [300, 1000, 30];
const rest = (time: number) => new Promise((done) => setTimeout(done, time));
const at = (sorted: readonly number[], part: number) =>
  sorted[Math.min(sorted.length - 1, Math.floor(part * sorted.length))] ?? NaN;

/** Milliseconds of some page views, four at a time: the median, and what 95 of 100 stay below. */
async function readPages(
  cookies: readonly string[],
  pages: readonly string[],
  seconds: number,
): Promise<readonly [number, number]> {
  const took: number[] = [];
  const until = Date.now() + seconds * 1000;
  await Promise.all(
    Array.from({ length: 2 }, async (_, reader) => {
      for (let turn = reader; Date.now() < until; turn += 2) {
        const began = performance.now();
        const answer = await fetch(`${base}/courses/${courseId}/pages/${pages[turn % pages.length]!}`, {
          headers: { cookie: cookies[turn % cookies.length]! },
        });
        await answer.text();
        took.push(performance.now() - began);
        await rest(150);
      }
    }),
  );
  took.sort((one, other) => one - other);
  return [at(took, 0.5), at(took, 0.95)];
}

async function run(): Promise<void> {
  await migrateDatabase(url);
  const { db, close } = openDatabase(url, 4);
  const now = new Date();
  const ids = Array.from({ length: people }, (_, number) => `reader${String(number).padStart(5, "0")}`);
  await createAccounts(
    db,
    [...ids, "teacher00001"].map((id) => ({
      id,
      name: id,
      email: `${id}@rivers.example`,
      passwordHash: "none",
    })),
    now,
  );
  const date = (days: number) => new Date(now.getTime() + days * dayLength).toISOString().slice(0, 10);
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
      ...ids.map((id) => ({ id, role: "student" as const })),
      { id: "teacher00001", role: "instructor" as const },
    ],
    now,
  );
  const ctx: Context = { db, viewer: { id: "teacher00001", name: "teacher" }, now, newId };
  const prepared = await prepareAssignment(ctx, courseId, {
    title: "Class",
    brief: fromPlainText("Write."),
    opensAt: `${date(-10)}T09:00`,
    dueAt: `${date(30)}T17:00`,
    closesAtDue: true,
    cutOffAt: null,
    commentsOn: true,
    othersReadFrom: null,
    membersMay: [...powers],
    sharing: "class",
    setId: null,
    expected: [],
    starterPages: ["Home", "Banks", "Fish", "Weirs"].map((title) => ({
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
  const pages = (
    await db
      .select({ id: page.id })
      .from(page)
      .where(and(eq(page.courseId, courseId)))
      .orderBy(page.position)
  ).map(({ id }) => id);
  const signed = (token: string) =>
    `tidy-ledger.session_token=${encodeURIComponent(`${token}.${createHmac("sha256", process.env.BETTER_AUTH_SECRET!).update(token).digest("base64")}`)}`;
  const sessions = ids.map((userId) => ({
    id: newId(),
    token: newId() + newId(),
    userId,
    expiresAt: new Date(now.getTime() + dayLength),
    createdAt: now,
    updatedAt: now,
  }));
  await db.insert(session).values(sessions);
  const cookies = sessions.map(({ token }) => signed(token));

  const server = spawn("node", [`${process.env.TIDY_BUILD}/server.js`], {
    env: {
      ...process.env,
      PORT: port,
      HOSTNAME: "127.0.0.1",
      NODE_ENV: "production",
      BETTER_AUTH_URL: base,
      TIDY_DEMO: "0",
    },
    stdio: "ignore",
  });
  try {
    while (
      !(await fetch(`${base}/api/health`).then(
        ({ ok }) => ok,
        () => false,
      ))
    )
      await rest(100);
    const others = pages.slice(3);
    await readPages(cookies, others, 3);
    const before = await readPages(cookies, others, 10);

    /** When each comment was written, by its author's turn; and how long it took to each window. */
    const heard: number[] = [];
    let [open, wroteAt, isWatching] = [0, 0, false];
    const controllers: AbortController[] = [];
    const watch = async (number: number) => {
      const [on, controller] = [
        number < people ? pages[0]! : pages[1 + (number % 2)]!,
        new AbortController(),
      ];
      controllers.push(controller);
      const answer = await fetch(`${base}/courses/${courseId}/pages/${on}/live`, {
        headers: { cookie: cookies[number % people]!, accept: "text/event-stream" },
        signal: controller.signal,
      });
      if (answer.status !== 200) return;
      open++;
      const decoder = new TextDecoder();
      for await (const part of answer.body as unknown as AsyncIterable<Uint8Array>)
        if (isWatching && decoder.decode(part).includes('"comment"')) heard.push(performance.now() - wroteAt);
    };
    const began = performance.now();
    for (let number = 0; number < streams; number += 50) {
      for (let each = number; each < number + 50; each++) void watch(each).catch(() => undefined);
      await rest(250);
    }
    while (open < streams && performance.now() - began < 60_000) await rest(100);
    const opened = performance.now() - began;
    await rest(3000);
    isWatching = true;
    const reading = readPages(cookies, others, events);
    for (let event = 0; event < events; event++) {
      wroteAt = performance.now();
      await addComment(
        { db, viewer: { id: "teacher00001", name: "teacher" }, now: new Date(), newId },
        { courseId, pageId: pages[0]!, parent: null, body: `Event ${event}` },
      );
      await rest(Math.max(0, 1000 - (performance.now() - wroteAt)));
    }
    const during = await reading;
    await rest(1500);
    heard.sort((one, other) => one - other);
    console.log(
      table(
        ["300 people on one page, 1,000 streams, an event a second", ""],
        [
          ["streams open", open],
          ["all open after, ms", milliseconds(opened)],
          [`events told, of ${(events * people).toLocaleString("en")}`, heard.length.toLocaleString("en")],
          ["half of them within, ms", milliseconds(at(heard, 0.5))],
          ["95 of 100 within, ms", milliseconds(at(heard, 0.95))],
          ["the last within, ms", milliseconds(heard.at(-1) ?? NaN)],
          ["another page without streams, median and 95 of 100, ms", before.map(milliseconds).join(", ")],
          ["with them, ms", during.map(milliseconds).join(", ")],
        ],
      ),
    );
    for (const each of controllers) each.abort();
  } finally {
    server.kill("SIGKILL");
    await close();
  }
}

run().then(
  () => process.exit(0),
  (problem: unknown) => {
    console.error(problem);
    process.exit(1);
  },
);
