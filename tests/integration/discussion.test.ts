/** Passages that are marked as discussion: who may, what then counts, and that it follows the text. */
import { eq } from "drizzle-orm";
import { expect, test } from "vitest";
import { metByEach } from "@/data/assignments/expected";
import { endDiscussion, markDiscussion } from "@/data/comments/discussion";
import { discussion } from "@/data/db/tables/review";
import { wiki } from "@/data/db/tables/wikis";
import { findDifferences } from "@/data/ledger/check";
import { recomputeWiki } from "@/data/ledger/recompute";
import { findPage } from "@/data/pages/read";
import { assignmentReview } from "@/data/review/read";
import { allTime } from "@/data/review/period";
import { later, makeCourse, pageNamed, write } from "../support/course";

const text = "Our old weir once drove a big mill.";
const talk = "Shall we say who built it? I think we ought to.";

test("what an instructor marks counts as discussion, on whatever page it stands, until it is text again", async () => {
  const { courseId, assignmentId, wikiId, homeId, as } = await makeCourse({
    expected: [{ of: "student", measure: "words", number: 5, by: null, shown: true }],
  });
  await write(as("mira", later(1)), courseId, homeId, text);
  await write(as("jonas", later(2)), courseId, homeId, `${text}\n\n${talk}`);
  const page = (await findPage(as("ines"), courseId, homeId))!;
  const given = { quote: talk, near: 8, entry: page.entries };
  for (const name of ["mira", "tobin", "priya", "olga"] as const)
    expect((await markDiscussion(as(name, later(3)), courseId, homeId, given)).kind).toBe("refused");
  expect(
    await markDiscussion(as("ines", later(3)), courseId, homeId, {
      ...given,
      quote: "words that nobody wrote",
    }),
  ).toEqual({ kind: "refused", problem: { code: "passage not found" } });
  const figures = async (period = allTime) =>
    (await assignmentReview(as("ines"), courseId, assignmentId, period))![0]!.members.map(
      ({ figures: { added, standing }, sharePercent }) => [added, standing, sharePercent],
    );
  expect(await figures()).toEqual([
    [8, 8, 42],
    [11, 11, 58],
  ]);
  const marked = await markDiscussion(as("ines", later(3)), courseId, homeId, given);
  expect(await figures()).toEqual([
    [8, 8, 100],
    [0, 0, 0],
  ]);
  expect(
    await markDiscussion(as("ines", later(3)), courseId, homeId, { ...given, quote: "who built it" }),
  ).toEqual({ kind: "refused", problem: { code: "marked already" } });
  // What is expected of students in words leaves it out as well.
  const { met } = (await metByEach(as("ines"), courseId, assignmentId, [wikiId]))!;
  expect(["mira", "jonas"].map((name) => met.get(`${wikiId} ${name}${courseId}`) ?? 0)).toEqual([1, 0]);
  // As at a time before it was marked as well: what is discussion was discussion.
  expect(await figures({ from: null, until: later(3) })).toEqual([
    [8, 8, 100],
    [0, 0, 0],
  ]);
  const shown = async (id: string) =>
    (await findPage(as("mira"), courseId, id))!.discussions.map(({ words, stands, by }) => ({
      words,
      stands,
      by,
    }));
  expect(await shown(homeId)).toEqual([{ words: 11, stands: [{ from: 8, to: 19 }], by: "ines" }]);

  // Brought to another page, with a line in between that nobody marked.
  const other = await pageNamed(as("mira", later(4)), courseId, wikiId, "Plan");
  await write(
    as("mira", later(4)),
    courseId,
    other,
    "Shall we say who built it? Yes please. I think we ought to.",
  );
  await write(as("mira", later(5)), courseId, homeId, text);
  expect(await shown(homeId)).toEqual([]);
  expect(await shown(other)).toEqual([
    {
      words: 11,
      stands: [
        { from: 0, to: 6 },
        { from: 8, to: 13 },
      ],
      by: "ines",
    },
  ]);
  expect(await figures()).toEqual([
    [10, 10, 100],
    [0, 0, 0],
  ]);

  const { db } = as("ines");
  await db.transaction((tx) => recomputeWiki(tx, courseId, wikiId));
  expect(await findDifferences(db, courseId)).toEqual([]);
  expect(await figures()).toEqual([
    [10, 10, 100],
    [0, 0, 0],
  ]);

  const id = marked.kind === "marked" ? marked.id : "";
  expect((await endDiscussion(as("tobin", later(6)), courseId, id)).kind).toBe("refused");
  expect(await endDiscussion(as("ines", later(6)), courseId, id)).toEqual({ kind: "marked", id });
  expect(await endDiscussion(as("ines", later(7)), courseId, id)).toEqual({
    kind: "refused",
    problem: { code: "not found" },
  });
  expect(await figures()).toEqual([
    [10, 10, 48],
    [11, 11, 52],
  ]);
  const [kept] = await db.select().from(discussion).where(eq(discussion.courseId, courseId));
  expect(kept).toMatchObject({ endedBy: `ines${courseId}`, quote: talk.replace(/\.$/, "") });
});

test("what is stored of standing words at a time is what the ledger says", async () => {
  const { courseId, homeId, wikiId, as } = await makeCourse();
  await write(as("mira", later(1)), courseId, homeId, text);
  const { db } = as("ines");
  await db.execute(
    `update standing_change set words = words + 1 where course_id = '${courseId}' and number = 2`,
  );
  expect((await findDifferences(db, courseId)).map(({ what, pageId }) => [what, pageId])).toEqual([
    ["standing changes", homeId],
  ]);
  await db.update(wiki).set({ creditVersion: 0 }).where(eq(wiki.id, wikiId));
  await write(as("mira", later(2)), courseId, homeId, `${text} It leaks.`);
  expect(await findDifferences(db, courseId)).toEqual([]);
});
