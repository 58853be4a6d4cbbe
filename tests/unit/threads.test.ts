import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import type { PageDocument } from "@/core/document/model";
import { fromPlainText } from "@/core/document/plain";
import { compareDocuments } from "@/core/compared/document";
import { heavyWork, weightOf } from "@/core/heavy/work";
import { mergeSave } from "@/core/merge/blocks";
import { heavily, TooHeavy } from "@/data/heavy/threads";
import { identifyBlocks } from "@/core/document/parse";
import { bundleThread } from "../../bin/lib/bundle-thread.mjs";

const folder = mkdtempSync(join(tmpdir(), "thread-"));
beforeAll(async () => {
  process.env.TIDY_THREAD = join(folder, "heavy.mjs");
  await bundleThread(process.env.TIDY_THREAD);
});
afterAll(() => {
  delete process.env.TIDY_THREAD;
  rmSync(folder, { recursive: true, force: true });
});

let id = 0;
const page = (text: string): PageDocument => identifyBlocks(fromPlainText(text), () => `b${id++}`);
const paragraphs = (of: string) =>
  Array.from(
    { length: 900 },
    (_, at) => `${of} ${at} stands at the bridge and is read on Mondays, by whoever comes first that week.`,
  );

describe("heavy work is done beside the thread that answers", () => {
  const before = page(paragraphs("Gauge").join("\n\n"));
  const after: PageDocument = {
    ...before,
    content: [...(before.content ?? []).slice(5), ...(page("Quite new.").content ?? [])],
  };
  test("with the same result", async () => {
    expect(weightOf(before)).toBeGreaterThan(60_000);
    expect(await heavily("compare", before, after, null)).toEqual(compareDocuments(before, after));
    expect(await heavily("merge", before, after, before)).toEqual(mergeSave(before, after, before));
    const step = heavyWork.credit(null, before, {
      rev: 1,
      author: "mira",
      authors: new Map(),
      spread: [],
      then: null,
      others: [],
      states: [],
    });
    expect(
      await heavily("credit", null, before, {
        rev: 1,
        author: "mira",
        authors: new Map(),
        spread: [],
        then: null,
        others: [],
        states: [],
      }),
    ).toEqual(step);
    if (step.kind !== "credited") throw new Error(step.what);
    expect(await heavily("authored", before, step.credited.origins)).toEqual(
      heavyWork.authored(before, step.credited.origins),
    );
  });
  test("while this one goes on answering", async () => {
    let turns = 0;
    const turning = setInterval(() => turns++, 1);
    const slow = page("河流修复项目需要仔细规划".repeat(6000));
    await heavily("compare", slow, after, null);
    clearInterval(turning);
    expect(turns).toBeGreaterThan(5);
  });
  test("and what fails there, fails here", async () => {
    await expect(heavily("authored", before, new Uint8Array([200]))).rejects.toThrow();
    const crowd = await Promise.allSettled(
      Array.from({ length: 60 }, () => heavily("compare", before, after, null)),
    );
    expect(crowd.filter(({ status }) => status === "fulfilled").length).toBeGreaterThanOrEqual(40);
    expect(
      crowd
        .flatMap((each) => (each.status === "rejected" ? [each.reason instanceof TooHeavy] : []))
        .every(Boolean),
    ).toBe(true);
  });
});
