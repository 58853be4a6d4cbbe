import { describe, expect, test } from "vitest";
import { creditOf, freshWords, type PlainEntry, replay } from "../../../tests/support/histories";
import { insert, remove, replace } from "../../../tests/support/truth/edits";
import { history } from "../../../tests/support/truth/history";
import { stockProse } from "../../../tests/support/truth/prose";
import { plainBlocks } from "./text";
import { CreditedWiki } from "./wiki";

/**
 * Two paragraphs of 24 words with a phrase between them that proves nothing, because it stands everywhere.
 */
const text = (prefix: string) =>
  [0, 1]
    .map((part) =>
      [
        ...freshWords(`${prefix}${"ab"[part]}`, 6),
        ...Array<string>(13).fill("the"),
        ...freshWords(`${prefix}${"cd"[part]}`, 5),
      ].join(" "),
    )
    .join("\n\n");
const save = (page: string, author: string, written: string): PlainEntry => ({ page, author, text: written });

const writersOf = (wiki: CreditedWiki, page: string) => [...wiki.pages.get(page)!.origins.entries];

describe("a page that reads as another did", () => {
  const [survey, flood] = [text("survey"), text("flow")];
  const begun = [
    save("survey", "p", survey),
    save("survey", "q", `${survey}\n\nthe end of the survey`),
    save("flood", "r", flood),
  ];
  const whole = `${survey}\n\nthe end of the survey`;

  test("has the credit that the other had, in the words too that it had in common with what stood there", () => {
    const { wiki, figures } = replay([...begun, save("flood", "r", whole)]);
    expect(creditOf(wiki, "flood")).toEqual(creditOf(wiki, "survey"));
    expect(figures[3]).toMatchObject({
      added: 0,
      carried: 53,
      restored: 0,
      wordsIn: 53,
      wordsOut: 48,
      removedOwn: 48,
    });
  });
  test("was moved there by whoever took it off the other page, and brought back by anybody else", () => {
    const emptied = [...begun, save("survey", "r", "")];
    const moved = replay([...emptied, save("flood", "r", whole)]);
    expect(moved.figures[4]).toMatchObject({ added: 0, carried: 53, restored: 0, broughtOverOthers: 53 });
    const broughtBack = replay([...emptied, save("flood", "p", whole)]);
    expect(broughtBack.figures[4]).toMatchObject({
      added: 0,
      carried: 0,
      restored: 53,
      broughtOverOwn: 0,
      broughtOverOthers: 0,
    });
    for (const { wiki } of [moved, broughtBack])
      expect(creditOf(wiki, "flood")).toEqual(creditOf(replay(begun).wiki, "survey"));
  });
  test("keeps a whole paragraph that it had before, such as a heading", () => {
    const { wiki } = replay([
      save("survey", "p", `Gauges and maps\n\n${survey}`),
      save("flood", "r", `The last one\n\nGauges and maps\n\n${flood}`),
      save("flood", "q", `Gauges and maps\n\n${survey}`),
    ]);
    expect(writersOf(wiki, "flood").slice(0, 3)).toEqual([1, 1, 1]);
    expect(new Set(writersOf(wiki, "flood").slice(3))).toEqual(new Set([0]));
  });
  test("is no other page's if only a few words came", () => {
    const common = "the the the the";
    const { figures } = replay([
      save("survey", "p", survey),
      save("list", "r", common),
      save("flood", "q", common),
    ]);
    expect(figures[2]).toMatchObject({ added: 4, carried: 0 });
  });
  test("has the same page's, whichever read so last, where two of them did", () => {
    const common = "the the the the the the the the the the the the the";
    const two = [
      save("list", "p", common),
      save("plan", "q", "the the the the the the the"),
      save("plan", "q", common),
    ];
    expect(writersOf(replay(two).wiki, "plan")).toEqual([
      ...Array<number>(7).fill(1),
      ...Array<number>(6).fill(2),
    ]);
    for (const also of [
      [],
      [save("list", "p", ""), save("list", "p", common)],
      [save("plan", "p", ""), save("plan", "p", common)],
    ]) {
      expect(new Set(writersOf(replay([...two, ...also, save("flood", "p", common)]).wiki, "flood"))).toEqual(
        new Set([0]),
      );
    }
  });
  test("has its own credit if it read so itself", () => {
    const { wiki } = replay([
      save("survey", "p", survey),
      save("flood", "q", flood),
      save("flood", "q", `${flood}\n\n${survey}`),
      save("survey", "r", flood),
      save("survey", "r", survey),
    ]);
    expect(new Set(writersOf(wiki, "survey"))).toEqual(new Set([0]));
  });
});

test("pages that exchange their texts keep their words' credit, entry by entry, also from stored states", () => {
  for (const seed of [61, 62, 63]) {
    const { entries } = history(
      seed,
      stockProse,
      {
        edits: [
          [insert, 2],
          [remove, 1],
          [replace, 2],
        ],
        exchanging: 3,
      },
      { authors: 3, entries: 60, words: 400, pages: 3 },
    );
    const wiki = new CreditedWiki();
    let stepped = new CreditedWiki();
    for (const { rev, author, page, text: written } of entries) {
      const before = wiki.pages.get(page)?.text.words.length ?? 0;
      const given = { entry: rev, author, page, blocks: plainBlocks(written) };
      const figures = wiki.record(given);
      expect(stepped.record(given)).toEqual(figures);
      stepped = stepped.throughStorage();
      expect(before + figures.wordsIn - figures.wordsOut).toBe(figures.wordsAfter);
      expect(figures.wordsIn).toBe(figures.added + figures.carried + figures.restored);
    }
    for (const page of wiki.pages.keys()) expect(creditOf(stepped, page)).toEqual(creditOf(wiki, page));
  }
});
