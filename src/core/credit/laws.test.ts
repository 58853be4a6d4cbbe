import fc from "fast-check";
import { describe, expect, test } from "vitest";
import {
  anyHistory,
  anyText,
  creditOf,
  freshWords,
  type PlainEntry,
  replay,
} from "../../../tests/support/histories";
import { packOrigins, readStoredOrigins, storeOrigins, unpackOrigins } from "./origins";
import { readPage, storePage } from "./stored";
import { plainBlocks } from "./text";
import { CreditedWiki, standingByAuthor } from "./wiki";

const runs = { numRuns: 300, seed: 17 };
const allCredit = (wiki: CreditedWiki) => [...wiki.pages.keys()].map((page) => [page, creditOf(wiki, page)]);

describe("laws of credit", () => {
  test("standing words of all, nobody included, add up to the text at every entry", () => {
    fc.assert(
      fc.property(anyHistory, (history) => {
        const wiki = new CreditedWiki();
        for (const [index, entry] of history.entries()) {
          const [figures] = replayOnto(wiki, [entry], index);
          const standing = [...standingByAuthor(wiki).values()].reduce((sum, words) => sum + words, 0);
          expect(standing).toBe(
            [...wiki.pages.values()].reduce((sum, page) => sum + page.text.words.length, 0),
          );
          expect(figures!.wordsAfter).toBe(wiki.pages.get(entry.page)!.text.words.length);
        }
      }),
      runs,
    );
  });

  test("each entry's account balances: before + in - out = after", () => {
    fc.assert(
      fc.property(anyHistory, (history) => {
        const { figures } = replay(history);
        const balances = new Map<string, number>();
        figures.forEach((entry, index) => {
          const { page, author } = history[index]!;
          const after = (balances.get(page) ?? 0) + entry.wordsIn - entry.wordsOut;
          expect(after).toBe(entry.wordsAfter);
          expect(entry.wordsIn).toBe(entry.added + entry.carried + entry.restored);
          expect(entry.removedFrom.reduce((sum, [, words]) => sum + words, 0)).toBe(
            entry.removedOwn + entry.removedOthers + entry.removedStarter,
          );
          expect(entry.removedOwn + entry.removedOthers + entry.removedStarter).toBeLessThanOrEqual(
            entry.wordsOut,
          );
          if (author === null) expect(entry.removedOwn).toBe(0);
          balances.set(page, after);
        });
      }),
      runs,
    );
  });

  test("bringing a page back to any earlier state, by anyone, adds nothing and gives each word its credit of then", () => {
    fc.assert(
      fc.property(anyHistory, fc.nat(), (history, pick) => {
        const onePage: PlainEntry[] = history.map(({ author, text }) => ({ author, text }));
        const back = pick % onePage.length;
        const then = replay(onePage.slice(0, back + 1)).wiki;
        const { wiki, figures } = replay([
          ...onePage,
          { author: "somebody else", text: onePage[back]!.text },
        ]);
        expect(figures.at(-1)!.added).toBe(0);
        const latest = onePage.findLastIndex((entry) => entry.text === onePage[back]!.text);
        if (latest === back) expect(creditOf(wiki)).toEqual(creditOf(then));
      }),
      runs,
    );
  });

  test("blanking a page and restoring it between any two entries changes no word's credit, then or ever after", () => {
    fc.assert(
      fc.property(anyHistory, fc.nat(), (history, pick) => {
        const at = 1 + (pick % history.length);
        const { page } = history[pick % history.length]!;
        const { text } = history.slice(0, at).findLast((entry) => entry.page === page)!;
        const blanked = replay([
          ...history.slice(0, at),
          { author: "vandal", text: "", page },
          { author: "helper", text, page },
          ...history.slice(at),
        ]).wiki;
        const plain = replay(history).wiki;
        const shifted = allCredit(plain).map(([name, words]) => [
          name,
          (words as string[]).map((origin) => {
            const [entry, ordinal] = origin.split(".").map(Number);
            return `${entry! < at ? entry : entry! + 2}.${ordinal}`;
          }),
        ]);
        expect(allCredit(blanked)).toEqual(shifted);
      }),
      runs,
    );
  });

  test("an entry that only moves blocks, restyles or restores adds nothing to its author", () => {
    const blocks = fc.uniqueArray(
      fc
        .array(
          fc.constantFrom(
            ..."river bank willow flood plain trout gravel weir meander culvert sluice reed".split(" "),
          ),
          { minLength: 3, maxLength: 12 },
        )
        .map((words) => words.join(" ")),
      { minLength: 2, maxLength: 8 },
    );
    const shuffled = blocks.chain((parts) =>
      fc.tuple(fc.constant(parts), fc.shuffledSubarray(parts, { minLength: parts.length })),
    );
    fc.assert(
      fc.property(shuffled, ([parts, order]) => {
        const { figures, wiki } = replay([
          { author: "p", text: parts.join("\n\n") },
          { author: "q", text: order.join("\n\n") },
          { author: "q", text: order.join("\n\n").toUpperCase() },
        ]);
        expect(figures[1]).toMatchObject({ added: 0, removedOthers: 0, wordsIn: 0, wordsOut: 0 });
        expect(figures[2]).toMatchObject({ added: 0, removedOthers: 0, restyled: parts.length });
        expect(standingByAuthor(wiki).get("q")).toBeUndefined();
      }),
      runs,
    );
  });

  test("entry by entry through the stored form gives the same bytes as in one go", () => {
    fc.assert(
      fc.property(anyHistory, (history) => {
        const whole = replay(history);
        let stepped = new CreditedWiki();
        const figures = history.flatMap((entry, index) => {
          const own = replayOnto(stepped, [entry], index);
          stepped = stepped.throughStorage();
          return own;
        });
        expect(figures).toEqual(whole.figures);
        for (const [page, credited] of whole.wiki.pages) {
          expect(storePage(stepped.pages.get(page)!, stepped.vocabulary)).toEqual(
            storePage(credited, whole.wiki.vocabulary),
          );
        }
      }),
      runs,
    );
  });

  test("cutting a history gives what it was then", () => {
    fc.assert(
      fc.property(anyHistory, fc.nat(), (history, pick) => {
        const until = 1 + (pick % history.length);
        expect(replay(history).figures.slice(0, until)).toEqual(replay(history.slice(0, until)).figures);
      }),
      runs,
    );
  });

  test("no text makes it throw", () => {
    fc.assert(
      fc.property(fc.array(fc.string({ unit: "binary", maxLength: 300 }), { maxLength: 6 }), (texts) => {
        const { wiki } = replay(texts.map((text, index) => ({ author: index % 2 ? "p" : "q", text })));
        wiki.throughStorage();
      }),
      runs,
    );
  });
});

function replayOnto(wiki: CreditedWiki, entries: readonly PlainEntry[], from: number) {
  return entries.map(({ author, text, page = "home" }, index) =>
    wiki.record({ entry: from + index, author, page, blocks: plainBlocks(text) }),
  );
}

describe("what no page should break", () => {
  const states = (...texts: string[]) =>
    replay(texts.map((text, index) => ({ author: index % 2 ? "p" : "q", text })));
  test("a page of one repeated word", () => {
    const { figures } = states("reed ".repeat(5000), "reed ".repeat(9000), "", "reed ".repeat(8000));
    expect(figures.map((entry) => entry.wordsAfter)).toEqual([5000, 9000, 0, 8000]);
    expect(figures[1]!.wordsOut).toBe(0);
  });
  test("a table of 10,000 cells, and one giant paragraph of 200,000 words", () => {
    const table = Array.from({ length: 10_000 }, (_, cell) => String(cell % 7));
    expect(
      states(table.join("\n\n"), [...table.slice(5000), ...table.slice(0, 5000)].join("\n\n")).figures[1]!
        .added,
    ).toBe(0);
    const giant = freshWords("g", 17_000).join(" ").concat(" ").repeat(12);
    expect(states(giant, `${giant} more`).figures[1]).toMatchObject({ added: 1, wordsOut: 0 });
  });
  test("right-to-left and combining text, and halves of characters", () => {
    const { figures } = states(
      "النهر واسع 河水 e\u0301tang \ud800 x",
      "النهر واسع جدا 河水 \u00e9tang \ud800 x",
    );
    expect(figures[1]).toMatchObject({ added: 1, wordsOut: 0 });
  });
});

describe("the stored form", () => {
  test("of any text is read back as it was", () => {
    fc.assert(
      fc.property(anyText, anyText, (one, other) => {
        const { wiki } = replay([
          { author: "p", text: one },
          { author: "q", text: other },
        ]);
        const page = wiki.pages.get("home")!;
        const stored = storePage(page, wiki.vocabulary);
        const fresh = new CreditedWiki().vocabulary;
        expect(storePage(readPage(stored, fresh), fresh)).toEqual(stored);
      }),
      runs,
    );
  });
  test("of another version is refused, and so is half of one", () => {
    const { wiki } = replay([{ author: "p", text: "the weir" }]);
    const stored = storePage(wiki.pages.get("home")!, wiki.vocabulary);
    expect(() => readPage(stored.slice(0, -1), wiki.vocabulary)).toThrow(RangeError);
    expect(() =>
      readPage(
        Uint8Array.from(stored, (byte, at) => (at === 0 ? 1 : byte)),
        wiki.vocabulary,
      ),
    ).toThrow(/computed anew/);
  });
  test("of origins, as runs and as bytes", () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(5), fc.nat(5)), { maxLength: 60 }), (pairs) => {
        const origins = {
          entries: Int32Array.from(pairs, ([entry]) => entry),
          ordinals: Int32Array.from(pairs, ([, ordinal]) => ordinal),
        };
        expect(unpackOrigins(packOrigins(origins))).toEqual(origins);
        expect(readStoredOrigins(storeOrigins(origins))).toEqual(origins);
      }),
      runs,
    );
    expect(() => readStoredOrigins(Uint8Array.of(3, 2, 0, 9))).toThrow(RangeError);
  });
});
