import fc from "fast-check";
import { expect, test } from "vitest";
import { fromMarkdown } from "../document/markdown";
import { linkGraph } from "./graph";

const page = (id: string, title: string, text: string) => ({ id, title, document: fromMarkdown(text) });

test("what links where, what is promised and what is loose, whatever the capitals", () => {
  const graph = linkGraph(
    [
      page("h", "Home", "See [[fish]], [[Costs]] and [[Home]]."),
      page("f", "Fish", "Back [[home]]; [[COSTS]] too."),
      page("p", "Plan", "Nothing yet."),
    ],
    "h",
  );
  expect([...graph.links]).toEqual([
    ["h", ["f"]],
    ["f", ["h"]],
    ["p", []],
  ]);
  expect(graph.promised).toEqual([{ title: "Costs", by: ["h", "f"] }]);
  expect(graph.loose).toEqual(["p"]);
});

test("every page but the home page is linked to or loose, and nothing that is written is promised", () => {
  const titles = ["Home", "Fish", "Plan", "Costs"];
  fc.assert(
    fc.property(
      fc.uniqueArray(
        fc.tuple(fc.constantFrom(...titles), fc.array(fc.constantFrom(...titles, "Birds"), { maxLength: 4 })),
        { selector: ([title]) => title },
      ),
      (given) => {
        const graph = linkGraph(
          given.map(([title, links]) => page(title, title, links.map((link) => `[[${link}]]`).join(" "))),
          "Home",
        );
        const linked = new Set([...graph.links.values()].flat());
        for (const [title] of given) {
          if (title !== "Home") expect(linked.has(title)).toBe(!graph.loose.includes(title));
          expect(graph.promised.map((each) => each.title)).not.toContain(title);
        }
        expect(graph.loose).not.toContain("Home");
      },
    ),
    { seed: 111, numRuns: 300 },
  );
});

test("a link by an earlier title is a link to the page, unless another page has that title now", () => {
  const pages = [
    page("h", "Home", "See [[Fish]]."),
    { ...page("f", "Fish passage", "Back [[Start]]."), formerTitles: ["Fish", "Eels"] },
  ];
  const renamed = [{ ...pages[0]!, formerTitles: ["Start"] }, pages[1]!];
  expect(linkGraph(renamed, "h")).toMatchObject({ promised: [], loose: [] });
  expect([...linkGraph(renamed, "h").links]).toEqual([
    ["h", ["f"]],
    ["f", ["h"]],
  ]);
  const taken = [...renamed, page("n", "Fish", "Another page.")];
  expect([...linkGraph(taken, "h").links]).toEqual([
    ["h", ["n"]],
    ["f", ["h"]],
    ["n", []],
  ]);
  expect(linkGraph(taken, "h").loose).toEqual(["f"]);
});
