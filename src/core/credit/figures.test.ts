import fc from "fast-check";
import { describe, expect, test } from "vitest";
import {
  anyHistory,
  dueAt,
  freshWords,
  hour,
  type PlainEntry,
  replay,
  start,
  workOf,
} from "../../../tests/support/histories";
import { definitionOf, type FigureName, figureNames, isPart } from "./figure-table";
import { evidenceOf, memberFigures, wholeOf } from "./figures";
import { findings, usualThresholds } from "./findings";
import { builtOnActs, builtOnKinds, whoBuiltOnWhom } from "./built-on";
import { groupFigures, growth, standingByPage } from "./group";
import { distinctByAuthor, standingByAuthor } from "./wiki";
import { statement } from "./statement";
import { type GroupWork, standingByEntry } from "./work";

/**
 * Figures of which the parts of a time add up to the whole: days, sittings, pages and teammates can be met in
 * both.
 */
const addsUp = (figure: FigureName) =>
  !isPart(figure) &&
  (definitionOf(figure).stored !== undefined ||
    [
      "standing",
      "added",
      "entries",
      "editedByOthers",
      "entriesOnOthersPages",
      "discussed",
      "comments",
      "replies",
    ].includes(figure));

const runs = { numRuns: 300, seed: 23 };
const words = (name: string, count: number) => freshWords(name, count).join(" ");
const say = (author: string | null, text: string, page?: string): PlainEntry => ({
  author,
  text,
  ...(page ? { page } : {}),
});
const sumOfEvidence = (work: GroupWork, member: string, figure: FigureName) =>
  evidenceOf(work, member, figure).reduce((sum, item) => sum + item.amount, 0);
const workFor = (entries: readonly PlainEntry[], over: Parameters<typeof workOf>[2] = {}) =>
  workOf(entries, replay(entries), over);

describe("laws of figures", () => {
  test("what the entries say of standing words adds up to what stands, each word once, and by page to what stands there", () => {
    fc.assert(
      fc.property(anyHistory, (history) => {
        const replayed = replay(history);
        const work = workOf(history, replayed, { members: ["p", "q", "r"] });
        const standing = distinctByAuthor(replayed.wiki),
          inAllPlaces = standingByAuthor(replayed.wiki);
        const group = groupFigures(work);
        expect(group.standing).toEqual(["p", "q", "r"].map((member) => standing.get(member) ?? 0));
        expect(group.starter).toBe(standing.get(null) ?? 0);
        expect([...standingByEntry(work.deeds).values()].every((count) => count > 0)).toBe(true);
        const last = growth(work.deeds, 100).at(-1)!;
        expect(new Map([...last.standing].sort())).toEqual(new Map([...standing].sort()));
        const onPages = new Map<string | null, number>();
        for (const byAuthor of standingByPage(work).values())
          for (const [author, count] of byAuthor) onPages.set(author, (onPages.get(author) ?? 0) + count);
        for (const author of ["p", "q", "r", null])
          expect(onPages.get(author) ?? 0).toBe(inAllPlaces.get(author) ?? 0);
      }),
      runs,
    );
  });

  test("each figure is the sum of its evidence, and shared credit gives away nothing", () => {
    fc.assert(
      fc.property(anyHistory, fc.boolean(), (history, isShared) => {
        const plain = workOf(history, replay(history), { members: ["p", "q", "r"] });
        const work = {
          ...plain,
          deeds: plain.deeds.map((deed) =>
            isShared && deed.author === "p" ? { ...deed, with: ["q"] } : deed,
          ),
        };
        const all = work.members.map((member) => memberFigures(work, member));
        const off = work.members.flatMap((member, index) =>
          figureNames.map((figure) => {
            const value = all[index]![figure];
            return value === null
              ? 0
              : Math.abs(sumOfEvidence(work, member, figure) - value * (wholeOf(work, member, figure) ?? 1));
          }),
        );
        expect(Math.max(...off)).toBeCloseTo(0);
        const total = (figure: "added" | "standing") => all.reduce((sum, each) => sum + each[figure], 0);
        const written = work.deeds.filter((deed) => deed.author !== null);
        expect(total("added")).toBeCloseTo(written.reduce((sum, deed) => sum + deed.figures.added, 0));
        expect(total("standing") + groupFigures(work).starter).toBeCloseTo(groupFigures(work).words);
      }),
      runs,
    );
  });
});

describe("a statement", () => {
  test("adds up, line by line, to what stands, whatever teammates did in between", () => {
    fc.assert(
      fc.property(anyHistory, fc.boolean(), (history, isShared) => {
        const plain = workOf(history, replay(history), { members: ["p", "q", "r"] });
        const work = {
          ...plain,
          deeds: plain.deeds.map((deed) =>
            isShared && deed.author === "p" ? { ...deed, with: ["q"] } : deed,
          ),
        };
        for (const member of work.members) {
          const told = statement(work, member);
          const lines = told.sittings.flat();
          let before = 0;
          for (const line of lines) {
            expect(line.standing).toBeCloseTo(before + line.byOthers + line.own);
            // A line is the student's or somebody else's, at its own time, and what somebody else did to
            // nothing of theirs is no line.
            expect(line.isByOther ? line.own : line.byOthers).toBe(0);
            if (line.isByOther)
              expect([line.by !== member, line.byOthers !== 0, line.entry !== null]).toEqual([
                true,
                true,
                true,
              ]);
            before = line.standing;
          }
          expect(told.standing).toBeCloseTo(before);
          expect(lines.map(({ at }) => at)).toEqual(
            lines.map(({ at }) => at).sort((one, other) => one - other),
          );
          expect(told.standing).toBeCloseTo(memberFigures(work, member).standing);
          expect(
            lines.filter(({ entry, isByOther }) => entry !== null && !isByOther).length,
          ).toBeGreaterThanOrEqual(memberFigures(work, member).entries);
          if (!isShared) expect(told.sittings.length).toBe(memberFigures(work, member).sittings);
        }
      }),
      runs,
    );
  });

  test("two halves of a time have the sums of the whole, and the second half's standing is the whole's", () => {
    fc.assert(
      fc.property(anyHistory, fc.nat(), (history, at) => {
        const whole = workOf(history, replay(history), { members: ["p", "q", "r"] });
        const middle = whole.deeds[at % Math.max(1, whole.deeds.length)]?.at ?? 0;
        const first = { ...whole, deeds: whole.deeds.filter((deed) => deed.at < middle) };
        const second = { ...whole, from: middle };
        const off = whole.members.flatMap((member) =>
          figureNames.filter(addsUp).map((figure) => {
            const [all, before, after] = [whole, first, second].map((work) =>
              sumOfEvidence(work, member, figure),
            );
            return Math.abs(after! - (figure === "standing" ? all! : all! - before!));
          }),
        );
        expect(Math.max(...off)).toBeCloseTo(0);
      }),
      runs,
    );
  });
});

describe("a student's figures", () => {
  const history = [
    say("p", words("a", 60)),
    say("q", `${words("a", 60)}\n\n${words("b", 20)}`),
    say("q", words("c", 10), "second"),
    say("p", `${words("a", 30)}\n\n${words("b", 20)}`),
  ];
  const remarks = [
    { id: "r1", author: "r", at: start + 10 * hour, page: "home", answers: null },
    { id: "r2", author: "q", at: start + 10.2 * hour, page: "home", answers: "r" },
  ];
  const work = workFor(history, { remarks, members: ["p", "q", "r"], ...dueAt(start + 30 * hour) });
  test("counts, days and sittings", () => {
    expect(memberFigures(work, "q")).toMatchObject({
      entries: 2,
      pagesTouched: 2,
      pagesStarted: 1,
      activeDays: 1,
      sittings: 3,
      added: 30,
      standing: 30,
      lasting: 1,
      comments: 1,
      replies: 1,
      entriesOnOthersPages: 1,
      commentsOnOthersPages: 1,
      talkedWith: 1,
      inTime: 1,
      lastDayPart: 0,
    });
    expect(memberFigures(work, "p")).toMatchObject({
      added: 60,
      standing: 30,
      lasting: 0.5,
      removedOwn: 30,
      triedAndDropped: 30,
      editedByOthers: 0,
      talkedWith: 0,
    });
    expect(memberFigures(work, "r")).toMatchObject({
      entries: 0,
      added: 0,
      lasting: null,
      largestArrival: 0,
      largestArrivalPart: null,
      comments: 1,
      talkedWith: 1,
      inTime: null,
    });
  });
  const told = (of: GroupWork) =>
    whoBuiltOnWhom(of).map(({ by, on, of: sums }) => ({
      by,
      on,
      ...Object.fromEntries(Object.entries(sums).filter(([, amount]) => amount > 0)),
    }));
  test("each cell of who built on whom is the sum of its acts", () => {
    fc.assert(
      fc.property(anyHistory, (any) => {
        const group = workOf(any, replay(any), { members: ["p", "q", "r"] });
        const acts = builtOnActs(group);
        for (const { by, on, of: sums } of whoBuiltOnWhom(group))
          for (const kind of builtOnKinds)
            expect(sums[kind]).toBe(
              acts
                .filter((act) => act.by === by && act.on === on && act.kind === kind)
                .reduce((sum, { amount }) => sum + amount, 0),
            );
      }),
      { seed: 29, numRuns: 200 },
    );
  });
  test("who built on whom counts what was written beside, moved and brought back, and what was said", () => {
    const turns = workFor(
      [
        say("p", `${words("a", 30)}\n\n${words("b", 30)}`),
        say("q", `${words("b", 30)}\n\n${words("a", 30)}`),
        say("p", words("b", 30)),
        say("q", `${words("b", 30)}\n\n${words("a", 30)}`),
      ],
      { members: ["p", "q"] },
    );
    expect(told(turns)).toEqual([{ by: "q", on: "p", moved: 30, restored: 30 }]);
    expect(told(work)).toEqual([
      { by: "q", on: "r", replies: 1 },
      { by: "r", on: "p", threads: 1 },
    ]);
    const beside = workFor([
      say("p", "the weir leaks badly"),
      say("q", "the weir leaks quite badly"),
      say("q", "the weir laeks quite badly"),
      say("q", "the weir laeks quite"),
    ]);
    expect(told(beside)).toEqual([{ by: "q", on: "p", corrected: 1, removed: 1, beside: 1 }]);
  });
  test("growth looked at from far keeps the blanked page, and the one entry after which it was longest", () => {
    const long = Array.from({ length: 400 }, (_, index) =>
      say("p", index === 211 ? "" : words("g", index === 137 ? 900 : 5 + index)),
    );
    const points = growth(workFor(long).deeds, 24);
    expect(points.length).toBeLessThanOrEqual(24);
    expect(points.map((point) => point.entry)).toContain(137);
    expect(points.map((point) => point.entry)).toContain(211);
    expect(points.at(-1)!.entry).toBe(399);
  });
});

describe("findings", () => {
  const kinds = (...args: Parameters<typeof workFor>) =>
    findings(workFor(...args)).map((finding) => finding.kind);
  test("nothing, where a group works evenly and talks", () => {
    const even = [
      say("p", words("a", 100)),
      say("q", `${words("a", 100)}\n\n${words("b", 90)}`),
      say("p", `${words("a", 140)}\n\n${words("b", 90)}`),
      say("q", `${words("a", 140)}\n\n${words("b", 130)}`),
    ];
    expect(kinds(even)).toEqual([]);
  });
  test("nothing done, with the time in which nothing could be done", () => {
    const work = workFor([say("p", words("a", 20)), say("q", words("b", 20), "other")], {
      members: ["p", "q", "z"],
    });
    const kept = new Map([["z", [{ from: start, to: start + hour }]]]);
    expect(
      findings(work, usualThresholds, { couldNotWrite: kept, lastHere: new Map([["z", null]]) }),
    ).toEqual([
      {
        kind: "nothing done",
        member: "z",
        couldNotWrite: [{ from: start, to: start + hour }],
        unassigned: 0,
        lastHere: null,
        evidence: { entries: [], ranges: [], remarks: [] },
      },
    ]);
  });
  test("a large arrival names the entry and its words, and one author for most the entries that stand", () => {
    const found = findings(
      workFor([say("p", words("a", 400)), say("q", `${words("a", 400)}\n\n${words("b", 30)}`)]),
    );
    expect(found.map((finding) => finding.kind)).toEqual(["one author for most", "large arrival"]);
    expect(found[1]).toMatchObject({
      member: "p",
      words: 400,
      part: 1,
      evidence: { entries: [0], ranges: [{ entry: 0, from: 0, to: 400 }] },
    });
  });
  test("most in the last day", () => {
    expect(
      kinds(
        [say("p", words("a", 30)), say("q", `${words("a", 30)}\n\n${words("b", 30)}`)],
        dueAt(start + 2 * hour),
      ),
    ).toEqual(["most in the last day", "most in the last day"]);
  });
  const removal = [
    say("p", `${words("a", 100)}\n\n${words("x", 45)}`),
    say("q", `${words("a", 100)}\n\n${words("x", 45)}\n\n${words("b", 60)}`),
    say("q", `${words("x", 45)}\n\n${words("b", 60)}`),
  ];
  test("a teammate's text removed without a word, and the same talked about", () => {
    expect(findings(workFor(removal))[0]).toMatchObject({
      kind: "removed and not talked about",
      member: "q",
      of: "p",
      words: 100,
      entry: 2,
      evidence: { entries: [2, 0] },
    });
    const remarks = [{ id: "r", author: "q", at: start + 3 * hour, page: "home", answers: null }];
    expect(kinds(removal, { remarks })).toEqual([]);
  });
  test("back and forth between two", () => {
    const both = `${words("a", 50)}\n\n${words("x", 50)}`;
    const history = [
      say("p", both),
      say("q", `${both}\n\n${words("b", 60)}`),
      say("q", words("b", 60)),
      say("p", both),
      say("q", words("b", 60)),
      say("p", both),
    ];
    expect(findings(workFor(history)).find((finding) => finding.kind === "back and forth")).toMatchObject({
      members: ["q", "p"],
      page: "home",
      evidence: { entries: [2, 3, 4, 5] },
    });
  });
  test("only own pages, and only restyling", () => {
    const steps = [0, 1, 2, 3].map((step) => say("p", words("a", 10 + step)));
    expect(
      kinds([...steps, say("q", words("b", 12), "other"), say("q", words("b", 12).toUpperCase(), "other")]),
    ).toEqual(["only own pages"]);
    // Starter text is nobody's: who writes on it alone writes on no text of others. One entry on a teammate's
    // is enough.
    expect(
      kinds([
        say(null, words("s", 8)),
        ...steps,
        say("q", words("b", 12), "other"),
        say("q", `${words("b", 12)} ${words("c", 9)}`, "other"),
      ]),
    ).toContain("only own pages");
    expect(
      kinds([
        ...steps,
        say("q", words("b", 12), "other"),
        say("p", `${words("b", 12)} ${words("c", 3)}`, "other"),
      ]),
    ).not.toContain("only own pages");
    expect(
      kinds([
        say("p", words("a", 20)),
        say("r", words("c", 20), "third"),
        say("q", words("a", 20).toUpperCase()),
      ]),
    ).toEqual(["only restyling"]);
  });
});
