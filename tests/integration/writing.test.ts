import { and, eq, sql } from "drizzle-orm";
import { describe, expect, test } from "vitest";
import { fromMarkdown } from "@/core/document/markdown";
import { plainText } from "@/core/document/leaves";
import type { PageDocument } from "@/core/document/model";
import { entry } from "@/data/db/tables/wikis";
import { findDifferences } from "@/data/ledger/check";
import { ledgerLines } from "@/data/ledger/list";
import { findEntry } from "@/data/ledger/read";
import { verifyPage } from "@/data/ledger/verify";
import { findPage } from "@/data/pages/read";
import { restoreEntry, savePage, startPage } from "@/data/pages/write";
import { db, later, makeCourse, monday, pageNamed, write } from "../support/course";

describe("saving", () => {
  test("an entry has its figures, and stands in the ledger", async () => {
    const { courseId, homeId, as } = await makeCourse();
    const page = await findPage(as("mira"), courseId, homeId);
    const document = fromMarkdown(
      "## The river\n\nSay where it rises. See [[Fish]].\n\nIt rises above the farm.",
    );
    const saved = await savePage(as("mira"), {
      courseId,
      pageId: homeId,
      base: 1,
      document,
      note: " Where it rises ",
    });
    expect(page?.words).toBe(8);
    expect(saved).toEqual({ kind: "saved", pageId: homeId, number: 2 });
    const ledger = await ledgerLines(as("jonas"), courseId, { kind: "page", id: homeId });
    expect(
      ledger?.lines.map(({ number, author, kind, note, figures }) => ({
        number,
        author,
        kind,
        note,
        in: figures.wordsIn,
        after: figures.wordsAfter,
      })),
    ).toEqual([
      { number: 2, author: "mira", kind: "wrote", note: "Where it rises", in: 5, after: 13 },
      { number: 1, author: null, kind: "started", note: "Starter page", in: 8, after: 8 },
    ]);
    expect((await findPage(as("jonas"), courseId, homeId))?.parts.map((part) => part.words)).toEqual([
      5, 0, 8,
    ]);
  });

  test("a save on an old base changes nothing and says what happened", async () => {
    const { courseId, homeId, as } = await makeCourse();
    await write(as("mira", later(1)), courseId, homeId, "Mira was here first.");
    const late = await write(as("jonas", later(2)), courseId, homeId, "Jonas came second.", 1);
    expect(late).toMatchObject({
      kind: "refused",
      problem: { code: "stale", base: 1, since: [{ number: 2, author: "mira", at: later(1) }] },
    });
    expect((await findPage(as("jonas"), courseId, homeId))?.entries).toBe(2);
  });

  test.each([0, 7, 999])(
    "a base that is no entry (%i) is no leave to write over what is there",
    async (base) => {
      const { courseId, homeId, as } = await makeCourse();
      await write(as("mira", later(1)), courseId, homeId, "Mira was here first.");
      expect(
        await write(as("jonas", later(2)), courseId, homeId, "Jonas knows no base.", base),
      ).toMatchObject({ kind: "refused", problem: { code: "stale" } });
      expect((await findPage(as("jonas"), courseId, homeId))?.entries).toBe(2);
    },
  );

  test("of many saves at once on one base, one is kept", async () => {
    const { courseId, homeId, as } = await makeCourse();
    const answers = await Promise.all(
      Array.from({ length: 6 }, (_, index) =>
        write(as(index % 2 ? "mira" : "jonas"), courseId, homeId, `Text number ${index}`, 1),
      ),
    );
    expect(answers.filter((answer) => answer.kind === "saved")).toHaveLength(1);
    expect(
      answers.filter((answer) => answer.kind === "refused" && answer.problem.code === "stale"),
    ).toHaveLength(5);
  });

  test("saving what is there already makes no entry", async () => {
    const { courseId, homeId, as } = await makeCourse();
    const page = await findPage(as("mira"), courseId, homeId);
    expect(
      await savePage(as("mira"), {
        courseId,
        pageId: homeId,
        base: 1,
        document: page!.document,
        note: "again",
      }),
    ).toEqual({ kind: "unchanged", pageId: homeId, number: 1 });
  });

  test("a page that another names can be started once; capitals make no second one", async () => {
    const { courseId, wikiId, as } = await makeCourse();
    const fish = { courseId, wikiId, title: "Fish", document: fromMarkdown("Trout, mostly."), note: "" };
    const started = await startPage(as("mira"), fish);
    expect(started).toMatchObject({ kind: "saved", number: 1 });
    expect(await startPage(as("jonas"), { ...fish, title: " fISH " })).toMatchObject({
      kind: "refused",
      problem: { code: "title taken" },
    });
    expect(await startPage(as("jonas"), { ...fish, title: "   " })).toMatchObject({
      kind: "refused",
      problem: { code: "bad title" },
    });
  });

  test("what is no page is refused with its reason", async () => {
    const { courseId, homeId, as } = await makeCourse();
    const document = {
      type: "doc",
      content: [
        {
          type: "paragraph",
          content: [
            { type: "text", text: "x", marks: [{ type: "link", attrs: { href: "javascript:alert(1)" } }] },
          ],
        },
      ],
    };
    expect(await savePage(as("mira"), { courseId, pageId: homeId, base: 1, document, note: "" })).toEqual({
      kind: "refused",
      problem: { code: "bad document", problem: { kind: "bad attribute", part: "link", attribute: "href" } },
    });
  });
});

describe("looking back", () => {
  test("a restore gives each word back to whoever wrote it", async () => {
    const { courseId, homeId, as } = await makeCourse();
    await write(as("mira", later(1)), courseId, homeId, "Mira wrote these seven words about trout.");
    await write(as("jonas", later(2)), courseId, homeId, "Jonas threw them all away.");
    expect(
      await restoreEntry(as("jonas", later(3)), { courseId, pageId: homeId, number: 2, base: 3 }),
    ).toMatchObject({ kind: "saved", number: 4 });
    const entry = await findEntry(as("mira"), courseId, homeId, 4);
    expect(entry?.line).toMatchObject({
      kind: "restored",
      restoredFrom: 2,
      figures: { added: 0, restored: 7, removedOwn: 5 },
    });
    expect((await findPage(as("mira"), courseId, homeId))?.parts.map((part) => part.words)).toEqual([
      7, 0, 0,
    ]);
  });

  test("a paragraph moved to another page adds nothing and takes nothing from its author", async () => {
    const { courseId, wikiId, homeId, as } = await makeCourse();
    const planId = await pageNamed(as("mira"), courseId, wikiId, "Plan");
    const text = "We will plant osier on the inner side of each new bend.";
    await write(as("mira", later(1)), courseId, homeId, text);
    await write(as("jonas", later(2)), courseId, homeId, "See the plan.");
    await write(
      as("jonas", later(3)),
      courseId,
      planId,
      `What should be done, and in which order?\n\n${text}`,
    );
    const moved = await findEntry(as("mira"), courseId, planId, 2);
    expect(moved?.line.figures).toMatchObject({ added: 0, carried: 12, broughtOverOthers: 12 });
    expect((await findPage(as("mira"), courseId, planId))?.parts.map((part) => part.words)).toEqual([
      12, 0, 8,
    ]);
  });

  test("the database itself refuses to change, remove or empty entries", async () => {
    const { courseId, homeId } = await makeCourse();
    const here = and(eq(entry.courseId, courseId), eq(entry.pageId, homeId));
    const refusal = { cause: { code: "23001" } };
    await expect(db.update(entry).set({ note: "forged" }).where(here)).rejects.toMatchObject(refusal);
    await expect(db.delete(entry).where(here)).rejects.toMatchObject(refusal);
    await expect(db.execute(sql`truncate entry cascade`)).rejects.toMatchObject(refusal);
  });

  test("an entry changed behind the trigger's back is found by the chain", async () => {
    const { courseId, homeId, as } = await makeCourse();
    await write(as("mira"), courseId, homeId, "First.");
    await write(as("jonas"), courseId, homeId, "Second.");
    expect(await verifyPage(as("ines"), courseId, homeId)).toBeNull();
    await db.transaction(async (tx) => {
      await tx.execute(sql`set local session_replication_role = replica`);
      await tx
        .update(entry)
        .set({ at: new Date(monday.getTime() - 1) })
        .where(and(eq(entry.courseId, courseId), eq(entry.pageId, homeId), eq(entry.number, 2)));
    });
    expect(await verifyPage(as("ines"), courseId, homeId)).toEqual({ kind: "changed", number: 2 });
  });
});

describe("two who write at once", () => {
  const three = "Where the river rises.\n\nWhat lives in it.\n\nWhat we would do.";
  const begun = async () => {
    const course = await makeCourse();
    await write(course.as("mira"), course.courseId, course.homeId, three);
    return {
      ...course,
      document: (await findPage(course.as("mira"), course.courseId, course.homeId))!.document,
    };
  };
  const withText = (document: PageDocument, at: number, text: string): PageDocument => ({
    ...document,
    content: document.content!.map((node, index) =>
      index === at ? { ...node, content: [{ type: "text", text }] } : node,
    ),
  });

  test("in different places are both saved, each with their own words", async () => {
    const { courseId, homeId, document, as } = await begun();
    expect(
      (
        await savePage(as("mira", later(1)), {
          courseId,
          pageId: homeId,
          base: 2,
          document: withText(document, 0, "The Alder rises in a wet meadow."),
          note: "",
        })
      ).kind,
    ).toBe("saved");
    expect(
      await savePage(as("jonas", later(1)), {
        courseId,
        pageId: homeId,
        base: 2,
        document: withText(document, 2, "Open the culvert and plant willows."),
        note: "",
      }),
    ).toMatchObject({ kind: "saved", pageId: homeId, number: 4, mergedSince: 2 });
    const page = (await findPage(as("mira", later(2)), courseId, homeId))!;
    expect(plainText(page.document)).toBe(
      "The Alder rises in a wet meadow.\n\nWhat lives in it.\n\nOpen the culvert and plant willows.",
    );
    const [line] = (await ledgerLines(as("mira", later(2)), courseId, { kind: "page", id: homeId }))!.lines;
    expect(line).toMatchObject({ author: "jonas", figures: { added: 6, removedOthers: 4 } });
    expect(await verifyPage(as("ines"), courseId, homeId)).toBeNull();
  });

  test("at the same place are told where, and nothing is overwritten", async () => {
    const { courseId, homeId, document, as } = await begun();
    await savePage(as("mira", later(1)), {
      courseId,
      pageId: homeId,
      base: 2,
      document: withText(document, 0, "It rises in a meadow."),
      note: "",
    });
    expect(
      await savePage(as("jonas", later(1)), {
        courseId,
        pageId: homeId,
        base: 2,
        document: withText(document, 0, "It rises in a wood."),
        note: "",
      }),
    ).toMatchObject({
      kind: "refused",
      problem: {
        code: "stale",
        base: 2,
        leftOut: [{ why: "both changed it", ours: "It rises in a meadow.", theirs: "It rises in a wood." }],
        since: [{ number: 3, author: "mira" }],
      },
    });
    expect((await findPage(as("mira"), courseId, homeId))?.entries).toBe(3);
  });

  test("at the same instant: of many saves in places of their own all are there afterwards", async () => {
    const { courseId, homeId, document, as } = await begun();
    const saved = await Promise.all(
      ["Up in the meadow.", "Eels and trout.", "Dig and plant."].map((text, at) =>
        savePage(as(at % 2 === 0 ? "mira" : "jonas", later(1)), {
          courseId,
          pageId: homeId,
          base: 2,
          document: withText(document, at, text),
          note: "",
        }),
      ),
    );
    expect(saved.map(({ kind }) => kind)).toEqual(["saved", "saved", "saved"]);
    expect(plainText((await findPage(as("mira", later(2)), courseId, homeId))!.document)).toBe(
      "Up in the meadow.\n\nEels and trout.\n\nDig and plant.",
    );
    expect(await findDifferences(db, courseId)).toEqual([]);
  });
});
