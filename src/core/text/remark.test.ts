import fc from "fast-check";
import { expect, test } from "vitest";
import { plainRemark, remarkBlocks } from "./remark";

test("a comment has paragraphs, lists, quotes, stress, code and addresses", () => {
  expect(
    remarkBlocks(
      "I **must** say: *no*.\nSee https://gauges.example/weir?id=3.\n\n> it leaks\n\n- one\n- `two`",
    ),
  ).toEqual([
    {
      kind: "paragraph",
      lines: [
        [
          { kind: "text", text: "I " },
          { kind: "strong", text: "must" },
          { kind: "text", text: " say: " },
          { kind: "stressed", text: "no" },
          { kind: "text", text: "." },
        ],
        [
          { kind: "text", text: "See " },
          { kind: "address", text: "https://gauges.example/weir?id=3" },
          { kind: "text", text: "." },
        ],
      ],
    },
    { kind: "quote", lines: [[{ kind: "text", text: "it leaks" }]] },
    { kind: "list", lines: [[{ kind: "text", text: "one" }], [{ kind: "code", text: "two" }]] },
  ]);
});

test.each([
  ["2 * 3 * 4 is 24"],
  ["a ** b ** c"],
  ["*"],
  ["****"],
  ["`"],
  ["snake_case*"],
  ["javascript:alert(1)"],
  ["ftp://x.example/y"],
])("%s stays what it is", (body) => {
  expect(remarkBlocks(body)).toEqual([{ kind: "paragraph", lines: [[{ kind: "text", text: body }]] }]);
});

test("no word is lost, whatever is typed", () => {
  const typed = fc
    .array(
      fc.constantFrom(
        "weir",
        "the",
        "*",
        "**",
        "`",
        " ",
        "\n",
        "\n\n",
        "> ",
        "- ",
        "https://a.example/b",
        ".",
        "<b>",
        "@Mira",
        "👩‍🔬",
      ),
      { maxLength: 30 },
    )
    .map((parts) => parts.join(""));
  fc.assert(
    fc.property(typed, (body) => {
      const letters = (text: string) => text.replace(/[^\p{L}]/gu, "");
      expect(letters(plainRemark(body))).toBe(letters(body));
    }),
    { seed: 17, numRuns: 2000 },
  );
});

test("a long line of marks takes no long time", () => {
  const body = "*a".repeat(2500);
  expect(plainRemark(body).length).toBeGreaterThan(0);
});
