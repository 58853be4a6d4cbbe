import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, test } from "vitest";
import { compareDocuments } from "@/core/diff/document";
import { fromMarkdown } from "@/core/document/markdown";
import type { PageDocument } from "@/core/document/model";
import { PartsStrip } from "../authors/PartsStrip";
import { ComparedView } from "../ledger/ComparedView";
import { DocumentView, noLinks, wikiLinks } from "./DocumentView";

const links = wikiLinks("c", "w", { contents: [{ id: "p1", title: "Water quality" }], formerTitles: [] });
const page = (markdown: string) => renderToStaticMarkup(<DocumentView document={fromMarkdown(markdown)} links={links} />);

describe("a page as it is read", () => {
  test("headings, lists, quotes, code and rules", () => {
    expect(page("## Head\n\n3. one\n4. two\n\n> said\n\n`x` and **b** *i*\n\n---\n\n```\ncode\n```")).toBe(
      '<div class="prose"><h2>Head</h2><ol start="3"><li><p>one</p></li><li><p>two</p></li></ol><blockquote><p>said</p></blockquote>'
      + "<p><code>x</code> and <strong>b</strong> <em>i</em></p><hr/><pre><code>code</code></pre></div>",
    );
  });
  test("a link to a page leads there, whatever its capitals", () => expect(page("See [[water QUALITY]].")).toContain('<a href="/courses/c/pages/p1">water QUALITY</a>'));
  test("where no page can be started, a promised page is only text", () => {
    expect(renderToStaticMarkup(<DocumentView document={fromMarkdown("See [[Fish]].")} links={noLinks} />)).toBe('<div class="prose"><p>See Fish.</p></div>');
  });
  test("a promised page says in words that it is not written yet, and leads to its start", () => {
    expect(page("See [[Fish]].")).toContain('href="/courses/c/wikis/w/start?title=Fish">Fish <span class="promised-note">not written yet</span></a>');
  });
  test("a link outside does not hand the page on", () => expect(page("[x](https://a.example/)")).toContain('<a href="https://a.example/" rel="noopener noreferrer nofollow">x</a>'));
  test("text that looks like a tag is text", () => expect(page("a `<script>` b")).toContain("&lt;script&gt;"));
  test("an empty page says so", () => expect(page("")).toContain("Nothing is written here yet."));
  test("a part that nobody knows shows what is in it", () => {
    const document = { type: "doc", content: [{ type: "later", content: [{ type: "text", text: "still readable" }] }] } as PageDocument;
    expect(renderToStaticMarkup(<DocumentView document={document} links={links} />)).toContain("still readable");
  });
});

describe("a comparison as it is read", () => {
  const compared = (before: string, after: string) => renderToStaticMarkup(<ComparedView blocks={compareDocuments(fromMarkdown(before), fromMarkdown(after))} />);
  test("what came is underlined, what went is struck", () => expect(compared("the weir was built", "the weir is built")).toContain("the weir <del>was</del><ins>is</ins> built"));
  test("moved text says so to those who hear it", () => {
    expect(compared("one two three\n\nfour five six\n\nseven eight", "four five six\n\nseven eight\n\none two three")).toContain('<span class="visually-hidden">moved here: </span>one two three');
  });
  test("long unchanged stretches are folded, with a block left on the side of the change", () => {
    const same = "a1 b1\n\na2 b2\n\na3 b3\n\na4 b4\n\na5 b5";
    const html = compared(same, `${same}\n\nquite new`);
    expect(html).toContain("<summary>4 unchanged blocks</summary>");
    expect(html.indexOf("a5 b5")).toBeGreaterThan(html.indexOf("</details>"));
  });
  test("list items keep their number beside them", () => expect(compared("1. one\n2. two", "1. one\n2. two more")).toContain('<span class="bullet">2.</span>'));
});

test("a strip of parts says its figures in words too", () => {
  const parts = [{ id: "a", name: "Mira", mark: 0, words: 30 }, { id: "b", name: "Jonas", mark: 1, words: 10 }, { id: "c", name: "Priya", mark: 2, words: 0 }];
  const html = renderToStaticMarkup(<PartsStrip parts={parts} label="Words" />);
  expect(html).toContain('aria-label="Words: Mira 75 %, Jonas 25 %"');
  expect(html).toContain("0 words");
});
