import { readFileSync } from "node:fs";
import { expect, test } from "vitest";
import { changed } from "../../bench/changed";
import { mechanisms } from "../../bench/mechanisms";

test.each(mechanisms)("$name can be switched off in the sources as they are", ({ off }) => {
  for (const file of new Set(off.map((change) => change.file))) {
    const source = readFileSync(file, "utf8");
    expect(
      changed(
        source,
        off.filter((change) => change.file === file),
      ),
    ).not.toBe(source);
  }
});

test("a place that is not found, or found twice, is an error", () => {
  expect(() => changed("one two one", [{ file: "a.ts", find: "one", put: "" }])).toThrow("2 times");
  expect(() => changed("one two one", [{ file: "a.ts", find: "three", put: "" }])).toThrow("0 times");
});
