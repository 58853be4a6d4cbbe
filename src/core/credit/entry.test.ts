import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { creditOf, freshWords, type PlainEntry, replay, workOf } from "../../../tests/support/histories";
import { memberFigures } from "./figures";
import { type CreditedWiki, standingByAuthor } from "./wiki";
import { standingByEntry } from "./work";

const figuresOf = (...entries: PlainEntry[]) => replay(entries).figures.at(-1)!;
const p = (text: string, page?: string): PlainEntry => ({ author: "p", text, ...(page ? { page } : {}) });
const q = (text: string, page?: string): PlainEntry => ({ author: "q", text, ...(page ? { page } : {}) });

describe("the figures of an entry", () => {
  test("a spelling put right is counted once, adds nothing, and stays the author's", () => {
    const { wiki, figures } = replay([
      p("the sedimant settles behind the weir"),
      q("the sediment settles behind the weir"),
    ]);
    expect(figures[1]).toMatchObject({ corrected: 1, added: 0, removedOthers: 0, wordsIn: 0, wordsOut: 0 });
    expect(standingByAuthor(wiki)).toEqual(new Map([["p", 6]]));
  });
  test("capitals and punctuation are restyling", () => {
    expect(figuresOf(p("alder brook, restored"), q("Alder Brook: restored"))).toMatchObject({
      restyled: 1,
      added: 0,
      wordsIn: 0,
      wordsOut: 0,
    });
  });
  test("own and others' words removed are told apart, and starter words from both", () => {
    const starter = { author: null, text: "say where it rises" };
    const mine = "say where it rises\n\nabove the farm";
    expect(figuresOf(starter, p(mine), q("say where it rises"))).toMatchObject({
      removedOthers: 3,
      removedOwn: 0,
      removedStarter: 0,
    });
    expect(figuresOf(starter, p(mine), p("say where it rises"))).toMatchObject({
      removedOthers: 0,
      removedOwn: 3,
      removedStarter: 0,
    });
    expect(figuresOf(starter, p(mine), q("above the farm"))).toMatchObject({
      removedOthers: 0,
      removedOwn: 0,
      removedStarter: 4,
    });
  });
  test("whoever brings back what they removed themselves is shown to have done so", () => {
    const text = freshWords("w", 20).join(" ");
    const entries = [p(`${text}\n\nstay`), q("stay"), q(`${text}\n\nstay`)];
    const replayed = replay(entries);
    expect(replayed.figures[2]).toMatchObject({ restored: 20, tookBackOthers: 20 });
    expect(memberFigures(workOf(entries, replayed), "q")).toMatchObject({
      removedOthers: 20,
      tookBackOthers: 20,
    });
  });
  test("a paragraph that is brought back twice is brought back once, and copied", () => {
    const text = freshWords("w", 20).join(" ");
    for (const twice of [`${text}\n\nstay\n\n${text}`, `${text}\n\n${text}\n\nstay`]) {
      expect(figuresOf(p(`${text}\n\nstay`), q("stay"), q(twice))).toMatchObject({
        restored: 20,
        tookBackOthers: 20,
        carried: 20,
        added: 0,
      });
    }
  });
  test("a paragraph that is brought back, or over, and changed is still its author's in all that stayed", () => {
    const words = freshWords("w", 30);
    // Towards the end every third word is another, so that no three that stayed stand together there.
    const changed = words.map((word, at) => (at > 18 && at % 3 === 0 ? `new${word}` : word));
    const [stayed, news] = [
      words.filter((word, at) => changed[at] === word).length,
      words.filter((word, at) => changed[at] !== word).length,
    ];
    const [was, is] = [words.join(" "), changed.join(" ")];
    expect(figuresOf(p(`${was}\n\nstay`), q("stay"), q(`stay\n\nat the end\n\n${is}`))).toMatchObject({
      restored: stayed,
      added: news + 3,
    });
    expect(figuresOf(p(`${was}\n\nstay`), q(is, "other"))).toMatchObject({ carried: stayed, added: news });
    expect(figuresOf(p(`${was}\n\nstay here for now`), q(`stay here for now\n\n${is}`))).toMatchObject({
      added: news,
      wordsOut: news,
      restored: 0,
      carried: 0,
    });
  });
  test("text that was removed around what had been removed before comes back in one piece, to its last word", () => {
    const [stay, long, middle] = [
      freshWords("stay", 3000).join(" "),
      freshWords("long", 12).join(" "),
      freshWords("middle", 20).join(" "),
    ];
    // Brought back on another page, where no earlier state says so: what is weak alone, and what is too short
    // to be found.
    for (const [one, other] of [
      [long, "of it all and so on"],
      ["of it all and so on", long],
      [long, "of it"],
      ["of it", long],
      ["of it all and so", "on to the end by it"],
    ] as const) {
      const entries = [
        p(`${stay}\n\n${one} ${middle} ${other}`),
        q(`${stay}\n\n${one} ${other}`),
        q(stay),
        q(`${freshWords("here", 9).join(" ")}\n\n${one} ${other}`, "other"),
      ];
      expect(figuresOf(...entries)).toMatchObject({ carried: `${one} ${other}`.split(" ").length, added: 9 });
    }
  });
  test("what is brought back, or copied, into the middle of a paragraph is its author's up to where the paragraph goes on", () => {
    const [long, goesOn] = [freshWords("long", 12).join(" "), `${freshWords("on", 9).join(" ")}.`];
    for (const [was, is] of [
      [`${long} old by it`, `${long} new by it`],
      [`by it old ${long}`, `by it new ${long}`],
    ] as const) {
      for (const entries of [
        [p(`${was}\n\nhere ${goesOn}`), q(`here ${goesOn}`)],
        [p(was, "other"), q(`here ${goesOn}`)],
      ]) {
        expect(figuresOf(...entries, q(`here ${is} ${goesOn}`))).toMatchObject({ added: 1 });
      }
    }
  });
  test("what comes again exactly where it was removed is restored, however little it is", () => {
    const text = (middle: string) =>
      `${freshWords("a", 20).join(" ")} ${middle} ${freshWords("b", 20).join(" ")}`;
    for (const little of ["alder", "in the weir"]) {
      const { wiki, figures } = replay([p(text(little)), q(text("")), q(text(little))]);
      const words = little.split(" ").length;
      expect(figures[2]).toMatchObject({ added: 0, restored: words, tookBackOthers: words });
      expect(standingByAuthor(wiki)).toEqual(new Map([["p", 40 + words]]));
      expect(figuresOf(p(text(little)), q(text("")), q(text(`${little} silt`)))).toMatchObject({
        added: words + 1,
      });
    }
  });
  test("a short passage that is brought back with a word changed is its author's in all that stayed", () => {
    const stay = freshWords("stay", 3000).join(" ");
    for (const was of [
      "most of the weir was in the silt by then",
      "the flow behind the weir and the silt in it",
    ]) {
      expect(
        figuresOf(p(`${stay}\n\n${was}`), q(stay), q(was.replace("silt", "mud"), "other")),
      ).toMatchObject({ added: 1 });
    }
  });
  test("a text that is put in the place of another is taken over whole, with the phrases that both have", () => {
    // Too weak to be a copy from another page, and strong enough to have moved within its own.
    const phrase = (letter: string) => "osiers behind gravel banks upstream".replace(/\b\w/g, letter);
    const text = (prefix: string) =>
      ["k", "v", "z"]
        .map((letter) => {
          const around = (at: string, length: number) =>
            freshWords(`${prefix}${at}${letter}`, length).join(" ");
          return `${around("a", 12)}. ${around("b", 3)} ${phrase(letter)} ${around("c", 3)}. ${around("d", 14)}`;
        })
        .join("\n\n");
    const [here, there] = [text("mill"), text("brook")];
    const count = (of: string) => of.split(/\s+/).length;
    const { wiki, figures } = replay([p(here), q(there, "other"), q(there)]);
    expect(figures.at(-1)).toMatchObject({
      carried: count(there),
      added: 0,
      moved: 0,
      wordsIn: count(there),
      wordsOut: count(here),
      removedOthers: count(here),
    });
    expect(standingByAuthor(wiki)).toEqual(new Map([["q", 2 * count(there)]]));
  });
  test("what the two have from one place stays where it was", () => {
    const [one, other] = [
      ["one", "two"].map((each) => freshWords(each, 20).join(" ")),
      ["three", "four"].map((each) => freshWords(each, 20).join(" ")),
    ];
    const both = freshWords("both", 10).join(" ");
    const there = `${other[0]}. ${both}. ${other[1]}`;
    expect(figuresOf(p(`${one[0]}. ${both}. ${one[1]}`), q(there, "other"), q(there))).toMatchObject({
      carried: 40,
      wordsIn: 40,
      wordsOut: 40,
    });
  });
  test("a few words that only another page's version of a text has come over with what is new in it", () => {
    const [one, other, news] = [
      freshWords("one", 30).join(" "),
      freshWords("other", 30).join(" "),
      freshWords("new", 20).join(" "),
    ];
    const there = `${one} of the ${other}\n\n${news}`;
    const entries = [p(`${one} ${other}`), q(`${one} ${other}`, "other"), p(there, "other")];
    expect(figuresOf(...entries, q(there))).toMatchObject({ carried: 22, added: 0 });
    // Between other words they are new.
    expect(
      figuresOf(...entries, q(`${one} ${freshWords("else", 1)[0]} of the ${other}\n\n${news}`)),
    ).toMatchObject({ carried: 20, added: 3 });
  });
  test("a paragraph cut here and pasted on another page was not removed", () => {
    const text = freshWords("w", 20).join(" ");
    const entries = [p(`${text}\n\nstay`), q("stay"), q(text, "other")];
    const replayed = replay(entries);
    expect(replayed.figures[1]).toMatchObject({ removedOthers: 20 });
    expect(replayed.figures[2]).toMatchObject({ carried: 20, added: 0, broughtOverOthers: 20 });
    expect(memberFigures(workOf(entries, replayed), "q").removedOthers).toBe(0);
  });
  test("of a copy that stands on another page, nothing is removed here", () => {
    const text = freshWords("w", 20).join(" ");
    const { figures } = replay([p(`${text}\n\nstay`), q(text, "other"), q("stay")]);
    expect(figures[2]).toMatchObject({ removedOthers: 0, wordsOut: 20 });
  });
  test("a copy within the page is carried over, and removing one of the two is removing it", () => {
    const text = freshWords("w", 12).join(" ");
    const { figures } = replay([p(text), q(`${text}\n\nand again\n\n${text}`), q(`and again\n\n${text}`)]);
    expect(figures[1]).toMatchObject({ added: 2, carried: 12 });
    expect(figures[2]).toMatchObject({ removedOthers: 12, wordsOut: 12 });
  });
  test("a page that reads as it once did has its credit of then, and the account of it adds up", () => {
    const entries = [p("Notes"), q("Notes\n\nalpha\n\nNotes"), q("alpha\n\nNotes"), q("Notes")];
    const { wiki, figures } = replay(entries);
    expect(creditOf(wiki)).toEqual(["0.0"]);
    expect(figures[3]).toMatchObject({ wordsOut: 1, removedOwn: 1, added: 0 });
    expect([...standingByEntry(workOf(entries, { wiki, figures }).deeds)]).toEqual([[0, 1]]);
  });
  test("a page that was moved and changed all over, and is brought back with an edit, is its author's again", () => {
    const paragraphs = Array.from({ length: 40 }, (_, index) =>
      freshWords(`p${String.fromCharCode(97 + Math.floor(index / 26), 97 + (index % 26))}`, 60),
    );
    const page = (of: readonly (readonly string[])[]) => of.map((words) => words.join(" ")).join("\n\n");
    const changed = paragraphs
      .map((words) => words.map((word, at) => (at > 12 && at % 3 === 0 ? `new${word}` : word)))
      .reverse();
    const edit = freshWords("edit", 9);
    const { wiki, figures } = replay([p(page(paragraphs)), q(page(changed)), q(page([...paragraphs, edit]))]);
    expect(figures[1]).toMatchObject({ added: 600, removedOthers: 600, carried: 0, restored: 0 });
    expect(figures[2]).toMatchObject({ added: 9, restored: 600, removedOwn: 600 });
    expect(standingByAuthor(wiki)).toEqual(
      new Map([
        ["p", 2400],
        ["q", 9],
      ]),
    );
  });
  test("a rewrite that was undone gives back words that differ by a letter from what stood", () => {
    const before = "we will plant osier on the inner side of each bend before spring";
    const { wiki, figures } = replay([
      p(before),
      q("their plan costs more than willow on the far side of this bank"),
      q(before),
    ]);
    expect(standingByAuthor(wiki)).toEqual(new Map([["p", 13]]));
    expect(figures[2]!.added).toBe(0);
  });
  test("an empty page that stays empty changes nothing", () => {
    expect(figuresOf(p(""), q(""))).toMatchObject({
      added: 0,
      wordsAfter: 0,
      restyled: 0,
      wordsIn: 0,
      wordsOut: 0,
    });
  });
});

/** Histories whose truth is known because each piece of text is made of words that occur nowhere else. */
interface Known {
  readonly wiki: CreditedWiki;
  readonly truth: ReadonlyMap<string, number>;
}

type Edit = {
  readonly kind: "insert" | "remove" | "move" | "blank and restore";
  readonly who: "p" | "q" | "r";
  readonly at: number;
  readonly to: number;
  readonly size: number;
};

const edit: fc.Arbitrary<Edit> = fc.record({
  kind: fc.constantFrom(
    "insert" as const,
    "insert" as const,
    "remove" as const,
    "move" as const,
    "blank and restore" as const,
  ),
  who: fc.constantFrom("p" as const, "q" as const, "r" as const),
  at: fc.nat(40),
  to: fc.nat(40),
  size: fc.integer({ min: 5, max: 30 }),
});

function play(edits: readonly Edit[]): Known {
  const paragraphs: { readonly who: string; readonly text: string; readonly size: number }[] = [];
  let { wiki } = replay([]);
  const save = (who: string) => {
    wiki = replay([{ author: who, text: paragraphs.map((each) => each.text).join("\n\n") }], wiki).wiki;
  };
  edits.forEach(({ kind, who, at, to, size }, index) => {
    if (kind === "insert" || paragraphs.length === 0) {
      paragraphs.splice(at % (paragraphs.length + 1), 0, {
        who,
        size,
        text: freshWords(
          `x${String.fromCharCode(97 + (index % 26))}${String.fromCharCode(97 + Math.floor(index / 26))}`,
          size,
        ).join(" "),
      });
      save(who);
    } else if (kind === "remove") {
      paragraphs.splice(at % paragraphs.length, 1);
      save(who);
    } else if (kind === "move") {
      const [moved] = paragraphs.splice(at % paragraphs.length, 1);
      paragraphs.splice(to % (paragraphs.length + 1), 0, moved!);
      save(who);
    } else {
      const kept = paragraphs.splice(0);
      save(who);
      paragraphs.push(...kept);
      save(who === "p" ? "q" : "p");
    }
  });
  const truth = new Map<string, number>();
  for (const { who, size } of paragraphs) truth.set(who, (truth.get(who) ?? 0) + size);
  return { wiki, truth };
}

describe("against histories with known truth", () => {
  test("inserting, removing, moving, blanking and restoring are credited without a single mistake", () => {
    fc.assert(
      fc.property(fc.array(edit, { minLength: 1, maxLength: 30 }), (edits) => {
        const { wiki, truth } = play(edits);
        expect(new Map([...standingByAuthor(wiki)].sort())).toEqual(new Map([...truth].sort()));
      }),
      { seed: 81, numRuns: 1000 },
    );
  });

  test("whoever only moves paragraphs adds and removes nothing", () => {
    const pages = fc
      .integer({ min: 2, max: 9 })
      .chain((count) =>
        fc.tuple(
          fc.constant(count),
          fc.shuffledSubarray([...Array(count).keys()], { minLength: count, maxLength: count }),
        ),
      );
    fc.assert(
      fc.property(pages, ([count, order]) => {
        const parts = Array.from({ length: count }, (_, index) =>
          freshWords(`y${String.fromCharCode(97 + index)}`, 3 + 4 * index).join(" "),
        );
        const { figures } = replay([
          p(parts.join("\n\n")),
          q(order.map((index) => parts[index]).join("\n\n")),
        ]);
        expect(figures[1]).toMatchObject({
          added: 0,
          carried: 0,
          restored: 0,
          removedOthers: 0,
          wordsIn: 0,
          wordsOut: 0,
        });
      }),
      { seed: 82, numRuns: 1000 },
    );
  });
});
