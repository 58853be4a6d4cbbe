/**
 * Comments that an entry took up: proposed where the words changed, said by those who may, told in the
 * statement.
 */
import { expect, test } from "vitest";
import { addComment } from "@/data/comments/write";
import { takeUp } from "@/data/comments/taken-up";
import { findPage } from "@/data/pages/read";
import { findGroup } from "@/data/review/group";
import { allTime } from "@/data/review/period";
import { findStatement } from "@/data/review/student";
import { later, makeCourse, write } from "../support/course";

const text = "The weir is steep and old. Nobody knows who built it.\n\nThe bank below it is bare.";

async function spokenOf() {
  const course = await makeCourse();
  const { courseId, homeId, as } = course;
  await write(as("mira", later(1)), courseId, homeId, text);
  const entry = (await findPage(as("jonas"), courseId, homeId))!.entries;
  const said = await addComment(as("jonas", later(2)), {
    courseId,
    pageId: homeId,
    parent: null,
    body: "Somebody must know.",
    passage: { quote: "Nobody knows who built it.", near: 6, entry },
  });
  if (said.kind !== "commented") throw new Error(said.problem.code);
  return {
    ...course,
    said: said.id,
    thread: async (who: "mira" | "jonas" | "ines" = "jonas") =>
      (await findPage(as(who, later(60)), courseId, homeId))!.comments.find(({ id }) => id === said.id)!,
  };
}

test("an entry that changes the words soon is proposed, and one that changes others is not", async () => {
  const { courseId, homeId, as, thread } = await spokenOf();
  await write(as("mira", later(3)), courseId, homeId, text.replace("bare", "bare and steep"));
  expect((await thread()).proposed).toBeNull();
  await write(
    as("mira", later(4)),
    courseId,
    homeId,
    text.replace("Nobody knows who built it.", "The mill's owner built it."),
  );
  expect((await thread()).proposed).toBe(4);
});

test("who began it, who saved the entry and who reviews say so and take it back; nobody else, and of no entry before it", async () => {
  const { courseId, wikiId, assignmentId: _, homeId, as, said, thread } = await spokenOf();
  await write(
    as("mira", later(3)),
    courseId,
    homeId,
    text.replace("Nobody knows who built it.", "The mill's owner built it."),
  );
  const take = (who: "mira" | "jonas" | "ines" | "priya" | "olga", number: number | null) =>
    takeUp(as(who, later(5)), { courseId, commentId: said, number });
  expect((await take("priya", 3)).kind).toBe("refused");
  expect((await take("olga", 3)).kind).toBe("refused");
  expect((await take("jonas", 2)).kind).toBe("refused");
  expect((await take("jonas", 99)).kind).toBe("refused");
  expect((await take("mira", 3)).kind).toBe("commented");
  expect(await thread()).toMatchObject({ takenUp: { number: 3, by: "mira" }, proposed: null });
  const statement = (await findStatement(
    as("ines", later(6)),
    courseId,
    wikiId,
    `jonas${courseId}`,
    allTime,
  ))!;
  expect(statement.sittings.flat().find(({ remark }) => remark === said)?.takenUpIn).toBe(3);
  expect((await findGroup(as("ines", later(6)), courseId, wikiId, allTime))!.conversation).toMatchObject([
    { takenUpIn: 3 },
  ]);
  expect((await take("ines", null)).kind).toBe("commented");
  expect(await thread("ines")).toMatchObject({ takenUp: null, proposed: 3 });
});
