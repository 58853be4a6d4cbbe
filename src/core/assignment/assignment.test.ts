import { describe, expect, test } from "vitest";
import { fromMarkdown } from "../document/markdown";
import { plainText } from "../document/leaves";
import { parseDocument } from "../document/parse";
import { linkedPages } from "../links/titles";
import { checkSetUp, mustMend, type SetUpFacts } from "./check";
import { fillPageLists, fillPlaces, linkMemberPages, memberPageTitle } from "./places";

const filling = {
  group: "Alder Brook",
  topic: "Culverts",
  members: "Mira Okonjo and Jonas Feld",
  member: "Mira Okonjo",
};

describe("places in starter pages", () => {
  test("are filled wherever they stand, and keep the look of the text around them", () => {
    const filled = fillPlaces(
      fromMarkdown("## {group}\n\nBy **{members}** on {topic}; {unknown} and {Group} stay."),
      filling,
    );
    expect(plainText(filled)).toContain("Alder Brook");
    expect(plainText(filled)).toContain(
      "By Mira Okonjo and Jonas Feld on Culverts; {unknown} and {Group} stay.",
    );
    expect(JSON.stringify(filled)).toContain(
      `{"type":"text","marks":[{"type":"bold"}],"text":"Mira Okonjo and Jonas Feld"}`,
    );
  });

  test("an empty topic leaves a document that can be stored", () => {
    const filled = fillPlaces(fromMarkdown("{topic}\n\n- {topic}"), { ...filling, topic: "" });
    expect(parseDocument(filled).kind).toBe("document");
  });

  test("a member's page has the member in its title", () => {
    expect(memberPageTitle("Diary of {member}", filling)).toBe("Diary of Mira Okonjo");
    expect(memberPageTitle("Diary", filling)).toBe("Diary: Mira Okonjo");
  });

  test("the home page links to the members' pages, where it says so or at its end", () => {
    const pages = [
      { id: "a", title: "Diary: Mira" },
      { id: "b", title: "Diary: Jonas" },
    ];
    const atPlace = linkMemberPages(fromMarkdown("Before.\n\n{member pages}\n\nAfter."), pages);
    expect(plainText(atPlace).indexOf("Diary: Jonas")).toBeLessThan(plainText(atPlace).indexOf("After."));
    expect(plainText(atPlace)).not.toContain("{");
    const atEnd = linkMemberPages(fromMarkdown("Before."), pages);
    expect(linkedPages(atEnd).map(({ page }) => page)).toEqual(["a", "b"]);
    expect(parseDocument(atEnd).kind).toBe("document");
    const alone = fromMarkdown("Before.");
    expect(linkMemberPages(alone, [])).toBe(alone);
    expect(parseDocument(linkMemberPages(fromMarkdown("{member pages}"), [])).kind).toBe("document");
  });

  test("the ordinary starter pages are listed where {pages} stands alone, and named within a sentence, and code stays as it is", () => {
    const pages = ["Plan", "Costs", "Sources"].map((title) => ({ id: title.toLowerCase(), title }));
    const lists = { pages, memberPages: [{ id: "own", title: "Reading: Ada" }] };
    const document = fillPageLists(
      fromMarkdown("{pages}\n\nBegin with {pages}; then see {member pages}.\n\n- {pages}"),
      lists,
    );
    expect(parseDocument(document).kind).toBe("document");
    expect(plainText(document)).toBe(
      plainText(
        fromMarkdown(
          "- Plan\n- Costs\n- Sources\n\nBegin with Plan, Costs and Sources; then see Reading: Ada.\n\n- Plan, Costs and Sources",
        ),
      ),
    );
    expect(linkedPages(document).map(({ page }) => page)).toEqual(["plan", "costs", "sources", "own"]);
    const code = fromMarkdown("```\n{pages}\n```");
    expect(fillPageLists(code, lists)).toBe(code);
    expect(
      plainText(fillPageLists(fromMarkdown("Nothing but {pages}."), { pages: [], memberPages: [] })),
    ).toBe("Nothing but .");
  });
});

describe("the check before publishing", () => {
  const page = { id: "home", title: "Home", links: ["plan"], isEmpty: false, forEachMember: false };
  const good: SetUpFacts = {
    sharing: "group",
    groups: [
      { name: "Alder", members: ["m", "j"] },
      { name: "Thorn", members: ["p", "c"] },
    ],
    students: [
      ["m", "Mira"],
      ["j", "Jonas"],
      ["p", "Priya"],
      ["c", "Callum"],
    ].map(([id, name]) => ({ id: id!, name: name! })),
    now: "2026-03-01T12:00",
    opensAt: "2026-03-02T09:00",
    dueAt: "2026-04-01T17:00",
    cutOffAt: null,
    endsOn: "2026-06-30",
    briefIsEmpty: false,
    pages: [page, { ...page, id: "plan", title: "Plan", links: [] }],
  };

  test("has nothing to say about what is in order", () => {
    expect(checkSetUp(good)).toEqual([]);
  });

  test.each<[string, Partial<SetUpFacts>, ReturnType<typeof checkSetUp>]>([
    ["nobody", { students: [] }, [{ code: "no students" }]],
    ["no set chosen", { groups: null }, [{ code: "no set" }]],
    ["a set without groups", { groups: [] }, [{ code: "no groups" }]],
    [
      "a student in no group, and one alone",
      {
        groups: [
          { name: "Alder", members: ["m", "j"] },
          { name: "Thorn", members: ["p"] },
          { name: "Mill", members: [] },
        ],
      },
      [
        { code: "in no group", names: ["Callum"] },
        { code: "empty groups", names: ["Mill"] },
        { code: "groups of one", names: ["Thorn"] },
      ],
    ],
    [
      "a student in two groups",
      {
        groups: [
          { name: "Alder", members: ["m", "j"] },
          { name: "Thorn", members: ["p", "c", "m"] },
        ],
      },
      [{ code: "in two groups", names: ["Mira"] }],
    ],
    ["students on their own need no groups", { sharing: "student", groups: null }, []],
    ["a due time in the night", { dueAt: "2026-04-01T00:00" }, [{ code: "due at night", time: "00:00" }]],
    ["a due time gone by", { dueAt: "2026-02-28T17:00" }, [{ code: "due in the past" }]],
    ["a due time after the course", { dueAt: "2026-07-01T17:00" }, [{ code: "due after the course" }]],
    ["a cut-off before the due time", { cutOffAt: "2026-03-31T17:00" }, [{ code: "cut-off before due" }]],
    [
      "no brief, an empty home page and a page that nobody links to",
      {
        briefIsEmpty: true,
        pages: [
          { ...page, isEmpty: true, links: [] },
          { ...page, id: "plan", title: "Plan", links: [] },
        ],
      },
      [{ code: "no brief" }, { code: "empty home page" }, { code: "nobody links to", titles: ["Plan"] }],
    ],
  ])("names %s", (_, over, found) => {
    expect(checkSetUp({ ...good, ...over })).toEqual(found);
  });

  test("what must be mended comes first", () => {
    const found = checkSetUp({ ...good, groups: null, briefIsEmpty: true, dueAt: "2026-04-01T02:00" });
    expect(found.map(mustMend)).toEqual([true, false, false]);
  });
});
