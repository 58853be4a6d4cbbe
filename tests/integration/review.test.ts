import fc from "fast-check";
import { afterAll, describe, expect, test } from "vitest";
import { fromMarkdown } from "@/core/document/markdown";
import { addComment } from "@/data/comments/write";
import { answerShared } from "@/data/ledger/shared";
import { findPage } from "@/data/pages/read";
import { savePage } from "@/data/pages/write";
import { reviewFigures } from "@/data/review/dto";
import { assignmentReview, findEvidence } from "@/data/review/read";
import { anyText } from "../support/histories";
import { closeDatabase, later, makeCourse, pageNamed, write } from "../support/course";

afterAll(closeDatabase);

describe("the review", () => {
  test("has every member, those who did nothing included", async () => {
    const { courseId, assignmentId, homeId, as } = await makeCourse();
    await write(as("mira", later(1)), courseId, homeId, "Six words that Mira alone wrote.");
    const groups = await assignmentReview(as("ines", later(5)), courseId, assignmentId);
    expect(groups?.map((group) => group.members.map(({ member, entries, standing, sharePercent, lastAt }) => ({ name: member.name, entries, standing, sharePercent, lastAt })))).toEqual([
      [{ name: "mira", entries: 1, standing: 6, sharePercent: 100, lastAt: later(1) }, { name: "jonas", entries: 0, standing: 0, sharePercent: 0, lastAt: null }],
      [{ name: "priya", entries: 0, standing: 0, sharePercent: null, lastAt: null }],
    ]);
  });

  test("a teacher's words stand apart from the members' sum", async () => {
    const { courseId, assignmentId, homeId, as } = await makeCourse();
    await write(as("ines", later(1)), courseId, homeId, "A teacher wrote this line.");
    await write(as("mira", later(2)), courseId, homeId, "A teacher wrote this line.\n\nMira answers.");
    const [group] = (await assignmentReview(as("tobin", later(3)), courseId, assignmentId))!;
    expect(group).toMatchObject({ othersWords: 5, starterWords: 8, members: [{ standing: 2, sharePercent: 100 }, { standing: 0 }] });
  });

  test("comments and answers are counted; an answer to an answer joins its thread", async () => {
    const { courseId, assignmentId, homeId, as } = await makeCourse();
    const first = await addComment(as("mira", later(1)), { courseId, pageId: homeId, parent: null, body: "Which gauge?" });
    const second = await addComment(as("jonas", later(2)), { courseId, pageId: homeId, parent: first.kind === "commented" ? first.id : "", body: "The lower one." });
    await addComment(as("mira", later(3)), { courseId, pageId: homeId, parent: second.kind === "commented" ? second.id : "", body: "Thanks." });
    const [group] = (await assignmentReview(as("ines", later(4)), courseId, assignmentId))!;
    expect(group?.members.map((member) => member.comments)).toEqual([2, 1]);
  });

  // The promise of the product: no figure that can't be opened, and what opens adds up to it.
  test("what opens behind a figure adds up to it, whatever happened before", async () => {
    const deeds = fc.array(fc.record({ who: fc.constantFrom("mira", "jonas", "ines"), page: fc.constantFrom("Home", "Plan"), text: anyText, comments: fc.boolean(), together: fc.constantFrom("no", "asked", "confirmed") }), { minLength: 1, maxLength: 8 });
    await fc.assert(fc.asyncProperty(deeds, async (history) => {
      const { courseId, assignmentId, wikiId, as } = await makeCourse();
      for (const [minute, { who, page, text, comments, together }] of history.entries()) {
        const ctx = as(who as "mira", later(minute));
        const pageId = await pageNamed(ctx, courseId, wikiId, page);
        const other = who === "mira" ? "jonas" : "mira";
        const base = (await findPage(ctx, courseId, pageId))!.entries;
        const saved = await savePage(ctx, {
          courseId, pageId, base, document: fromMarkdown(text), note: "", sending: { saveId: `save${minute}save`, pasted: 0, largestPaste: 0, coWriters: together === "no" ? [] : [`${other}${courseId}`] },
        });
        if (together === "confirmed" && saved.kind === "saved") await answerShared(as(other), { courseId, pageId, number: saved.number, isConfirmed: true });
        if (comments) await addComment(ctx, { courseId, pageId, parent: null, body: "Noted." });
      }
      const review = (await assignmentReview(as("ines"), courseId, assignmentId))!.find((group) => group.wikiId === wikiId)!;
      for (const row of review.members) {
        for (const figure of reviewFigures) {
          const evidence = (await findEvidence(as("ines"), courseId, wikiId, row.member.id, figure))!;
          const sum = evidence.lines.reduce((total, line) => total + line.amount, 0);
          expect(sum).toBe(figure === "share" ? row.standing : row[figure]);
          if (figure === "share") expect(evidence.sharePercent).toBe(row.sharePercent);
        }
      }
    }), { seed: 61, numRuns: 15 });
  });
});
