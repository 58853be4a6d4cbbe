import { expect, test } from "vitest";
import { fromMarkdown } from "../document/markdown";
import { leadsOf } from "./leads";

test("each target once, with the sentence of its first link", () => {
  const leads = leadsOf(
    fromMarkdown(
      "The moor is wet. All water comes [[Home]] in the end! See [[home]] and the [survey](https://survey.example/1).\n\n- [[Fish]]",
    ),
  );
  expect(leads.map(({ key, sentence }) => [key, sentence])).toEqual([
    ["title home", "All water comes Home in the end!"],
    ["site https://survey.example/1", "See home and the survey."],
    ["title fish", "Fish"],
  ]);
});

test("a number with a point in it does not end a sentence, and a long one is cut", () => {
  const [lead] = leadsOf(fromMarkdown(`It is 3.5 km to [[Ford]] and ${"on ".repeat(200)}end.`));
  expect(lead!.sentence.startsWith("It is 3.5 km to Ford and on")).toBe(true);
  expect(lead!.sentence.length).toBeLessThan(250);
});
