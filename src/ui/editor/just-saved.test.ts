import fc from "fast-check";
import { expect, test } from "vitest";
import type { DocumentNode, PageDocument } from "@/core/document/model";
import { changedBlocks } from "./just-saved";

const block = (id: string, text: string): DocumentNode => ({
  type: "paragraph",
  attrs: { id },
  content: [{ type: "text", text }],
});
const page = (content: readonly DocumentNode[]): PageDocument => ({ type: "doc", content });

test("what a save changed is found in the text that is shown, whatever others put between", () => {
  const blocks = fc.uniqueArray(fc.stringMatching(/^[a-z]{3,6}$/), { minLength: 1, maxLength: 8 });
  fc.assert(
    fc.property(blocks, fc.array(fc.nat(30)), fc.array(fc.nat(30)), (ids, edits, theirs) => {
      const before = ids.map((id) => block(id, `before ${id}`));
      const edited = new Set(edits.map((at) => at % ids.length));
      const after = before.map((node, at) => (edited.has(at) ? block(ids[at]!, "after") : node));
      const own = [...edited].sort((one, other) => one - other);
      const sent = page(after);
      expect(changedBlocks(page(before), sent, sent)).toEqual(own);

      // Others put blocks of theirs anywhere: the same blocks are meant, wherever they stand by then.
      const shown = [...after];
      theirs.forEach((at, index) =>
        shown.splice(at % (shown.length + 1), 0, block(`other${index}`, "theirs")),
      );
      const found = changedBlocks(page(before), sent, page(shown));
      expect(found.map((at) => shown[at])).toEqual(own.map((at) => after[at]));
    }),
    { seed: 353, numRuns: 300 },
  );
});

test("a list is found by what stands in it", () => {
  const list = (text: string): DocumentNode => ({
    type: "bulletList",
    content: [{ type: "listItem", content: [block("item", text)] }],
  });
  const sent = page([block("a", "first"), list("new")]);
  const shown = page([block("b", "theirs"), block("a", "first"), list("new")]);
  expect(changedBlocks(page([block("a", "first"), list("old")]), sent, shown)).toEqual([2]);
});
