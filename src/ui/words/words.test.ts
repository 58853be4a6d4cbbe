import { describe, expect, test } from "vitest";
import { noFigures } from "@/core/credit/account";
import { type EntryKind, entryKinds } from "@/core/ledger/chain";
import type { AccessDto } from "@/data/pages/dto";
import { explained, reason, settingsWords, whoMayWords, whyNotWriting } from "./access";
import { counted, listed, number, percent, percents } from "./counts";
import { authorsNote, entryAccount, entryKindWords } from "./entries";
import { expectationWords } from "./expected";
import {
  assignmentProblem,
  courseProblem,
  documentProblem,
  groupsProblem,
  peopleProblem,
  rowFault,
  setUpFinding,
} from "./problems";
import { distance, moment, momentAndDistance } from "./times";

const now = new Date("2026-03-16T10:00:00Z");
const at = (iso: string) => new Date(iso);
describe("times", () => {
  test("the weekday, in the course's zone", () => {
    expect(moment(at("2026-03-16T23:30:00Z"), "Europe/Dublin", now)).toBe("Mon 16 Mar, 23:30");
    expect(moment(at("2026-03-16T23:30:00Z"), "Asia/Kolkata", now)).toBe("Tue 17 Mar, 05:00");
  });
  test("another year is named", () =>
    expect(moment(at("2025-12-31T12:00:00Z"), "UTC", now)).toBe("Wed 31 Dec 2025, 12:00"));
  test.each([
    ["2026-03-16T09:59:30Z", "just now"],
    ["2026-03-16T08:00:00Z", "today at 08:00"],
    ["2026-03-15T23:00:00Z", "yesterday"],
    ["2026-03-17T23:00:00Z", "tomorrow"],
    ["2026-03-12T10:00:00Z", "4 days ago"],
    ["2026-03-25T10:00:00Z", "in 9 days"],
  ])("%s is %s", (iso, words) => expect(distance(at(iso), "UTC", now)).toBe(words));
  test("what day it is depends on the zone, not on the machine", () => {
    expect(distance(at("2026-03-15T22:00:00Z"), "UTC", now)).toBe("yesterday");
    expect(distance(at("2026-03-15T22:00:00Z"), "Pacific/Auckland", now)).toBe("today at 11:00");
  });
  test("both together", () =>
    expect(momentAndDistance(at("2026-03-12T10:00:00Z"), "UTC", now)).toBe("Thu 12 Mar, 10:00 (4 days ago)"));
  test.each([
    ["2026-03-16T09:59:10Z", "09:59 (just now)"],
    ["2026-03-16T09:58:59Z", "09:58 (1 minute ago)"],
    ["2026-03-16T09:00:00Z", "09:00 (1 hour ago)"],
    ["2026-03-16T10:59:59Z", "10:59 (in 59 minutes)"],
    ["2026-03-16T17:00:00Z", "17:00 (in 7 hours)"],
  ])("together on the same day no time is told twice: %s is %s", (iso, words) =>
    expect(momentAndDistance(at(iso), "UTC", now)).toBe(`Mon 16 Mar, ${words}`),
  );
});

describe("counts", () => {
  test("carry their unit", () =>
    expect([
      counted(0, "word"),
      counted(1, "word"),
      counted(1204, "word"),
      counted(2, "entry", "entries"),
    ]).toEqual(["0 words", "1 word", "1,204 words", "2 entries"]));
  test("a part that is none is a dash, not nought", () =>
    expect([percent(null), percent(0), percent(0.394), percents(null), percents(39)]).toEqual([
      "–",
      "0 %",
      "39 %",
      "–",
      "39 %",
    ]));
  test("names in a row", () => expect(listed(["Mira", "Jonas", "Priya"])).toBe("Mira, Jonas and Priya"));
  test("thousands", () => expect(number(12345)).toBe("12,345"));
});

describe("access", () => {
  const rule: AccessDto = {
    level: "read",
    because: {
      kind: "rule",
      scope: "page",
      who: "group",
      madeBy: "Ines Calder",
      madeAt: at("2026-03-13T14:02:00Z"),
      from: null,
      until: at("2026-03-20T17:00:00Z"),
      weekly: null,
    },
    next: { at: at("2026-03-20T17:00:00Z"), level: "write" },
  };
  test("says who set it, when, and until when it holds", () => {
    expect(reason(rule, "UTC", now)).toBe(
      "set for this page by Ines Calder, Fri 13 Mar, 14:02; holds until Fri 20 Mar, 17:00",
    );
  });
  test("explains a cell of the sheet in a sentence, with what comes next", () => {
    expect(explained(rule, "UTC", now)).toBe(
      "Read, because for this page, “read” is set for the group whose wiki it is (by Ines Calder, Fri 13 Mar, 14:02); until Fri 20 Mar, 17:00, then write.",
    );
  });
  test("tells everybody who can write a page, and until when", () => {
    const group = { level: "write", next: { at: at("2026-03-20T17:00:00Z"), level: "comment" } } as const;
    const others = { level: "hidden", next: null } as const;
    expect(
      whoMayWords({ group, owner: null, others }, { name: "Millrace", sharing: "group" }, "UTC", now),
    ).toBe("Members of Millrace can write it until Fri 20 Mar, 17:00; other students do not see it.");
    expect(
      whoMayWords(
        {
          group: { level: "comment", next: null },
          owner: { name: "Omar", level: "write", next: null },
          others,
        },
        { name: "Millrace", sharing: "group" },
        "UTC",
        now,
      ),
    ).toBe("Omar can write it; others of Millrace can read it and comment; other students do not see it.");
    const always = { level: "write", next: null } as const;
    expect(
      whoMayWords(
        { group: always, owner: null, others },
        { name: "Omar Benhadi", sharing: "student" },
        "UTC",
        now,
      ),
    ).toBe("Omar Benhadi can write it; other students do not see it.");
    expect(
      whoMayWords(
        { group: always, owner: null, others },
        { name: "Urban rivers", sharing: "class" },
        "UTC",
        now,
      ),
    ).toBe("All students of the course can write it.");
  });
  test("tells what was set, windows included", () => {
    expect(settingsWords([], "UTC", now)).toBe("nothing of its own");
    expect(
      settingsWords(
        [
          {
            level: "write",
            from: null,
            until: "2026-03-20T17:00:00Z",
            weekly: { days: [2, 0], from: 540, until: 1440 },
          },
        ],
        "UTC",
        now,
      ),
    ).toBe("write until Fri 20 Mar, 17:00, Mondays and Wednesdays 09:00 to midnight");
  });
  test("says what can be done instead of writing", () => {
    expect(whyNotWriting({ ...rule, level: "comment" }, "UTC", now)).toMatch(
      /^You can read this page and comment on it, not change it: set for this page/,
    );
    expect(
      whyNotWriting(
        { level: "read", next: null, because: { kind: "built in", reason: "observer" } },
        "UTC",
        now,
      ),
    ).toBe("You can read this page, not change it: observers may read.");
  });
});

describe("entries", () => {
  const told = (figures: Partial<typeof noFigures>, kind: EntryKind = "wrote") =>
    entryKindWords({ kind, title: "Eels", restoredFrom: 3, figures: { ...noFigures, ...figures } });
  test.each([
    [{ added: 3, moved: 5 }, "Wrote"],
    [{ carried: 9 }, "Brought text over"],
    [{ restored: 9 }, "Restored text"],
    [{ moved: 4 }, "Moved text"],
    [{ corrected: 1 }, "Corrected"],
    [{ wordsOut: 2 }, "Removed text"],
    [{ restyled: 1 }, "Restyled"],
    [{}, "Changed"],
  ])("%o is told as %s", (figures, words) => expect(told(figures)).toBe(words));
  test("other acts than writing are told as such", () => {
    expect(entryKinds.filter((kind) => kind !== "wrote").map((kind) => told({ added: 3 }, kind))).toEqual([
      "Started the page",
      "Restored entry 3",
      "Renamed the page to “Eels”",
      "Removed the page",
      "Restored the page",
    ]);
  });
  test("the account leaves out what is nought", () => {
    expect(entryAccount({ ...noFigures, added: 11, removedOthers: 7 })).toEqual([
      { label: "added", words: 11, figure: "added" },
      { label: "others’ words removed", words: 7, figure: "removedOthers" },
    ]);
  });
});

describe("problems", () => {
  test("name what is wrong", () => {
    expect(
      assignmentProblem({
        code: "to be mended",
        findings: [{ code: "in two groups", names: ["Mira Okonjo"] }],
      }),
    ).toBe("Mira Okonjo is in two groups.");
    expect(
      assignmentProblem({
        code: "bad document",
        where: "the brief",
        problem: { kind: "unknown part", part: "iframe" },
      }),
    ).toBe("The text of the brief can't be used. A page can't hold a part of the kind “iframe”.");
    expect(setUpFinding({ code: "in no group", names: ["A", "B", "C", "D", "E", "F"] })).toBe(
      "A, B, C, D and 2 more are in no group and get no wiki.",
    );
    expect(documentProblem({ kind: "too deep", limit: 26 })).toBe("Lists or quotes are nested too deeply.");
  });
});

describe("every refusal and finding has words of its own, whole sentences where they stand alone", () => {
  const names = ["Mira Okonjo"];
  test.each<[string, string]>([
    [
      setUpFinding({ code: "no students" }),
      "There are no students on the course yet: there is nobody to make wikis for.",
    ],
    [setUpFinding({ code: "in no group", names }), "Mira Okonjo is in no group and gets no wiki."],
    [setUpFinding({ code: "in two groups", names: ["Mira", "Jonas"] }), "Mira and Jonas are in two groups."],
    [setUpFinding({ code: "empty groups", names: ["Mill"] }), "Nobody is in Mill."],
    [setUpFinding({ code: "due at night", time: "02:00" }), "It is due at 02:00, in the night."],
    [
      setUpFinding({ code: "nobody links to", titles: ["Plan"] }),
      "No page leads to “Plan”. Students find it in the contents alone.",
    ],
    [
      groupsProblem({ code: "group twice", name: "Mill" }),
      "Two groups are called “Mill”. Give one of them another name.",
    ],
    [
      groupsProblem({ code: "has a wiki", name: "Mill", entries: 1 }),
      "“Mill” has a wiki with 1 entry. Groups with wikis can be changed, not taken away as a whole.",
    ],
    [
      peopleProblem({ code: "faulty rows", count: 1 }),
      "1 row is faulty. Mend the list and read it again, or leave these rows out.",
    ],
    [
      peopleProblem({ code: "changed since" }),
      "The course has changed since this was worked out. Look at the new result, then read it.",
    ],
    [
      courseProblem({ code: "bad input", field: "title", message: "The title is missing" }),
      "The title is missing.",
    ],
    [rowFault({ fault: "bad address", address: "mira at rivers" }), "“mira at rivers” is no mail address"],
    [rowFault({ fault: "address twice", line: 4 }), "the address stands in line 4 already"],
    [
      rowFault({ fault: "other role", name: "Ines Calder", role: "instructor" }),
      "Ines Calder is instructor here",
    ],
    [
      rowFault({ fault: "has own address", address: "m@rivers.example" }),
      "this number signs in with m@rivers.example",
    ],
    [
      expectationWords({ of: "student", measure: "days", number: 1, by: null, shown: true }, now),
      "1 day with an entry, comments not counted",
    ],
    [
      expectationWords(
        { of: "student", measure: "words", number: 1200, by: "2026-03-29T17:00", shown: true },
        now,
      ),
      "1,200 words added by Sun 29 Mar, 17:00",
    ],
    [
      expectationWords({ of: "wiki", kind: "section", title: "Home", heading: "Sources", shown: false }, now),
      "A section “Sources” on the page “Home”",
    ],
    [
      expectationWords({ of: "wiki", kind: "links on each page", number: 2, shown: true }, now),
      "2 links to sources on each page",
    ],
  ])("%s", (said, expected) => expect(said).toBe(expected));
});

test("the note that an author gave is told of what they wrote and started; what the product notes itself is not told twice", () => {
  const told = (kind: EntryKind, author: string | null = "mira") =>
    authorsNote({ kind, note: "After the field day", author });
  expect(entryKinds.map((kind) => told(kind) !== "")).toEqual(
    entryKinds.map((kind) => kind === "wrote" || kind === "started"),
  );
  expect(told("started", null)).toBe("");
});
