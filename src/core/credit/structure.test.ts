/** Joining, splitting and reshaping blocks changes no word, and so no credit. */
import fc from "fast-check";
import { expect, test } from "vitest";
import { creditOf, freshWords, replay } from "../../../tests/support/histories";
import { plainBlocks } from "./text";
import { CreditedWiki } from "./wiki";

const common = fc.constantFrom(
  ..."the river bank willow of and trout gravel weir a meander culvert".split(" "),
);
const fresh = fc.nat(300).map((at) => freshWords("own", 301)[at]!);
const block = fc.array(fc.oneof(common, fresh), { minLength: 1, maxLength: 9 });
const layout = fc.array(block, { minLength: 2, maxLength: 9 });

/**
 * A page with its blocks as they are, and then with all words in their order, and other breaks between them.
 */
const reshaped = fc.record({
  blocks: layout,
  who: fc.array(fc.constantFrom("p", "q"), { minLength: 9, maxLength: 9 }),
  breaks: fc.array(fc.nat(12), { maxLength: 10 }),
});

test("whoever joins or splits blocks takes nobody's words", () => {
  fc.assert(
    fc.property(reshaped, ({ blocks, who, breaks }) => {
      const growing = blocks.map((_, at) => ({
        author: who[at]!,
        text: blocks
          .slice(0, at + 1)
          .map((words) => words.join(" "))
          .join("\n\n"),
      }));
      const before = replay(growing);
      const all = blocks.flat();
      const cuts = [...new Set(breaks.map((each) => each % all.length))]
        .filter((each) => each > 0)
        .sort((one, other) => one - other);
      const parts = [0, ...cuts].map((from, at) => all.slice(from, cuts[at] ?? all.length).join(" "));
      const { wiki, figures } = replay([{ author: "r", text: parts.join("\n\n") }], before.wiki);
      expect(creditOf(wiki)).toEqual(creditOf(before.wiki));
      expect(figures[0]).toMatchObject({
        added: 0,
        removedOthers: 0,
        removedOwn: 0,
        corrected: 0,
        reworded: 0,
      });
    }),
    { seed: 51, numRuns: 800 },
  );
});

test("a heading that is joined to the paragraph above it, or made a list or a table's cells, stays whose it was", () => {
  const wiki = new CreditedWiki();
  const record = (author: string, blocks: readonly { text: string; style: string }[]) =>
    wiki.record({
      entry: wiki.authors.size,
      author,
      page: "home",
      blocks: blocks.map((each) => ({ id: null, ...each })),
    });
  const above = "The river falls four metres at the old mill.",
    heading = "What the council has promised us",
    below = "Nothing so far.";
  record("p", [
    { text: above, style: "paragraph" },
    { text: heading, style: "heading 2" },
    { text: below, style: "paragraph" },
  ]);
  const untouched = { added: 0, removedOthers: 0, corrected: 0 };
  expect(
    record("q", [
      { text: `${above} ${heading}`, style: "paragraph" },
      { text: below, style: "paragraph" },
    ]),
  ).toMatchObject(untouched);
  expect(
    record("q", [
      { text: above, style: "item" },
      { text: heading, style: "item" },
      { text: below, style: "item" },
    ]),
  ).toMatchObject(untouched);
  expect(
    record(
      "q",
      plainBlocks(`${above} ${heading} ${below}`).flatMap(({ text }) =>
        text.split(" ").map((word) => ({ text: word, style: "cell" })),
      ),
    ),
  ).toMatchObject(untouched);
  // Joined without a space, "sluice.Nobody" is one word by the standard: it is still the first one's, and the
  // second has gone.
  wiki.record({
    entry: 9,
    author: "p",
    page: "other",
    blocks: plainBlocks("Osiers line the sluice.\n\nNobody counts them"),
  });
  expect(
    wiki.record({
      entry: 10,
      author: "q",
      page: "other",
      blocks: plainBlocks("Osiers line the sluice.Nobody counts them"),
    }),
  ).toMatchObject({ added: 0, removedOthers: 1, corrected: 0 });
});
