/**
 * An instructor who changes their mind at random: groups, people, starter pages, the way of sharing. After
 * each change the wikis are brought up, and what must always hold is looked at in the database itself.
 */
import fc from "fast-check";
import { and, eq, isNull } from "drizzle-orm";
import { expect, test } from "vitest";
import { fromMarkdown } from "@/core/document/markdown";
import { findSetUp } from "@/data/assignments/set-up";
import { bringWikisUp } from "@/data/assignments/wikis";
import { changeAssignment } from "@/data/assignments/write";
import { groupMember } from "@/data/db/tables/courses";
import { entry, page, wiki } from "@/data/db/tables/wikis";
import { findDifferences } from "@/data/ledger/check";
import { findGroupSet } from "@/data/groups/read";
import { saveGroupSet } from "@/data/groups/write";
import { findPage } from "@/data/pages/read";
import { setLeft } from "@/data/people/write";
import { newId } from "@/data/session/ids";
import { db, later, makeCourse, noSignUp, type TestCourse, write } from "../support/course";

const people = ["mira", "jonas", "priya"] as const;
const step = fc.oneof(
  fc.record({
    kind: fc.constant("groups" as const),
    placed: fc.tuple(fc.nat(3), fc.nat(3), fc.nat(3)),
    count: fc.integer({ min: 1, max: 3 }),
  }),
  fc.record({
    kind: fc.constant("sharing" as const),
    sharing: fc.constantFrom("group" as const, "student" as const, "class" as const),
  }),
  fc.record({ kind: fc.constant("starter" as const), forEachMember: fc.boolean() }),
  fc.record({ kind: fc.constant("left" as const), who: fc.constantFrom(...people), left: fc.boolean() }),
  fc.record({ kind: fc.constant("write" as const), who: fc.constantFrom(...people) }),
);
type Step = typeof step extends fc.Arbitrary<infer Each> ? Each : never;

async function take(course: TestCourse, made: Step, minute: number): Promise<void> {
  const { courseId, setId, assignmentId, as } = course;
  const ines = as("ines", later(minute));
  switch (made.kind) {
    case "groups": {
      const known = (await findGroupSet(ines, courseId, setId))!;
      const groups = Array.from({ length: made.count }, (_, at) => ({
        id: known.groups[at]?.id ?? null,
        name: known.groups[at]?.name ?? `New ${minute} ${at}`,
        topic: "",
        members: people.filter((_, index) => made.placed[index] === at).map((name) => `${name}${courseId}`),
      }));
      const saved = await saveGroupSet(ines, courseId, setId, { title: known.title, ...noSignUp, groups });
      // Somebody who has left can be in no group: the whole change is refused then, and nothing of it may
      // have happened.
      if (saved.kind === "refused") expect(saved.problem.code).toBe("not a student");
      return;
    }
    case "sharing":
    case "starter": {
      const stored = (await findSetUp(ines, courseId, assignmentId))!.input;
      const more = {
        id: newId(),
        title: `Page ${minute}`,
        document: fromMarkdown("Say more."),
        parentId: null,
        forEachMember: made.kind === "starter" && made.forEachMember,
      };
      const changed =
        made.kind === "sharing"
          ? { ...stored, sharing: made.sharing }
          : { ...stored, starterPages: [...stored.starterPages, more] };
      expect((await changeAssignment(ines, courseId, assignmentId, changed)).kind).toBe("saved");
      return;
    }
    case "left": {
      await setLeft(ines, courseId, [`${made.who}${courseId}`], made.left);
      return;
    }
    case "write": {
      const [found] = await db
        .select({ id: page.id })
        .from(page)
        .innerJoin(
          wiki,
          and(eq(wiki.courseId, page.courseId), eq(wiki.id, page.wikiId), isNull(wiki.setAsideAt)),
        )
        .where(eq(page.courseId, courseId))
        .limit(1);
      const ctx = as(made.who, later(minute));
      if (found && (await findPage(ctx, courseId, found.id)))
        await write(ctx, courseId, found.id, `Written at minute ${minute} by ${made.who}.`);
      return;
    }
    default:
      made satisfies never;
  }
}

test("whatever is changed, each who should has one wiki with each page once, nobody is in two groups, and no entry is lost", async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(step, { minLength: 1, maxLength: 7 }), async (steps) => {
      const course = await makeCourse();
      const { courseId, setId, assignmentId, as } = course;
      let before: string[] = [];
      for (const [at, made] of steps.entries()) {
        const minute = 10 * (at + 1);
        await take(course, made, minute);
        const progress = await bringWikisUp(as("ines", later(minute + 1)), { courseId, assignmentId });
        const wikis = await db
          .select()
          .from(wiki)
          .where(and(eq(wiki.courseId, courseId), isNull(wiki.setAsideAt)));
        const owners = wikis.map(({ groupId, personId }) => `${groupId} ${personId}`);
        expect(new Set(owners).size).toBe(owners.length);
        expect(wikis.length).toBeGreaterThanOrEqual(progress.wanted);
        const pages = await db.select().from(page).where(eq(page.courseId, courseId));
        const begun = pages
          .filter(({ starterId }) => starterId !== null)
          .map(({ wikiId, starterId, ownerId }) => `${wikiId} ${starterId} ${ownerId}`);
        expect(new Set(begun).size).toBe(begun.length);
        for (const each of wikis) expect(pages.some(({ id }) => id === each.homePageId)).toBe(true);
        const set = (await findGroupSet(as("ines"), courseId, setId))!;
        const members = await db
          .select()
          .from(groupMember)
          .where(and(eq(groupMember.courseId, courseId), isNull(groupMember.until)));
        const ofSet = members
          .filter(({ groupId }) => set.groups.some(({ id }) => id === groupId))
          .map(({ personId }) => personId);
        expect(new Set(ofSet).size).toBe(ofSet.length);
        const hashes = (
          await db.select({ hash: entry.hash }).from(entry).where(eq(entry.courseId, courseId))
        ).map(({ hash }) => hash);
        for (const hash of before) expect(hashes).toContain(hash);
        before = hashes;
      }
      expect(await findDifferences(db, courseId)).toEqual([]);
    }),
    { seed: 606, numRuns: 25 },
  );
}, 240_000);
