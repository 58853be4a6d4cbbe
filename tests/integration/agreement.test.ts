/** Lists and single look-ups must give the same answer to "may they see it", whatever rules there are. */
import fc from "fast-check";
import { and, eq } from "drizzle-orm";
import { afterAll, describe, expect, test } from "vitest";
import { levels } from "@/core/access/may";
import { pageAccess } from "@/data/access/page-access";
import { readableWikis, wikiNames } from "@/data/assignments/read";
import { addComment } from "@/data/comments/write";
import { accessRule, wiki } from "@/data/db/tables/wikis";
import { membersOfWikis } from "@/data/pages/members";
import { findPage, findWiki } from "@/data/pages/read";
import { closeDatabase, db, later, makeCourse, monday, pageNamed, type TestCourse } from "../support/course";

afterAll(closeDatabase);

const people = ["ines", "tobin", "olga", "mira", "jonas", "priya", "una"] as const;

const anyRule = fc.record({
  scope: fc.constantFrom("course" as const, "assignment" as const, "wiki" as const, "page" as const),
  who: fc.constantFrom("course" as const, "group" as const, "mira" as const, "priya" as const),
  level: fc.constantFrom(...levels),
  from: fc.option(fc.integer({ min: -60, max: 60 })), until: fc.option(fc.integer({ min: -60, max: 60 })),
});

async function addRules(course: TestCourse, rules: readonly (typeof anyRule extends fc.Arbitrary<infer Rule> ? Rule : never)[]): Promise<void> {
  const ctx = course.as("ines");
  const place = { course: course.courseId, assignment: course.assignmentId, wiki: course.wikiId, page: course.homeId };
  const minute = (offset: number | null) => (offset === null ? null : later(offset));
  if (rules.length === 0) return;
  await db.insert(accessRule).values(rules.map(({ scope, who, level, from, until }, index) => ({
    courseId: course.courseId, id: ctx.newId(), scope, place: place[scope], level, from: minute(from), until: minute(until),
    whoKind: who === "course" || who === "group" ? who : ("person" as const), whoPerson: who === "course" || who === "group" ? null : `${who}${course.courseId}`,
    madeAt: new Date(monday.getTime() - 1000 + index), madeBy: ctx.viewer.id,
  })));
}

describe("for any rules and anybody", () => {
  test("the list of wikis, the contents, a page and the access screen agree", async () => {
    await fc.assert(fc.asyncProperty(fc.array(anyRule, { maxLength: 6 }), async (rules) => {
      const course = await makeCourse();
      const { courseId, assignmentId, wikiId, homeId, as } = course;
      await addRules(course, rules);
      const told = (await pageAccess(as("ines"), courseId, homeId))!.people;
      for (const name of people) {
        const ctx = as(name);
        const found = await findWiki(ctx, courseId, wikiId);
        expect((await readableWikis(ctx, courseId)).some((each) => each.id === wikiId)).toBe(found !== null);
        expect((await wikiNames(ctx, courseId, assignmentId)).some((each) => each.id === wikiId)).toBe(found !== null);
        const page = await findPage(ctx, courseId, homeId);
        if (found) expect(found.contents.some((item) => item.id === homeId)).toBe(page !== null);
        const line = told.find((each) => each.id === ctx.viewer.id);
        if (line) expect(line.access.level).toBe(page?.access.level ?? "hidden");
        const comment = await addComment(ctx, { courseId, pageId: homeId, parent: null, body: "Noted." });
        expect(comment.kind === "commented").toBe(page !== null && ["comment", "write"].includes(page.access.level));
      }
    }), { seed: 91, numRuns: 20 });
  });
});

test.each(["group", "student", "class"] as const)("who is told to be a member, and who is treated as one, are the same (%s)", async (sharing) => {
  const { courseId, as } = await makeCourse({ sharing });
  const wikis = await db.select().from(wiki).where(eq(wiki.courseId, courseId)).orderBy(wiki.position);
  const members = await membersOfWikis(db, courseId, wikis);
  for (const name of people.filter((each) => each !== "una")) {
    const ctx = as(name);
    const seen = await readableWikis(ctx, courseId);
    wikis.forEach((each, index) => {
      const isMember = members[index]!.some((member) => member.id === ctx.viewer.id);
      expect(seen.find((one) => one.id === each.id)?.isMine ?? false).toBe(isMember);
    });
  }
});

test("a rule that has ended holds no more", async () => {
  const course = await makeCourse();
  await addRules(course, [{ scope: "page", who: "group", level: "hidden", from: null, until: null }]);
  expect(await findPage(course.as("mira"), course.courseId, course.homeId)).toBeNull();
  await db.update(accessRule).set({ endedAt: monday, endedBy: course.as("ines").viewer.id }).where(and(eq(accessRule.courseId, course.courseId), eq(accessRule.scope, "page")));
  expect(await findPage(course.as("mira"), course.courseId, course.homeId)).not.toBeNull();
  expect(await pageNamed(course.as("mira"), course.courseId, course.wikiId, "Home")).toBe(course.homeId);
});
