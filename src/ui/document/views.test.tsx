import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, test } from "vitest";
import { authoredBlocks } from "@/core/credit/authored";
import { compareDocuments } from "@/core/compared/document";
import { fromHtml } from "@/core/document/html";
import { fromMarkdown } from "@/core/document/markdown";
import type { DocumentMark, DocumentNode, PageDocument } from "@/core/document/model";
import { parseDocument } from "@/core/document/parse";
import type { FileDto } from "@/data/files/dto";
import { PartsStrip } from "../authors/PartsStrip";
import { ComparedView } from "../ledger/ComparedView";
import { DocumentView, noLinks, wikiLinks } from "./DocumentView";
import type { ShownPassage } from "./reading";

const links = wikiLinks("c", "w", { contents: [{ id: "p1", title: "Water quality" }], formerTitles: [] });
/** As it is drawn, without what it says to those who copy it. */
const page = (markdown: string) =>
  renderToStaticMarkup(<DocumentView document={fromMarkdown(markdown)} links={links} />).replace(
    / data-(copied|aside)="[^"]*"/g,
    "",
  );

const text = (said: string, ...marks: readonly DocumentMark[]): DocumentNode => ({
  type: "text",
  text: said,
  ...(marks.length > 0 ? { marks } : {}),
});
const line = (...content: readonly DocumentNode[]): DocumentNode => ({ type: "paragraph", content });
const file: FileDto = {
  ...({} as FileDto),
  id: "f1",
  name: "weir.png",
  size: 2000,
  width: 900,
  height: 600,
  source: "Own drawing",
  licence: "",
};

describe("text that is copied from a page as it is read is what it was on the page", () => {
  test.each<[string, DocumentNode]>([
    [
      "a source",
      line(
        text("Phosphate was high."),
        {
          type: "note",
          attrs: { kind: "source", text: "Field sheet, 9 May", href: "https://sheets.example/9" },
        },
        text(" So it stayed."),
      ),
    ],
    ["a note", line(text("Low"), { type: "note", attrs: { kind: "note", text: "By night.", href: null } })],
    [
      "an equation in a line",
      line(text("where "), { type: "equation", attrs: { latex: "v = \\frac{Q}{A}" } }, text(" holds")),
    ],
    ["an equation", { type: "equationBlock", attrs: { latex: "Q = v A" } }],
    [
      "a link to a page",
      line(
        text("see "),
        text("the water", { type: "pageLink", attrs: { page: "p1", title: "Water quality", heading: null } }),
      ),
    ],
    [
      "a link to a page that is not written yet, at the end of a sentence",
      line(
        text("see "),
        text("Fish", { type: "pageLink", attrs: { page: null, title: "Fish", heading: null } }),
        text("."),
      ),
    ],
    [
      "a link to a file, at the end of a sentence",
      line(text("the "), text("drawing", { type: "fileLink", attrs: { file: "f1" } }), text(".")),
    ],
    [
      "letters in colour",
      line(
        text("red", { type: "textTone", attrs: { tone: "red" } }),
        text(" on "),
        text("blue", { type: "highlight", attrs: { tone: "blue" } }),
      ),
    ],
    [
      "a picture",
      {
        type: "figure",
        attrs: { file: "f1", alt: "A weir", width: 60, place: "left", showsOrigin: true },
        content: [text("Osier Weir in May")],
      },
    ],
    [
      "a recording",
      {
        type: "media",
        attrs: { file: "f1", kind: "audio", poster: null, captions: null },
        content: [text("At the outfall")],
      },
    ],
    ["an address of its own", { type: "linkCard", attrs: { href: "https://gauge.example/osier" } }],
    [
      "a named address of its own",
      { type: "linkCard", attrs: { href: "https://gauge.example/osier" }, content: [text("The gauge")] },
    ],
    ["a list of the headings", { type: "contentsList" }],
    [
      "a paragraph in the middle, set in",
      { ...line(text("Osier Weir, 1874")), attrs: { textAlign: "center", indent: 2 } },
    ],
    [
      "a heading on the right",
      { type: "heading", attrs: { level: 3, textAlign: "right" }, content: [text("Sources")] },
    ],
    [
      "a table with widths, and figures on the right",
      {
        type: "table",
        content: [
          {
            type: "tableRow",
            content: [
              {
                type: "tableHeader",
                attrs: { colspan: 1, rowspan: 1, colwidth: [180] },
                content: [line(text("mg/l"))],
              },
              {
                type: "tableCell",
                attrs: { colspan: 1, rowspan: 1, align: "right" },
                content: [line(text("0.21"))],
              },
            ],
          },
        ],
      },
    ],
    [
      "a passage that a comment is about",
      line(text("It "), text("leaks", { type: "passage", attrs: { id: "q1", opens: true } }), text(" here")),
    ],
  ])("%s", (_, block) => {
    const before: DocumentNode = { type: "heading", attrs: { level: 2 }, content: [text("Osier Weir")] };
    const wanted = parsed([before, withoutPassages(block), line(text("The end"))]);
    const html = renderToStaticMarkup(
      <DocumentView
        document={{ type: "doc", content: [before, block, line(text("The end"))] }}
        links={{ ...links, files: [file], fileHref: (id) => `/files/${id}` }}
        passages={[
          { ...({} as ShownPassage), id: "q1", kind: "comment", sign: "a", author: "Mira" } as ShownPassage,
        ]}
      />,
    );
    expect(fromHtml(html).document).toEqual(wanted);
    expect(fromHtml(html).dropped.looks).toBe(false);
  });
  test("nothing is said of pages and files that the reader does not see", () => {
    const hidden: PageDocument = {
      type: "doc",
      content: [
        line(
          text("Fish", { type: "pageLink", attrs: { page: "secret1", title: "Fish", heading: null } }),
          text("sheet", { type: "fileLink", attrs: { file: "secret2" } }),
        ),
        {
          type: "figure",
          attrs: { file: "secret3", alt: "A weir", width: 60, place: "left", showsOrigin: true },
          content: [text("Osier Weir")],
        },
        { type: "media", attrs: { file: "secret4", kind: "audio", poster: null, captions: null } },
      ],
    };
    const html = renderToStaticMarkup(<DocumentView document={hidden} links={links} />);
    expect(html).not.toContain("secret");
    expect(fromHtml(html).document).toEqual(
      parsed([
        line(
          text("Fish", { type: "pageLink", attrs: { page: null, title: "Fish", heading: null } }),
          text("sheet"),
        ),
        line(text("Osier Weir")),
      ]),
    );
  });
  test("what says to be a part of a page and is none is read by what stands in it", () => {
    const html = [
      `{"type":"figure","attrs":{"file":"../../x"}}`,
      `{"type":"note","attrs":{"kind":"source","text":"x","href":"javascript:alert(1)"}}`,
      "{",
      `{"type":"doc"}`,
      "null",
      `{"type":"paragraph","attrs":{"textAlign":"sideways"}}`,
      `{"type":"heading","attrs":{"level":2}}`,
    ]
      .map((said, at) => `<p data-copied='${said}'>part <span data-copied='${said}'>${at}</span></p>`)
      .join("");
    expect(fromHtml(html).document).toEqual(
      parsed([0, 1, 2, 3, 4, 5, 6].map((at) => line(text(`part ${at}`)))),
    );
  });
});

function parsed(content: readonly DocumentNode[]): PageDocument {
  const read = parseDocument({ type: "doc", content });
  if (read.kind === "refused") throw new Error(read.problem.kind);
  return read.document;
}

/** Text as it is stored: where comments stand is not a part of it. */
function withoutPassages(block: DocumentNode): DocumentNode {
  const content = block.content?.map(({ marks, ...node }) => ({
    ...node,
    ...(marks?.some(({ type }) => type !== "passage") ? { marks } : {}),
  }));
  return { ...block, ...(content ? { content } : {}) };
}

describe("a page as it is read", () => {
  test("headings, lists, quotes, code and rules", () => {
    expect(page("## Head\n\n3. one\n4. two\n\n> said\n\n`x` and **b** *i*\n\n---\n\n```\ncode\n```")).toBe(
      '<div class="prose"><h2>Head</h2><ol start="3"><li><p>one</p></li><li><p>two</p></li></ol><blockquote><p>said</p></blockquote>' +
        "<p><code>x</code> and <strong>b</strong> <em>i</em></p><hr/><pre><code>code</code></pre></div>",
    );
  });
  test("a link to a page leads there, whatever its capitals", () =>
    expect(page("See [[water QUALITY]].")).toContain('<a href="/courses/c/pages/p1">water QUALITY</a>'));
  test("where no page can be started, a promised page is only text", () => {
    expect(
      renderToStaticMarkup(<DocumentView document={fromMarkdown("See [[Fish]].")} links={noLinks} />),
    ).toBe('<div class="prose"><p>See Fish.</p></div>');
  });
  test("a promised page says in words that it is not written yet, and leads to its start", () => {
    expect(page("See [[Fish]].")).toContain(
      'href="/courses/c/wikis/w/start?title=Fish">Fish<span> <span class="promised-note">not written yet</span></span></a>',
    );
  });
  test("a link outside does not hand the page on", () =>
    expect(page("[x](https://a.example/)")).toContain(
      '<a href="https://a.example/" rel="noopener noreferrer nofollow">x</a>',
    ));
  test("text that looks like a tag is text", () =>
    expect(page("a `<script>` b")).toContain("&lt;script&gt;"));
  test("an empty page says so", () => expect(page("")).toContain("Nothing is written here yet."));
  test("a part that nobody knows shows what is in it", () => {
    const document = {
      type: "doc",
      content: [{ type: "later", content: [{ type: "text", text: "still readable" }] }],
    } as unknown as PageDocument;
    expect(renderToStaticMarkup(<DocumentView document={document} links={links} />)).toContain(
      "still readable",
    );
  });
});

describe("a comparison as it is read", () => {
  const compared = (before: string, after: string) =>
    renderToStaticMarkup(
      <ComparedView blocks={compareDocuments(fromMarkdown(before), fromMarkdown(after))} />,
    );
  test("what came is underlined, what went is struck", () =>
    expect(compared("the weir was built", "the weir is built")).toContain(
      "the weir <del>was</del><ins>is</ins> built",
    ));
  test("moved text says so to those who hear it", () => {
    expect(
      compared(
        "one two three\n\nfour five six\n\nseven eight",
        "four five six\n\nseven eight\n\none two three",
      ),
    ).toContain('<span class="visually-hidden">moved here: </span>one two three');
  });
  test("long unchanged stretches are folded, with a block left on the side of the change", () => {
    const same = "a1 b1\n\na2 b2\n\na3 b3\n\na4 b4\n\na5 b5";
    const html = compared(same, `${same}\n\nquite new`);
    expect(html).toContain("<summary>4 unchanged blocks</summary>");
    expect(html.indexOf("a5 b5")).toBeGreaterThan(html.indexOf("</details>"));
  });
  test("list items keep their number beside them", () =>
    expect(compared("1. one\n2. two", "1. one\n2. two more")).toContain('<span class="bullet">2.</span>'));
});

test("a strip of parts says its figures in words too", () => {
  const parts = [
    { id: "a", name: "Mira", mark: 0, words: 30 },
    { id: "b", name: "Jonas", mark: 1, words: 10 },
    { id: "c", name: "Priya", mark: 2, words: 0 },
  ];
  const html = renderToStaticMarkup(<PartsStrip parts={parts} label="Words" />);
  expect(html).toContain('aria-label="Words: Mira 75 %, Jonas 25 %"');
  expect(html).toContain("0 words");
});

describe("who wrote what", () => {
  test("is said once for each stretch that one entry wrote, however its parts look", () => {
    const document: PageDocument = {
      type: "doc",
      content: [
        line(
          text("Notch", { type: "bold" }),
          text(" the first "),
          text("and third", { type: "italic" }),
          text(" weirs"),
        ),
      ],
    };
    // The first four words by one entry, the last two by another.
    const drawn = (entries: readonly number[]) =>
      renderToStaticMarkup(
        <ComparedView
          blocks={authoredBlocks(document, {
            entries: Int32Array.from(entries),
            ordinals: new Int32Array(entries.length),
          })}
          drawEntry={(entry, shown) => <q data-entry={entry}>{shown}</q>}
        />,
      );
    expect(
      [...drawn([3, 3, 3, 3, 5, 5]).matchAll(/<q data-entry="(\d)">(.*?)<\/q>/g)].map(
        ([, entry, inner]) => `${entry}: ${inner!.replace(/<[^<>]+>/g, "").trim()}`,
      ),
    ).toEqual(["3: Notch the first and", "5: third weirs"]);
    expect(drawn([3, 3, 3, 3, 3, 3]).match(/<q /g)).toHaveLength(1);
  });
});

describe("links to other sites", () => {
  const linked = (attrs: Readonly<Record<string, unknown>>) => {
    const parsed = parseDocument({ type: "doc", content: [line(text("survey", { type: "link", attrs }))] });
    return parsed.kind === "document"
      ? renderToStaticMarkup(<DocumentView document={parsed.document} links={links} />)
      : parsed.kind;
  };
  test("open in a new tab if the writer says so, and only then; nothing else can be said of them", () => {
    expect(linked({ href: "https://rivers.example/", newTab: true })).toContain('target="_blank"');
    for (const attrs of [
      { href: "https://rivers.example/", newTab: false },
      { href: "https://rivers.example/" },
    ])
      expect(linked(attrs)).not.toContain("target");
    expect([
      linked({ href: "https://rivers.example/", newTab: "yes" }),
      linked({ href: "https://rivers.example/", target: "_top" }),
    ]).toEqual(["refused", "refused"]);
  });
  test("are stored as before where they open in the same tab", () => {
    const stored = (attrs: object) => {
      const parsed = parseDocument({
        type: "doc",
        content: [line(text("survey", { type: "link", attrs: attrs as never }))],
      });
      return parsed.kind === "document" ? JSON.stringify(parsed.document) : "";
    };
    expect(stored({ href: "https://rivers.example/", newTab: false })).toBe(
      stored({ href: "https://rivers.example/" }),
    );
  });
});

describe("text that moved between pages", () => {
  test("is drawn as moved at both ends, with the way to the other", () => {
    const blocks = compareDocuments(
      fromMarkdown("It stays here.\n\nEels rise at the old mill."),
      fromMarkdown("It stays here."),
      undefined,
      { to: (word) => (word >= 3 ? 7 : undefined), from: () => undefined },
    );
    const drawn = renderToStaticMarkup(
      <ComparedView
        blocks={blocks}
        otherEnd={(rev, isAway) =>
          rev === 7 && isAway ? { told: "went to Fish, entry 2", href: "/courses/c/pages/f/ledger/2" } : null
        }
      />,
    );
    expect(drawn).toContain('class="moved-away"');
    expect(drawn).toContain('href="/courses/c/pages/f/ledger/2"');
    expect(drawn).not.toContain("<del>");
    const came = compareDocuments(
      fromMarkdown("It stays."),
      fromMarkdown("It stays.\n\nEels rise here."),
      undefined,
      { to: () => undefined, from: (word) => (word >= 2 ? 5 : undefined) },
    );
    expect(came.at(-1)).toMatchObject({ state: "moved", segments: [{ change: "moved", otherEnd: 5 }] });
  });
});
