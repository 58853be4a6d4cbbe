import { expect, test } from "vitest";
import { fromMarkdown } from "../document/markdown";
import { linkedPages, titleKey } from "./titles";

test("capitals and spacing make no difference to a title", () => expect(titleKey("  Water   Quality ")).toBe(titleKey("water quality")));
test("each linked page once, in order", () => {
  expect(linkedPages(fromMarkdown("[[Fish]] and [[Plants]]\n\n- [[fish]]")).map((link) => link.title)).toEqual(["Fish", "Plants"]);
});
