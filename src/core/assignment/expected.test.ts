import type { DocumentNode } from "../document/model";
import { describe, expect, test } from "vitest";
import { fromMarkdown } from "../document/markdown";
import { checkWiki, isMet, type WikiExpectation, type WikiPage } from "./expected";

const page = (id: string, title: string, markdown: string, words = 5): WikiPage => ({
  id,
  title,
  words,
  document: fromMarkdown(markdown),
  withOrigin: new Set(),
});

const wiki = [
  page("home", "Home", "The Alder. See [[Fish]] and [[Costs]]."),
  page(
    "fish",
    "Fish",
    "## What lives here\n\nEels, says [the survey](https://survey.example/eels).\n\n## What has gone\n\n### Salmon\n\nBack to [[home]].",
  ),
  page("costs", "Costs", "## What it costs\n\n## What it saves\n\nMuch.", 0),
  page("loose", "Notes", "Nobody leads here."),
];

const told = (expectation: WikiExpectation) => {
  const [met] = checkWiki([expectation], wiki, "home");
  return { have: met!.have, want: met!.want, missing: met!.missing, isMet: isMet(met!) };
};
const all = { of: "wiki", shown: true } as const;

describe("what is expected of a wiki", () => {
  test.each<[string, WikiExpectation, ReturnType<typeof told>]>([
    [
      "a page that students wrote on, in any capitals",
      { ...all, kind: "page", title: "FISH" },
      { have: 1, want: 1, missing: [], isMet: true },
    ],
    [
      "a page that holds only starter text",
      { ...all, kind: "page", title: "Costs" },
      { have: 0, want: 1, missing: [], isMet: false },
    ],
    [
      "a page that is not there",
      { ...all, kind: "page", title: "Plants" },
      { have: 0, want: 1, missing: [], isMet: false },
    ],
    [
      "a section with text",
      { ...all, kind: "section", title: "Fish", heading: "What lives here" },
      { have: 1, want: 1, missing: [], isMet: true },
    ],
    [
      "a section whose text stands below a heading of its own",
      { ...all, kind: "section", title: "Fish", heading: "what has gone" },
      { have: 1, want: 1, missing: [], isMet: true },
    ],
    [
      "a section with nothing before the next",
      { ...all, kind: "section", title: "Costs", heading: "What it costs" },
      { have: 0, want: 1, missing: [], isMet: false },
    ],
    [
      "home leads to all pages",
      { ...all, kind: "home links to all" },
      { have: 2, want: 3, missing: ["Notes"], isMet: false },
    ],
    [
      "all pages lead home",
      { ...all, kind: "all link home" },
      { have: 1, want: 3, missing: ["Costs", "Notes"], isMet: false },
    ],
    [
      "a source on each page",
      { ...all, kind: "links on each page", number: 1 },
      { have: 1, want: 3, missing: ["Costs", "Notes"], isMet: false },
    ],
  ])("%s", (_, expectation, result) => {
    expect(told(expectation)).toEqual(result);
  });

  test("sources are counted once each, on every page but the home page; pictures by where they come from, on all", () => {
    const source = (text: string): DocumentNode => ({
      type: "note",
      attrs: { id: text, kind: "source", text, href: null },
    });
    const sourced = (
      id: string,
      said: readonly string[],
      files: readonly string[],
      known: readonly string[],
    ): WikiPage => ({
      id,
      title: id,
      words: 9,
      withOrigin: new Set(known),
      document: {
        type: "doc",
        content: [
          { type: "paragraph", content: [{ type: "text", text: "Says" }, ...said.map(source)] },
          ...files.map((file): DocumentNode => ({ type: "figure", attrs: { id: file, file } })),
        ],
      },
    });
    const pages = [
      sourced("home", [], ["map"], ["map"]),
      sourced("fish", ["Survey", "Survey"], ["eel", "eel", "weir"], ["eel"]),
      sourced("costs", ["Bill", "Survey"], [], []),
    ];
    const [sources, origins] = checkWiki(
      [
        { ...all, kind: "sources on each page", number: 2 },
        { ...all, kind: "origin of each picture" },
      ],
      pages,
      "home",
    );
    expect(sources).toMatchObject({ have: 1, want: 2, missing: ["fish"] });
    expect(origins).toMatchObject({ have: 2, want: 3, missing: ["fish"] });
  });

  test("an empty wiki meets what counts pages, and nothing that names one", () => {
    expect(
      checkWiki(
        [
          { ...all, kind: "home links to all" },
          { ...all, kind: "page", title: "Home" },
        ],
        [],
        null,
      ).map(isMet),
    ).toEqual([true, false]);
  });
});
