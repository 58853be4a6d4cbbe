/** Two accounts of one person: on the course they count as one, and as two again when that is undone. */
import { eq } from "drizzle-orm";
import { describe, expect, test } from "vitest";
import { addComment } from "@/data/comments/write";
import { person } from "@/data/db/tables/accounts";
import { findDifferences } from "@/data/ledger/check";
import { ledgerLines } from "@/data/ledger/list";
import { verifyPage } from "@/data/ledger/verify";
import { findPage, findWiki } from "@/data/pages/read";
import { planList } from "@/data/people/list";
import { mergeAccounts, undoMerge } from "@/data/people/merge";
import { coursePeople } from "@/data/people/read";
import { addPerson, setLeft } from "@/data/people/write";
import { findEvidence } from "@/data/review/evidence";
import { assignmentReview } from "@/data/review/read";
import { db, later, makeCourse, type TestCourse, write } from "../support/course";

const idOf = ({ courseId }: TestCourse, name: string) => `${name}${courseId}`;

/** What the review shows, by wiki and member. */
async function figures({ courseId, assignmentId, as }: TestCourse) {
  return (await assignmentReview(as("ines", later(60)), courseId, assignmentId))!.map(
    ({ name, members, othersWords }) => ({
      name,
      othersWords,
      members: members.map(({ member, figures: { entries, comments, added, standing } }) => [
        member.name,
        entries,
        comments,
        added,
        standing,
      ]),
    }),
  );
}

async function worked(): Promise<TestCourse> {
  const course = await makeCourse();
  const { courseId, homeId, otherWikiId, as } = course;
  await write(as("mira", later(1)), courseId, homeId, "The Alder rises in a wet meadow.");
  await write(as("jonas", later(2)), courseId, homeId, "The Alder rises in a wet meadow. It is short.");
  await write(as("jonas", later(3)), courseId, homeId, "The Alder rises in a meadow. It is short.");
  await addComment(as("mira", later(4)), { courseId, pageId: homeId, parent: null, body: "How short?" });
  const otherHome = (await findWiki(as("priya"), courseId, otherWikiId))!.homePageId!;
  await write(as("priya", later(5)), courseId, otherHome, "The Thorn is long.");
  return course;
}

describe("merging two accounts", () => {
  test("of one group makes one of all they did, and undoing it leaves everything as it was", async () => {
    const course = await worked();
    const { courseId, wikiId, homeId, as } = course;
    const before = await figures(course);
    const [mira, jonas] = before[0]!.members as [string, number, number, number, number][];
    expect(
      (await ledgerLines(as("ines"), courseId, { kind: "page", id: homeId }))!.lines[0]!.figures,
    ).toMatchObject({ removedOwn: 0, removedOthers: 1 });
    expect(
      await mergeAccounts(as("ines", later(10)), courseId, idOf(course, "mira"), idOf(course, "jonas")),
    ).toEqual({ kind: "saved", count: 1 });
    const both = [1, 2, 3, 4].map((at) => Number(mira![at]) + Number(jonas![at]));
    expect((await figures(course))[0]!.members).toEqual([["jonas", ...both]]);
    const lines = (await ledgerLines(as("ines"), courseId, { kind: "page", id: homeId }))!.lines;
    expect(lines.map(({ author }) => author)).toEqual(["jonas", "jonas", "jonas", null]);
    // What was another's word taken away is one's own now.
    expect(lines[0]!.figures).toMatchObject({ removedOwn: 1, removedOthers: 0 });
    expect((await findPage(as("ines"), courseId, homeId))!.comments).toMatchObject([{ author: "jonas" }]);
    const evidence = await findEvidence(as("ines"), courseId, wikiId, idOf(course, "jonas"), "standing");
    expect(evidence!.lines.reduce((sum, line) => sum + line.amount, 0)).toBe(both[3]);
    expect(await findWiki(as("mira", later(11)), courseId, wikiId)).toBeNull();
    expect(await findDifferences(db, courseId)).toEqual([]);
    expect(await verifyPage(as("ines"), courseId, homeId)).toBeNull();

    // Jonas goes on meanwhile: that stays his.
    await write(
      as("jonas", later(20)),
      courseId,
      homeId,
      "The Alder rises in a meadow. It is short. Very short.",
    );
    expect(await undoMerge(as("ines", later(30)), courseId, idOf(course, "mira"))).toEqual({
      kind: "saved",
      count: 1,
    });
    expect((await figures(course))[0]!.members).toEqual([
      mira,
      ["jonas", jonas![1] + 1, jonas![2], jonas![3] + 2, jonas![4] + 2],
    ]);
    expect((await figures(course)).slice(1)).toEqual(before.slice(1));
    expect((await findWiki(as("mira", later(31)), courseId, wikiId))?.name).toBe("Alder");
    expect(await findDifferences(db, courseId)).toEqual([]);
  });

  test("of two groups keeps what was written where it was written, with its writer beside it", async () => {
    const course = await worked();
    const { courseId, otherWikiId, as } = course;
    const before = await figures(course);
    await mergeAccounts(as("ines", later(10)), courseId, idOf(course, "priya"), idOf(course, "mira"));
    const [alder, thorn] = await figures(course);
    expect(alder!.members.map(([name]) => name)).toEqual(["mira", "jonas"]);
    expect(thorn).toEqual({ ...before[1], members: [["mira", ...before[1]!.members[0]!.slice(1)]] });
    // In the other group she has a place in the past: her own wiki stays the one that she writes in.
    expect(await findWiki(as("mira", later(11)), courseId, otherWikiId)).toBeNull();
    await undoMerge(as("ines", later(12)), courseId, idOf(course, "priya"));
    expect(await figures(course)).toEqual(before);
  });

  test("is refused where it makes no sense, and changes nothing", async () => {
    const course = await worked();
    const { courseId, as } = course;
    const before = await figures(course);
    const merge = (gone: string, kept: string, by: "ines" | "mira" | "tobin" = "ines") =>
      mergeAccounts(as(by, later(10)), courseId, idOf(course, gone), idOf(course, kept));
    const refused = (code: string) => ({ kind: "refused", problem: { code } });
    expect(await merge("mira", "mira")).toEqual(refused("same person"));
    expect(await merge("mira", "tobin")).toEqual(refused("not students"));
    expect(await merge("una", "mira")).toEqual(refused("not found"));
    expect(await merge("mira", "jonas", "mira")).toEqual(refused("not allowed"));
    expect(await merge("mira", "jonas", "tobin")).toEqual(refused("not allowed"));
    expect(await undoMerge(as("ines"), courseId, idOf(course, "mira"))).toEqual(refused("not found"));
    expect(await figures(course)).toEqual(before);
    await merge("mira", "jonas");
    expect(await merge("mira", "priya")).toEqual(refused("merged already"));
    expect(await merge("jonas", "priya")).toEqual(refused("merged already"));
    expect(await undoMerge(as("jonas"), courseId, idOf(course, "mira"))).toEqual(refused("not allowed"));
  });

  test("the account that went does not come back by a list, by its address, or with those who left", async () => {
    const course = await worked();
    const { courseId, as } = course;
    await mergeAccounts(as("ines", later(10)), courseId, idOf(course, "mira"), idOf(course, "jonas"));
    expect((await coursePeople(as("ines"), courseId)).find(({ name }) => name === "mira")).toMatchObject({
      mergedInto: "jonas",
    });
    const [mira] = await db
      .select({ address: person.email })
      .from(person)
      .where(eq(person.id, idOf(course, "mira")));
    const planned = await planList(as("ines"), courseId, {
      table: { headings: ["Name", "Mail"], rows: [["Mira", mira!.address]], lines: [2] },
      kinds: ["name", "address"],
      groups: null,
    });
    expect(planned).toMatchObject({
      kind: "planned",
      plan: {
        counts: { faulty: 1, changed: 0, new: 0 },
        rows: [{ faults: [{ fault: "merged", name: "jonas" }] }],
      },
    });
    const input = {
      name: "Mira",
      address: mira!.address,
      role: "student" as const,
      section: "",
      number: "",
      onlyGivenGroups: false,
      groups: [],
    };
    expect(await addPerson(as("ines"), courseId, input)).toEqual({
      kind: "refused",
      problem: { code: "merged already" },
    });
    expect(await setLeft(as("ines"), courseId, [idOf(course, "mira")], false)).toEqual({
      kind: "refused",
      problem: { code: "merged already" },
    });
  });
});
