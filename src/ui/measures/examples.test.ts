import { describe, expect, test } from "vitest";
import { exampleAuthors, week, wordExamples } from "./examples";
import { carryOut } from "./run";

describe("the examples on the page that explains the figures", () => {
  test.each(wordExamples.map((example) => [example.id, example] as const))(
    "%s comes to what the page says",
    (_, example) => {
      const steps = carryOut(example.steps);
      expect(steps.at(-1)!.figures).toMatchObject(example.comesTo);
      for (const step of steps)
        expect(step.blocks.map((block) => block.map((stretch) => stretch.text).join("")).join("\n\n")).toBe(
          step.text,
        );
    },
  );
  test("each author of an example has a mark", () => {
    for (const { who } of [...wordExamples.flatMap((example) => example.steps), ...week])
      if (who !== null) expect(exampleAuthors).toContain(who);
  });
  test("a page that was put back is whose it was, but for what is new", () => {
    const { steps } = wordExamples.find(({ id }) => id === "brought-back")!;
    expect(
      carryOut(steps)
        .at(-1)!
        .blocks.map((block) =>
          block.map((stretch) => [stretch.who, stretch.text.trim().split(/\s+/).length]),
        ),
    ).toEqual([
      [["Mira", 17]],
      [
        ["Mira", 17],
        ["Priya", 4],
      ],
    ]);
  });
  test("the week ends as it is told", () => {
    const stretches = carryOut(week).at(-1)!.blocks.flat();
    expect(carryOut(week).map((step) => step.figures.wordsAfter)).toEqual([
      40, 240, 540, 460, 540, 480, 60, 480,
    ]);
    expect(stretches.map((stretch) => [stretch.who, stretch.text.trim().split(/\s+/).length])).toEqual([
      [null, 40],
      ["Mira", 100],
      ["Jonas", 5],
      ["Mira", 95],
      ["Jonas", 240],
    ]);
  });
});
