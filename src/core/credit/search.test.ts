import { expect, test } from "vitest";
import { creditOf, type PlainEntry, replay } from "../../../tests/support/histories";
import { stockProse } from "../../../tests/support/truth/prose";
import { dice } from "../roster/dice";

/** Sentences of which half is phrases that everybody uses. */
function phrases(seed: number, sentences: number): string[] {
  const random = dice(seed);
  return Array.from({ length: sentences }, () => `${stockProse(random).join(" ")}.`);
}

const paragraphs = (sentences: readonly string[]) =>
  sentences.map((sentence, at) => sentence + (at % 5 === 4 ? "\n\n" : " ")).join("");
const save = (page: string, author: string, sentences: readonly string[]): PlainEntry => ({
  page,
  author,
  text: paragraphs(sentences),
});

/** How many of a page's words each entry wrote. */
function wordsByEntry(entries: readonly PlainEntry[], page: string): number[] {
  const { wiki } = replay(entries);
  const counts = entries.map(() => 0);
  for (const entry of wiki.pages.get(page)!.origins.entries) counts[entry]!++;
  return counts;
}

test("a long text of phrases is new beside others like it, but for a phrase or two", () => {
  const [, own] = wordsByEntry(
    [save("survey", "p", phrases(1, 150)), save("plan", "q", phrases(2, 150))],
    "plan",
  );
  const { wiki } = replay([save("plan", "q", phrases(2, 150))]);
  expect(creditOf(wiki, "plan").length).toBeGreaterThan(1000);
  expect(own).toBeGreaterThan(0.99 * creditOf(wiki, "plan").length);
});

test("what is copied and pasted twice is found, though nothing of it stands there once", () => {
  const survey = phrases(6, 40);
  const [written, own] = wordsByEntry(
    [
      save("survey", "p", survey),
      save("plan", "q", [...survey, ...survey]),
      save("plan", "q", [...survey, ...survey, ...phrases(7, 3)]),
    ],
    "plan",
  );
  expect(written).toBe(2 * survey.join(" ").split(" ").length);
  expect(own).toBe(0);
});

test("what is copied into a long text of phrases is found, as it is or with one word in eight changed", () => {
  const survey = phrases(3, 12),
    others = phrases(4, 150);
  const random = dice(5);
  const changed = survey.map((sentence) =>
    sentence
      .split(" ")
      .map((word) => (random.chance(1 / 8) ? "otherwise" : word))
      .join(" "),
  );
  for (const copied of [survey, changed]) {
    const [written, own] = wordsByEntry(
      [
        save("survey", "p", survey),
        save("plan", "q", [...others.slice(0, 75), ...copied, ...others.slice(75)]),
      ],
      "plan",
    );
    const stayed = copied
      .join(" ")
      .split(" ")
      .filter((word) => word !== "otherwise").length;
    expect(written).toBeGreaterThan(0.93 * stayed);
    expect(own).toBeGreaterThan(0.97 * others.join(" ").split(" ").length);
  }
});
