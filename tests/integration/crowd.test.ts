/**
 * Many who write at the same instant: each save is acknowledged or told why not, and whatever was
 * acknowledged is there.
 */
import { and, asc, eq } from "drizzle-orm";
import { expect, test } from "vitest";
import { plainText } from "@/core/document/leaves";
import type { DocumentNode, PageDocument } from "@/core/document/model";
import { settle } from "@/core/merge/settle";
import { entry } from "@/data/db/tables/wikis";
import { findDifferences } from "@/data/ledger/check";
import { verifyWiki } from "@/data/ledger/verify";
import { findPage } from "@/data/pages/read";
import { savePage } from "@/data/pages/write";
import { newId } from "@/data/session/ids";
import { db, later, makeCourse, pageNamed, type TestCourse, write } from "../support/course";

const people = ["mira", "jonas", "ines"] as const;
const windows = 12;
const rounds = 3;

const paragraph = (text: string): DocumentNode => ({
  type: "paragraph",
  attrs: { id: newId() },
  content: [{ type: "text", text }],
});

/**
 * One window: reads the page, writes a sentence of its own somewhere, and saves, however often others were
 * before it. Returns what was acknowledged.
 */
async function writer(
  { courseId, as }: TestCourse,
  pageId: string,
  number: number,
  dice: () => number,
): Promise<string[]> {
  const acknowledged: string[] = [];
  const who = people[number % people.length]!;
  for (let round = 0; round < rounds; round++) {
    const page = (await findPage(as(who, later(round)), courseId, pageId))!;
    const sentence = `Window ${number} in round ${round} saw the water rise.`;
    const content = [...(page.document.content ?? [])];
    const at = Math.floor(dice() * (content.length + 1));
    // Some write a paragraph of their own; some write on in one that stands there, where others may be at
    // work.
    const own = content[at];
    if (own?.type === "paragraph" && dice() < 0.4)
      content[at] = { ...own, content: [...(own.content ?? []), { type: "text", text: ` ${sentence}` }] };
    else content.splice(at, 0, paragraph(sentence));
    let document: PageDocument = { type: "doc", content };
    let base = page.entries;
    for (;;) {
      const saved = await savePage(as(who, later(round)), { courseId, pageId, base, document, note: "" });
      if (saved.kind === "saved") break;
      if (saved.kind === "unchanged" || saved.problem.code !== "stale" || !saved.problem.both)
        throw new Error(JSON.stringify(saved));
      // As a person would who wants to lose nothing: both, one below the other.
      const { base: began, newest, number: on } = saved.problem.both;
      document = settle(
        began,
        newest,
        document,
        new Map(
          [...new Set(saved.problem.leftOut.map(({ id }) => id ?? "replaced"))].map((key) => [key, "both"]),
        ),
      );
      base = on;
    }
    acknowledged.push(sentence);
  }
  return acknowledged;
}

test("of a dozen windows that save on one page at once nothing acknowledged is missing, the chain fits, and stored figures are what the ledger says", async () => {
  const course = await makeCourse();
  const { courseId, wikiId, homeId, as } = course;
  await write(
    as("mira"),
    courseId,
    homeId,
    "The gauge stands at the bridge.\n\nNobody reads it at night.\n\nIt was set up long ago.",
  );
  let state = 7;
  const dice = () => (state = (state * 16_807) % 2_147_483_647) / 2_147_483_647;
  const acknowledged = (
    await Promise.all(Array.from({ length: windows }, (_, number) => writer(course, homeId, number, dice)))
  ).flat();
  expect(acknowledged).toHaveLength(windows * rounds);

  const text = plainText((await findPage(as("mira", later(60)), courseId, homeId))!.document);
  for (const sentence of acknowledged) expect(text).toContain(sentence);
  const entries = await db
    .select({ number: entry.number })
    .from(entry)
    .where(and(eq(entry.courseId, courseId), eq(entry.pageId, homeId)))
    .orderBy(asc(entry.number));
  expect(entries.map(({ number }) => number)).toEqual(entries.map((_, at) => at + 1));
  expect((await verifyWiki(as("ines"), courseId, wikiId))!.faults).toEqual([]);
  expect(await findDifferences(db, courseId)).toEqual([]);
});

test("a dozen windows on many pages of a wiki do not wait for ever, nor number their entries twice", async () => {
  const course = await makeCourse();
  const { courseId, wikiId, homeId, as } = course;
  const planId = await pageNamed(as("mira"), courseId, wikiId, "Plan");
  let state = 11;
  const dice = () => (state = (state * 16_807) % 2_147_483_647) / 2_147_483_647;
  await Promise.all(
    Array.from({ length: windows }, (_, number) =>
      writer(course, number % 2 === 0 ? homeId : planId, number, dice),
    ),
  );
  const revs = await db
    .select({ rev: entry.rev })
    .from(entry)
    .where(and(eq(entry.courseId, courseId), eq(entry.wikiId, wikiId)))
    .orderBy(asc(entry.rev));
  expect(revs.map(({ rev }) => rev)).toEqual(revs.map((_, at) => at + 1));
  expect((await verifyWiki(as("ines"), courseId, wikiId))!.faults).toEqual([]);
  expect(await findDifferences(db, courseId)).toEqual([]);
});
