import type { PageDocument } from "../document/model";
import { expect, test } from "vitest";
import { fromMarkdown } from "../document/markdown";
import { linkedPages, titleKey } from "./titles";

test("capitals and spacing make no difference to a title", () =>
  expect(titleKey("  Water   Quality ")).toBe(titleKey("water quality")));
test("each linked page once, in order", () => {
  expect(
    linkedPages(fromMarkdown("[[Fish]] and [[Plants]]\n\n- [[fish]]")).map((link) => link.title),
  ).toEqual(["Fish", "Plants"]);
});
test("a link by id is one link, whatever its text", () => {
  const linked: PageDocument = {
    type: "doc",
    content: [
      {
        type: "paragraph",
        content: ["one", "other"].map((text) => ({
          type: "text",
          text,
          marks: [{ type: "pageLink", attrs: { page: "p1", title: text } }],
        })),
      },
    ],
  };
  expect(linkedPages(linked)).toEqual([{ page: "p1", title: "one" }]);
});
