/** What is asked about a wiki as a whole, and when. */
import { expect, test } from "vitest";
import { findExpected } from "@/data/assignments/expected";
import { renamePage } from "@/data/pages/places";
import { actOnFinding, type FindingDto } from "@/data/review/findings";
import { findGroup } from "@/data/review/group";
import { classFindings } from "@/data/review/class-findings";
import { findStatement } from "@/data/review/student";
import { allTime } from "@/data/review/period";
import { later, makeCourse, pageNamed, write } from "../support/course";

/** An hour before the work is due. */
const nearDue = new Date("2026-04-01T15:00:00Z");

test("once the work is nearly due it is asked what hangs loose and what was expected and is not there; before that it is not", async () => {
  const { courseId, wikiId, homeId, as } = await makeCourse({
    expected: [
      { of: "student", measure: "entries", number: 2, by: null, shown: false },
      { of: "wiki", kind: "all link home", shown: false },
      { of: "wiki", kind: "page", title: "Plan", shown: true },
    ],
  });
  const planId = await pageNamed(as("mira"), courseId, wikiId, "Plan");
  await write(as("mira", later(1)), courseId, homeId, "Eels below the weir, see [[Fish]] and [[Costs]].");
  await write(as("mira", later(99)), courseId, planId, "First the weir.");
  const ofWiki = (all: readonly FindingDto[]) =>
    all
      .filter(({ entries }) => entries.length === 0)
      .map(({ finding, pages, dismissed }) => [
        finding.kind,
        pages.map(({ title }) => title),
        dismissed !== null,
      ]);
  const found = async (at: Date) =>
    ofWiki((await findGroup(as("ines", at), courseId, wikiId, allTime))!.findings);
  expect(await found(later(100))).toEqual([["nothing done", [], false]]);
  const expected = [
    ["nothing done", [], false],
    ["promised pages", ["Home"], false],
    ["loose pages", ["Plan"], false],
    ["expected of the wiki", [], false],
    ["expected of a student", [], false],
  ];
  expect(await found(nearDue)).toEqual(expected);
  const [loose] = (await findGroup(as("ines", nearDue), courseId, wikiId, allTime))!.findings.flatMap(
    ({ finding }) => (finding.kind === "expected of the wiki" ? [finding] : []),
  );
  expect(loose).toMatchObject({ unmet: 1, of: 2 });
  // What is about a student stands in their statement, for those who review; the class names who it is about.
  const jonas = as("jonas").viewer.id;
  expect(
    (await findStatement(as("ines", nearDue), courseId, wikiId, jonas, allTime))!.findings.map(
      ({ finding }) => finding.kind,
    ),
  ).toEqual(["nothing done", "expected of a student"]);
  expect(
    (await findStatement(as("mira", nearDue), courseId, wikiId, as("mira").viewer.id, allTime))!.findings,
  ).toEqual([]);
  const [group] = await classFindings(as("ines", nearDue), courseId, [{ wikiId, name: "Alder" }]);
  expect(group!.open.map(({ kind, who }) => [kind, who])).toContainEqual(["loose pages", []]);
  expect(group!.open.map(({ kind, who }) => [kind, who])).toContainEqual([
    "expected of a student",
    ["jonas"],
  ]);

  expect(
    await actOnFinding(
      as("ines", nearDue),
      courseId,
      wikiId,
      "loose pages",
      "The plan is read from the brief.",
    ),
  ).toEqual({ kind: "done" });
  expect(await found(nearDue)).toContainEqual(["loose pages", ["Plan"], true]);
  // Linked to, and with everything expected done, nothing more is asked.
  await write(as("jonas", later(200)), courseId, homeId, "Eels below the weir, see [[Plan]].");
  await write(as("jonas", later(300)), courseId, planId, "First the weir. Back to [[Home]].");
  expect(await found(nearDue)).toEqual([]);
});

test("links by a title that a page had before count as links to it, in what is expected and in what is found", async () => {
  const { courseId, assignmentId, wikiId, homeId, as } = await makeCourse({
    expected: [
      { of: "wiki", kind: "home links to all", shown: true },
      { of: "wiki", kind: "all link home", shown: true },
    ],
  });
  const planId = await pageNamed(as("mira"), courseId, wikiId, "Plan");
  await write(as("mira", later(1)), courseId, homeId, "See [[Plan]].");
  await write(as("mira", later(2)), courseId, planId, "Back to [[Home]].");
  for (const [pageId, title] of [
    [planId, "What we want to do"],
    [homeId, "The Alder"],
  ] as const)
    expect((await renamePage(as("ines", later(3)), { courseId, pageId, title })).kind).toBe("saved");
  const kinds = (await findGroup(as("ines", nearDue), courseId, wikiId, allTime))!.findings.map(
    ({ finding }) => finding.kind,
  );
  for (const kind of ["promised pages", "loose pages", "expected of the wiki"])
    expect(kinds).not.toContain(kind);
  expect(
    (await findExpected(as("mira", nearDue), courseId, assignmentId))!.mine!.map(
      ({ have, want }) => have === want,
    ),
  ).toEqual([true, true]);
});
