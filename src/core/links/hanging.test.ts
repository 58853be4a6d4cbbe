import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { hanging, type HangingPage } from "./hanging";

const page = (id: string, links: readonly string[] = [], words = 10): HangingPage => ({ id, links, words });

describe("how pages hang together", () => {
  test("steps from home, and what is easily missed", () => {
    const { steps, linkedFrom, states } = hanging(
      [
        page("home", ["river", "plan"]),
        page("river", ["mill"]),
        page("plan", ["home"], 0),
        page("mill"),
        page("moor", ["river", "gone"]),
      ],
      "home",
    );
    expect(Object.fromEntries(steps)).toEqual({ home: 0, river: 1, plan: 1, mill: 2, moor: null });
    expect(linkedFrom.get("river")).toEqual(["home", "moor"]);
    expect(Object.fromEntries(states)).toEqual({
      home: [],
      river: ["no way home"],
      plan: ["started but empty"],
      mill: ["dead end"],
      moor: ["loose", "no way home"],
    });
  });

  test("a page alone is no dead end, and without a home page nothing is far from it", () => {
    expect(hanging([page("a")], "a").states.get("a")).toEqual([]);
    const { steps, states } = hanging([page("a", ["b"]), page("b", ["a"])], null);
    expect([...steps.values()]).toEqual([null, null]);
    expect([...states.values()]).toEqual([[], []]);
  });
});

const anyPages = fc
  .integer({ min: 1, max: 30 })
  .chain((count) =>
    fc.array(fc.uniqueArray(fc.nat({ max: count - 1 }), { maxLength: 5 }), {
      minLength: count,
      maxLength: count,
    }),
  )
  .map((links) =>
    links.map((each, at) =>
      page(
        `p${at}`,
        each.filter((other) => other !== at).map((other) => `p${other}`),
      ),
    ),
  );

test("for any links a page is one step farther than the nearest page that links to it", () => {
  fc.assert(
    fc.property(anyPages, (pages) => {
      const { steps, linkedFrom } = hanging(pages, "p0");
      for (const { id } of pages) {
        const before = linkedFrom.get(id)!.flatMap((other) => steps.get(other) ?? []);
        expect(steps.get(id)).toBe(id === "p0" ? 0 : before.length === 0 ? null : Math.min(...before) + 1);
      }
    }),
    { seed: 14 },
  );
});
