import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { PageDocument } from "../document/model";
import { mergeBlocks, mergeSave, sameContent } from "./blocks";

type Line = readonly [id: string, text: string];

const page = (...lines: readonly Line[]): PageDocument => ({
  type: "doc",
  content: lines.map(([id, text]) => ({
    type: "paragraph",
    attrs: { id },
    ...(text ? { content: [{ type: "text", text }] } : {}),
  })),
});
const linesOf = (document: PageDocument) =>
  (document.content ?? []).map((node) => node.content?.[0]?.text ?? "");

const base = page(["a", "Where does it rise?"], ["b", "What lives there?"], ["c", "What went wrong?"]);

describe("a change of a starter page", () => {
  test("comes in where nobody has written, around what was written", () => {
    const ours = page(
      ["a", "It rises in a meadow."],
      ["b", "What lives there?"],
      ["c", "What went wrong?"],
      ["x", "A culvert."],
    );
    const theirs = page(
      ["a", "Where does it rise?"],
      ["b", "What lives there, and what did?"],
      ["n", "Name your sources."],
      ["c", "What went wrong?"],
    );
    const merged = mergeBlocks(base, ours, theirs);
    expect(linesOf(merged.document)).toEqual([
      "It rises in a meadow.",
      "What lives there, and what did?",
      "Name your sources.",
      "What went wrong?",
      "A culvert.",
    ]);
    expect(merged).toMatchObject({ changes: 2, leftOut: [] });
  });

  test("stays out where somebody has written, and is told", () => {
    const ours = page(["a", "It rises in a meadow."], ["c", "A mill went wrong."]);
    const theirs = page(["a", "Where does it rise, and how high?"], ["b", "What lives there now?"]);
    const merged = mergeBlocks(base, ours, theirs);
    expect(merged.document).toBe(ours);
    expect(merged.leftOut).toEqual([
      {
        id: "a",
        why: "both changed it",
        theirs: "Where does it rise, and how high?",
        ours: "It rises in a meadow.",
      },
      { id: "b", why: "ours took it away", theirs: "What lives there now?", ours: "" },
      { id: "c", why: "ours changed what theirs took away", theirs: "", ours: "A mill went wrong." },
    ]);
  });

  test("what both came to alone comes in once", () => {
    const ours = page(["a", "Where does it rise?"], ["x", "Name your sources."]);
    expect(
      mergeBlocks(
        page(["a", "Where does it rise?"]),
        ours,
        page(["a", "Where does it rise?"], ["n", "Name your sources."]),
      ).document,
    ).toBe(ours);
  });
});

describe("two who save", () => {
  const lines = (...texts: readonly string[]) => page(["a", texts[0]!], ["b", texts[1]!], ["c", texts[2]!]);
  const began = lines("One.", "Two.", "Three.");
  test("in different blocks are merged", () => {
    const merged = mergeSave(
      began,
      lines("One, by Marta.", "Two.", "Three."),
      page(["a", "One."], ["x", "And a half."], ["b", "Two, by Idris."], ["c", "Three."]),
    );
    expect("document" in merged && linesOf(merged.document)).toEqual([
      "One, by Marta.",
      "And a half.",
      "Two, by Idris.",
      "Three.",
    ]);
  });
  test("in the same block are not, and it is told where", () => {
    expect(
      mergeSave(began, lines("One, by Marta.", "Two.", "Three."), lines("One, by Idris.", "Two.", "Three.")),
    ).toEqual({
      leftOut: [{ id: "a", why: "both changed it", theirs: "One, by Idris.", ours: "One, by Marta." }],
    });
  });
  test("in different sentences of one block are", () => {
    const merged = mergeSave(
      lines("One is here. Two is there.", "Two.", "Three."),
      lines("One was here. Two is there.", "Two.", "Three."),
      lines("One is here. Two is gone.", "Two.", "Three."),
    );
    expect("document" in merged && linesOf(merged.document)).toEqual([
      "One was here. Two is gone.",
      "Two.",
      "Three.",
    ]);
  });
  test("a new order by either of them holds, with what the other wrote", () => {
    const [moved, changed] = [
      page(["c", "Three."], ["a", "One."], ["b", "Two."]),
      lines("One, by Marta.", "Two.", "Three."),
    ];
    for (const merged of [mergeSave(began, changed, moved), mergeSave(began, moved, changed)])
      expect("document" in merged && linesOf(merged.document)).toEqual(["Three.", "One, by Marta.", "Two."]);
  });
  test("two new orders are not merged", () => {
    expect(
      mergeSave(
        began,
        page(["b", "Two."], ["a", "One."], ["c", "Three."]),
        page(["c", "Three."], ["a", "One."], ["b", "Two."]),
      ),
    ).toEqual({ leftOut: [] });
  });
  test("a line that stands there already can be written a second time", () => {
    const merged = mergeSave(
      began,
      lines("One.", "Two, by Marta.", "Three."),
      page(["a", "One."], ["b", "Two."], ["c", "Three."], ["d", "One."]),
    );
    expect("document" in merged && linesOf(merged.document)).toEqual([
      "One.",
      "Two, by Marta.",
      "Three.",
      "One.",
    ]);
  });
});

const version = fc.uniqueArray(
  fc.tuple(fc.constantFrom("a", "b", "c", "d", "e", "f"), fc.constantFrom("one", "two", "three")),
  { selector: ([id]) => id, maxLength: 6 },
);
const runs = { seed: 77, numRuns: 1000 };

describe("laws of merging", () => {
  test("where nobody wrote, theirs comes out, its new blocks behind what they follow", () => {
    fc.assert(
      fc.property(version, version, (before, after) => {
        const merged = mergeBlocks(page(...before), page(...before), page(...after));
        expect(merged.leftOut).toEqual([]);
        const ids = (merged.document.content ?? []).map((node) => node.attrs?.id);
        // A block whose text stands there already is not brought in a second time.
        for (const [id, text] of after)
          expect(ids.includes(id) || before.some(([, known]) => known === text)).toBe(true);
        for (const [id] of before) if (!after.some(([other]) => other === id)) expect(ids).not.toContain(id);
      }),
      runs,
    );
  });

  test("nothing that either of two wrote is missing from what is merged, and merging does not depend on who comes first", () => {
    fc.assert(
      fc.property(version, version, version, (before, one, other) => {
        const ordered = (lines: readonly Line[]) => page(...[...lines].sort(([a], [b]) => (a < b ? -1 : 1)));
        const [began, first, second] = [ordered(before), ordered(one), ordered(other)];
        const merged = mergeSave(began, first, second);
        const back = mergeSave(began, second, first);
        expect("document" in merged).toBe("document" in back);
        if (!("document" in merged) || !("document" in back)) return;
        const told = linesOf(merged.document);
        // A line that both wrote, each for themselves, stands there once.
        // A page of nothing is an empty paragraph.
        const lines = (document: PageDocument) =>
          [...new Set(linesOf(document))].filter((line) => line !== "").sort();
        expect(lines(merged.document)).toEqual(lines(back.document));
        for (const version of [one, other])
          for (const [id, text] of version)
            if (!before.some(([known, was]) => known === id && was === text)) expect(told).toContain(text);
      }),
      runs,
    );
  });

  test("where theirs is as before, ours comes out as it is", () => {
    fc.assert(
      fc.property(version, version, (before, ours) => {
        const own = page(...ours);
        expect(mergeBlocks(page(...before), own, page(...before)).document).toBe(own);
      }),
      runs,
    );
  });

  test("nothing that ours wrote is lost, and merging again changes nothing", () => {
    fc.assert(
      fc.property(version, version, version, (before, ours, theirs) => {
        const [first, own, changed] = [page(...before), page(...ours), page(...theirs)];
        const merged = mergeBlocks(first, own, changed).document;
        const texts = new Map(
          (merged.content ?? []).map((node) => [node.attrs?.id, node.content?.[0]?.text]),
        );
        for (const [id, text] of ours)
          if (!before.some(([other, old]) => other === id && old === text)) expect(texts.get(id)).toBe(text);
        expect(sameContent(mergeBlocks(changed, merged, changed).document, merged)).toBe(true);
      }),
      runs,
    );
  });
});
