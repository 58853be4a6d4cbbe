/**
 * Laws that hold without a known truth, on histories that were not made for it: the versions of this
 * project's own documents, or those of a folder that LAWS_FOLDER names, with a folder for each document and a
 * file for each version.
 */
import { execFileSync } from "node:child_process";
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { plainBlocks } from "@/core/credit/text";
import { CreditedWiki } from "@/core/credit/wiki";
import { dice } from "@/core/roster/dice";

export interface LawsHeld {
  readonly documents: number;
  readonly versions: number;
  /** Words whose credit a blanking and restoring between two versions left as it was, of all compared. */
  readonly blanking: { same: number; of: number };
  /** Words that kept their credit when the blocks of a version were put in another order. */
  readonly moving: { same: number; of: number };
}

const git = (...args: string[]) =>
  execFileSync("git", args, { encoding: "utf8", maxBuffer: 1 << 28, stdio: ["ignore", "pipe", "ignore"] });

/** Every text of the project with at least three versions, each with all of them, oldest first. */
function documents(): string[][] {
  const folder = process.env.LAWS_FOLDER;
  if (folder)
    return readdirSync(folder).map((document) =>
      readdirSync(join(folder, document))
        .sort()
        .map((version) => readFileSync(join(folder, document, version), "utf8")),
    );
  const paths = git("ls-files", "*.md", "src/**/*.ts", "src/**/*.tsx").split("\n").filter(Boolean);
  return paths
    .map((path) =>
      git("log", "--format=%H", "--reverse", "--", path)
        .split("\n")
        .filter(Boolean)
        .map((commit) => {
          try {
            return git("show", `${commit}:${path}`);
          } catch {
            return "";
          }
        }),
    )
    .filter((versions) => versions.length >= 3);
}

function credit(versions: readonly string[], from = new CreditedWiki()): CreditedWiki {
  versions.forEach((text) =>
    from.record({
      entry: from.authors.size,
      author: `a${from.authors.size % 5}`,
      page: "p",
      blocks: plainBlocks(text),
    }),
  );
  return from;
}

export function checkLaws(most: number): LawsHeld {
  const all = documents().slice(0, most);
  const held = {
    documents: all.length,
    versions: all.reduce((sum, each) => sum + each.length, 0),
    blanking: { same: 0, of: 0 },
    moving: { same: 0, of: 0 },
  };
  all.forEach((versions, index) => {
    const plain = credit(versions).pages.get("p")!.origins.entries;
    for (let at = 1; at <= versions.length; at++) {
      const blanked = credit([
        ...versions.slice(0, at),
        "",
        versions[at - 1]!,
        ...versions.slice(at),
      ]).pages.get("p")!.origins.entries;
      plain.forEach((entry, word) => {
        if (blanked[word] === (entry < at ? entry : entry + 2)) held.blanking.same++;
      });
      held.blanking.of += plain.length;
    }
    const throwDice = dice(index);
    const wiki = credit(versions);
    const before = wiki.pages.get("p")!;
    const blocks = plainBlocks(versions.at(-1)!).filter((block) => /\w/.test(block.text));
    const order = blocks
      .map((_, block) => ({ block, rank: throwDice.part() }))
      .sort((one, other) => one.rank - other.rank)
      .map(({ block }) => block);
    wiki.record({
      entry: wiki.authors.size,
      author: "mover",
      page: "p",
      blocks: order.map((block) => blocks[block]!),
    });
    const after = wiki.pages.get("p")!;
    const { starts } = before.text;
    const expected = order.flatMap((block) => [
      ...before.origins.entries.slice(starts[block], starts[block + 1]),
    ]);
    expected.forEach((entry, word) => {
      if (after.origins.entries[word] === entry) held.moving.same++;
    });
    held.moving.of += expected.length;
  });
  return held;
}
