import fc from "fast-check";
import { expect, test } from "vitest";
import { findNamed, namingsIn } from "./named";

const people = ["Mira Okonjo", "Mira", "Jonas Feld", "李", "Zoë"].map((name) => ({ name }));
const named = (text: string) => findNamed(text, people).map(({ name }) => name);

test.each([
  ["Ask @Mira Okonjo, or @jonas feld.", ["Mira Okonjo", "Jonas Feld"]],
  ["@Mira and @Mira Okonjo", ["Mira", "Mira Okonjo"]],
  ["@Mirabelle and mira@rivers.example", []],
  ["@李, @ZOË!", ["李", "Zoë"]],
  ["Mira Okonjo @ the weir", []],
])("%s", (text, names) => expect(named(text)).toEqual(names));

test("what is found reads as the name does, and nothing is found twice in one place", () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.oneof(
          fc.constantFrom(...people.map(({ name }) => `@${name}`)),
          fc.constantFrom(" ", ", ", "x", "@"),
        ),
        { maxLength: 12 },
      ),
      (parts) => {
        const text = parts.join("");
        let end = 0;
        for (const { from, to, person } of namingsIn(text, people)) {
          expect(text.slice(from, to).toLowerCase()).toBe(`@${person.name.toLowerCase()}`);
          expect(from).toBeGreaterThanOrEqual(end);
          end = to;
        }
      },
    ),
    { seed: 71, numRuns: 300 },
  );
});
