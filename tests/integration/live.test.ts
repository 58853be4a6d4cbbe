import { expect, test, vi } from "vitest";
import { addComment } from "@/data/comments/write";
import { eq } from "drizzle-orm";
import { readersAmong } from "@/data/access/readers";
import { standAtPage } from "@/data/access/read";
import { setArchived } from "@/data/courses/write";
import { createAccounts } from "@/data/accounts/write";
import { session } from "@/data/db/tables/accounts";
import { presence } from "@/data/db/tables/live";
import { goNear, whoIsHere } from "@/data/live/presence";
import { moveWindow, watchPage } from "@/data/live/watch";
import { newId } from "@/data/session/ids";
import type { LiveEvent } from "@/data/live/dto";
import type { Context } from "@/data/session/context";
import { db, later, makeCourse, pageNamed, setGroupLevel, type TestCourse, write } from "../support/course";

/** Watches the home page as somebody, and keeps what they are told. */
async function watching(
  { courseId, homeId }: TestCourse,
  ctx: Context,
  isWriting = false,
  seen: number | null = null,
) {
  const told: LiveEvent[] = [];
  const watch = await watchPage(ctx, courseId, homeId, { isWriting, seen }, (event) => told.push(event));
  const here = () =>
    told
      .flatMap((event) =>
        event.kind === "here"
          ? [event.people.map(({ name, isWriting: writes }) => (writes ? `${name} writes` : name))]
          : [],
      )
      .at(-1);
  return {
    told,
    here,
    end: watch!.end,
    beat: watch!.beat,
    id: told.flatMap((event) => (event.kind === "open" ? [event.id] : []))[0]!,
  };
}

test("those who have a page open are told of each other, of what is saved and said, and not of themselves", async () => {
  const course = await makeCourse();
  const { courseId, homeId, as } = course;
  const now = new Date();
  const [mira, jonas] = [
    await watching(course, as("mira", now)),
    await watching(course, as("jonas", now), true),
  ];
  expect(jonas.here()).toEqual(["mira"]);
  await vi.waitFor(() => expect(mira.here()).toEqual(["jonas writes"]));
  await write(as("jonas", later(1)), courseId, homeId, "Eels.");
  await addComment(as("jonas", later(2)), { courseId, pageId: homeId, parent: null, body: "Eels?" });
  await vi.waitFor(() =>
    expect(mira.told.filter(({ kind }) => kind === "entry" || kind === "comment")).toEqual([
      { kind: "entry", number: 2, by: "jonas" },
      { kind: "comment", by: "jonas" },
    ]),
  );
  expect(jonas.told.some(({ kind }) => kind === "entry" || kind === "comment")).toBe(false);
  await jonas.end();
  await vi.waitFor(() => expect(mira.here()).toEqual([]));
  await mira.end();
});

test("that somebody who is no member only reads is told to nobody; that they write is", async () => {
  const course = await makeCourse();
  const { as } = course;
  const now = new Date();
  const mira = await watching(course, as("mira", now));
  const reading = await watching(course, as("ines", now));
  expect(await whoIsHere(as("jonas", now), course.courseId, course.homeId)).toMatchObject([{ name: "mira" }]);
  expect(reading.here()).toEqual(["mira"]);
  const writing = await watching(course, as("ines", now), true);
  await vi.waitFor(() => expect(mira.here()).toEqual(["ines writes"]));
  for (const each of [mira, reading, writing]) await each.end();
});

test("where somebody is they say for their own window alone, and a window without a sign of life is gone", async () => {
  const course = await makeCourse();
  const { courseId, homeId, as } = course;
  const now = new Date();
  const [mira, jonas] = [await watching(course, as("mira", now)), await watching(course, as("jonas", now))];
  const window = { courseId, pageId: homeId, id: mira.id };
  expect(await goNear(as("jonas", now), window, "b1")).toBe(false);
  expect(await goNear(as("mira", now), { ...window, pageId: "elsewhere" }, "b1")).toBe(false);
  expect(await goNear(as("mira", now), window, "b1")).toBe(true);
  await vi.waitFor(() =>
    expect(jonas.told.at(-1)).toMatchObject({ kind: "here", people: [{ name: "mira", near: "b1" }] }),
  );
  const inAMinute = new Date(now.getTime() + 60_000);
  expect(await whoIsHere(as("jonas", inAMinute), courseId, homeId)).toEqual([]);
  await mira.beat(inAMinute);
  expect(await whoIsHere(as("jonas", inAMinute), courseId, homeId)).toMatchObject([{ name: "mira" }]);
  for (const each of [mira, jonas]) await each.end();
});

test("who may not read a page watches nothing, and a watch ends when it is closed to its reader", async () => {
  const course = await makeCourse();
  const { courseId, homeId, as } = course;
  const now = new Date();
  for (const name of ["priya", "una"] as const) {
    expect(
      await watchPage(as(name, now), courseId, homeId, { isWriting: false, seen: null }, () => undefined),
    ).toBeNull();
    expect(await whoIsHere(as(name, now), courseId, homeId)).toBeNull();
  }
  const [mira, tobin] = [await watching(course, as("mira", now)), await watching(course, as("tobin", now))];
  await setGroupLevel(as("ines", later(1)), course, homeId, "hidden");
  await write(as("ines", later(2)), courseId, homeId, "Not for them.");
  await vi.waitFor(() => expect(tobin.told).toContainEqual({ kind: "entry", number: 2, by: "ines" }));
  await vi.waitFor(() => expect(mira.told.at(-1)).toEqual({ kind: "closed" }));
  expect(mira.told.some(({ kind }) => kind === "entry")).toBe(false);
  const before = mira.told.length;
  await write(as("ines", later(3)), courseId, homeId, "Nor this.");
  await vi.waitFor(() => expect(tobin.told).toContainEqual({ kind: "entry", number: 3, by: "ines" }));
  expect(mira.told).toHaveLength(before);
  const jonas = await watching(course, as("jonas", now)).catch(() => null);
  expect(jonas).toBeNull();
  await tobin.end();
});

test("who looks as somebody else is told, and is not there", async () => {
  const course = await makeCourse();
  const { courseId, homeId, as } = course;
  const now = new Date();
  const looking = await watching(course, {
    ...as("mira", now),
    lookingAs: { by: as("ines").viewer, courseId },
  });
  expect(await whoIsHere(as("jonas", now), courseId, homeId)).toEqual([]);
  await write(as("jonas", later(1)), courseId, homeId, "Eels.");
  await vi.waitFor(() => expect(looking.told).toContainEqual({ kind: "entry", number: 2, by: "jonas" }));
  await looking.end();
});

test("what came while nobody looked is told when the page is looked at again, unless it was one's own", async () => {
  const course = await makeCourse();
  const { courseId, homeId, as } = course;
  await write(as("jonas", later(1)), courseId, homeId, "Eels.");
  const entries = (told: readonly LiveEvent[]) => told.filter(({ kind }) => kind === "entry");
  const windows = [
    await watching(course, as("mira"), false, 1),
    await watching(course, as("mira"), false, 2),
    await watching(course, as("jonas"), false, 1),
    await watching(course, as("mira")),
  ];
  expect(windows.map(({ told }) => entries(told))).toEqual([
    [{ kind: "entry", number: 2, by: "jonas" }],
    [],
    [],
    [],
  ]);
  for (const each of windows) await each.end();
});

test("who of many may read a page is what is said of each, whatever is set", async () => {
  const course = await makeCourse();
  const { courseId, wikiId, homeId, as } = course;
  const names = ["ines", "tobin", "olga", "mira", "jonas", "priya", "una"] as const;
  const agree = async (pageId: string, now: Date) => {
    const readers = await readersAmong(
      db,
      courseId,
      pageId,
      names.map((name) => as(name).viewer.id),
      now,
    );
    for (const name of names)
      expect([name, readers.has(as(name).viewer.id)]).toEqual([
        name,
        (await standAtPage(as(name, now), courseId, pageId)) !== null,
      ]);
  };
  const planId = await pageNamed(as("mira"), courseId, wikiId, "Plan");
  for (const now of [later(-60 * 24 * 30), later(0), later(60 * 24 * 30)])
    for (const pageId of [homeId, planId, "nowhere"]) await agree(pageId, now);
  await setGroupLevel(as("ines", later(1)), course, planId, "hidden");
  await agree(planId, later(2));
  await setArchived(as("ines", later(3)), courseId, true);
  await agree(homeId, later(4));
});

test("of many windows of one person the oldest is told that it is enough, and an event is asked about once for all", async () => {
  const course = await makeCourse();
  const { courseId, homeId, as } = course;
  const now = new Date();
  const asked = vi.spyOn(
    (db as unknown as { $client: { query: (...given: unknown[]) => unknown } }).$client,
    "query",
  );
  const windows: Awaited<ReturnType<typeof watching>>[] = [];
  const questionsFor = async (entry: number) => {
    asked.mockClear();
    await write(as("jonas", later(entry)), courseId, homeId, `Eels ${entry}.`);
    await vi.waitFor(() => {
      for (const { told } of windows.slice(-8))
        expect(told).toContainEqual({ kind: "entry", number: entry, by: "jonas" });
    });
    return asked.mock.calls.length;
  };
  windows.push(await watching(course, as("mira", now)));
  const forOne = await questionsFor(2);
  expect(forOne).toBeGreaterThan(3);
  for (let at = 0; at < 9; at++) windows.push(await watching(course, as("mira", now)));
  expect(windows.map(({ told }) => told.at(-1)!.kind === "enough")).toEqual([
    true,
    true,
    ...Array.from({ length: 8 }, () => false),
  ]);
  // What is left from their coming is told first.
  await new Promise((done) => setTimeout(done, 600));
  expect(await questionsFor(3)).toBeLessThanOrEqual(forOne + 3);
  asked.mockRestore();
  for (const each of windows) await each.end();
});

test("where somebody scrolls is noted by the window's own process at no cost, and told", async () => {
  const course = await makeCourse();
  const { courseId, homeId, as } = course;
  const now = new Date();
  const [mira, jonas] = [await watching(course, as("mira", now)), await watching(course, as("jonas", now))];
  expect(moveWindow("nobody", "b1")).toBe(false);
  expect(moveWindow(mira.id, "b1")).toBe(true);
  await vi.waitFor(() =>
    expect(jonas.told.at(-1)).toMatchObject({ kind: "here", people: [{ name: "mira", near: "b1" }] }),
  );
  await vi.waitFor(async () =>
    expect(await whoIsHere(as("jonas", now), courseId, homeId)).toMatchObject([{ near: "b1" }]),
  );
  for (const each of [mira, jonas]) await each.end();
});

test("a session that ends closes the windows that were opened in it, and no others", async () => {
  const course = await makeCourse();
  const { as } = course;
  const now = new Date();
  await db.insert(session).values({
    id: newId(),
    token: newId(),
    userId: as("mira").viewer.id,
    expiresAt: later(60),
    createdAt: now,
    updatedAt: now,
  });
  const [own] = await db
    .select({ id: session.id })
    .from(session)
    .where(eq(session.userId, as("mira").viewer.id));
  const [inIt, elsewhere] = [
    await watching(course, { ...as("mira", now), sessionId: own!.id }),
    await watching(course, { ...as("mira", now), sessionId: "another" }),
  ];
  await db.delete(session).where(eq(session.id, own!.id));
  await vi.waitFor(() => expect(inIt.told.at(-1)).toEqual({ kind: "closed" }));
  expect(elsewhere.told.at(-1)!.kind).toBe("here");
  await elsewhere.end();
});

test("of a whole lecture forty are named, those who write first, and nobody is told of themselves", async () => {
  const course = await makeCourse();
  const { courseId, homeId, as } = course;
  const now = new Date();
  const names = Array.from({ length: 60 }, (_, at) => `reader${String(at).padStart(2, "0")}`);
  const idOf = (name: string) => `${name}${courseId}`;
  await createAccounts(
    db,
    names.map((name) => ({
      id: idOf(name),
      name,
      email: `${idOf(name)}@rivers.example`,
      passwordHash: "none",
    })),
    now,
  );
  await db.insert(presence).values(
    names.map((name, at) => ({
      courseId,
      pageId: homeId,
      id: newId(),
      personId: idOf(name),
      isWriting: at < 45,
      near: null,
      seenAt: now,
    })),
  );
  const [mira, jonas] = [
    await watching(course, as("mira", now), true),
    await watching(course, as("jonas", now)),
  ];
  const last = (told: readonly LiveEvent[]) => told.filter((event) => event.kind === "here").at(-1)!;
  // Forty-five who write, and Mira; Jonas only reads, and is a member.
  await vi.waitFor(() => expect(last(mira.told)).toMatchObject({ more: 6 }));
  await vi.waitFor(() => expect(last(jonas.told)).toMatchObject({ more: 6 }));
  for (const { told } of [mira, jonas]) expect(last(told).people).toHaveLength(40);
  expect(last(mira.told).people.some(({ name }) => name === "mira")).toBe(false);
  expect(last(jonas.told).people[0]).toMatchObject({ name: "mira", isWriting: true });
  for (const each of [mira, jonas]) await each.end();
});
