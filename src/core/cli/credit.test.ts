import { fromPlainText } from "../document/plain";
import { execFile } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { promisify } from "node:util";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { history } from "../../../tests/support/truth/history";
import { dice } from "../roster/dice";
import { stockProse, zipfProse } from "../../../tests/support/truth/prose";
import { operations } from "../../../tests/support/truth/operations";
import { chainStart, entryHash } from "../ledger/chain";
import { creditFile } from "./credit";
import { LineProblem, parseHistoryLine, readLines } from "./lines";

let folder = "";
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), "ledger-"));
});
afterAll(() => rmSync(folder, { recursive: true }));

function file(name: string, lines: readonly (object | string)[]): string {
  const path = join(folder, name);
  writeFileSync(
    path,
    lines.map((line) => (typeof line === "string" ? line : JSON.stringify(line))).join("\n"),
  );
  return path;
}

const whole = { until: null, step: false };
const mixed = operations.find((operation) => operation.name === "mixed")!;
const histories = [zipfProse(dice(1)), stockProse].map((prose, seed) =>
  history(seed, prose, mixed.habits, { authors: 4, entries: 60, words: 600, pages: 3 }),
);

describe("credit of a file", () => {
  test("entry by entry through the stored state gives the same bytes", () => {
    histories.forEach(({ entries }, index) => {
      const path = file(`step-${index}`, entries);
      expect(JSON.stringify(creditFile(path, { until: null, step: true }))).toBe(
        JSON.stringify(creditFile(path, whole)),
      );
    });
  });

  test("cutting at a time is leaving out the lines after it", () => {
    const [{ entries }] = [histories[0]!];
    const middle = entries[30]!;
    const cut = creditFile(file("cut", entries), { until: middle.at, step: false });
    expect(cut).toEqual(creditFile(file("short", entries.slice(0, 31)), whole));
  });

  test("start and end cut the words out of the last text, whatever its line ends", () => {
    const text = "The weir (1998) leaks.\r\n \r\nDon’t mend it: 河水!\rAnd\n\n\n  done\n";
    const { pages } = creditFile(
      file("cuts", [{ rev: 7, author: "a", at: "2026-01-01T00:00:00Z", text }]),
      whole,
    );
    expect(pages.p1!.words.map(([start, end, rev]) => `${text.slice(start, end)}:${rev}`)).toEqual(
      ["The", "weir", "1998", "leaks", "Don’t", "mend", "it", "河水", "And", "done"].map(
        (word) => `${word}:7`,
      ),
    );
  });

  test("starter text has no author, co-writers share in equal parts", () => {
    const at = "2026-01-01T00:00:00Z";
    const { authors, group } = creditFile(
      file("shared", [
        { rev: 0, author: "teacher", at, text: "say where it rises", starter: true },
        { rev: 1, author: "a", at, text: "say where it rises\n\nabove the old mill farm", with: ["b"] },
      ]),
      whole,
    );
    expect(Object.keys(authors)).toEqual(["a", "b"]);
    expect(authors.b).toMatchObject({ added: 2.5, standing: 2.5, share: 0.5, entries: 0 });
    expect(group).toMatchObject({ words: 9, starter: 4, standing: { a: 2.5, b: 2.5 } });
  });

  test.each([
    ["no JSON", "{", "no JSON"],
    ["no object", "7", "expected object"],
    ["no rev", { author: "a", at: "2026-01-01T00:00:00Z", text: "" }, "rev"],
    ["no time", { rev: 1, author: "a", at: "yesterday", text: "" }, "at"],
    ["no text", { rev: 1, author: "a", at: "2026-01-01T00:00:00Z", text: 7 }, "text"],
    ["half a revision", { rev: 1.5, author: "a", at: "2026-01-01T00:00:00Z", text: "" }, "rev"],
  ])("a line with %s is named by its number", (_, line, why) => {
    const good = { rev: 0, author: "a", at: "2026-01-01T00:00:00Z", text: "x" };
    expect(() => creditFile(file("bad", [good, "", line]), whole)).toThrow(new RegExp(`^Line 3: .*${why}`));
    expect(() => parseHistoryLine(4, JSON.stringify(line))).toThrow(LineProblem);
  });

  test("lines longer than a chunk, and letters across its edge, are read whole", () => {
    const long = "é".repeat((1 << 20) - 3);
    expect([...readLines(file("long", [long, "", "käse"]))]).toEqual([
      [1, long],
      [3, "käse"],
    ]);
  });
});

describe("the program", () => {
  const run = async (...args: string[]) => {
    try {
      return { code: 0, ...(await promisify(execFile)("bin/ledger", args)) };
    } catch (problem) {
      const { code, stdout, stderr } = problem as { code: number; stdout: string; stderr: string };
      return { code, stdout, stderr };
    }
  };

  test("prints one object, and nothing but a reason with code 2 for a bad line", async () => {
    const good = await run("credit", file("one", histories[0]!.entries.slice(0, 5)), "--step");
    expect(JSON.parse(good.stdout)).toMatchObject({
      ms: expect.any(Number),
      peakRssMB: expect.any(Number),
      pages: { p1: { words: expect.any(Array) } },
    });
    expect(await run("credit", file("two", ["nonsense"]))).toEqual({
      code: 2,
      stdout: "",
      stderr: "Line 1: no JSON\n",
    });
    expect(await run("credit", join(folder, "not there"))).toMatchObject({ code: 2, stdout: "" });
    expect(await run("credit", file("three", []), "--until", "noon")).toMatchObject({ code: 2, stdout: "" });
  });

  test("verify names the first entry of a page that does not fit", async () => {
    const entry = (number: number, text: string) => ({
      page: "p",
      number,
      base: number - 1,
      kind: "wrote" as const,
      author: "a",
      at: "2026-01-01T00:00:00.000Z",
      note: "",
      title: "Home",
      restoredFrom: null,
      document: fromPlainText(text),
    });
    const entries = [entry(1, "one"), entry(2, "two"), entry(3, "three")];
    let before = chainStart;
    const lines = entries.map((each) => ({ hash: (before = entryHash(each, before)), entry: each }));
    expect(await run("verify", file("chain", lines))).toMatchObject({
      code: 0,
      stdout: `${JSON.stringify({ pages: 1, entries: 3, faults: [] })}\n`,
    });
    const forged = [lines[0]!, { ...lines[1]!, entry: { ...lines[1]!.entry, author: "b" } }, lines[2]!];
    expect(await run("verify", file("forged", forged))).toMatchObject({
      code: 1,
      stdout: `${JSON.stringify({ pages: 1, entries: 3, faults: [{ page: "p", kind: "changed", number: 2 }] })}\n`,
    });
    expect(await run("verify", file("missing", [lines[0]!, lines[2]!]))).toMatchObject({ code: 1 });
  });
});
