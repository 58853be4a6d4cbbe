/** Looking back: any two states of a page, and who wrote what, from what is stored. */
import fc from "fast-check";
import { expect, test } from "vitest";
import { countWords } from "@/core/text/count";
import { visitDesk } from "@/data/desk/read";
import { compareStates, sinceLastVisit, statesOf, whoWroteWhat } from "@/data/ledger/states";
import { findPage } from "@/data/pages/read";
import { anyText } from "../support/histories";
import { later, makeCourse, pageNamed, write } from "../support/course";

test("who wrote what is what the margin says, at every entry, wherever the words came from", async () => {
  const deeds = fc.array(
    fc.record({
      who: fc.constantFrom("mira", "jonas", "ines"),
      page: fc.constantFrom("Home", "Plan"),
      text: anyText,
    }),
    { minLength: 1, maxLength: 7 },
  );
  await fc.assert(
    fc.asyncProperty(deeds, async (history) => {
      const { courseId, wikiId, as } = await makeCourse();
      for (const [minute, { who, page, text }] of history.entries()) {
        const ctx = as(who as "mira", later(minute));
        await write(ctx, courseId, await pageNamed(ctx, courseId, wikiId, page), text);
      }
      for (const title of ["Home", "Plan"]) {
        const pageId = await pageNamed(as("mira"), courseId, wikiId, title);
        const page = (await findPage(as("mira"), courseId, pageId))!;
        for (let number = 1; number <= page.entries; number++) {
          const shown = (await whoWroteWhat(as("mira"), courseId, pageId, number))!;
          const words = new Map<string, number>();
          for (const { segments } of shown.blocks)
            for (const { text, entry } of segments) {
              const author = entry === undefined ? "" : (shown.wrote.get(entry)?.authorId ?? "");
              words.set(author, (words.get(author) ?? 0) + countWords(text));
            }
          const grown = shown.growth[number - 1]!.words;
          for (const author of new Set([...words.keys(), ...Object.keys(grown)]))
            expect(words.get(author) ?? 0, `${title} ${number} ${author}`).toBe(grown[author] ?? 0);
          if (number === page.entries)
            for (const part of page.parts)
              if (part.authorId !== null) expect(words.get(part.authorId) ?? 0).toBe(part.words);
        }
      }
    }),
    { seed: 21, numRuns: 12 },
  );
});

test("two states are compared as if nothing lay between, with who was at work there", async () => {
  const { courseId, homeId, as } = await makeCourse();
  await write(as("mira", later(1)), courseId, homeId, "The weir is steep.");
  await write(as("jonas", later(2)), courseId, homeId, "The weir is very steep. Nobody fishes here.");
  await write(as("mira", later(3)), courseId, homeId, "The weir is very steep.");
  const told = (await compareStates(as("mira"), courseId, homeId, 2, 4))!;
  expect(
    told.blocks.flatMap(({ segments }) =>
      segments.filter(({ change }) => change !== "kept").map(({ change, text }) => [change, text.trim()]),
    ),
  ).toEqual([["came", "very"]]);
  expect(told.authors.map(({ author }) => author)).toEqual(["jonas", "mira"]);
  // Of what came and went it is told by whom, since two were at work; of one author's work nobody asks.
  expect(new Set([...told.doneBy.values()].map(({ author }) => author))).toEqual(
    new Set(told.authors.map(({ author }) => author)),
  );
  for (const { segments } of told.blocks)
    for (const { change, text, entry } of segments)
      if (change === "came" && countWords(text) > 0) expect(told.doneBy.has(entry!)).toBe(true);
  expect((await compareStates(as("mira"), courseId, homeId, 3, 4))!.doneBy.size).toBe(0);
  expect(
    (await compareStates(as("mira"), courseId, homeId, 0, 2))!.blocks.every(({ state }) => state === "came"),
  ).toBe(true);
  for (const [from, to] of [
    [3, 3],
    [4, 2],
    [2, 9],
    [-1, 2],
  ] as const)
    expect(await compareStates(as("mira"), courseId, homeId, from, to)).toBeNull();
  for (const name of ["priya", "una"] as const) {
    expect([
      await compareStates(as(name), courseId, homeId, 2, 4),
      await statesOf(as(name), courseId, homeId),
      await whoWroteWhat(as(name), courseId, homeId, 2),
    ]).toEqual([null, null, null]);
  }
  expect(await whoWroteWhat(as("mira"), courseId, homeId, 9)).toBeNull();
});

test("what is new since one was last on the course begins at the state that one could have seen", async () => {
  const { courseId, homeId, as } = await makeCourse();
  const since = async (minute: number) =>
    sinceLastVisit(as("mira", later(minute)), courseId, (await statesOf(as("mira"), courseId, homeId))!);
  expect(await since(0)).toBeNull();
  await visitDesk(as("mira", later(10)), courseId);
  await write(as("jonas", later(20)), courseId, homeId, "Jonas was here.");
  await visitDesk(as("mira", later(100)), courseId);
  expect(await since(100)).toBe(1);
  await visitDesk(as("mira", later(200)), courseId);
  expect(await since(200)).toBeNull();
});
