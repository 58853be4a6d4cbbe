/**
 * Telling those who take part that an assignment is there or was changed: each of them once, and nobody else.
 */
import { and, eq } from "drizzle-orm";
import { expect, test } from "vitest";
import { announcements } from "@/data/assignments/announce";
import { findSetUp } from "@/data/assignments/set-up";
import { changeAssignment, prepareAssignment, publishAssignment } from "@/data/assignments/write";
import { mail } from "@/data/db/tables/mail";
import { assignmentInput, db, later, makePeople, monday } from "../support/course";

test("on publishing and on a change of times, by mail and in the news, and never twice", async () => {
  const { courseId, setId, as } = await makePeople();
  const ines = (minutes: number) => as("ines", later(minutes));
  const letters = async () =>
    (
      await db
        .select({ to: mail.toName, text: mail.text })
        .from(mail)
        .where(and(eq(mail.courseId, courseId)))
    ).sort((one, other) => (one.to < other.to ? -1 : 1));
  const prepared = await prepareAssignment(ines(0), courseId, assignmentInput(setId));
  if (prepared.kind !== "saved") throw new Error("not prepared");
  const { assignmentId } = prepared;
  expect(await announcements(as("mira", monday), courseId)).toEqual([]);
  expect((await publishAssignment(ines(1), courseId, assignmentId, true)).kind).toBe("saved");
  // Those of the groups: no staff, no observer, nobody who is not on the course.
  expect((await letters()).map(({ to }) => to)).toEqual(["jonas", "mira", "priya"]);
  expect((await letters())[0]!.text).toContain(
    "“Dossier” is there now. It is open and is due on Wed, 1 Apr 2026, 17:00.",
  );
  await publishAssignment(ines(2), courseId, assignmentId, true);
  const { input } = (await findSetUp(ines(3), courseId, assignmentId))!;
  await changeAssignment(ines(3), courseId, assignmentId, input, undefined, true);
  await changeAssignment(ines(4), courseId, assignmentId, { ...input, dueAt: "2026-04-02T17:00" });
  expect(await letters()).toHaveLength(3);
  await changeAssignment(
    ines(5),
    courseId,
    assignmentId,
    { ...input, dueAt: "2026-04-03T17:00" },
    undefined,
    true,
  );
  expect(await letters()).toHaveLength(6);
  expect(
    (await announcements(as("mira", later(6)), courseId)).map(({ by, lines }) => [by, ...lines]),
  ).toEqual([
    ["ines", "“Dossier” is due on Fri, 3 Apr 2026, 17:00, and not on Thu, 2 Apr 2026, 17:00."],
    ["ines", "“Dossier” is there now. It is open and is due on Wed, 1 Apr 2026, 17:00."],
  ]);
  expect(await announcements(as("una", later(6)), courseId)).toEqual([]);
  expect(
    (
      await changeAssignment(
        as("mira", later(7)),
        courseId,
        assignmentId,
        { ...input, dueAt: "2026-04-09T17:00" },
        undefined,
        true,
      )
    ).kind,
  ).toBe("refused");
  expect(await letters()).toHaveLength(6);
});
