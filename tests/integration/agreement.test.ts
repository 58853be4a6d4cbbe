/** Lists and single look-ups must give the same answer to "may they see it", whatever rules there are. */
import fc from "fast-check";
import { and, eq } from "drizzle-orm";
import { describe, expect, test } from "vitest";
import { levels } from "@/core/access/may";
import { Ahead } from "@/core/access/ahead";
import { cellAt, personAt } from "@/core/access/sheet";
import { accessSheet } from "@/data/access/sheet";
import { readableWikis, wikiNames } from "@/data/assignments/read";
import { addComment } from "@/data/comments/write";
import { accessRule, wiki } from "@/data/db/tables/wikis";
import { membersOfWikis } from "@/data/pages/members";
import { findPage, findWiki } from "@/data/pages/read";
import { db, later, makeCourse, monday, pageNamed, type TestCourse } from "../support/course";

const people = ["ines", "tobin", "olga", "mira", "jonas", "priya", "una"] as const;

const anyRule = fc.record({
  scope: fc.constantFrom("course" as const, "assignment" as const, "wiki" as const, "page" as const),
  who: fc.constantFrom(
    "course" as const,
    "students" as const,
    "assistants" as const,
    "observers" as const,
    "group" as const,
    "other group" as const,
    "mira" as const,
    "priya" as const,
  ),
  level: fc.constantFrom(...levels),
  from: fc.option(fc.integer({ min: -60, max: 60 })),
  until: fc.option(fc.integer({ min: -60, max: 60 })),
});

async function addRules(
  course: TestCourse,
  rules: readonly (typeof anyRule extends fc.Arbitrary<infer Rule> ? Rule : never)[],
): Promise<void> {
  const ctx = course.as("ines");
  const place = {
    course: course.courseId,
    assignment: course.assignmentId,
    wiki: course.wikiId,
    page: course.homeId,
  };
  const minute = (offset: number | null) => (offset === null ? null : later(offset));
  if (rules.length === 0) return;
  const [thorn] = await db
    .select({ groupId: wiki.groupId })
    .from(wiki)
    .where(and(eq(wiki.courseId, course.courseId), eq(wiki.id, course.otherWikiId)));
  await db.insert(accessRule).values(
    rules.map(({ scope, who, level, from, until }, index) => ({
      courseId: course.courseId,
      id: ctx.newId(),
      scope,
      place: place[scope],
      level,
      from: minute(from),
      until: minute(until),
      ...(who === "mira" || who === "priya"
        ? { whoKind: "person" as const, whoPerson: `${who}${course.courseId}` }
        : who === "other group"
          ? { whoKind: "members" as const, whoGroup: thorn!.groupId }
          : { whoKind: who }),
      madeAt: new Date(monday.getTime() - 1000 + index),
      madeBy: ctx.viewer.id,
    })),
  );
}

describe("for any rules and anybody", () => {
  test("the list of wikis, the contents, a page and the access screen agree", async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(anyRule, { maxLength: 6 }), async (rules) => {
        const course = await makeCourse();
        const { courseId, assignmentId, wikiId, homeId, as } = course;
        await addRules(course, rules);
        const sheet = (await accessSheet(as("ines"), courseId, assignmentId, { wiki: wikiId }))!;
        const ahead = new Ahead(sheet.rules, sheet.timeZone, monday.getTime());
        const row = sheet.rows.find(({ id }) => id === homeId)!;
        for (const name of people) {
          const ctx = as(name);
          const found = await findWiki(ctx, courseId, wikiId);
          expect((await readableWikis(ctx, courseId)).some((each) => each.id === wikiId)).toBe(
            found !== null,
          );
          expect((await wikiNames(ctx, courseId, assignmentId)).some((each) => each.id === wikiId)).toBe(
            found !== null,
          );
          const page = await findPage(ctx, courseId, homeId);
          if (found) expect(found.contents.some((item) => item.id === homeId)).toBe(page !== null);
          const column = sheet.columns.find(({ who }) =>
            who.kind === "person"
              ? who.person === ctx.viewer.id
              : who.kind ===
                {
                  tobin: "assistants",
                  olga: "observers",
                  priya: rules.some((rule) => rule.who === "other group") ? "members" : "students",
                }[name as string],
          );
          if (column && !(column.who.kind !== "person" && rules.some(({ who }) => who === name)))
            expect(cellAt(ahead, personAt(column, row), row).level, name).toBe(
              page?.access.level ?? "hidden",
            );
          const comment = await addComment(ctx, { courseId, pageId: homeId, parent: null, body: "Noted." });
          expect(comment.kind === "commented").toBe(
            page !== null && ["comment", "write"].includes(page.access.level),
          );
        }
      }),
      { seed: 91, numRuns: 30 },
    );
  });
});

test.each(["group", "student", "class"] as const)(
  "who is told to be a member, and who is treated as one, are the same (%s)",
  async (sharing) => {
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
  },
);

test("a rule that has ended holds no more", async () => {
  const course = await makeCourse();
  await addRules(course, [{ scope: "page", who: "group", level: "hidden", from: null, until: null }]);
  expect(await findPage(course.as("mira"), course.courseId, course.homeId)).toBeNull();
  await db
    .update(accessRule)
    .set({ endedAt: monday, endedBy: course.as("ines").viewer.id })
    .where(and(eq(accessRule.courseId, course.courseId), eq(accessRule.scope, "page")));
  expect(await findPage(course.as("mira"), course.courseId, course.homeId)).not.toBeNull();
  expect(await pageNamed(course.as("mira"), course.courseId, course.wikiId, "Home")).toBe(course.homeId);
});
