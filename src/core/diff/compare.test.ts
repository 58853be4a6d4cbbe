import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { anyText } from "../../../tests/support/histories";
import { blockText } from "../credit/text";
import { fromPlainText } from "../document/plain";
import { came, compare, corrected, kept, moved } from "./compare";
import { isCorrection } from "./spelling";

const text = (plain: string) => blockText(fromPlainText(plain));
const signs = { [came]: "+", [kept]: "=", [moved]: "~", [corrected]: "c" } as Record<number, string>;
const how = (before: string, after: string) => [...compare(text(before), text(after)).how].map((flag) => signs[flag]).join("");

describe("compare", () => {
  test("kept around what came", () => expect(how("the weir was built", "the old weir was built")).toBe("=+==="));
  test("a paragraph that changes places is moved", () => {
    expect(how("one two three four five\n\nsix seven", "six seven\n\none two three four five")).toMatch(/^(==~~~~~|~~=====)$/);
  });
  test("a heading of one word that changes places is moved", () => {
    expect(how("Fish\n\nalpha beta gamma\n\ndelta epsilon", "alpha beta gamma\n\ndelta epsilon\n\nFish")).toBe("=====~");
  });
  test("a short common run inside a paragraph is not moved", () => {
    expect(how("of the old weir\n\nzeta eta theta iota kappa", "zeta eta of the theta iota kappa")).toBe("==++===");
  });
  test("a sentence that replaces another is not kept in crumbs", () => {
    expect(how("start we measured all the flow under that bridge in may end", "start nobody ever saw the trout above this weir today end")).toBe("=+++++++++=");
  });
  test("a heading between two rewritten paragraphs is kept", () => {
    const before = "alpha beta gamma delta epsilon\n\nFish passage\n\nzeta eta theta iota kappa lambda";
    expect(how(before, "one two three four five six\n\nFish passage\n\nseven eight nine ten eleven")).toBe("++++++==+++++");
  });
  test("a spelling put right is a correction", () => expect(how("the sedimant load", "the sediment load")).toBe("=c="));
  test("a chance likeness in a sentence that was replaced is none", () => {
    expect(how("we will plant osier on the inner side of each bend", "see their plan")).toBe("+++");
  });
  test("another number is no correction", () => expect(how("in 1998 it", "in 1999 it")).toBe("=+="));

  test("each word after continues at most one equal or corrected word before", () => {
    fc.assert(fc.property(anyText, anyText, (one, other) => {
      const [before, after] = [text(one), text(other)];
      const [beforeWords, afterWords] = [before, after].map((blocks) => blocks.flatMap((block) => block.words));
      const { fromBefore, how, went } = compare(before, after);
      const used = [...fromBefore].filter((from) => from >= 0);
      expect(new Set(used).size).toBe(used.length);
      expect(used.length).toBe(beforeWords!.length - went.reduce((sum, flag) => sum + flag, 0));
      fromBefore.forEach((from, word) => {
        expect(how[word] === came).toBe(from < 0);
        if (from < 0) return;
        if (how[word] === corrected) expect(isCorrection(beforeWords![from]!, afterWords![word]!)).toBe(true);
        else expect(afterWords![word]).toBe(beforeWords![from]);
      });
    }), { numRuns: 500, seed: 5 });
  });

  test("a text compared with itself is kept whole", () => {
    fc.assert(fc.property(anyText, (one) => {
      expect([...compare(text(one), text(one)).how].every((flag) => flag === kept)).toBe(true);
    }), { seed: 6 });
  });

  test("paragraphs in another order bring nothing new", () => {
    const shuffled = fc.uniqueArray(fc.lorem({ maxCount: 3, mode: "sentences" }), { minLength: 2, maxLength: 8 })
      .chain((parts) => fc.tuple(fc.constant(parts), fc.shuffledSubarray(parts, { minLength: parts.length })));
    fc.assert(fc.property(shuffled, ([before, after]) => {
      expect(how(before.join("\n\n"), after.join("\n\n"))).not.toContain("+");
    }), { numRuns: 300, seed: 7 });
  });
});
