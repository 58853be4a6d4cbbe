import fc from "fast-check";
import { expect, test } from "vitest";
import {
  anyHistory,
  freshWords,
  hour,
  replay,
  start,
  type PlainEntry,
} from "../../../tests/support/histories";
import { rangesOf, setDiscussionApart } from "./discussion";
import { memberFigures } from "./figures";
import { groupFigures, growth } from "./group";
import { OriginSet } from "./origin-set";
import type { Origins } from "./origins";
import { originsIn } from "./passage";
import { statement } from "./statement";
import { CreditedWiki } from "./wiki";
import { type Deed, type GroupWork, standingByEntry } from "./work";

const members = ["p", "q", "r"];

/** A history with the origins of its page's words after each entry. */
function lived(history: readonly PlainEntry[]) {
  const after = new Map<number, Origins>();
  let wiki = new CreditedWiki();
  const deeds = history.map((each, entry): Deed => {
    const { wiki: next, figures } = replay([each], wiki);
    wiki = next;
    const page = each.page ?? "home";
    after.set(entry, wiki.pages.get(page)!.origins);
    return { entry, author: each.author, page, at: start + entry * hour, figures: figures[0]! };
  });
  return { deeds, after, wiki };
}

function workFrom(deeds: readonly Deed[]): GroupWork {
  return {
    members,
    deeds,
    remarks: [],
    guests: [],
    timesOf: () => null,
    dayOf: (at) => new Date(at).toISOString().slice(0, 10),
  };
}

function setOf(...passages: readonly Origins[]): OriginSet {
  const marked = new OriginSet();
  for (const each of passages) marked.addAll(each, () => true);
  return marked;
}

test("what is marked is in no figure of text, at any time, and what is not marked counts as before", () => {
  fc.assert(
    fc.property(anyHistory, fc.nat(), fc.nat(), fc.nat(), (history, which, one, length) => {
      const { deeds, after, wiki } = lived(history);
      const state = [...after.values()][which % after.size]!;
      const from = one % (state.entries.length + 1);
      const marked = setOf(
        originsIn(state, { from, to: Math.min(state.entries.length, from + (length % 40)) }),
      );
      const apart = setDiscussionApart(deeds, marked, after);
      // The slow way: what stands is counted word by word, each once.
      const expected = new Map<number, number>(),
        met = new Set<string>();
      for (const { origins } of wiki.pages.values()) {
        origins.entries.forEach((entry, at) => {
          const word = `${entry} ${origins.ordinals[at]}`;
          if (marked.has(entry, origins.ordinals[at]!) || met.has(word)) return;
          met.add(word);
          expected.set(entry, (expected.get(entry) ?? 0) + 1);
        });
      }
      const byNumber = (map: ReadonlyMap<number, number>) => [...map].sort((a, b) => a[0] - b[0]);
      expect(byNumber(standingByEntry(apart))).toEqual(byNumber(expected));
      deeds.forEach((deed, at) =>
        expect(apart[at]!.figures.added + (apart[at]!.discussed ?? 0)).toBe(deed.figures.added),
      );
      const work = workFrom(apart);
      const last = growth(apart, 100).at(-1)!;
      expect([...last.standing.values()].reduce((sum, words) => sum + words, 0)).toBe(
        groupFigures(work).words,
      );
      for (const member of members)
        expect(statement(work, member).standing).toBeCloseTo(memberFigures(work, member).standing);
    }),
    { numRuns: 500, seed: 41 },
  );
});

test("a talk in the middle of a page stays discussion where it goes, and an answer between its lines is text until it is marked too", () => {
  const [text, talk, reply] = [
    freshWords("bank", 20).join(" "),
    freshWords("ask", 8).join(" "),
    freshWords("yes", 5).join(" "),
  ];
  const { deeds, after } = lived([
    { author: "p", text },
    { author: "q", text: `${text}\n\n${talk}` },
    { author: "r", text: `${text}\n\n${talk}\n\n${reply}` },
    { author: "p", text: `${talk}\n\n${reply}\n\n${text}` },
  ]);
  const marked = setOf(originsIn(after.get(1)!, { from: 20, to: 28 }));
  const figures = (member: string) => {
    const { added, standing, discussed } = memberFigures(
      workFrom(setDiscussionApart(deeds, marked, after)),
      member,
    );
    return { added, standing, discussed };
  };
  expect(figures("q")).toEqual({ added: 0, standing: 0, discussed: 8 });
  expect(figures("r")).toEqual({ added: 5, standing: 5, discussed: 0 });
  expect(figures("p")).toEqual({ added: 20, standing: 20, discussed: 0 });
  expect(rangesOf(after.get(3)!, marked)).toEqual([{ from: 0, to: 8 }]);
});
