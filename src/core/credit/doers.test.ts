import fc from "fast-check";
import { expect, test } from "vitest";
import { anyHistory, replay } from "../../../tests/support/histories";
import { compareDocuments } from "../compared/document";
import { fromPlainText } from "../document/plain";
import { countWords } from "../text/count";
import { doersBetween } from "./doers";
import { type Origins, storeOrigins } from "./origins";

/** A history on one page, and where its words come from after each entry. */
function statesOf(given: Parameters<typeof replay>[0]) {
  const history = given
    .filter(({ page }) => page === given[0]!.page)
    .map((each) => ({ ...each, page: "home" }));
  return {
    history,
    states: history.map((_, at) => replay(history.slice(0, at + 1)).wiki.pages.get("home")!.origins),
  };
}

const between = (states: readonly Origins[], from: number) =>
  doersBetween(
    from === 0 ? null : storeOrigins(states[from - 1]!),
    states.slice(from).map((origins, at) => ({ entry: from + at, origins: storeOrigins(origins) })),
  );

/** What was done to a page from nothing on, each stretch with the author of the entry that did it. */
function told(history: readonly { author: string | null; text: string }[], from: number) {
  const states = history.map((_, at) => replay(history.slice(0, at + 1)).wiki);
  const steps = states
    .slice(from)
    .map((wiki, at) => ({ entry: from + at, origins: storeOrigins(wiki.pages.get("home")!.origins) }));
  const before = from === 0 ? null : storeOrigins(states[from - 1]!.pages.get("home")!.origins);
  const doers = doersBetween(before, steps);
  const blocks = compareDocuments(
    fromPlainText(from === 0 ? "" : history[from - 1]!.text),
    fromPlainText(history.at(-1)!.text),
    doers,
  );
  return blocks.flatMap(({ segments }) =>
    segments
      .filter(({ change }) => change !== "kept")
      .map(({ change, text, entry }) => [
        change,
        text.trim(),
        entry === undefined ? null : history[entry]!.author,
      ]),
  );
}

test("words that came are told by who brought them, words that went by who took them away, though others worked in between", () => {
  const history = [
    { author: "p", text: "The old weir stands at the mill" },
    { author: "q", text: "The old weir stands at the mill since the flood" },
    { author: "r", text: "The weir stands at the mill since the flood" },
    { author: "p", text: "The weir stands at the mill since the great flood" },
  ];
  expect(told(history, 1)).toEqual([
    ["went", "old", "r"],
    ["came", "since the", "q"],
    ["came", "great", "p"],
    ["came", "flood", "q"],
  ]);
});

test("what was taken away and brought back in between is nobody's doing", () => {
  expect(
    told(
      [
        { author: "p", text: "Eels live here" },
        { author: "q", text: "Eels" },
        { author: "r", text: "Eels live here" },
      ],
      1,
    ),
  ).toEqual([]);
});

test("asking who did it changes nothing of what is shown, and nobody who worked before is named; with nothing before, every word has its doer", () => {
  fc.assert(
    fc.property(anyHistory, fc.nat(), (given, cut) => {
      const { history, states } = statesOf(given);
      const from = cut % history.length;
      const doers = between(states, from);
      const [before, after] = [
        fromPlainText(from === 0 ? "" : history[from - 1]!.text),
        fromPlainText(history.at(-1)!.text),
      ];
      const [plain, asked] = [compareDocuments(before, after), compareDocuments(before, after, doers)];
      const text = (blocks: typeof plain) =>
        blocks.map(({ state, segments }) => [state, segments.map(({ text: said }) => said).join("")]);
      expect(text(asked)).toEqual(text(plain));
      for (const { segments } of asked)
        for (const { change, text: said, entry } of segments) {
          if (entry !== undefined) expect(entry).toBeGreaterThanOrEqual(from);
          if (from === 0 && change === "came" && countWords(said) > 0) expect(entry).toBeDefined();
        }
    }),
    { seed: 101, numRuns: 200 },
  );
});

test("who did it is what looking at one state after the other finds", () => {
  fc.assert(
    fc.property(anyHistory, fc.nat(), (given, cut) => {
      const { states } = statesOf(given);
      const from = cut % states.length;
      const doers = between(states, from);
      const keys = states.map(({ entries, ordinals }) =>
        [...entries].map((entry, word) => `${entry}.${ordinals[word]!}`),
      );
      const stands = (key: string, state: number) => state >= 0 && keys[state]!.includes(key);
      const newest = states.length - 1;
      expect(keys[newest]!.map((_, word) => doers.came(word))).toEqual(
        keys[newest]!.map((key) => {
          let since = newest;
          while (since >= from && stands(key, since - 1)) since--;
          return since >= from ? since : undefined;
        }),
      );
      const before = from > 0 ? keys[from - 1]! : [];
      expect(before.map((_, word) => doers.went(word))).toEqual(
        before.map((key) => {
          let at = newest;
          while (at >= from && (stands(key, at) || !stands(key, at - 1))) at--;
          return at >= from ? at : undefined;
        }),
      );
    }),
    { seed: 102, numRuns: 1000 },
  );
});
