/**
 * What one person can send is bounded before anything costly is done with it, and what is kept for a time
 * goes when it is over.
 */
import { eq, inArray, sql } from "drizzle-orm";
import { expect, inject, test, vi } from "vitest";
import { fromMarkdown } from "@/core/document/markdown";
import { mail } from "@/data/db/tables/mail";
import { rateLimit, session } from "@/data/db/tables/accounts";
import { doneSave } from "@/data/db/tables/writing";
import { course } from "@/data/db/tables/courses";
import { entryCredit } from "@/data/db/tables/wikis";
import { openDatabase } from "@/data/db/client";
import { visitDesk } from "@/data/desk/read";
import { notePageVisit } from "@/data/news/write";
import { asFarAsCanBe } from "@/data/db/as-far";
import { withinSeconds } from "@/data/db/within";
import { readiness } from "@/data/db/health";
import { removeOldRows } from "@/data/jobs/old-rows";
import { findDifferences } from "@/data/ledger/check";
import { askForPlace, setAsking } from "@/data/people/requests";
import { addPerson } from "@/data/people/write";
import { renamePage } from "@/data/pages/places";
import { findPage } from "@/data/pages/read";
import { savePage } from "@/data/pages/write";
import { newId } from "@/data/session/ids";
import { db, later, makeCourse, write } from "../support/course";

test("the public form for a place, and the form for a person, answer at once whatever is sent", async () => {
  const { courseId, as } = await makeCourse();
  await setAsking(as("ines"), courseId, true);
  const [{ askCode }] = (await db
    .select({ askCode: course.askCode })
    .from(course)
    .where(eq(course.id, courseId))) as [{ askCode: string }];
  for (const address of [
    " ".repeat(3000),
    `${" ".repeat(5000)}<`,
    " ".repeat(4_000_000),
    `"${"a".repeat(100_000)}" <x`,
    "a@".repeat(500_000),
  ]) {
    expect(
      await askForPlace({ db, now: later(0), newId }, askCode, { name: "Asker", address, message: "" }),
    ).toMatchObject({ problem: { code: "bad input", field: "address" } });
    const person = {
      name: "Asker",
      address,
      role: "student" as const,
      section: "",
      number: "",
      onlyGivenGroups: false,
      groups: [],
    };
    expect(await addPerson(as("ines"), courseId, person)).toMatchObject({ problem: { code: "bad input" } });
    // Whoever may not is told so before anything is looked at.
    expect(await addPerson(as("mira"), courseId, person)).toMatchObject({ problem: { code: "not allowed" } });
  }
  expect(
    await askForPlace({ db, now: later(0), newId }, askCode, {
      name: "n".repeat(4_000_000),
      address: "asker@rivers.example",
      message: "",
    }),
  ).toMatchObject({ problem: { code: "bad input", field: "name" } });
});

test("a page that says too much is refused in words, and one that is sent where nobody may write is not looked at", async () => {
  const { courseId, homeId, as } = await makeCourse();
  const matrices = {
    type: "doc",
    content: Array.from({ length: 3000 }, () => ({
      type: "equationBlock",
      attrs: { latex: "\\begin{matrix}1&2\\end{matrix}" },
    })),
  };
  expect(
    await savePage(as("mira"), { courseId, pageId: homeId, base: 1, document: matrices, note: "" }),
  ).toMatchObject({ problem: { code: "bad document", problem: { kind: "too large", what: "equations" } } });
  expect(
    await savePage(as("una"), {
      courseId,
      pageId: homeId,
      base: 1,
      document: "{ this is not JSON",
      note: "",
    }),
  ).toEqual({ kind: "refused", problem: { code: "not found" } });
  expect(
    await savePage(as("mira"), {
      courseId,
      pageId: homeId,
      base: 1,
      document: "{ this is not JSON",
      note: "",
    }),
  ).toMatchObject({ problem: { code: "bad document" } });
});

test("one person saves a hundred times a minute at the most; others go on, and a minute later so do they", async () => {
  const { courseId, homeId, as } = await makeCourse();
  const save = (name: "mira" | "jonas", minute: number) =>
    savePage(as(name, later(minute)), {
      courseId,
      pageId: homeId,
      base: 1,
      document: { type: "nothing" },
      note: "",
    });
  const answers = [];
  for (let times = 0; times < 101; times++) answers.push(await save("mira", 1));
  expect(answers.map((each) => each.kind === "refused" && each.problem.code)).toEqual([
    ...Array.from({ length: 100 }, () => "bad document"),
    "too often",
  ]);
  expect(await save("jonas", 1)).toMatchObject({ problem: { code: "bad document" } });
  expect(await save("mira", 3)).toMatchObject({ problem: { code: "bad document" } });
});

test("attributes that come back from the database in another order are no change", async () => {
  const { courseId, homeId, as } = await makeCourse();
  const source = {
    type: "note",
    attrs: { id: "n1", kind: "source", text: "Field sheet", href: "https://sheets.example/9" },
  };
  const picture = {
    type: "figure",
    attrs: { id: "f1", file: "gone1", alt: "A weir", width: 60, place: "left", showsOrigin: true },
    content: [{ type: "text", text: "The weir" }],
  };
  const document = {
    type: "doc",
    content: [
      ...fromMarkdown("Eels.").content!,
      { type: "paragraph", attrs: { id: "p1" }, content: [{ type: "text", text: "Seen in May" }, source] },
      { ...picture, type: "linkCard", attrs: { id: "f1", href: "https://gauge.example/a" } },
    ],
  };
  expect(
    (await savePage(as("mira", later(1)), { courseId, pageId: homeId, base: 1, document, note: "" })).kind,
  ).toBe("saved");
  expect(
    (await renamePage(as("jonas", later(2)), { courseId, pageId: homeId, title: "The river" })).kind,
  ).toBe("saved");
  const figures = await db
    .select({ number: entryCredit.number, figures: entryCredit.figures })
    .from(entryCredit)
    .where(eq(entryCredit.pageId, homeId))
    .orderBy(entryCredit.number);
  expect(figures.at(-1)!.figures).toMatchObject({ restyled: 0, added: 0 });
  const page = (await findPage(as("mira", later(3)), courseId, homeId))!;
  expect(
    await savePage(as("mira", later(3)), {
      courseId,
      pageId: homeId,
      base: page.entries,
      document: page.document,
      note: "",
    }),
  ).toMatchObject({ kind: "unchanged" });
  expect(await findDifferences(db, courseId)).toEqual([]);
});

test("what is kept for a time goes when it is over, and nothing that people wrote", async () => {
  const { courseId, homeId, as } = await makeCourse();
  await write(as("mira", later(1)), courseId, homeId, "Eels.");
  const now = new Date("2027-06-01T00:00:00Z");
  const [old, fresh] = [new Date("2027-01-01T00:00:00Z"), new Date("2027-05-31T23:00:00Z")];
  const id = () => `old-${newId()}`;
  const mails = [old, fresh].map((at) => ({
    id: id(),
    courseId,
    toName: "Mira",
    toAddress: "mira@rivers.example",
    subject: "News",
    text: "Dear Mira",
    isSecret: false,
    at,
  }));
  await db.insert(mail).values(mails);
  const counts = [old, fresh].map((at) => {
    const key = id();
    return { id: key, key, count: 1, lastRequest: at.getTime() };
  });
  await db.insert(rateLimit).values(counts);
  const sessions = [old, new Date("2027-07-01T00:00:00Z")].map((expiresAt) => ({
    id: id(),
    token: newId(),
    userId: as("mira").viewer.id,
    expiresAt,
    createdAt: old,
    updatedAt: old,
  }));
  await db.insert(session).values(sessions);
  const saves = [old, fresh].map((at) => ({
    courseId,
    personId: as("mira").viewer.id,
    id: newId(),
    pageId: homeId,
    number: 1,
    at,
  }));
  await db.insert(doneSave).values(saves);
  await removeOldRows(db, now);
  expect(
    (
      await db
        .select({ id: mail.id, text: mail.text })
        .from(mail)
        .where(
          inArray(
            mail.id,
            mails.map((each) => each.id),
          ),
        )
    )
      .map(({ id: each, text }) => [each === mails[1]!.id, text])
      .sort(),
  ).toEqual([
    [false, ""],
    [true, "Dear Mira"],
  ]);
  expect(
    await db
      .select({ id: rateLimit.id })
      .from(rateLimit)
      .where(
        inArray(
          rateLimit.id,
          counts.map((each) => each.id),
        ),
      ),
  ).toEqual([{ id: counts[1]!.id }]);
  expect(
    await db
      .select({ id: session.id })
      .from(session)
      .where(
        inArray(
          session.id,
          sessions.map((each) => each.id),
        ),
      ),
  ).toEqual([{ id: sessions[1]!.id }]);
  expect(
    await db
      .select({ id: doneSave.id })
      .from(doneSave)
      .where(
        inArray(
          doneSave.id,
          saves.map((each) => each.id),
        ),
      ),
  ).toEqual([{ id: saves[1]!.id }]);
  expect((await findPage(as("mira", later(2)), courseId, homeId))!.entries).toBe(2);
});

test("where nothing can be written, as on a full disk, people read as before", async () => {
  const { courseId, homeId, as } = await makeCourse();
  const { db: full, close } = openDatabase(inject("databaseUrl"), 2, true);
  const mira = { ...as("mira", later(1)), db: full };
  expect((await findPage(mira, courseId, homeId))!.title).toBe("Home");
  await notePageVisit(mira, courseId, homeId);
  expect(await visitDesk(mira, courseId)).not.toBeNull();
  await expect(write(mira, courseId, homeId, "Eels.")).rejects.toThrow();
  await close();
});

test("a page is read with ten questions at the most", async () => {
  const { courseId, homeId, as } = await makeCourse();
  await write(as("mira", later(1)), courseId, homeId, "Eels.");
  const asked = vi.spyOn(
    (db as unknown as { $client: { query: (...given: unknown[]) => unknown } }).$client,
    "query",
  );
  await findPage(as("jonas", later(2)), courseId, homeId);
  expect(asked.mock.calls.length).toBeLessThanOrEqual(10);
  expect(asked.mock.calls.length).toBeGreaterThan(3);
  asked.mockRestore();
});

test("what can't be noted beside reading is no error", async () => {
  await expect(asFarAsCanBe(Promise.reject(new Error("No space left on device")))).resolves.toBeUndefined();
  expect(["ready", "no database"]).toContain(await readiness());
});

test("a question that the database does not answer in time is given up, and nothing else with it", async () => {
  expect(
    await withinSeconds(
      db,
      0.2,
      async (tx) => (await tx.execute<{ found: number }>(sql`select 1 as found`)).rows,
    ),
  ).toEqual([{ found: 1 }]);
  expect(await withinSeconds(db, 0.2, (tx) => tx.execute(sql`select pg_sleep(20)`))).toBeNull();
  await expect(withinSeconds(db, 0.2, (tx) => tx.execute(sql`select nothing_such`))).rejects.toThrow();
  expect((await db.execute(sql`show statement_timeout`)).rows).toEqual([{ statement_timeout: "0" }]);
});
