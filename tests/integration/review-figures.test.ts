/**
 * The promise of the product: no figure that can't be opened, and what opens adds up to it, wherever it is
 * told.
 */
import fc from "fast-check";
import { and, eq } from "drizzle-orm";
import { expect, test } from "vitest";
import { classFigures, definitionOf, figureNames, isPart } from "@/core/credit/figure-table";
import { isLate } from "@/core/time/due";
import { giveMoreTime, workTimes } from "@/data/access/more-time";
import { addComment } from "@/data/comments/write";
import { markDiscussion } from "@/data/comments/discussion";
import { answerShared } from "@/data/ledger/shared";
import { assignment, entryCredit } from "@/data/db/tables/wikis";
import { findPage } from "@/data/pages/read";
import { savePage } from "@/data/pages/write";
import { findEvidence } from "@/data/review/evidence";
import { findGroup } from "@/data/review/group";
import { allTime, atCutOff, atDue } from "@/data/review/period";
import { loadWork } from "@/data/review/work";
import { memberFigures } from "@/core/credit/figures";
import { assignmentReview } from "@/data/review/read";
import { findStatement } from "@/data/review/student";
import { fromMarkdown } from "@/core/document/markdown";
import { textOf } from "@/core/document/passages";
import { anyText } from "../support/histories";
import { db, later, makeCourse, pageNamed } from "../support/course";

type Name = "mira" | "jonas" | "ines";
const deeds = fc.array(
  fc.record({
    who: fc.constantFrom<Name>("mira", "jonas", "ines"),
    page: fc.constantFrom("Home", "Plan"),
    text: anyText,
    comments: fc.boolean(),
    together: fc.constantFrom("no", "asked", "confirmed"),
  }),
  { minLength: 1, maxLength: 8 },
);
type Deeds = typeof deeds extends fc.Arbitrary<infer Each> ? Each : never;
type Course = Awaited<ReturnType<typeof makeCourse>>;

/** A deed a minute, from the first on. */
async function carryOut({ courseId, wikiId, as }: Course, history: Deeds): Promise<void> {
  for (const [minute, { who, page, text, comments, together }] of history.entries()) {
    const ctx = as(who, later(minute));
    const pageId = await pageNamed(ctx, courseId, wikiId, page);
    const other = who === "mira" ? "jonas" : "mira";
    const base = (await findPage(ctx, courseId, pageId))!.entries;
    const saved = await savePage(ctx, {
      courseId,
      pageId,
      base,
      document: fromMarkdown(text),
      note: "",
      sending: {
        saveId: `save${minute}save`,
        pasted: 0,
        largestPaste: 0,
        coWriters: together === "no" ? [] : [`${other}${courseId}`],
      },
    });
    if (together === "confirmed" && saved.kind === "saved")
      await answerShared(as(other), { courseId, pageId, number: saved.number, isConfirmed: true });
    if (comments) await addComment(ctx, { courseId, pageId, parent: null, body: "Noted." });
  }
}

/** Some of the first page is a talk: marked, it counts as such. */
async function markSome({ courseId, wikiId, as }: Course, from: number): Promise<void> {
  const page = (await findPage(as("ines"), courseId, await pageNamed(as("ines"), courseId, wikiId, "Home")))!;
  const some = textOf(page.document, { from, to: from + 5 });
  if (some !== "")
    expect(
      (
        await markDiscussion(as("ines", later(50)), courseId, page.id, {
          quote: some,
          near: from,
          entry: page.entries,
        })
      ).kind,
    ).toBe("marked");
}

const minute = fc.option(fc.nat(9), { nil: null });
const extension = fc.record({
  of: fc.constantFrom<"group" | "mira" | "jonas">("group", "mira", "jonas"),
  minutes: fc.integer({ min: 1, max: 8 }),
});
const close = (one: number | null | undefined, other: number | null | undefined) =>
  one === null || one === undefined
    ? expect(one ?? null).toBe(other ?? null)
    : expect(one).toBeCloseTo(other!);

test("what opens behind a figure adds up to it, in the class, the group and the statement alike, whoever was given more time", async () => {
  await fc.assert(
    fc.asyncProperty(
      deeds,
      minute,
      minute,
      fc.nat(30),
      fc.nat(7),
      fc.nat(4),
      fc.array(extension, { maxLength: 3 }),
      async (history, one, other, talk, due, after, extensions) => {
        const course = await makeCourse();
        const { courseId, assignmentId, wikiId, as } = course;
        await carryOut(course, history);
        await markSome(course, talk);
        await db
          .update(assignment)
          .set({ dueAt: later(due), cutOffAt: later(due + after) })
          .where(and(eq(assignment.courseId, courseId), eq(assignment.id, assignmentId)));
        for (const { of, minutes } of extensions) {
          const to = [{ wikiId, personId: of === "group" ? null : `${of}${courseId}` }];
          expect(
            (await giveMoreTime(as("ines"), courseId, assignmentId, to, later(due + minutes))).kind,
          ).toMatch(/^(un)?changed$/);
        }
        const [from, until] =
          one !== null && other !== null && one >= other ? [other, one + 1] : [one, other];
        for (const period of [
          allTime,
          { from: from === null ? null : later(from), until: until === null ? null : later(until) },
          atCutOff,
          atDue,
        ]) {
          const review = (await assignmentReview(as("ines"), courseId, assignmentId, period))!.find(
            (group) => group.wikiId === wikiId,
          )!;
          const group = (await findGroup(as("ines", later(100)), courseId, wikiId, period))!;
          close(group.balance, review.balance);
          for (const [at, { member, figures, sharePercent }] of group.members.entries()) {
            const row = review.members[at]!;
            expect(row.sharePercent).toBe(sharePercent);
            expect(row.replies).toBe(figures.replies);
            for (const name of classFigures) close(row.figures[name], figures[name]);
            const told = (await findStatement(as("ines"), courseId, wikiId, member.id, period))!;
            expect(told.figures).toEqual(figures);
            if (period === allTime)
              expect(told.sittings.at(-1)?.at(-1)?.standing ?? 0).toBeCloseTo(figures.standing);
            for (const name of figureNames) {
              const {
                lines,
                whole,
                sharePercent: opened,
              } = (await findEvidence(as("ines"), courseId, wikiId, member.id, name, period))!;
              const sum = lines.reduce((total, line) => total + line.amount, 0);
              close(isPart(name) ? (whole ? sum / whole : null) : sum, figures[name]);
              if (name === "share") expect(opened).toBe(sharePercent);
              // What an own line says of itself is what the figures of time count it as.
              if (name === "addedLate") expect(lines.every(({ isLate: late }) => late)).toBe(true);
              if (definitionOf(name).whole && name === "inTime")
                expect(lines.some(({ isLate: late }) => late)).toBe(false);
            }
            if (figures.inTime !== null)
              expect(figures.added * (1 - figures.inTime)).toBeCloseTo(figures.addedLate);
          }
        }
        // As at the cut-off is as if each line had been cut at its author's own time, and without extensions
        // as at that moment for everybody.
        const whole = (await loadWork(as("ines"), courseId, wikiId, allTime, "reviewers"))!.work;
        const cutOf = await workTimes(db, courseId, assignmentId);
        const isIn = ({ author, at }: { readonly author: string | null; readonly at: number }) =>
          at < cutOf(wikiId, author).cutOffAt!;
        const cut = { ...whole, deeds: whole.deeds.filter(isIn), remarks: whole.remarks.filter(isIn) };
        const asAt = (await findGroup(as("ines", later(100)), courseId, wikiId, atCutOff))!;
        const asThen = (await findGroup(as("ines", later(100)), courseId, wikiId, {
          from: null,
          until: later(due + after),
        }))!;
        const inTime = {
          ...whole,
          deeds: whole.deeds.filter(({ author, at }) => at < cutOf(wikiId, author).dueAt),
          remarks: whole.remarks.filter(({ author, at }) => at < cutOf(wikiId, author).dueAt),
        };
        for (const { member, figures } of (await findGroup(as("ines", later(100)), courseId, wikiId, atDue))!
          .members)
          expect(figures).toEqual(memberFigures(inTime, member.id));
        asAt.members.forEach(({ member, figures }, at) => {
          expect(figures).toEqual(memberFigures(cut, member.id));
          if (extensions.length === 0) expect(figures).toEqual(asThen.members[at]!.figures);
        });
        // Entry by entry: late is what was saved at its author's own time or after it.
        const timesOf = await workTimes(db, courseId, assignmentId);
        const rows = await db
          .select({
            author: entryCredit.authorId,
            at: entryCredit.at,
            pageId: entryCredit.pageId,
            number: entryCredit.number,
          })
          .from(entryCredit)
          .where(and(eq(entryCredit.courseId, courseId), eq(entryCredit.wikiId, wikiId)));
        for (const name of ["mira", "jonas"] as const) {
          const id = `${name}${courseId}`;
          // What is given again is given in the place of what was given before.
          const given = new Map(extensions.map(({ of, minutes }) => [of, minutes]));
          const latest = due + Math.max(0, given.get("group") ?? 0, given.get(name) ?? 0);
          expect(timesOf(wikiId, id).dueAt).toBe(later(latest).getTime());
          const lines = (await findStatement(as("ines"), courseId, wikiId, id, allTime))!.sittings.flat();
          for (const { ref, isLate: late } of lines) {
            const row =
              ref && rows.find(({ pageId, number }) => pageId === ref.pageId && number === ref.number)!;
            const isMember = row?.author === `mira${courseId}` || row?.author === `jonas${courseId}`;
            expect(late).toBe(
              row && isMember ? isLate(timesOf(wikiId, row.author), row.at.getTime()) : false,
            );
          }
        }
      },
    ),
    { seed: 61, numRuns: 12 },
  );
});
