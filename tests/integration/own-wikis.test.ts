/**
 * Who was moved between groups has a statement in both, as those who review see it; who did nothing is told
 * of with what could be theirs.
 */
import { expect, test } from "vitest";
import { saveGroupSet } from "@/data/groups/write";
import { groupSets } from "@/data/groups/read";
import { findGroup } from "@/data/review/group";
import { ownWikis } from "@/data/review/own-wikis";
import { allTime } from "@/data/review/period";
import { findStatement } from "@/data/review/student";
import { visitDesk } from "@/data/desk/read";
import { later, makeCourse, noSignUp, write } from "../support/course";

test("a student who was moved sees what they did in both groups, the one that they belong to first", async () => {
  const { courseId, setId, assignmentId, wikiId, otherWikiId, homeId, as } = await makeCourse();
  const id = (name: string) => `${name}${courseId}`;
  await write(
    as("jonas", later(1)),
    courseId,
    homeId,
    "Weirs hold back gravel, so eels climb only when floods cover one.",
  );
  const set = (await groupSets(as("ines"), courseId)).find((each) => each.id === setId)!;
  const [alder, thorn] = set.groups;
  const moved = await saveGroupSet(as("ines", later(2)), courseId, setId, {
    title: "Rivers",
    ...noSignUp,
    groups: [
      { id: alder!.id, name: "Alder", topic: "Eels", members: [id("mira")] },
      { id: thorn!.id, name: "Thorn", topic: "", members: [id("priya"), id("jonas")] },
    ],
  });
  expect(moved.kind).toBe("saved");
  const own = await ownWikis(as("jonas", later(3)), courseId, assignmentId);
  expect(own.map((wiki) => [wiki.id, wiki.until === null])).toEqual([
    [otherWikiId, true],
    [wikiId, false],
  ]);
  for (const who of ["jonas", "ines"] as const) {
    const told = (await findStatement(as(who, later(4)), courseId, wikiId, id("jonas"), allTime))!;
    expect([told.figures.added, told.figures.entries]).toEqual([12, 1]);
    expect(
      (await findStatement(as(who, later(4)), courseId, otherWikiId, id("jonas"), allTime))!.figures.entries,
    ).toBe(0);
  }
  expect((await ownWikis(as("mira", later(3)), courseId, assignmentId)).map((wiki) => wiki.id)).toEqual([
    wikiId,
  ]);
  expect(await ownWikis(as("una"), courseId, assignmentId)).toEqual([]);
  expect(await findStatement(as("priya", later(4)), courseId, otherWikiId, id("jonas"), allTime)).toBeNull();
});

test("when members were last here is told to those who review, and with who did nothing", async () => {
  const { courseId, wikiId, homeId, as } = await makeCourse();
  await write(as("mira", later(1)), courseId, homeId, "The weir is steep.");
  const group = async () => (await findGroup(as("ines", later(90)), courseId, wikiId, allTime))!;
  const before = await group();
  expect(
    before.members.map(({ lastHere, firstAct }) => [lastHere?.getTime() ?? null, firstAct?.number ?? null]),
  ).toEqual([
    [later(1).getTime(), 2],
    [null, null],
  ]);
  expect(before.findings.find(({ finding }) => finding.kind === "nothing done")!.finding).toMatchObject({
    member: `jonas${courseId}`,
    lastHere: null,
    unassigned: 0,
  });
  await visitDesk(as("jonas", later(30)), courseId);
  const after = await group();
  expect(after.members.map(({ lastHere }) => lastHere?.getTime())).toEqual([
    later(1).getTime(),
    later(30).getTime(),
  ]);
  expect(after.findings.find(({ finding }) => finding.kind === "nothing done")!.finding).toMatchObject({
    lastHere: later(30).getTime(),
  });
});
