import fc from "fast-check";
import { expect, test } from "vitest";
import { countWords } from "../text/count";
import { fromPlainText } from "../document/plain";
import { leaves } from "../document/leaves";
import { authoredBlocks } from "./authored";
import { emptyOrigins } from "./origins";

const anyWord = fc.constantFrom("weir", "eel", "isn’t", "river", "1998", "Über");

test("every word stands in a segment of its own entry, and nothing of the text is lost", () => {
  fc.assert(
    fc.property(
      fc.array(fc.array(fc.tuple(anyWord, fc.integer({ min: 1, max: 4 })), { maxLength: 12 }), {
        maxLength: 5,
      }),
      (blocks) => {
        const document = fromPlainText(
          blocks.map((block) => block.map(([word]) => word).join(", ")).join("\n\n"),
        );
        const written = blocks.flat();
        const origins = emptyOrigins(written.length);
        written.forEach(([, entry], at) => {
          origins.entries[at] = entry;
        });
        const shown = authoredBlocks(document, origins);
        expect(shown.map(({ segments }) => segments.map(({ text }) => text).join(""))).toEqual(
          leaves(document).map(({ text }) => text),
        );
        expect(
          shown.flatMap(({ segments }) =>
            segments.flatMap(({ text, entry }) => Array.from({ length: countWords(text) }, () => entry)),
          ),
        ).toEqual(written.map(([, entry]) => entry));
        for (const { segments } of shown)
          for (const [at, segment] of segments.entries())
            if (at > 0) expect(segment.entry).not.toBe(segments[at - 1]!.entry);
      },
    ),
    { seed: 14, numRuns: 500 },
  );
});
