import { describe, expect, test } from "vitest";
import { creditOf, freshWords, type PlainEntry, replay } from "../../../tests/support/histories";
import { copy, insert, move, remove, replace } from "../../../tests/support/truth/edits";
import { history } from "../../../tests/support/truth/history";
import { zipfProse } from "../../../tests/support/truth/prose";
import { dice } from "../roster/dice";
import { plainBlocks } from "./text";
import { CreditedWiki } from "./wiki";

const zipf = zipfProse(dice(5));
const paragraphs = (prefix: string) =>
  Array.from({ length: 5 }, (_, index) =>
    freshWords(`${prefix}${"abcde"[index]}`, 14)
      .map((word, at) => (at % 2 ? word : "the"))
      .join(" "),
  );
const entry = (author: string, ...blocks: readonly string[]): PlainEntry => ({
  author,
  text: blocks.join("\n\n"),
});

describe("a page that is brought back and changed", () => {
  const [first, second] = [paragraphs("f"), paragraphs("s")];
  const before = [entry("p", ...first), entry("q", first[0]!, ...second.slice(1))];

  test("has the credit of then in all that is as it was, common words included, and only what is new is new", () => {
    const changed = first.map((block, index) => (index === 2 ? `${block} the newest of the gauges` : block));
    const { wiki, figures } = replay([...before, entry("r", ...changed)]);
    const then = creditOf(replay(before.slice(0, 1)).wiki);
    const now = creditOf(wiki);
    const from = 14 * 3;
    expect([...now.slice(0, from), ...now.slice(from + 5)]).toEqual(then);
    expect(figures[2]).toMatchObject({ added: 5, restored: 56, removedOthers: 56 });
  });
  test("even where a word that was kept meanwhile is the double of one that came back", () => {
    const states = [
      entry("p", "alder the brook", ...first),
      entry("q", "the weir", ...second),
      entry("r", "alder the brook the", ...first),
    ];
    const { wiki } = replay(states);
    expect(creditOf(wiki).slice(0, 3)).toEqual(creditOf(replay(states.slice(0, 1)).wiki).slice(0, 3));
  });
  test("is what it was when everything but its stored form is forgotten in between", () => {
    const entries = [...before, entry("r", ...first, "the last word")];
    const stepped = entries.reduce((wiki, { author, text }, index) => {
      wiki.record({ entry: index, author, page: "home", blocks: plainBlocks(text) });
      return wiki.throughStorage();
    }, new CreditedWiki());
    expect(creditOf(stepped)).toEqual(creditOf(replay(entries).wiki));
  });
  test("is none if little of it came back, or if the page before is nearer", () => {
    const mostlyNew = replay([...before, entry("r", first[1]!, freshWords("n", 70).join(" "))]);
    expect(mostlyNew.figures[2]).toMatchObject({ restored: 14, added: 70 });
    const onlyOne = replay([...before, entry("r", first[0]!, first[1]!, ...second.slice(1))]);
    expect(onlyOne.figures[2]).toMatchObject({ restored: 14, added: 0, wordsOut: 0 });
  });
});

test("the account of an entry that brings a page back and changes it adds up, also where text stands twice", () => {
  let brought = 0;
  for (const seed of [51, 52, 53, 54]) {
    const { entries } = history(
      seed,
      zipf,
      {
        edits: [
          [insert, 2],
          [remove, 2],
          [copy, 3],
          [move, 2],
        ],
        editsAtOnce: 3,
        reverting: 1,
        revertingWithEdit: 4,
        acrossPages: 1,
      },
      { authors: 3, entries: 80, words: 250, pages: 2 },
    );
    const wiki = new CreditedWiki();
    for (const { rev, author, page, text } of entries) {
      const before = wiki.pages.get(page)?.text.words.length ?? 0;
      const { wordsIn, wordsOut, wordsAfter, added, carried, restored } = wiki.record({
        entry: rev,
        author,
        page,
        blocks: plainBlocks(text),
      });
      expect(before + wordsIn - wordsOut).toBe(wordsAfter);
      expect(wordsIn).toBe(added + carried + restored);
      if (restored > 20 && added > 0) brought++;
    }
  }
  expect(brought).toBeGreaterThan(8);
});

test("emptying pages and putting them back, again and again, changes none of it", () => {
  const habits = {
    edits: [
      [insert, 3],
      [remove, 2],
      [replace, 1],
    ],
    editsAtOnce: 3,
    revertingWithEdit: 3,
  } as const;
  for (const seed of [61, 62, 63, 64]) {
    const { entries } = history(seed, zipf, habits, { authors: 4, entries: 60, words: 300 });
    const [plain, blanked] = [new CreditedWiki(), new CreditedWiki()];
    for (const { rev, author, page, text } of entries) {
      plain.record({ entry: rev, author, page, blocks: plainBlocks(text) });
      for (const [step, each] of [text, "", text].entries())
        blanked.record({
          entry: 3 * rev + step,
          author: step === 0 ? author : "x",
          page,
          blocks: plainBlocks(each),
        });
    }
    expect([...blanked.pages.get("p1")!.origins.entries].map((entry) => entry / 3)).toEqual([
      ...plain.pages.get("p1")!.origins.entries,
    ]);
    expect(blanked.pages.get("p1")!.origins.ordinals).toEqual(plain.pages.get("p1")!.origins.ordinals);
  }
});

test("in natural histories, all but one in a thousand words of pages that were brought back and changed are right", () => {
  let [right, words] = [0, 0];
  for (const seed of [41, 42, 43, 44, 45, 46, 47, 48]) {
    const { entries, truthAt } = history(
      seed,
      zipf,
      {
        edits: [
          [insert, 3],
          [remove, 2],
          [replace, 1],
        ],
        editsAtOnce: 3,
        revertingWithEdit: 3,
      },
      { authors: 5, entries: 60, words: 300 },
    );
    const wiki = new CreditedWiki();
    entries.forEach(({ rev, author, page, text }, index) => {
      wiki.record({ entry: rev, author, page, blocks: plainBlocks(text) });
      const credited = wiki.pages.get(page)!.origins.entries;
      truthAt[index]!.forEach((wanted, word) => {
        if (credited[word] === wanted) right++;
      });
      words += credited.length;
    });
  }
  expect(words).toBeGreaterThan(120_000);
  expect(right / words).toBeGreaterThan(0.999);
});
