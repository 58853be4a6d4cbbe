import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { fromHtml } from "./html";
import { type DocumentNode, eachNode, type PageDocument } from "./model";
import { parseDocument } from "./parse";

/**
 * A document in few letters: h2(…), p(…), ul[li[…]], table rows in |, marks as *bold*, /slanted/,
 * _underlined_.
 */
function told(node: DocumentNode): string {
  const inside = (separator = "") => (node.content ?? []).map(told).join(separator);
  const marks: Record<string, string> = {
    bold: "*",
    italic: "/",
    underline: "_",
    strike: "~",
    superscript: "^",
    subscript: ",",
    code: "`",
  };
  switch (node.type) {
    case "doc":
      return inside(" ");
    case "text":
      return (node.marks ?? []).reduce(
        (text, mark) =>
          mark.type === "link"
            ? `${text}→${String(mark.attrs?.href)}`
            : `${marks[mark.type] ?? "?"}${text}${marks[mark.type] ?? "?"}`,
        node.text ?? "",
      );
    case "hardBreak":
      return "⏎";
    case "paragraph":
      return `p(${inside()})`;
    case "heading":
      return `h${String(node.attrs?.level)}(${inside()})`;
    case "bulletList":
      return `ul[${inside(" ")}]`;
    case "orderedList":
      return `ol${String(node.attrs?.type ?? "")}[${inside(" ")}]`;
    case "listItem":
      return inside(" ");
    case "blockquote":
      return `quote(${inside(" ")})`;
    case "codeBlock":
      return `code(${inside()})`;
    case "horizontalRule":
      return "—";
    case "table":
      return `table{${inside(" ; ")}}`;
    case "tableRow":
      return inside(" | ");
    case "tableHeader":
    case "tableCell": {
      const spans = [Number(node.attrs?.colspan), Number(node.attrs?.rowspan)];
      return `${node.type === "tableHeader" ? "!" : ""}${inside(" ")}${spans.some((span) => span > 1) ? `×${spans.join(",")}` : ""}`;
    }
    default:
      return `<${node.type}>`;
  }
}
const read = (html: string) => told(fromHtml(html).document);
const nothing = { pictures: 0, embedded: 0, links: 0, hidden: 0, looks: false };

/**
 * As a word processor hands it over: a whole document, style classes, list paragraphs with their bullets
 * typed in front.
 */
const wordProcessor = `<html xmlns:o="urn:x"><head><meta charset=utf-8><style>p.Body{margin:0cm;font-size:11pt}</style><!--[if gte mso 9]><xml><o:Settings/></xml><![endif]--></head><body lang=EN-GB>
<!--StartFragment--><h1><span style='font-family:"Carlisle",serif;color:#2F5496'>State of the Alder<o:p></o:p></span></h1>
<p class=Body style='margin-bottom:8pt'><span style='font-size:11.0pt'>The brook is <b style='mso-bidi-font-weight:normal'>culverted</b> for 400&nbsp;m,<i> as the survey</i> says.<o:p></o:p></span></p>
<p class=ListFirst style='margin-left:36pt;text-indent:-18pt;mso-list:l0 level1 lfo1'><![if !supportLists]><span style='font-family:Symbol'><span style='mso-list:Ignore'>·<span style='font:7pt "Times"'>&nbsp;&nbsp; </span></span></span><![endif]>Eels<o:p></o:p></p>
<p class=ListMid style='mso-list:l0 level2 lfo1'><!--[if !supportLists]--><span style='mso-list:Ignore'>o<span>&nbsp; </span></span><!--[endif]-->glass eels in May</p>
<p class=ListMid style='mso-list:l0 level1 lfo1'><![if !supportLists]><span>·&nbsp;</span><![endif]>Bullheads</p>
<p class=ListLast style='mso-list:l1 level1 lfo2'><![if !supportLists]><span>1.&nbsp;</span><![endif]>Open the culvert</p>
<table class=Grid border=1 style='border-collapse:collapse'><tr style='height:12pt'><td width=120 style='background:#D9E2F3'><p class=Body><b>Site</b></p></td><td><p class=Body>Depth</p></td></tr><tr><td colspan=2><p>none yet</p></td></tr></table>
<p class=Body><v:shape id="pic"><img width=300 src="file:///C:/Temp/clip_image001.png"></v:shape><span style='mso-hide:all'>hidden note</span></p><!--EndFragment--></body></html>`;

/** As a spreadsheet does: a table with a style for each cell. */
const spreadsheet = `<html><body><!--StartFragment--><table border=0 cellpadding=0 style='border-collapse:collapse;width:200pt'><colgroup><col width=80><col width=90></colgroup>
<tr height=20><td class=xl65 style='height:15pt;font-weight:700'>Station</td><td class=xl65 align=right>mg/l</td></tr><tr><td>Weir</td><td class=xl66 align=right>3,4</td></tr><tr><td>Ramp</td><td></td></tr></table><!--EndFragment--></body></html>`;

/** As a page of the web is copied: wrappers, buttons, a menu, links of every kind. */
const webPage = `<meta charset='utf-8'><div class="article" style="color:rgb(34,34,34);font-family:sans-serif"><nav><ul><li><a href="#top">Top</a></li></ul></nav><h3 style="font-weight:600">Fish passes</h3>
<div>They let fish <span style="font-weight:bold">up</span> and <em>down</em>. See <a href="https://rivers.example/passes" onclick="x()">the survey</a>, <a href="javascript:alert(1)">this</a> or <a href="mailto:board@rivers.example">write</a>.</div>
<blockquote cite="x">Water finds a way.</blockquote><pre>Q = A * v
next</pre><button>Share</button><iframe src="https://films.example/1"></iframe><img src="https://rivers.example/p.jpg"><hr><ol start="3"><li>first<ul><li>below</li></ul></li><li><p>second</p><p>more</p></li></ol></div>`;

/** As mail is copied: frames of tables, quoted answers, breaks in the place of paragraphs. */
const mail = `<div dir="ltr"><b style="font-weight:normal" id="wrapper"><table width="600"><tr><td>Dear group,<br><br>the plan is due on <u>Friday</u>.<div>Ines</div></td></tr></table></b><blockquote type="cite"><div>What about the H<sub>2</sub>O samples, 10<span style="vertical-align:super">3</span>?</div></blockquote></div>`;

describe("what is pasted", () => {
  test("from a word processor keeps its structure", () => {
    expect(read(wordProcessor)).toBe(
      "h2(State of the Alder) p(The brook is *culverted* for 400 m,/ as the survey/ says.) ul[p(Eels) ul[p(glass eels in May)] p(Bullheads)] ol[p(Open the culvert)] table{p(*Site*) | p(Depth) ; p(none yet)×2,1}",
    );
    expect(fromHtml(wordProcessor).dropped).toEqual({ ...nothing, pictures: 1, hidden: 1, looks: true });
  });
  test("from a spreadsheet is a table", () => {
    expect(read(spreadsheet)).toBe("table{p(Station) | p(mg/l) ; p(Weir) | p(3,4) ; p(Ramp) | p()}");
  });
  test("from the web is the text with its links, and nothing that runs or is loaded", () => {
    expect(read(webPage)).toBe(
      "ul[p(Top)] h3(Fish passes) p(They let fish *up* and /down/. See the survey→https://rivers.example/passes, this or write→mailto:board@rivers.example.)" +
        " quote(p(Water finds a way.)) code(Q = A * v\nnext) — ol[p(first) ul[p(below)] p(second) p(more)]",
    );
    expect(fromHtml(webPage).dropped).toEqual({ pictures: 1, embedded: 2, links: 1, hidden: 0, looks: true });
  });
  test("from mail is what was written", () => {
    expect(read(mail)).toBe(
      "p(Dear group,⏎⏎the plan is due on _Friday_.) p(Ines) quote(p(What about the H,2,O samples, 10^3^?))",
    );
  });
  test.each([
    ["nothing", "", "p()"],
    ["text without tags", "only text", "p(only text)"],
    ["a list in a list without an item", "<ul><li>a</li><ul><li>b</li></ul></ul>", "ul[p(a) ul[p(b)]]"],
    ["text in a list without an item", "<ul>a <b>b</b><li>c</li> d</ul>", "ul[p(a *b*) p(c) p(d)]"],
    [
      "a table in a cell",
      "<table><tr><td>a</td><td><table><tr><td>x</td><td>y</td></tr><tr><td>z</td></tr></table></td></tr></table>",
      "table{p(a) | p(x – y) p(z)}",
    ],
    [
      "a table in a list",
      "<ul><li>a<table><tr><td>x</td><td>y</td></tr></table></li></ul>",
      "ul[p(a) p(x – y)]",
    ],
    [
      "a list in letters",
      "<ol type=a><li>x<ol type='I'><li>y</li></ol></li></ol><ol type='1'><li>z</li></ol>",
      "ola[p(x) olI[p(y)]] ol[p(z)]",
    ],
    [
      "lists in letters by their style",
      "<ol style='list-style-type:upper-alpha'><li>x</li></ol><ol><li style='list-style-type:lower-roman'>y</li></ol><ol style='list-style-type:hebrew'><li>z</li></ol>",
      "olA[p(x)] oli[p(y)] ol[p(z)]",
    ],
    [
      "a list in letters by what was typed",
      "<p style='mso-list:l0 level1 lfo1'><![if !supportLists]>a)&nbsp;<![endif]>x</p><p style='mso-list:l0 level2 lfo1'><![if !supportLists]>iv.<![endif]>y</p><p style='mso-list:l0 level1 lfo1'><![if !supportLists]>b)<![endif]>z</p>",
      "ola[p(x) oli[p(y)] p(z)]",
    ],
    ["headings of the sixth level", "<h6>deep</h6>", "h4(deep)"],
    ["spaces and line ends", "<p>  a\n  b&nbsp; c </p>", "p(a b c)"],
    ["letters that a page can't store", "<p>a\u0000b\u0007</p>", "p(ab)"],
  ])("%s", (_, html, expected) => expect(read(html)).toBe(expected));
});

describe("pictures that come within what is pasted", () => {
  const dot =
    "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==";
  const within = (alt: string, data = `data:image/png;base64,${dot}`) => `<img alt="${alt}" src="${data}">`;
  const said = (document: PageDocument) => {
    let text = "";
    eachNode(document, (node) => {
      text += node.text ?? "";
    });
    return text.replace(/\s+/g, "");
  };
  const brought = (html: string) =>
    fromHtml(html).pictures.map(({ after, type, base64, alt }) => [
      after,
      type,
      base64 === dot.replace(/=/g, ""),
      alt,
    ]);
  test("are set aside, each with its place, and leave no empty paragraph behind", () => {
    const html = `${within("gauge")}<h2>The ford</h2><p>Dry in ${within("July")} summer. ${within("August")}</p><p>${within("bed", `data:image/jpeg;charset=utf-8;base64,\n${dot}`)}</p><div><div>${within("")}</div><ul><li>${within("list")}eels</li></ul></div>`;
    expect(read(html)).toBe("h2(The ford) p(Dry in summer.) ul[p(eels)]");
    expect(brought(html)).toEqual([
      [-1, "image/png", true, "gauge"],
      [1, "image/png", true, "July"],
      [1, "image/png", true, "August"],
      [1, "image/jpeg", true, "bed"],
      [1, "image/png", true, ""],
      [2, "image/png", true, "list"],
    ]);
    expect(fromHtml(html).dropped.pictures).toBe(0);
  });
  test("alone they leave an empty page", () =>
    expect([read(within("only")), brought(within("only"))]).toEqual([
      "p()",
      [[-1, "image/png", true, "only"]],
    ]));
  test.each([
    "https://rivers.example/p.png",
    "file:///C:/p.png",
    "data:image/svg+xml;base64,PHN2Zz4=",
    "data:text/html;base64,PHA+",
    "data:image/png,plain",
    "data:image/png;base64,<b>",
    "data:image/png;base64,iVBOR",
  ])("%s is left out, and told", (src) => {
    const { pictures, dropped } = fromHtml(`<p>a ${within("x", src)}</p>`);
    expect([pictures, dropped.pictures]).toEqual([[], 1]);
  });
  test("in any soup of tags each is brought or told, in the order of the text, and none leaves a sign behind", () => {
    const part = fc.constantFrom(
      "<p>",
      "</p>",
      "<div>",
      "</div>",
      "<ul>",
      "<li>",
      "</ul>",
      "<table>",
      "<tr>",
      "<td>",
      "</table>",
      "<b>",
      "</b>",
      "<h2>",
      "</h2>",
      "<blockquote>",
      "</blockquote>",
      "eel ",
      " pike",
      "<br>",
      within("PICTURE"),
      "<img src='x.png'>",
    );
    fc.assert(
      fc.property(fc.array(part, { maxLength: 50 }), (parts) => {
        const html = parts.map((each, at) => each.replace("PICTURE", String(at))).join("");
        const { document, pictures, dropped } = fromHtml(html);
        expect(pictures.length + dropped.pictures).toBe(html.split("<img").length - 1);
        expect(JSON.stringify(document)).not.toContain("broughtPicture");
        expect(said(document)).toBe(said(fromHtml(html.replaceAll(/<img[^>]*>/g, "")).document));
        for (const [at, { after, alt }] of pictures.entries()) {
          expect(after).toBeGreaterThanOrEqual(at === 0 ? -1 : pictures[at - 1]!.after);
          expect(after).toBeLessThan(document.content!.length);
          expect(parts[Number(alt)]).toContain("PICTURE");
        }
      }),
      { seed: 82, numRuns: 500 },
    );
  });
  test("no more than forty of one paste", () => {
    const { pictures, dropped } = fromHtml(within("many").repeat(45));
    expect([pictures.length, dropped.pictures]).toEqual([40, 5]);
  });
});

/** What people try, to have a page run or load something. */
const attacks = [
  "<script>alert(1)</script>",
  "<img src=x onerror=alert(1)>",
  "<svg onload=alert(1)><script>alert(1)</script></svg>",
  '<a href="java\tscript:alert(1)">x</a>',
  '<a href=" javascript:alert(1)">x</a>',
  '<a href="data:text/html,<script>alert(1)</script>">x</a>',
  '<a href="vbscript:x">x</a>',
  '<iframe srcdoc="<script>alert(1)</script>"></iframe>',
  '<math><mi xlink:href="javascript:alert(1)">x</mi></math>',
  '<p style="background:url(https://evil.example/x)">x</p>',
  "<link rel=stylesheet href=https://evil.example/x.css>",
  "<base href=https://evil.example/>",
  '<meta http-equiv=refresh content="0;url=https://evil.example">',
  "<form action=https://evil.example><input name=a></form>",
  "<object data=x></object><embed src=x>",
  "<template><script>alert(1)</script></template>",
  '<noscript><p title="</noscript><img src=x onerror=alert(1)>">',
  "<!--><script>alert(1)</script>-->",
  "<div data-latex='\\href{javascript:alert(1)}{x}'>x</div>",
  "<span data-file='x' data-latex='y'>z</span>",
  "<table><td><script>alert(1)</script></table>",
  "<p>&lt;script&gt;alert(1)&lt;/script&gt;</p>",
];

describe("what is pasted to do harm", () => {
  test.each(attacks)("%s", (html) => {
    const { document } = fromHtml(html);
    expect(parseDocument(JSON.parse(JSON.stringify(document)))).toEqual({ kind: "document", document });
    for (const text of attributesOf(document)) expect(text).not.toMatch(/script:|data:|evil\.example/i);
  });
  test("any soup of tags makes a page, or its text", () => {
    const part = fc.constantFrom(
      "<p>",
      "</p>",
      "<ul>",
      "<li>",
      "</ul>",
      "<table>",
      "<tr>",
      "<td>",
      "</table>",
      "<b>",
      "</b>",
      "<h2>",
      "<pre>",
      "<blockquote>",
      "<a href='x:y'>",
      "<div>",
      "</div>",
      "a b",
      " ",
      "<!--",
      "-->",
      "<br>",
      "<img>",
      "&#0;",
      "\ud800",
    );
    fc.assert(
      fc.property(fc.array(part, { maxLength: 60 }), (parts) => {
        const { document } = fromHtml(parts.join(""));
        expect(parseDocument(JSON.parse(JSON.stringify(document))).kind).toBe("document");
      }),
      { seed: 81, numRuns: 500 },
    );
  });
  test("of any soup of tags every word comes, and comes once", () => {
    const part = fc.constantFrom(
      "<p>",
      "</p>",
      "<ul>",
      "<ol>",
      "<li>",
      "</ul>",
      "<table>",
      "<caption>",
      "<tr>",
      "<td>",
      "<th>",
      "</tr>",
      "</table>",
      "<b>",
      "</b>",
      "<h2>",
      "</h2>",
      "<pre>",
      "</pre>",
      "<code>",
      "</code>",
      "<sub>",
      "<sup>",
      "</sup>",
      "<blockquote>",
      "</blockquote>",
      "<dl>",
      "<dt>",
      "<dd>",
      "<div>",
      "</div>",
      "<a href='https://a.example'>",
      "</a>",
      "<br>",
      "WORD ",
      "WORD ",
      "WORD ",
    );
    fc.assert(
      fc.property(fc.array(part, { maxLength: 60 }), (parts) => {
        const words = parts.flatMap((each, at) => (each === "WORD " ? [`w${at}x`] : []));
        const { document } = fromHtml(
          parts.map((each, at) => (each === "WORD " ? `w${at}x ` : each)).join(""),
        );
        let text = "";
        eachNode(document, (node) => {
          text += `${node.text ?? ""} `;
        });
        expect([...text.matchAll(/w\d+x/g)].map(([word]) => word).sort()).toEqual([...words].sort());
      }),
      { seed: 83, numRuns: 800 },
    );
  });
  test("of any tree of tags every word comes, and comes once", () => {
    const names = [
      "p",
      "ul",
      "ol",
      "li",
      "table",
      "caption",
      "tr",
      "td",
      "b",
      "i",
      "h2",
      "h5",
      "pre",
      "blockquote",
      "dl",
      "dt",
      "dd",
      "div",
      "span",
      "center",
      "code",
      "kbd",
      "sub",
      "sup",
      "u",
      "s",
      "em",
      "strong",
      "a",
    ];
    // Links lead somewhere, and marks that pages have of their own come by copying.
    const opened = (name: string, at: number) =>
      name === "a"
        ? "a href='https://a.example'"
        : name === "span"
          ? [`span data-copied='${JSON.stringify({ type: "highlight", attrs: { tone: "red" } })}'`, "span"][
              at % 2
            ]!
          : name;
    const { tree } = fc.letrec<{ tree: string; inside: string[] }>((tie) => ({
      inside: fc.array(tie("tree"), { minLength: 1, maxLength: 3 }),
      tree: fc.oneof(
        { maxDepth: 7, depthSize: "large" },
        fc.constant("WORD "),
        fc
          .tuple(fc.constantFrom(...names), tie("inside"), fc.nat(1))
          .map(([name, inside, at]) => `<${opened(name, at)}>${inside.join("")}</${name}>`),
        tie("inside").map((items) => `<ul>${items.map((item) => `<li>${item}</li>`).join("")}</ul>`),
        tie("inside").map(
          (cells) => `<table><tr>${cells.map((cell) => `<td>${cell}</td>`).join("")}</tr></table>`,
        ),
        tie("inside").map((inside) => `<blockquote>${inside.join("")}</blockquote>`),
      ),
    }));
    fc.assert(
      fc.property(fc.array(tree, { maxLength: 3 }), (trees) => {
        const words: string[] = [];
        const html = trees.join("").replaceAll("WORD", () => words[words.push(`w${words.length}x`) - 1]!);
        let text = "";
        eachNode(fromHtml(html).document, (node) => {
          text += `${node.text ?? ""} `;
        });
        expect([...text.matchAll(/w\d+x/g)].map(([word]) => word).sort()).toEqual([...words].sort());
      }),
      { seed: 84, numRuns: 500 },
    );
  });
  test("code stays code, whatever else it is marked as, and a link on it is told as left behind", () => {
    const read = (html: string) => {
      const { document, dropped } = fromHtml(html);
      return [document.content![0]!.content, dropped.links];
    };
    const code = (text: string) => ({ type: "text", text, marks: [{ type: "code" }] });
    for (const html of [
      "<p><b><code>v = 2</code></b></p>",
      "<p><code><i>v</i> = <u>2</u></code></p>",
      "<p><sub><kbd>v = 2</kbd></sub></p>",
    ])
      expect(read(html)).toEqual([[code("v = 2")], 0]);
    expect(read("<p><a href='https://a.example'>see <code>v</code></a></p>")).toEqual([
      [
        { type: "text", text: "see ", marks: [{ type: "link", attrs: { href: "https://a.example" } }] },
        code("v"),
      ],
      1,
    ]);
  });
  test("a tower of tags is read as its text", () => {
    const html = `${"<div><ul><li>".repeat(400)}deep${"</li></ul></div>".repeat(400)}`;
    expect(JSON.stringify(fromHtml(html).document)).toContain("deep");
  });
});

function attributesOf(document: PageDocument): string[] {
  const found: string[] = [];
  eachNode(document, (node) => {
    for (const { attrs } of [node, ...(node.marks ?? [])]) found.push(JSON.stringify(attrs ?? {}));
  });
  return found;
}
