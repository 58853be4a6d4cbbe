import { renderToStaticMarkup } from "react-dom/server";
import { expect, test } from "vitest";
import { RemarkText } from "./RemarkText";

const drawn = (body: string) =>
  renderToStaticMarkup(<RemarkText body={body} people={[{ id: "mira", name: "Mira Okonjo" }]} />);

test("a comment is drawn with its formatting, and names stand out in it", () => {
  expect(drawn("Ask **@Mira Okonjo** first:\n- *twice*\n- `gauge`\n\n> she knows")).toBe(
    '<div class="remark-text"><p>Ask <strong><b class="named">@Mira Okonjo</b></strong> first:</p><ul><li><em>twice</em></li><li><code>gauge</code></li></ul><blockquote>she knows</blockquote></div>',
  );
});

test("addresses lead where they say, and nothing else does", () => {
  expect(drawn("See https://gauges.example/a?b=1&c=2.")).toContain(
    '<a href="https://gauges.example/a?b=1&amp;c=2" rel="noopener noreferrer nofollow">https://gauges.example/a?b=1&amp;c=2</a>.',
  );
  for (const hostile of [
    "javascript:alert(1)",
    "<a href=x>",
    "<script>alert(1)</script>",
    "[x](javascript:alert(1))",
    "**<img src=x onerror=alert(1)>**",
  ])
    expect(drawn(hostile)).not.toMatch(/<(a|script|img)\b/);
});
