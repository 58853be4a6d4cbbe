import fc from "fast-check";
import { expect, test } from "vitest";
import { anyHistory, freshWords, replay } from "../../../tests/support/histories";
import { findPassage, originsIn } from "./passage";

const bank = freshWords("bank", 12).join(" ");
const plants = freshWords("plant", 30).join(" ");
const fish = freshWords("fish", 30).join(" ");

/** Where a passage of the first page's first state stands after the rest of the history. */
function follow(
  first: string,
  passage: { from: number; to: number },
  rest: readonly { text: string; page?: string }[],
  on = "home",
) {
  const begun = replay([{ author: "p", text: first }]);
  const spoken = originsIn(begun.wiki.pages.get("home")!.origins, passage);
  const { wiki } = replay(
    rest.map((each) => ({ author: "q", ...each })),
    begun.wiki,
  );
  return findPassage(wiki.pages.get(on)!.origins, spoken);
}

test("a passage is found where its text went: pushed down, moved, on another page, and back after it had gone", () => {
  const text = `${plants}\n\n${bank}\n\n${fish}`;
  const said = { from: 30, to: 42 };
  expect(follow(text, said, [{ text: `${freshWords("new", 5).join(" ")}\n\n${text}` }])).toEqual({
    from: 35,
    to: 47,
  });
  expect(follow(text, said, [{ text: `${bank}\n\n${plants}\n\n${fish}` }])).toEqual({ from: 0, to: 12 });
  const away = [
    { text: `${plants}\n\n${fish}` },
    { text: `${freshWords("else", 3).join(" ")}\n\n${bank}`, page: "banks" },
  ];
  expect(follow(text, said, away)).toBeNull();
  expect(follow(text, said, away, "banks")).toEqual({ from: 3, to: 15 });
  expect(follow(text, said, [{ text: `${plants}\n\n${fish}` }, { text }])).toEqual(said);
});

test("a passage keeps its ends when it is edited within, and is gone when little of it is left", () => {
  const words = bank.split(" ");
  const said = { from: 0, to: 12 };
  const edited = [...words.slice(0, 4), ...freshWords("other", 3), ...words.slice(6)].join(" ");
  expect(follow(bank, said, [{ text: edited }])).toEqual({ from: 0, to: 13 });
  expect(follow(bank, said, [{ text: `${words.slice(0, 2).join(" ")} ${fish}` }])).toBeNull();
  expect(follow(bank, said, [{ text: "" }])).toBeNull();
});

test("of a passage that stands twice, the first is found, as long as the passage", () => {
  const begun = replay([{ author: "p", text: bank }]);
  const { entries, ordinals } = begun.wiki.pages.get("home")!.origins;
  const twice = {
    entries: Int32Array.from([...entries, ...entries]),
    ordinals: Int32Array.from([...ordinals, ...ordinals]),
  };
  expect(findPassage(twice, { entries, ordinals })).toEqual({ from: 0, to: 12 });
});

test("any passage is found in the text that it was taken from, and what is found begins and ends with words of it", () => {
  fc.assert(
    fc.property(anyHistory, fc.nat(), fc.nat(), fc.nat(), (history, cut, one, length) => {
      const begun = replay(history.slice(0, 1 + (cut % history.length)));
      const origins = [...begun.wiki.pages.values()].at(-1)!.origins;
      if (origins.entries.length === 0) return;
      const from = one % origins.entries.length;
      const passage = originsIn(origins, {
        from,
        to: Math.min(origins.entries.length, from + 1 + (length % 20)),
      });
      expect(findPassage(origins, passage)).not.toBeNull();
      const later = replay(history.slice(1 + (cut % history.length)), begun.wiki).wiki;
      const keys = new Set([...passage.entries].map((entry, at) => `${entry}.${passage.ordinals[at]}`));
      for (const {
        origins: { entries, ordinals },
      } of later.pages.values()) {
        const found = findPassage({ entries, ordinals }, passage);
        const key = (at: number) => `${entries[at]}.${ordinals[at]}`;
        const standing = [...entries.keys()].filter((at) => keys.has(key(at)));
        if (found) expect([key(found.from), key(found.to - 1)].every((each) => keys.has(each))).toBe(true);
        else expect(new Set(standing.map(key)).size).toBeLessThan(passage.entries.length);
      }
    }),
    { seed: 41, numRuns: 400 },
  );
});
