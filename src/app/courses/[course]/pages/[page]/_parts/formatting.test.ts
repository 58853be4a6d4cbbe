import fc from "fast-check";
import { expect, test } from "vitest";
import { formats } from "./formats";
import { formatted } from "./formatting";

const [strong, stressed, list] = formats;

test("marks go around what is selected, or before its lines", () => {
  expect(formatted({ text: "the weir leaks", from: 4, to: 8 }, strong)).toEqual({
    text: "the **weir** leaks",
    from: 6,
    to: 10,
  });
  expect(formatted({ text: "the **weir** leaks", from: 6, to: 10 }, stressed)).toEqual({
    text: "the ***weir*** leaks",
    from: 7,
    to: 11,
  });
  expect(formatted({ text: "say\none\ntwo", from: 5, to: 9 }, list)).toEqual({
    text: "say\n- one\n- two",
    from: 7,
    to: 13,
  });
  expect(formatted({ text: "**weir**", from: 6, to: 6 }, strong)).toEqual({
    text: "**weir**",
    from: 8,
    to: 8,
  });
});

test("what is formatted twice is as before", () => {
  fc.assert(
    fc.property(
      fc.array(fc.constantFrom("weir", " ", "\n", "a"), { maxLength: 12 }).map((parts) => parts.join("")),
      fc.nat(),
      fc.nat(),
      fc.constantFrom(...formats),
      (text, one, other, format) => {
        const [from, to] = [one % (text.length + 1), other % (text.length + 1)].sort((a, b) => a - b) as [
          number,
          number,
        ];
        const once = formatted({ text, from, to }, format);
        expect(once.text.slice(once.from, once.to).replaceAll("> ", "").replaceAll("- ", "")).toBe(
          text.slice(from, to),
        );
        expect(formatted(once, format)).toEqual({ text, from, to });
      },
    ),
    { seed: 3, numRuns: 1000 },
  );
});
