import { sql } from "drizzle-orm";
import { expect, test } from "vitest";
import type { PageDocument } from "@/core/document/model";
import { findDifferences } from "@/data/ledger/check";
import { askForRecompute, recomputeStale } from "@/data/ledger/recompute";
import { findPage } from "@/data/pages/read";
import { savePage } from "@/data/pages/write";
import { findEvidence } from "@/data/review/evidence";
import { assignmentReview } from "@/data/review/read";
import type { Context } from "@/data/session/context";
import { db, later, makeCourse, pageNamed, write } from "../support/course";

const things = ["links", "pictures", "sources"] as const;

/** A sentence with a source behind it. */
const cited = (said: string, source: string): PageDocument => ({
  type: "doc",
  content: [
    {
      type: "paragraph",
      content: [
        { type: "text", text: said },
        { type: "note", attrs: { id: "cited0000001", kind: "source", text: source, href: null } },
      ],
    },
  ],
});

async function save(ctx: Context, courseId: string, pageId: string, document: PageDocument) {
  const page = (await findPage(ctx, courseId, pageId))!;
  expect((await savePage(ctx, { courseId, pageId, base: page.entries, document, note: "" })).kind).toBe(
    "saved",
  );
}

test("links, pictures and sources are whose who brought them, wherever they go, and each figure opens the entries behind it", async () => {
  const { courseId, assignmentId, wikiId, homeId, as } = await makeCourse();
  const planId = await pageNamed(as("mira"), courseId, wikiId, "Plan");
  const seen = async (until: Date | null = null) => {
    const [group] = (await assignmentReview(as("ines", later(90)), courseId, assignmentId, {
      from: null,
      until,
    }))!;
    const figures = group!.members.map((each) => [
      each.member.name,
      ...things.map((name) => each.figures[name]),
    ]);
    for (const { member, ...each } of group!.members) {
      for (const name of things) {
        const evidence = (await findEvidence(as("ines", later(90)), courseId, wikiId, member.id, name, {
          from: null,
          until,
        }))!;
        expect(evidence.lines.reduce((sum, { amount }) => sum + amount, 0)).toBe(each.figures[name]);
      }
    }
    return figures;
  };
  await write(as("mira", later(1)), courseId, homeId, "See [the gauge](https://gauge.example) and [[Plan]].");
  await write(
    as("jonas", later(2)),
    courseId,
    homeId,
    "See [the gauge](https://gauge.example), [the weir](https://weir.example) and [[Plan]].",
  );
  expect(await seen()).toEqual([
    ["mira", 2, 0, 0],
    ["jonas", 1, 0, 0],
  ]);
  // Jonas moves the gauge to another page, by putting it there before he takes it away, and loses the plan.
  await write(as("jonas", later(3)), courseId, planId, "Read at [the gauge](https://gauge.example).");
  await write(as("jonas", later(4)), courseId, homeId, "See [the weir](https://weir.example).");
  expect(await seen()).toEqual([
    ["mira", 1, 0, 0],
    ["jonas", 1, 0, 0],
  ]);
  // What comes back is whose it was; what is cited is whose who cites it.
  await save(
    as("jonas", later(5)),
    courseId,
    homeId,
    cited("The weir was built in 1790.", "Mill papers, box 4"),
  );
  await write(as("jonas", later(6)), courseId, homeId, "See [[Plan]].");
  await save(
    as("mira", later(7)),
    courseId,
    homeId,
    cited("The weir was built in 1790.", "Mill papers, box 4"),
  );
  expect(await seen()).toEqual([
    ["mira", 1, 0, 0],
    ["jonas", 0, 0, 1],
  ]);
  expect(await seen(later(2))).toEqual([
    ["mira", 2, 0, 0],
    ["jonas", 0, 0, 0],
  ]);
  // People who may not review learn nothing of it.
  for (const name of ["jonas", "olga", "una"] as const)
    expect(await findEvidence(as(name), courseId, wikiId, `mira${courseId}`, "links")).toBeNull();
  expect(
    (await findEvidence(as("mira"), courseId, wikiId, `mira${courseId}`, "links"))!.lines.length,
  ).toBeGreaterThan(0);
});

test("what is kept of things is what the ledger says, computed with each entry or anew; a change behind its back is named", async () => {
  const { courseId, homeId, as } = await makeCourse();
  await write(
    as("mira", later(1)),
    courseId,
    homeId,
    "See [the gauge](https://gauge.example), [the weir](https://weir.example) and [[Fish]].",
  );
  await write(
    as("jonas", later(2)),
    courseId,
    homeId,
    "See [the gauge](https://gauge.example), twice: [gauge](https://gauge.example).",
  );
  const stored = async () =>
    (
      await db.execute(
        sql`select page_id, number, rev, thing, change from thing_change where course_id = ${courseId}
          order by 1, 2, 4`,
      )
    ).rows;
  const before = await stored();
  expect(
    before
      .filter(({ number }) => number === 3)
      .map(({ change }) => change)
      .sort(),
  ).toEqual([-1, -1, 1]);
  expect(await findDifferences(db, courseId)).toEqual([]);
  await askForRecompute(db, courseId);
  await recomputeStale(db, courseId);
  expect(await stored()).toEqual(before);
  await db.execute(
    sql`update thing_change set change = 2 where course_id = ${courseId} and number = 3 and change = 1`,
  );
  expect((await findDifferences(db, courseId)).map(({ what }) => what)).toEqual(["things"]);
});
