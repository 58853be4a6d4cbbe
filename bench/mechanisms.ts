/** The mechanisms of the engine, each as the change to its sources that switches it off. */
import type { Change } from "./changed";

export interface Mechanism {
  readonly name: string;
  readonly off: readonly Change[];
}

const diff = (file: string, find: string, put: string): Change => ({
  file: `src/core/diff/${file}`,
  find,
  put,
});
const credit = (file: string, find: string, put: string): Change => ({
  file: `src/core/credit/${file}`,
  find,
  put,
});
const off = (name: string, ...changes: readonly Change[]): Mechanism => ({ name, off: changes });

export const mechanisms: readonly Mechanism[] = [
  off("keep all where only breaks changed", diff("compare.ts", "!keepIfOnlyReflowed(matching)", "true")),
  off("keep over joined and split blocks", diff("compare.ts", "    keepOverBreaks(matching);\n", "")),
  off("move runs", diff("compare.ts", "    moveRuns(matching);\n", "")),
  off("moves in several rounds", diff("moves.ts", "round < mostMoveRounds", "round < 1")),
  off("fill gaps beside what is known", diff("compare.ts", "    fillBlocks(matching, first, bTo);\n", "")),
  off("corrected spelling", diff("compare.ts", "    correct(before, after, vocabulary, matching);\n", "")),
  off(
    "text typed again",
    diff(
      "correct.ts",
      "      retyped(before, after, folded, { beforeAt, afterFrom, afterTo: afterAt }, result);\n",
      "",
    ),
  ),
  off(
    "whole blocks that moved",
    diff(
      "compare.ts",
      "const source = partner[at]! < 0 ? left.get(b[at]!)?.at(-1) : undefined;",
      "const source: number | undefined = undefined;",
    ),
  ),
  off(
    "bonus of whole blocks that moved",
    diff("compare.ts", "const bitsOfWholeBlock = 10;", "const bitsOfWholeBlock = 0;"),
  ),
  off(
    "pairs of blocks",
    diff("block-pairs.ts", "  if (isShort(words)) return none;", "  if (words) return none;"),
  ),
  off(
    "other texts are not compared in order",
    diff("block-pairs.ts", "return { ...none, areOtherTexts: true };", "return none;"),
  ),
  off("new words in blocks changed all over", diff("compare.ts", "      this.matching.takeForNew(b);\n", "")),
  off(
    "cost of change by density",
    diff(
      "density.ts",
      "  return Math.min(1, (Math.log2(1 + known / changes)",
      "  if (known > 0) return 1;\n  return Math.min(1, (Math.log2(1 + known / changes)",
    ),
  ),
  off("words that stand abreast", diff("align.ts", "    alignAbreast(a, b, inner, most, keep) ||\n", "")),
  off(
    "no exact search where little is shared",
    diff("align.ts", "const mostUnshared = 0.55;", "const mostUnshared = 2;"),
  ),
  off("cuts at anchors", diff("budgets.ts", "export const deepestCut = 4;", "export const deepestCut = 0;")),
  off(
    "let go of kept runs that are chance",
    diff(
      "stretch.ts",
      "if (!dropChance(stretch, runs, evidence, cost)) return from;",
      "if (runs) return from;",
    ),
  ),
  off("grow runs after letting go", diff("stretch.ts", "  growRuns(stretch, runs, from);\n", "")),
  off(
    "cheap ends of small changes",
    diff("stretch.ts", "const smallChange = 3;", "const smallChange = 0.1;"),
  ),
  off(
    "slide changes to sentences",
    diff(
      "stretch.ts",
      "  if (!isAnyKept) return from;\n  slideChanges(stretch, from);",
      "  if (!isAnyKept) return from;",
    ),
    diff(
      "stretch.ts",
      "  growRuns(stretch, runs, from);\n  slideChanges(stretch, from);",
      "  growRuns(stretch, runs, from);",
    ),
  ),
  off(
    "words by what they follow",
    diff("evidence.ts", "const trustInPairs = 0.5;", "const trustInPairs = 0;"),
  ),
  off(
    "further words of a run prove less",
    diff("evidence.ts", "const partInRun = 0.5;", "const partInRun = 1;"),
  ),
  off(
    "a limit of linked runs",
    diff("budgets.ts", "export const mostLinked = 500;", "export const mostLinked = 1e9;"),
  ),
  off(
    "wider steps on one side",
    diff("joined-runs.ts", "const widestOnOneSide = 8;", "const widestOnOneSide = 4;"),
  ),
  off(
    "chains over parts",
    diff(
      "joined-runs.ts",
      "    if (!text.parts) return -1;\n    if (isPartEnd",
      "    if (text) return -1;\n    if (isPartEnd",
    ),
  ),
  off(
    "fragments must prove more",
    diff("needed.ts", "const bitsOfFragment = 60;", "const bitsOfFragment = 0;"),
  ),
  off(
    "whole parts must prove less",
    diff("needed.ts", "this.#ofParts = parts === 0 ? ", "this.#ofParts = parts >= 0 ? "),
  ),
  off(
    "runs across parts",
    diff("find-runs.ts", "    if (source.parts) this.#findAcross(source, source.parts, of);\n", ""),
  ),
  off(
    "every second triple of long texts",
    diff("budgets.ts", "export const longTarget = 500;", "export const longTarget = 1e9;"),
  ),
  off(
    "long runs only in phrases",
    diff("seeds.ts", "const fewestInPhrases = 300;", "const fewestInPhrases = 1e9;"),
  ),
  off(
    "a look for a shared passage",
    credit(
      "search.ts",
      "if (seedsOf(target).areOfPhrases && !sharePassage(sources, target, shortestInPhrases)) return;",
      "",
    ),
  ),
  off(
    "whole earlier states",
    credit("entry.ts", "if (step.sameBefore) return recall(work, step.sameBefore);", ""),
  ),
  off(
    "whole states of other pages",
    credit("entry.ts", "  if (elsewhere) return recallElsewhere(work, elsewhere);\n", ""),
  ),
  off("earlier states with changes", credit("entry.ts", "  if (nearly) recall(work, nearly);\n", "")),
  off("put back what was removed there", credit("entry.ts", "  putBack(work);\n", "")),
  off(
    "fill passages",
    credit("search.ts", "    takeAlong(work, {", "    if (step.entry < 0) takeAlong(work, {"),
  ),
  off("search the wiki", credit("entry.ts", "  if (work.isOpen()) search(work);\n", "")),
  off(
    "copies are one witness",
    credit(
      "search.ts",
      "copies: seen.addAll(origins, isSpread)",
      "copies: null && seen.addAll(origins, isSpread)",
    ),
  ),
];
