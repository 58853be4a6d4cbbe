import fc from "fast-check";
import { expect, test } from "vitest";
import type { DocumentNode, PageDocument } from "../document/model";
import { bringBackParts, lostParts } from "./parts";

const text = (said: string): DocumentNode[] => (said === "" ? [] : [{ type: "text", text: said }]);
const line = (id: string, said: string): DocumentNode => ({
  type: "paragraph",
  attrs: { id },
  content: text(said),
});
const row = (id: string, ...cells: string[]): DocumentNode => ({
  type: "tableRow",
  attrs: { id },
  content: cells.map((said, at) => ({
    type: "tableCell",
    attrs: { id: `${id}${at}` },
    content: [line(`${id}${at}p`, said)],
  })),
});
const table = (...rows: DocumentNode[]): DocumentNode => ({
  type: "table",
  attrs: { id: "t" },
  content: rows,
});
const page = (...content: DocumentNode[]): PageDocument => ({ type: "doc", content });
const ids = (document: DocumentNode) => (document.content ?? []).map(({ attrs }) => String(attrs?.id));

const earlier = page(
  line("a", "It rises in a meadow."),
  line("b", "Eels live there."),
  line("c", "A mill went wrong."),
  line("d", "Who owns it?"),
);

test("what is gone comes back where it stood, what changed in the place of what it became, and nothing else moves", () => {
  const newest = page(
    line("a", "It rises in a bog."),
    line("x", "New."),
    line("d", "Who owns it?"),
    line("c", "A mill went well."),
  );
  expect(lostParts(newest, earlier).map(({ id, why, text: said }) => [id, why, said])).toEqual([
    ["a", "changed", "It rises in a meadow."],
    ["b", "gone", "Eels live there."],
    ["c", "changed", "A mill went wrong."],
  ]);
  const back = bringBackParts(newest, earlier, new Set(["b", "c"]));
  expect(back.content).toEqual([
    line("a", "It rises in a bog."),
    line("b", "Eels live there."),
    line("x", "New."),
    line("d", "Who owns it?"),
    line("c", "A mill went wrong."),
  ]);
  expect(bringBackParts(newest, earlier, new Set(["nowhere"]))).toBe(newest);
  expect(ids(bringBackParts(page(line("x", "New.")), earlier, new Set(["a", "d"])))).toEqual(["a", "d", "x"]);
});

test("whatever went, all of it brought back stands as it stood", () => {
  const names = ["a", "b", "c", "d", "e", "f", "g"];
  fc.assert(
    fc.property(fc.subarray(names), fc.subarray(names), (gone, wanted) => {
      const whole = page(...names.map((name) => line(name, `Says ${name}.`)));
      const left = page(
        ...names.filter((name) => !gone.includes(name)).map((name) => line(name, `Says ${name}.`)),
      );
      const back = bringBackParts(left, whole, new Set(wanted));
      expect(ids(back)).toEqual(names.filter((name) => !gone.includes(name) || wanted.includes(name)));
    }),
    { seed: 354, numRuns: 300 },
  );
});

test("of a table that is still there, a single row comes back", () => {
  const before = page(
    table(row("h", "Station", "Oxygen"), row("r1", "Farm", "9.1"), row("r2", "Bridge", "8.2")),
  );
  const newest = page(
    table(row("h", "Station", "Oxygen"), row("r2", "Bridge", "8.4"), row("r3", "Outfall", "7.4")),
  );
  expect(lostParts(newest, before).map(({ id, what, why }) => [id, what, why])).toEqual([
    ["r1", "row", "gone"],
    ["r2", "row", "changed"],
    ["t", "block", "changed"],
  ]);
  expect(ids(bringBackParts(newest, before, new Set(["r1"])).content![0]!)).toEqual(["h", "r1", "r2", "r3"]);
  expect(bringBackParts(newest, before, new Set(["t"]))).toEqual(before);
  expect(lostParts(page(line("x", "New.")), before).map(({ id, what }) => [id, what])).toEqual([
    ["t", "block"],
  ]);
});

test("of a list that is still there, a single item comes back", () => {
  const list = (...items: [string, string][]) =>
    page({
      type: "bulletList",
      attrs: { id: "l" },
      content: items.map(([id, said]) => ({
        type: "listItem",
        attrs: { id },
        content: [line(`${id}p`, said)],
      })),
    });
  const [before, newest] = [list(["i1", "Alder"], ["i2", "Osier"]), list(["i2", "Osier"])];
  expect(lostParts(newest, before).map(({ id, what, text: said }) => [id, what, said])).toEqual([
    ["i1", "item", "Alder"],
    ["l", "block", "Alder Osier"],
  ]);
  expect(bringBackParts(newest, before, new Set(["i1"]))).toEqual(before);
});

const anyLines = fc
  .uniqueArray(fc.tuple(fc.constantFrom(..."abcdefgh"), fc.constantFrom("one", "two", "three")), {
    selector: ([id]) => id,
    maxLength: 8,
  })
  .map((lines) => page(...lines.map(([id, said]) => line(id, said))));

test("what is brought back is as it was, nothing else changes, and bringing back all leaves nothing lost", () => {
  fc.assert(
    fc.property(anyLines, anyLines, fc.array(fc.constantFrom(..."abcdefgh")), (newest, before, wanted) => {
      const lost = lostParts(newest, before);
      const chosen = new Set(lost.map(({ id }) => id).filter((id) => wanted.includes(id)));
      const back = bringBackParts(newest, before, chosen);
      const nodeOf = (document: PageDocument, id: string) =>
        document.content!.find(({ attrs }) => attrs?.id === id);
      for (const id of chosen) expect(nodeOf(back, id)).toEqual(nodeOf(before, id));
      const kept = ids(newest);
      expect(ids(back).filter((id) => kept.includes(id))).toEqual(kept);
      for (const id of kept.filter((each) => !chosen.has(each)))
        expect(nodeOf(back, id)).toBe(nodeOf(newest, id));
      expect(lostParts(bringBackParts(newest, before, new Set(lost.map(({ id }) => id))), before)).toEqual(
        [],
      );
    }),
    { seed: 51, numRuns: 500 },
  );
});
