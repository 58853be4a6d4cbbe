import fc from "fast-check";
import { expect, test } from "vitest";
import { anyHistory, replay } from "../../../tests/support/histories";
import { compareDocuments } from "../diff/document";
import { fromPlainText } from "../document/plain";
import { countWords } from "../text/words";
import { doersBetween } from "./doers";
import { emptyOrigins } from "./origins";

/** What was done to a page from nothing on, each stretch with the author of the entry that did it. */
function told(history: readonly { author: string | null; text: string }[], from: number) {
  const states = history.map((_, at) => replay(history.slice(0, at + 1)).wiki);
  const steps = states.slice(from).map((wiki, at) => ({ entry: from + at, origins: wiki.pages.get("home")!.origins }));
  const before = from === 0 ? emptyOrigins(0) : states[from - 1]!.pages.get("home")!.origins;
  const doers = doersBetween(before, steps);
  const blocks = compareDocuments(fromPlainText(from === 0 ? "" : history[from - 1]!.text), fromPlainText(history.at(-1)!.text), doers);
  return blocks.flatMap(({ segments }) => segments.filter(({ change }) => change !== "kept").map(({ change, text, entry }) => [change, text.trim(), entry === undefined ? null : history[entry]!.author]));
}

test("words that came are told by who brought them, words that went by who took them away, though others worked in between", () => {
  const history = [
    { author: "p", text: "The old weir stands at the mill" }, { author: "q", text: "The old weir stands at the mill since the flood" },
    { author: "r", text: "The weir stands at the mill since the flood" }, { author: "p", text: "The weir stands at the mill since the great flood" },
  ];
  expect(told(history, 1)).toEqual([["went", "old", "r"], ["came", "since the", "q"], ["came", "great", "p"], ["came", "flood", "q"]]);
});

test("what was taken away and brought back in between is nobody's doing", () => {
  expect(told([{ author: "p", text: "Eels live here" }, { author: "q", text: "Eels" }, { author: "r", text: "Eels live here" }], 1)).toEqual([]);
});

test("asking who did it changes nothing of what is shown, and every word that came has its doer", () => {
  fc.assert(fc.property(anyHistory, fc.nat(), (given, cut) => {
    const history = given.filter(({ page }) => page === given[0]!.page).map((each) => ({ ...each, page: "home" }));
    const from = cut % history.length;
    const states = history.map((_, at) => replay(history.slice(0, at + 1)).wiki.pages.get("home")!.origins);
    const doers = doersBetween(from === 0 ? emptyOrigins(0) : states[from - 1]!, history.slice(from).map((_, at) => ({ entry: from + at, origins: states[from + at]! })));
    const [before, after] = [fromPlainText(from === 0 ? "" : history[from - 1]!.text), fromPlainText(history.at(-1)!.text)];
    const [plain, asked] = [compareDocuments(before, after), compareDocuments(before, after, doers)];
    const text = (blocks: typeof plain) => blocks.map(({ state, segments }) => [state, segments.map(({ text: said }) => said).join("")]);
    expect(text(asked)).toEqual(text(plain));
    for (const { segments } of asked) for (const { change, text: said, entry } of segments) if (change === "came" && countWords(said) > 0) expect(entry).toBeGreaterThanOrEqual(from);
  }), { seed: 101, numRuns: 200 });
});
