import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { anyHistory, anyText, freshWords, type PlainEntry, replay } from "../../../tests/support/histories";
import { mostRemembered, remember, removedRun } from "./memory";
import { packOrigins, unpackOrigins } from "./origins";
import { balance, shares, wholePercents } from "./shares";
import { flatWords, packText, unpackText } from "./text";
import { standingByAuthor, type WikiCredit } from "./wiki";

const runs = { numRuns: 200, seed: 17 };
const creditOf = (wiki: WikiCredit) => [...wiki.pages].map(([page, text]) => [page, packText(text)]);

describe("laws of credit", () => {
  test("standing words of all, nobody included, add up to the text at every entry", () => {
    fc.assert(fc.property(anyHistory, (history) => {
      for (let until = 1; until <= history.length; until++) {
        const { wiki, figures } = replay(history.slice(0, until));
        const standing = [...standingByAuthor(wiki).values()].reduce((sum, words) => sum + words, 0);
        const text = [...wiki.pages.values()].reduce((sum, page) => sum + flatWords(page.blocks).length, 0);
        expect(standing).toBe(text);
        expect(figures.at(-1)!.wordsAfter).toBe(flatWords(wiki.pages.get(history[until - 1]!.page)!.blocks).length);
      }
    }), runs);
  });

  test("each entry's account balances: before + in - out = after", () => {
    fc.assert(fc.property(anyHistory, (history) => {
      const { figures } = replay(history);
      const balances = new Map<string, number>();
      figures.forEach((entry, index) => {
        const page = history[index]!.page;
        const after = (balances.get(page) ?? 0) + entry.wordsIn - entry.wordsOut;
        expect(after).toBe(entry.wordsAfter);
        expect(entry.wordsIn).toBe(entry.added + entry.carried + entry.restored);
        balances.set(page, after);
      });
    }), runs);
  });

  test("bringing a page back to any earlier state, by anyone, adds nothing and gives each word back", () => {
    fc.assert(fc.property(anyHistory, fc.nat(), (history, pick) => {
      const onePage: PlainEntry[] = history.map(({ author, text }) => ({ author, text }));
      const back = pick % onePage.length;
      const then = replay(onePage.slice(0, back + 1)).wiki;
      const { wiki, figures } = replay([...onePage, { author: "somebody else", text: onePage[back]!.text }]);
      expect(figures.at(-1)!.added).toBe(0);
      const authors = (state: WikiCredit) => [...state.pages.get("home")!.origins.entries].map((entry) => state.authors.get(entry));
      expect(authors(wiki).length).toBe(authors(then).length);
      expect(authors(wiki)).not.toContain("somebody else");
    }), runs);
  });

  test("blanking a page and restoring it leaves every word's credit as it was", () => {
    fc.assert(fc.property(anyHistory, (history) => {
      const { wiki } = replay(history);
      for (const { page } of history) {
        const text = history.findLast((entry) => entry.page === page)!.text;
        const after = replay([{ author: "vandal", text: "", page }, { author: "helper", text, page }], wiki).wiki;
        expect(packOrigins(after.pages.get(page)!.origins)).toEqual(packOrigins(wiki.pages.get(page)!.origins));
      }
    }), { ...runs, numRuns: 80 });
  });

  test("entry by entry through the stored form gives the same as in one go", () => {
    fc.assert(fc.property(anyHistory, (history) => {
      const whole = replay(history).wiki;
      const stepped = history.reduce((wiki, entry) => {
        const next = replay([entry], wiki).wiki;
        const pages = new Map([...next.pages].map(([page, text]) => [page, unpackText(JSON.parse(JSON.stringify(packText(text))))]));
        return { ...next, pages, memory: JSON.parse(JSON.stringify(next.memory)) };
      }, replay([]).wiki);
      expect(creditOf(stepped)).toEqual(creditOf(whole));
    }), { ...runs, numRuns: 80 });
  });

  test("no text makes it throw", () => {
    fc.assert(fc.property(fc.array(fc.string({ unit: "binary", maxLength: 300 }), { maxLength: 6 }), (texts) => {
      replay(texts.map((text, index) => ({ author: index % 2 ? "p" : "q", text })));
    }), runs);
  });
});

describe("what is brought back or carried over", () => {
  const paragraph = freshWords("k", 30).join(" ");
  const intro = freshWords("i", 12).join(" ");

  test("removed long ago and typed again by another, with one word changed", () => {
    const changed = paragraph.replace("kaap", "gravel");
    const { figures } = replay([
      { author: "p", text: `${intro}\n\n${paragraph}` }, { author: "q", text: intro }, { author: "r", text: `${intro}\n\nnew words here` },
      { author: "q", text: `${intro}\n\nnew words here\n\n${changed}` },
    ]);
    expect(figures[3]).toMatchObject({ added: 1, restored: 29 });
  });

  test("a copy on another page is carried over", () => {
    const { wiki, figures } = replay([{ author: "p", text: paragraph }, { author: "q", text: paragraph, page: "copy" }]);
    expect(figures[1]).toMatchObject({ added: 0, carried: 30 });
    expect(standingByAuthor(wiki).get("p")).toBe(60);
  });

  test("a stock phrase is nobody's property", () => {
    const { figures } = replay([
      { author: "p", text: "as can be seen here the bank has slumped by the bridge" },
      { author: "q", text: "it rained a lot and as can be seen here nobody fished", page: "other" },
    ]);
    expect(figures[1]).toMatchObject({ added: 12, carried: 0 });
  });

  test("starter text is nobody's wherever it goes", () => {
    const { wiki } = replay([
      { author: null, text: paragraph }, { author: "p", text: "" }, { author: "q", text: `${paragraph}\n\nmine alone` },
    ]);
    expect(standingByAuthor(wiki)).toEqual(new Map<string | null, number>([[null, 30], ["q", 2]]));
  });

  test("the memory forgets what left first", () => {
    const run = (name: string, count: number) => removedRun(name, "p", freshWords(name, count), new Int32Array(count), new Int32Array(count).map((_, i) => i));
    const memory = remember([run("a", 10)], new Set(), [run("b", mostRemembered)]);
    expect(memory.map((each) => each.page)).toEqual(["b"]);
  });
});

describe("origins and shares", () => {
  test("pack and unpack are inverse", () => {
    fc.assert(fc.property(fc.array(fc.tuple(fc.nat(5), fc.nat(5)), { maxLength: 60 }), (pairs) => {
      const origins = { entries: Int32Array.from(pairs, ([entry]) => entry), ordinals: Int32Array.from(pairs, ([, ordinal]) => ordinal) };
      expect(unpackOrigins(packOrigins(origins))).toEqual(origins);
    }), runs);
  });
  test("half a run is refused", () => expect(() => unpackOrigins([1, 2])).toThrow(RangeError));
  test("balance at its ends", () => {
    expect(balance([10, 10, 10])).toBeCloseTo(1);
    expect(balance([10, 0, 0])).toBe(0);
    expect(balance([10])).toBeNull();
    expect(balance([0, 0])).toBeNull();
  });
  test("shares of nothing are not nought", () => expect(shares([0, 0])).toEqual([null, null]));
  test("shares and what is unassigned make a whole", () => {
    fc.assert(fc.property(fc.array(fc.nat(1000), { minLength: 1 }), fc.integer({ min: 1, max: 500 }), (standing, unassigned) => {
      const sum = standing.reduce((total, words) => total + words, unassigned);
      const parts = shares(standing, unassigned).reduce<number>((total, share) => total + share!, 0);
      expect(parts + unassigned / sum).toBeCloseTo(1);
    }), runs);
  });
  test("whole per cent add up to a hundred, none further than one off", () => {
    fc.assert(fc.property(fc.array(fc.nat(1000), { minLength: 1, maxLength: 9 }).filter((standing) => standing.some((words) => words > 0)), (standing) => {
      const parts = shares(standing);
      const percents = wholePercents(parts);
      expect(percents.reduce<number>((total, each) => total + each!, 0)).toBe(100);
      percents.forEach((each, index) => expect(Math.abs(each! - 100 * parts[index]!)).toBeLessThan(1));
    }), runs);
  });
  test("any texts may be compared, however alike", () => {
    fc.assert(fc.property(anyText, anyText, (one, other) => {
      replay([{ author: "p", text: one }, { author: "q", text: other }]);
    }), runs);
  });
});
