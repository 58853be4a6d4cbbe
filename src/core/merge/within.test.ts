import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { DocumentNode, PageDocument } from "../document/model";
import type { StoredMark } from "../document/parts";
import { mergeSave } from "./blocks";
import { mergeSentences } from "./within";

const text = (words: string, ...marks: StoredMark[]): DocumentNode => ({
  type: "text",
  text: words,
  ...(marks.length > 0 ? { marks: marks.map((type) => ({ type })) } : {}),
});
const said = (nodes: readonly DocumentNode[] | null) =>
  nodes?.map((node) => node.text ?? "").join("") ?? null;
const merge = (before: string, ours: string, theirs: string) =>
  said(mergeSentences([text(before)], [text(ours)], [text(theirs)]));

describe("two who change one paragraph", () => {
  const before = "The weir is steep. Eels wait below. Nobody fishes.";
  test.each([
    [
      "in different sentences, both come in",
      "The weir is very steep. Eels wait below. Nobody fishes.",
      "The weir is steep. Eels wait below. Nobody fishes here.",
      "The weir is very steep. Eels wait below. Nobody fishes here.",
    ],
    [
      "in neighbouring sentences too",
      "The weir is very steep. Eels wait below. Nobody fishes.",
      "The weir is steep. Old eels wait below. Nobody fishes.",
      "The weir is very steep. Old eels wait below. Nobody fishes.",
    ],
    [
      "in the same way, it comes in once",
      "The weir is low. Eels wait below. Nobody fishes.",
      "The weir is low. Eels wait below. Nobody fishes.",
      "The weir is low. Eels wait below. Nobody fishes.",
    ],
    [
      "where one takes a sentence away and the other changes another",
      "The weir is steep. Nobody fishes.",
      "The weir is low. Eels wait below. Nobody fishes.",
      "The weir is low. Nobody fishes.",
    ],
    [
      "in one sentence, a person has to say",
      "The weir is very steep. Eels wait below. Nobody fishes.",
      "The weir is low. Eels wait below. Nobody fishes.",
      null,
    ],
    [
      "by putting a sentence right beside the one that the other changed, a person has to say",
      "The weir is low. Eels wait below. Nobody fishes.",
      "The weir is steep. It leaks. Eels wait below. Nobody fishes.",
      null,
    ],
    [
      "by putting one in front of the one that the other changed, too",
      "The weir is steep. Eels sleep below. Nobody fishes.",
      "The weir is steep. It leaks. Eels wait below. Nobody fishes.",
      null,
    ],
    [
      "with a sentence between, both come in",
      "The weir is low. Eels wait below. Nobody fishes.",
      "The weir is steep. Eels wait below. They are old. Nobody fishes.",
      "The weir is low. Eels wait below. They are old. Nobody fishes.",
    ],
    ["by writing on at the same place, a person has to say", `${before} Not one.`, `${before} Or few.`, null],
    [
      "where one changes what the other takes away, too",
      "The weir is steep. Nobody fishes.",
      "The weir is steep. Old eels wait below. Nobody fishes.",
      null,
    ],
  ])("%s", (_, ours, theirs, result) => {
    expect(merge(before, ours, theirs)).toBe(result);
  });

  test("a look that one gave and words that the other wrote are both there", () => {
    const ours = [text("The weir is ", "bold"), text("steep. Eels wait below.")];
    const merged = mergeSentences([text("The weir is steep. Eels wait below.")], ours, [
      text("The weir is steep. Eels wait below the fall."),
    ]);
    expect(merged).toEqual([text("The weir is ", "bold"), text("steep. Eels wait below the fall.")]);
  });
});

describe("lists and tables", () => {
  const paragraph = (id: string, words: string): DocumentNode => ({
    type: "paragraph",
    attrs: { id },
    content: [text(words)],
  });
  const list = (...items: readonly (readonly [string, string])[]): PageDocument => ({
    type: "doc",
    content: [
      {
        type: "bulletList",
        attrs: { id: "list" },
        content: items.map(([id, words]) => ({
          type: "listItem",
          attrs: { id },
          content: [paragraph(`${id}p`, words)],
        })),
      },
    ],
  });
  const table = (...rows: readonly (readonly string[])[]): PageDocument => ({
    type: "doc",
    content: [
      {
        type: "table",
        attrs: { id: "t" },
        content: rows.map(([id, ...cells]) => ({
          type: "tableRow",
          attrs: { id },
          content: cells.map((words, at) => ({
            type: "tableCell",
            attrs: { id: `${id}${at}` },
            content: [paragraph(`${id}${at}p`, words)],
          })),
        })),
      },
    ],
  });
  const words = (merged: ReturnType<typeof mergeSave>) =>
    "document" in merged
      ? JSON.stringify(merged.document)
          .match(/"text":"[^"]*"/g)!
          .map((each) => each.slice(8, -1))
      : null;

  test("are merged by their items, rows and cells", () => {
    expect(
      words(
        mergeSave(
          list(["a", "Wall"], ["b", "Bank"]),
          list(["a", "West wall"], ["b", "Bank"]),
          list(["a", "Wall"], ["b", "Bank"], ["c", "Bridge"]),
        ),
      ),
    ).toEqual(["West wall", "Bank", "Bridge"]);
    expect(
      words(
        mergeSave(
          table(["r", "Farm", "0.2"], ["s", "Bridge", "0.3"]),
          table(["r", "Farm", "0.21"], ["s", "Bridge", "0.3"]),
          table(["r", "Farm", "0.2"], ["s", "Bridge", "0.33"], ["u", "Outfall", "0.5"]),
        ),
      ),
    ).toEqual(["Farm", "0.21", "Bridge", "0.33", "Outfall", "0.5"]);
  });
  test("tables with spans: a wide cell counts as what it spans, one that reaches down is for a person", () => {
    const wide = (spans: Record<string, number>) => (merged: PageDocument) => {
      const [tableNode] = merged.content!;
      const [first, ...rest] = tableNode!.content!;
      const [cell] = first!.content!;
      const spanned = { ...first!, content: [{ ...cell!, attrs: { ...cell!.attrs, ...spans } }] };
      return { ...merged, content: [{ ...tableNode!, content: [spanned, ...rest] }] };
    };
    const began = table(["h", "Readings"], ["r", "Farm", "0.2"]);
    const ours = table(["h", "Readings"], ["r", "Farm", "0.21"]);
    const theirs = table(["h", "Readings"], ["r", "Farm", "0.2"], ["s", "Bridge", "0.3"]);
    const across = wide({ colspan: 2 });
    expect(words(mergeSave(across(began), across(ours), across(theirs)))).toEqual([
      "Readings",
      "Farm",
      "0.21",
      "Bridge",
      "0.3",
    ]);
    const down = wide({ colspan: 2, rowspan: 2 });
    expect(words(mergeSave(down(began), down(ours), down(theirs)))).toBeNull();
  });
  test("are not where the same cell was changed, or one added a row and the other a column", () => {
    const began = table(["r", "Farm", "0.2"]);
    expect(words(mergeSave(began, table(["r", "Farm", "0.21"]), table(["r", "Farm", "0.22"])))).toBeNull();
    expect(
      words(
        mergeSave(
          began,
          table(["r", "Farm", "0.2", "9.1"]),
          table(["r", "Farm", "0.2"], ["s", "Bridge", "0.3"]),
        ),
      ),
    ).toBeNull();
  });
});

const anySentence = fc
  .constantFrom("The weir is steep.", "Eels wait!", "Who fishes?", "It rained; it stopped.", "Nobody came.")
  .chain((sentence) =>
    fc.integer({ min: 0, max: 9 }).map((number) => `${sentence.slice(0, -1)} ${number}${sentence.at(-1)}`),
  );
const anyBase = fc.array(anySentence, { minLength: 3, maxLength: 12 });
const runs = { seed: 41, numRuns: 1000 };

describe("laws of merging sentences", () => {
  test("where one changed nothing the other's comes out, and what both did comes out once", () => {
    fc.assert(
      fc.property(anyBase, anyBase, (before, after) => {
        const [was, is] = [before.join(" "), after.join(" ")];
        expect([merge(was, is, was), merge(was, was, is), merge(was, is, is)]).toEqual([is, is, is]);
      }),
      runs,
    );
  });

  test("it does not matter who comes first, and nothing that either wrote is missing", () => {
    fc.assert(
      fc.property(anyBase, anyBase, anyBase, (before, one, other) => {
        const merged = merge(before.join(" "), one.join(" "), other.join(" "));
        expect(merge(before.join(" "), other.join(" "), one.join(" "))).toBe(merged);
        if (merged === null) return;
        for (const sentence of [...one, ...other])
          if (!before.includes(sentence)) expect(merged).toContain(sentence);
      }),
      runs,
    );
  });

  test("edits of different sentences merge without a question, in 95 of 100 at least", () => {
    let [merged, pairs] = [0, 0];
    fc.assert(
      fc.property(
        anyBase,
        fc.nat(),
        fc.nat(),
        fc.constantFrom("change", "write on", "take away"),
        fc.constantFrom("change", "write on"),
        (before, first, second, one, other) => {
          const [at, to] = [first % before.length, second % before.length];
          if (at === to) return;
          const edit = (index: number, how: string) =>
            before.flatMap((sentence, place) =>
              place !== index
                ? [sentence]
                : how === "take away"
                  ? []
                  : how === "change"
                    ? [sentence.replace(/.$/, " indeed$&")]
                    : [sentence.replace(/(.)$/, ", and more of it$1")],
            );
          pairs++;
          if (merge(before.join(" "), edit(at, one).join(" "), edit(to, other).join(" ")) !== null) merged++;
        },
      ),
      runs,
    );
    expect(pairs).toBeGreaterThan(500);
    expect(merged / pairs).toBeGreaterThan(0.95);
  });
});

describe("a paragraph of very many sentences", () => {
  const said = (text: string): DocumentNode[] => [{ type: "text", text }];
  const long = Array.from({ length: 900 }, (_, at) => `Sentence ${at} stands.`);
  const put = (at: number, text: string) =>
    said(long.map((each, index) => (index === at ? text : each)).join(" "));
  test("is put together where two changed different ones, however many lie between", () => {
    const merged = mergeSentences(said(long.join(" ")), put(3, "Ours."), put(880, "Theirs."));
    expect(merged).toEqual(
      said(long.map((each, at) => (at === 3 ? "Ours." : at === 880 ? "Theirs." : each)).join(" ")),
    );
  });
  test("is for a person to settle where all of them changed, or where there are more than anybody writes", () => {
    const all = said(long.map((each) => each.replace("stands", "stood")).join(" "));
    expect(mergeSentences(said(long.join(" ")), all, put(3, "Theirs."))).toBeNull();
    const dots = ". ".repeat(20_000);
    expect(mergeSentences(said(dots), said(`Ours. ${dots}`), said(`${dots}Theirs.`))).toBeNull();
  });
});

describe("two who put words into one sentence", () => {
  test.each([
    [
      "at different places, both come in",
      "The weir holds back the river.",
      "The old weir holds back the river.",
      "The weir holds back the river all summer.",
      "The old weir holds back the river all summer.",
    ],
    [
      "several times, all come in",
      "The weir holds back the river.",
      "Today the weir holds back the whole river.",
      "Today the weir holds back the whole river.",
      "Today the weir holds back the whole river.",
    ],
    [
      "at the same place, a person has to say",
      "The weir holds back the river.",
      "The old weir holds back the river.",
      "The steep weir holds back the river.",
      null,
    ],
    [
      "where the other takes a word away, a person has to say",
      "The weir holds back the river.",
      "The old weir holds back the river.",
      "The weir holds the river.",
      null,
    ],
  ])("%s", (_, before, ours, theirs, result) => {
    expect(merge(before, ours, theirs)).toBe(result);
  });

  test("whatever the words and the places, each stands where it was put, also with formatting", () => {
    const words = fc.uniqueArray(fc.stringMatching(/^[a-z]{2,7}$/), { minLength: 3, maxLength: 12 });
    fc.assert(
      fc.property(words, fc.nat(), fc.nat(), fc.boolean(), (sentence, one, other, isBold) => {
        const [first, second] = [one % (sentence.length + 1), other % (sentence.length + 1)].sort(
          (a, b) => a - b,
        ) as [number, number];
        fc.pre(first !== second && second < sentence.length);
        const put = (at: number, word: string, into: readonly string[]) => [
          ...into.slice(0, at),
          word,
          ...into.slice(at),
        ];
        const nodes = (all: readonly string[]) =>
          all.flatMap((word, at) => [
            text(word, ...(isBold && word === sentence[0] ? (["bold"] as const) : [])),
            text(at === all.length - 1 ? "." : " "),
          ]);
        const merged = mergeSentences(
          nodes(sentence),
          nodes(put(first, "OURS", sentence)),
          nodes(put(second, "THEIRS", sentence)),
        );
        const both = put(first, "OURS", put(second, "THEIRS", sentence));
        expect(said(merged)).toBe(`${both.join(" ")}.`);
        const bold = merged!.filter(({ marks }) => marks?.length).map((node) => node.text);
        expect(bold).toEqual(isBold ? [sentence[0]] : []);
      }),
      { seed: 351, numRuns: 500 },
    );
  });
});
