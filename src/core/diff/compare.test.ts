import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { anyText, freshWords } from "../../../tests/support/histories";
import { plainBlocks } from "../credit/text";
import { Vocabulary } from "../text/vocabulary";
import { compare } from "./compare";
import { readBlocks } from "./sequence";
import { isCorrection } from "../text/spelling";
import { came, corrected, kept, moved } from "./ways";

const signs = { [came]: "+", [kept]: "=", [moved]: "~", [corrected]: "c" } as Record<number, string>;

function compared(before: string, after: string) {
  const vocabulary = new Vocabulary();
  const [a, b] = [before, after].map((text) => readBlocks(plainBlocks(text), [], vocabulary));
  const words = ({ words }: { words: Int32Array }) => [...words].map((word) => vocabulary.folded[word]!);
  return { ...compare(a!, b!, vocabulary), before: words(a!), after: words(b!) };
}

const how = (before: string, after: string) =>
  [...compared(before, after).how].map((flag) => signs[flag]).join("");

describe("compare", () => {
  test("kept around what came", () =>
    expect(how("the weir was built", "the old weir was built")).toBe("=+==="));
  test("a paragraph that changes places is moved", () => {
    expect(how("one two three four five\n\nsix seven", "six seven\n\none two three four five")).toMatch(
      /^(==~~~~~|~~=====)$/,
    );
  });
  test("a heading of one word that changes places is moved", () => {
    expect(
      how("Fish\n\nalpha beta gamma\n\ndelta epsilon", "alpha beta gamma\n\ndelta epsilon\n\nFish"),
    ).toBe("=====~");
  });
  test("a short common run inside a paragraph is not moved", () => {
    expect(how("of the old weir\n\nzeta eta theta iota kappa", "zeta eta of the theta iota kappa")).toBe(
      "==++===",
    );
  });
  test("a sentence that replaces another is not kept in crumbs", () => {
    expect(
      how(
        "start we measured all the flow under that bridge in may end",
        "start nobody ever saw the trout above this weir today end",
      ),
    ).toBe("=+++++++++=");
  });
  test("common words stay in a paragraph that was gone through word by word, and not in a part of it that was replaced", () => {
    // Enough other text to show how common "the", "of" and "a" are.
    const around = freshWords("around", 400)
      .map((word, at) => (at % 10 > 0 ? word : `${["the", "of", "a"][at % 3]} ${word}`))
      .join(" ");
    const words = freshWords("here", 40).flatMap((word, at) => [["the", "of", "a"][at % 3]!, word]);
    const waysWhere = (isOther: (at: number) => boolean) => {
      const changed = words.map((word, at) => (isOther(at) ? `new${word}` : word));
      return how(`${words.join(" ")}.\n\n${around}`, `${changed.join(" ")}.\n\n${around}`).slice(
        0,
        words.length,
      );
    };
    const everywhere = (at: number) => at % 4 === 1 || at % 7 === 3;
    expect(waysWhere((at) => at % 2 === 1 && everywhere(at))).toBe(
      words.map((_, at) => (at % 2 === 1 && everywhere(at) ? "+" : "=")).join(""),
    );
    expect(waysWhere((at) => at % 2 === 1 && at > 20 && at < 40)).toBe(
      words.map((_, at) => (at > 20 && at < 40 ? "+" : "=")).join(""),
    );
  });
  test("a heading between two rewritten paragraphs is kept", () => {
    const before = "alpha beta gamma delta epsilon\n\nFish passage\n\nzeta eta theta iota kappa lambda";
    expect(how(before, "one two three four five six\n\nFish passage\n\nseven eight nine ten eleven")).toBe(
      "++++++==+++++",
    );
  });
  test("a spelling put right is a correction", () =>
    expect(how("the sedimant load", "the sediment load")).toBe("=c="));
  test("a chance likeness in a sentence that was replaced is none", () => {
    expect(how("we will plant osier on the inner side of each bend", "see their plan")).toBe("+++");
  });
  test("another number is no correction", () => expect(how("in 1998 it", "in 1999 it")).toBe("=+="));

  test("a whole sentence that came begins and ends where sentences do", () => {
    expect(how("The weir leaks. The bank holds.", "The weir leaks. The flood came. The bank holds.")).toBe(
      "===+++===",
    );
    expect(how("The weir leaks. The flood came. The bank holds.", "The weir leaks. The bank holds.")).toBe(
      "======",
    );
    expect([
      ...compared("The weir leaks. The flood came. The bank holds.", "The weir leaks. The bank holds.")
        .toAfter,
    ]).toEqual([0, 1, 2, -1, -1, -1, 3, 4, 5]);
  });
  test("a move takes along the word at its edge that stayed by chance", () => {
    const before =
      "Osier holds the bank. Deep pools shelter bullhead near oxbow roots and the gauge reads low. Nothing else grows.";
    const after =
      "Osier holds the bank. Nothing else grows. Deep pools shelter bullhead near oxbow roots and the gauge reads low.";
    expect(how(before, after)).toMatch(/^====(===~+|~~~=+)$/);
    expect(
      how(
        `The flood plain drains slowly. ${before} The end`,
        `${before} The flood plain drains slowly. The end`,
      ),
    ).not.toContain("+");
  });

  test("each word after continues at most one equal or corrected word before", () => {
    fc.assert(
      fc.property(anyText, anyText, (one, other) => {
        const { fromBefore, toAfter, how, before, after } = compared(one, other);
        const used = [...fromBefore].filter((from) => from >= 0);
        expect(new Set(used).size).toBe(used.length);
        expect(used.length).toBe([...toAfter].filter((to) => to >= 0).length);
        const isRight = (from: number, word: number) => {
          if (from < 0 || how[word] === came) return from < 0 && how[word] === came;
          return (
            toAfter[from] === word &&
            (how[word] === corrected
              ? isCorrection(before[from]!, after[word]!)
              : after[word] === before[from])
          );
        };
        expect([...fromBefore].filter((from, word) => !isRight(from, word))).toEqual([]);
        const inPlace = [...fromBefore].filter((_, word) => how[word] === kept);
        expect(inPlace).toEqual([...inPlace].sort((one, other) => one - other));
      }),
      { numRuns: 1000, seed: 5 },
    );
  });

  test("a text compared with itself is kept whole", () => {
    fc.assert(
      fc.property(anyText, (one) => {
        expect([...compared(one, one).how].every((flag) => flag === kept)).toBe(true);
      }),
      { seed: 6, numRuns: 1000 },
    );
  });

  test("paragraphs in another order bring nothing new", () => {
    const shuffled = fc
      .uniqueArray(fc.lorem({ maxCount: 3, mode: "sentences" }), { minLength: 2, maxLength: 8 })
      .chain((parts) =>
        fc.tuple(fc.constant(parts), fc.shuffledSubarray(parts, { minLength: parts.length })),
      );
    fc.assert(
      fc.property(shuffled, ([before, after]) => {
        expect(how(before.join("\n\n"), after.join("\n\n"))).not.toContain("+");
      }),
      { numRuns: 1000, seed: 7 },
    );
  });
});
