/**
 * One entry's step: from the credit before it and the text after it to the credit after it and the entry's figures.
 *
 * A word after the entry is explained by the first of these that fits:
 *   1. kept on the page (`compare`), 2. moved within it, 3. corrected in spelling,
 *   4. brought back whole: the page reads word for word as it did after an earlier entry,
 *   5. carried over: it stands elsewhere on the page, or stands on another page of the wiki,
 *   6. restored: it was removed from the wiki before (carried over too, if the same author took it off another page),
 *   7. added: it is new, and its author is the entry's.
 * Text nobody is credited with (starter text) is explained in the same way and stays nobody's.
 */
import { came, compare, type Comparison, corrected, moved } from "../diff/compare";
import { findRuns, type Run } from "../diff/runs";
import { flattenMemory, remember, type RemovedMemory, type RemovedRun, removedRun } from "./memory";
import { emptyOrigins, originKey, type OriginRuns, type Origins, unpackOrigins } from "./origins";
import { type BlockText, type CreditedText, flatWords } from "./text";

/**
 * The shortest run that counts as carried over or restored. Both look through far more text than a move does, and
 * student prose is full of stock phrases ("as can be seen in the figure below": eight words), so a run must be longer
 * than in a move to be more than chance. Runs that fill a whole block need only four words.
 */
export const shortestCarried = 8;
export const shortestRestored = 6;
export const shortestWholeBlock = 4;

/** Who wrote an entry: a person's id, or null for text that nobody is credited with. */
export type Author = string | null;

export interface EntryStep {
  /** The entry's number in its wiki, above all numbers before. */
  readonly entry: number;
  readonly author: Author;
  readonly page: string;
  /** The page before, and after. */
  readonly before: CreditedText;
  readonly after: BlockText;
  /** The other pages of the wiki as they stand; asked for only if words are left to explain. */
  readonly otherPages: () => readonly CreditedText[];
  /** The wiki's memory of removed text. */
  readonly memory: RemovedMemory;
  /** The credit of an earlier state of this page with exactly these words, or null. */
  readonly sameBefore: OriginRuns | null;
  /** The author of an earlier entry of the wiki. */
  readonly authorOf: (entry: number) => Author;
}

/** All figures count words, except `restyled`, which counts blocks. */
export interface EntryFigures {
  readonly added: number;
  readonly corrected: number;
  readonly moved: number;
  readonly carried: number;
  readonly restored: number;
  readonly restyled: number;
  /** Words that left the page and stand nowhere else in the wiki, by whose they were. */
  readonly removedOwn: number;
  readonly removedOthers: number;
  readonly removedStarter: number;
  /** Words brought back that the entry's author had removed: what the net of removed is made with. */
  readonly tookBackOwn: number;
  readonly tookBackOthers: number;
  /** The page's account: words before + in - out = words after. What was kept, moved and corrected is neither. */
  readonly wordsIn: number;
  readonly wordsOut: number;
  readonly wordsAfter: number;
}

export interface CreditedEntry {
  readonly text: CreditedText;
  readonly memory: RemovedMemory;
  readonly figures: EntryFigures;
}

const unexplained = 0;
const onPage = 1;
const carried = 2;
const restored = 3;
const added = 4;

/** Credits one entry. Pure; never throws on any text. The cost is that of `compare` plus the text searched. */
export function creditEntry(step: EntryStep): CreditedEntry {
  const comparison = compare(step.before.blocks, step.after);
  const after = flatWords(step.after);
  const origins = emptyOrigins(after.length);
  const how = new Uint8Array(after.length);
  const give = (word: number, entry: number, ordinal: number, reason: number) => {
    origins.entries[word] = entry;
    origins.ordinals[word] = ordinal;
    how[word] = reason;
  };
  comparison.fromBefore.forEach((from, word) => {
    if (from >= 0) give(word, step.before.origins.entries[from]!, step.before.origins.ordinals[from]!, onPage);
  });
  const tookBack = { own: 0, others: 0 };
  const broughtBack = new Set<number>();
  if (how.includes(unexplained)) {
    recallWhole(step, after, how, give);
    carryOver(step, after, how, give);
    restore(step, after, how, give, tookBack, broughtBack);
  }
  let ordinal = 0;
  for (let word = 0; word < how.length; word++) if (how[word] === unexplained) give(word, step.entry, ordinal++, added);
  const text = { blocks: step.after, origins };
  const left = removals(step, comparison, origins);
  return {
    text,
    memory: remember(step.memory, broughtBack, left.runs),
    figures: {
      added: ordinal,
      corrected: count(comparison.how, corrected),
      moved: count(comparison.how, moved),
      carried: count(how, carried),
      restored: count(how, restored),
      restyled: restyledBlocks(step.before.blocks, step.after),
      removedOwn: left.own,
      removedOthers: left.others,
      removedStarter: left.starter,
      tookBackOwn: tookBack.own,
      tookBackOthers: tookBack.others,
      wordsIn: count(comparison.how, came),
      wordsOut: count(comparison.went, 1),
      wordsAfter: after.length,
    },
  };
}

type Give = (word: number, entry: number, ordinal: number, reason: number) => void;

/** A page that reads exactly as it once did has the credit that it had then. */
function recallWhole(step: EntryStep, after: readonly string[], how: Uint8Array, give: Give): void {
  if (!step.sameBefore) return;
  const origins = unpackOrigins(step.sameBefore);
  if (origins.entries.length !== after.length) return;
  for (let word = 0; word < after.length; word++) {
    if (how[word] === unexplained) give(word, origins.entries[word]!, origins.ordinals[word]!, restored);
  }
}

/** Text that stands elsewhere on this page or on another page keeps its credit there and here. */
function carryOver(step: EntryStep, after: readonly string[], how: Uint8Array, give: Give): void {
  if (!hasOpenRun(how, shortestWholeBlock)) return;
  const standing = [...step.otherPages(), step.before];
  const source = standing.flatMap((text) => flatWords(text.blocks));
  const entries = standing.flatMap((text) => Array.from(text.origins.entries));
  const ordinals = standing.flatMap((text) => Array.from(text.origins.ordinals));
  for (const run of matchingRuns(source, after, how, shortestCarried, blockStarts(step.after))) {
    for (let at = 0; at < run.length; at++) {
      give(run.fromTarget + at, entries[run.fromSource + at]!, ordinals[run.fromSource + at]!, carried);
    }
  }
}

/** Text that was removed from this wiki before gets its credit back. */
function restore(
  step: EntryStep, after: readonly string[], how: Uint8Array, give: Give, tookBack: { own: number; others: number }, broughtBack: Set<number>,
): void {
  const memory = flattenMemory(step.memory);
  const inMemory = new Map<number, number>();
  memory.entries.forEach((entry, word) => inMemory.set(originKey(entry, memory.ordinals[word]!), word));
  if (hasOpenRun(how, shortestWholeBlock)) {
    for (const run of matchingRuns(memory.words, after, how, shortestRestored, blockStarts(step.after))) {
      for (let at = 0; at < run.length; at++) {
        const from = run.fromSource + at;
        const removed = step.memory[memory.runs[from]!]!;
        const reason = removed.by === step.author && removed.page !== step.page ? carried : restored;
        give(run.fromTarget + at, memory.entries[from]!, memory.ordinals[from]!, reason);
        noteReturn(from);
      }
    }
  }
  if (step.sameBefore) {
    const whole = unpackOrigins(step.sameBefore);
    how.forEach((reason, word) => {
      const from = inMemory.get(originKey(whole.entries[word] ?? 0, whole.ordinals[word] ?? 0));
      if (reason === restored && from !== undefined && !broughtBack.has(originKey(memory.entries[from]!, memory.ordinals[from]!))) noteReturn(from);
    });
  }

  function noteReturn(from: number): void {
    const entry = memory.entries[from]!;
    broughtBack.add(originKey(entry, memory.ordinals[from]!));
    if (step.memory[memory.runs[from]!]!.by !== step.author) return;
    const owner = step.authorOf(entry);
    if (owner === step.author) tookBack.own++;
    else if (owner !== null) tookBack.others++;
  }
}

/** Runs of at least `shortest` words, or fewer where they fill a block of `after`. */
function matchingRuns(source: readonly string[], after: readonly string[], how: Uint8Array, shortest: number, starts: ReadonlySet<number>): Run[] {
  const numbers = new Map<string, number>();
  const number = (word: string) => {
    let known = numbers.get(word);
    if (known === undefined) numbers.set(word, (known = numbers.size));
    return known;
  };
  const target = Int32Array.from(after, number);
  const runs = findRuns(Int32Array.from(source, number), () => true, target, (word) => how[word] === unexplained, shortestWholeBlock, true);
  return keepLongEnough(runs, shortest, starts);
}

/**
 * Runs that continue each other in both texts count together: a paragraph brought back with a word changed is one
 * run. A chain is kept if it has `shortest` words, or if it starts and ends with a block.
 */
function keepLongEnough(runs: readonly Run[], shortest: number, starts: ReadonlySet<number>): Run[] {
  const result: Run[] = [];
  for (let at = 0; at < runs.length; ) {
    const chain = [runs[at++]!];
    while (at < runs.length && continues(chain.at(-1)!, runs[at]!)) chain.push(runs[at++]!);
    const last = chain.at(-1)!;
    const length = chain.reduce((sum, run) => sum + run.length, 0);
    const isWholeBlock = starts.has(chain[0]!.fromTarget) && starts.has(last.fromTarget + last.length);
    if (length >= shortest || isWholeBlock) result.push(...chain);
  }
  return result;
}

function continues(run: Run, next: Run): boolean {
  const source = next.fromSource - run.fromSource - run.length;
  const target = next.fromTarget - run.fromTarget - run.length;
  return source >= 0 && source <= 2 && target >= 0 && target <= 2;
}

function blockStarts(blocks: BlockText): Set<number> {
  const starts = new Set([0]);
  let at = 0;
  for (const block of blocks) starts.add((at += block.words.length));
  return starts;
}

function hasOpenRun(how: Uint8Array, length: number): boolean {
  let open = 0;
  for (const reason of how) {
    open = reason === unexplained ? open + 1 : 0;
    if (open >= length) return true;
  }
  return false;
}

/** What the entry removed, as runs for the memory and as counts. Words of which a copy still stands did not go. */
function removals(step: EntryStep, { went }: Comparison, after: Origins): { runs: RemovedRun[]; own: number; others: number; starter: number } {
  const result = { runs: [] as RemovedRun[], own: 0, others: 0, starter: 0 };
  if (!went.includes(1)) return result;
  const standing = new Set<number>();
  for (const { entries, ordinals } of [after, ...step.otherPages().map((text) => text.origins)]) {
    entries.forEach((entry, word) => standing.add(originKey(entry, ordinals[word]!)));
  }
  const words = flatWords(step.before.blocks);
  const { entries, ordinals } = step.before.origins;
  const isGone = (word: number) => went[word] === 1 && !standing.has(originKey(entries[word]!, ordinals[word]!));
  for (let from = 0; from < words.length; ) {
    if (!isGone(from)) { from++; continue; }
    let to = from;
    for (; to < words.length && isGone(to); to++) {
      const owner = step.authorOf(entries[to]!);
      if (owner === null) result.starter++;
      else if (owner === step.author) result.own++;
      else result.others++;
    }
    result.runs.push(removedRun(step.page, step.author, words.slice(from, to), entries.slice(from, to), ordinals.slice(from, to)));
    from = to;
  }
  return result;
}

/** Blocks that read word for word as a block before, and look different: format, capitals or punctuation changed. */
function restyledBlocks(before: BlockText, after: BlockText): number {
  const looks = new Map<string, number[]>();
  for (const block of before) {
    const key = block.words.join(" ");
    looks.set(key, [...(looks.get(key) ?? []), block.look]);
  }
  let restyled = 0;
  for (const block of after) {
    const known = looks.get(block.words.join(" "));
    if (!known || known.length === 0) continue;
    const same = known.indexOf(block.look);
    if (same < 0) restyled++;
    known.splice(Math.max(same, 0), 1);
  }
  return restyled;
}

function count(flags: Uint8Array, value: number): number {
  let sum = 0;
  for (const flag of flags) if (flag === value) sum++;
  return sum;
}
