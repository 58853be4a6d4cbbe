/**
 * Laws of typing, drafting and saving: whatever order it all arrives in, what is saved is no draft any more, and
 * what is not saved is never gone.
 */
import fc from "fast-check";
import { expect, test } from "vitest";
import { fromMarkdown } from "@/core/document/markdown";
import { addComment, editComment } from "@/data/comments/write";
import { findDraft, savedLately } from "@/data/drafts/read";
import { dropRemark, keepRemark, remarkDrafts } from "@/data/drafts/remarks";
import { dropDraft, keepDraft } from "@/data/drafts/write";
import { startPage, savePage } from "@/data/pages/write";
import { isSavedBy } from "@/ui/editor/draft-moment";
import { savedSince } from "@/ui/editor/left-behind";
import { later, makeCourse, monday } from "../support/course";

const session = (name: string) => `${name}00000000`;
const at = (step: number) => new Date(monday.getTime() + 60_000 + step * 1000);

/** What one who writes does: types, has a draft sent, or saves. What is sent arrives later, in any order. */
const acts = fc.array(fc.constantFrom("type", "draft", "save"), { minLength: 3, maxLength: 12 });

interface Sent {
  readonly kind: "draft" | "save";
  readonly step: number;
}

function sendings(order: readonly string[], picks: readonly number[]): { steps: number; sent: Sent[] } {
  let steps = 0;
  const open: Sent[] = [];
  for (const act of order) {
    if (act === "type") steps++;
    else if (steps > 0) open.push({ kind: act as Sent["kind"], step: steps });
  }
  // Saves go one after another, as the editor sends them; drafts overtake them and each other.
  const drafts = open.filter(({ kind }) => kind === "draft");
  const sent: Sent[] = open.filter(({ kind }) => kind === "save");
  drafts.forEach((draft, index) => sent.splice((picks[index] ?? 0) % (sent.length + 1), 0, draft));
  return { steps, sent };
}

test("in whatever order drafts and saves of one editor arrive, what is saved is no draft, and the rest is one", async () => {
  const { as, courseId, wikiId } = await makeCourse();
  let runs = 0;
  await fc.assert(
    fc.asyncProperty(acts, fc.array(fc.nat(20), { minLength: 12, maxLength: 12 }), async (order, picks) => {
      const { sent } = sendings(order, picks);
      const run = ++runs;
      // Each run has minutes of its own: nobody saves a thousand times in one.
      const begun = later(10 * run);
      const when = (step: number) => new Date(begun.getTime() + step * 1000);
      const started = await startPage(as("mira", begun), {
        courseId,
        wikiId,
        title: `Page ${run}`,
        document: fromMarkdown("Begun."),
        note: "",
      });
      if (started.kind !== "saved") throw new Error("not started");
      const place = { courseId, pageId: started.pageId };
      const typed = (step: number) => ({ session: session(`run${run}x`), step });
      const text = (step: number) => fromMarkdown(`Begun.\n\nStep ${step} of ${run}.`);
      let base = 1;
      for (const { kind, step } of sent) {
        const ctx = as("mira", when(20));
        if (kind === "draft")
          await keepDraft(ctx, place, {
            ...typed(step),
            base,
            title: `Page ${run}`,
            note: "",
            at: when(step).toISOString(),
            document: text(step),
          });
        else {
          const saved = await savePage(ctx, {
            ...place,
            base,
            document: text(step),
            note: "",
            sending: {
              saveId: `s${run}x${step}x${base}x000000`,
              pasted: 0,
              largestPaste: 0,
              typed: typed(step),
            },
          });
          if (saved.kind === "refused") throw new Error(saved.problem.code);
          base = saved.number;
        }
      }
      const saved = Math.max(0, ...sent.filter(({ kind }) => kind === "save").map(({ step }) => step));
      const kept = Math.max(
        0,
        ...sent.filter(({ kind, step }) => kind === "draft" && step > saved).map(({ step }) => step),
      );
      const draft = await findDraft(as("mira", when(30)), place);
      expect(draft?.step ?? 0).toBe(kept);
      if (draft) expect(draft.document).toEqual(text(kept));
      // A draft of this machine that the server never got is known as saved, or is offered.
      const lately = await savedLately(as("mira", when(30)), courseId, started.pageId);
      for (let step = 1; step <= 12; step++)
        expect(isSavedBy(typed(step), lately.own)).toBe(step <= saved && saved > 0);
    }),
    { seed: 350, numRuns: 200 },
  );
});

test("a save takes no draft with it that was typed in another window", async () => {
  const { as, courseId, homeId } = await makeCourse();
  const place = { courseId, pageId: homeId };
  const draft = {
    base: 1,
    title: "Home",
    note: "",
    at: at(5).toISOString(),
    document: fromMarkdown("On the phone."),
    session: session("phone"),
    step: 3,
  };
  expect(await keepDraft(as("mira", at(6)), place, draft)).toBe(true);
  const save = (saveId: string, typed: { session: string; step: number }) =>
    savePage(as("mira", at(7)), {
      ...place,
      base: 1,
      document: fromMarkdown("On the desk."),
      note: "",
      sending: { saveId, pasted: 0, largestPaste: 0, typed },
    });
  await save("desk00000001", { session: session("desk"), step: 9 });
  expect((await findDraft(as("mira", at(8)), place))?.document).toEqual(fromMarkdown("On the phone."));
  await dropDraft(as("mira", at(9)), place);
  expect(await findDraft(as("mira", at(9)), place)).toBeNull();
});

test("who has saved since is told truly: oneself, others, or both", async () => {
  const { as, courseId, homeId } = await makeCourse();
  const save = (name: "mira" | "jonas", text: string, base: number) =>
    savePage(as(name, at(base)), { courseId, pageId: homeId, base, document: fromMarkdown(text), note: "" });
  const told = async (base: number, newest: number) =>
    savedSince({ base }, newest, await savedLately(as("mira", at(40)), courseId, homeId));
  expect(await told(1, 1)).toBeNull();
  await save("mira", "One.", 1);
  expect(await told(1, 2)).toMatch(/^You have saved the page since then\. .*what you saved\.$/);
  await save("jonas", "One. Two.", 2);
  expect(await told(2, 3)).toMatch(/^Jonas has saved the page since then\. .*what they saved\.$/i);
  expect(await told(1, 3)).toMatch(/^You and jonas have saved the page since then\. .*what was saved\.$/i);
});

test("what is begun of a comment is its writer’s, stays until it is sent, and does not come back then", async () => {
  const { as, courseId, homeId } = await makeCourse();
  const written = (
    body: string,
    step: number,
    place = "page",
    about: { quote: string; near: number } | null = null,
  ) => ({
    place,
    body,
    about,
    at: at(step).toISOString(),
    session: session("talk"),
    step,
  });
  const kept = async (name: "mira" | "jonas" | "ines") =>
    (await remarkDrafts(as(name, at(30)), courseId, homeId)).map(({ place, body }) => [place, body]);
  const keep = (given: unknown) => keepRemark(as("mira", at(20)), courseId, homeId, given);
  expect(await keep(written("Is the weir old", 2, "page", { quote: "weir", near: 0 }))).toBe(true);
  await keep(written("Is the", 1));
  expect(await kept("mira")).toEqual([["page", "Is the weir old"]]);
  expect(await kept("jonas")).toEqual([]);
  expect(await kept("ines")).toEqual([]);
  const sent = await addComment(as("mira", at(21)), {
    courseId,
    pageId: homeId,
    parent: null,
    body: "Is the weir old?",
    typed: { session: session("talk"), step: 3 },
  });
  if (sent.kind !== "commented") throw new Error("not sent");
  // What was on its way when it was sent comes too late.
  await keep(written("Is the weir old", 3));
  expect(await kept("mira")).toEqual([]);
  // The next one in the same field is another.
  await keep(written("And the sluice", 4));
  await keep(written("So old", 1, `answer ${sent.id}`));
  await keep(written("Is the weir very old?", 1, `edit ${sent.id}`));
  expect((await kept("mira")).length).toBe(3);
  await dropRemark(as("mira", at(22)), courseId, homeId, "page", { session: session("talk"), step: 4 });
  await addComment(as("mira", at(23)), {
    courseId,
    pageId: homeId,
    parent: sent.id,
    body: "So old.",
    typed: { session: session("talk"), step: 1 },
  });
  await editComment(as("mira", at(24)), {
    courseId,
    commentId: sent.id,
    body: "Is the weir very old?",
    typed: { session: session("talk"), step: 1 },
  });
  expect(await kept("mira")).toEqual([]);
  // Nothing is kept for who does not read the page, who only looks as somebody, or of what is no comment.
  expect(await keepRemark(as("priya"), courseId, homeId, written("x", 9))).toBe(false);
  expect(
    await keepRemark(
      { ...as("mira"), lookingAs: { by: as("ines").viewer, courseId } },
      courseId,
      homeId,
      written("x", 9),
    ),
  ).toBe(false);
  expect(await keep(written("x".repeat(20_000), 9))).toBe(false);
  expect(await keep(written("x", 9, `answer ${"a".repeat(90)}`))).toBe(false);
  expect(await remarkDrafts(as("priya"), courseId, homeId)).toEqual([]);
});
