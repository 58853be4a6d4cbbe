/** The account of one entry: what came, what went, and whose it was. */
import { blockBreak } from "../text/breaks";
import { came, moved } from "../diff/ways";
import { repeatedWords, rewordedFrom } from "./added-words";
import { EntryCounts, type WordsByEntry } from "./entry-counts";
import { added, carried, type Explaining, restored } from "./explaining";
import { OriginSet } from "./origin-set";

/** All figures count words, except `restyled`, which counts blocks. */
export interface EntryFigures {
  readonly added: number;
  readonly corrected: number;
  readonly moved: number;
  readonly carried: number;
  readonly restored: number;
  /**
   * Of the restored words those that somebody else had removed: to take back what one did oneself is no work.
   */
  readonly gaveBack: number;
  /** Added words that repeat a run of words which this entry added too. */
  readonly repeated: number;
  /** Words of others in whose place the author put words of their own. */
  readonly reworded: number;
  readonly rewordedFrom: WordsByEntry;
  /**
   * 1 if the page was mainly others' before: they had more words on it than the author; starter text is
   * nobody's.
   */
  readonly onOthers: 0 | 1;
  readonly restyled: number;
  /** Words that left the page in this entry and stand on no other page of the wiki, by whose they were. */
  readonly removedOwn: number;
  readonly removedOthers: number;
  readonly removedStarter: number;
  /**
   * Words that the same author had removed from another page and brought here: a move, so `removed` is net of
   * them.
   */
  readonly broughtOverOwn: number;
  readonly broughtOverOthers: number;
  /**
   * Words that the same author had removed from this page and brought back: shown beside `removed`, which
   * stays a sum.
   */
  readonly tookBackOwn: number;
  readonly tookBackOthers: number;
  /**
   * The page's account: words before + in - out = words after. What was kept, moved and corrected is neither.
   */
  readonly wordsIn: number;
  readonly wordsOut: number;
  readonly wordsAfter: number;
  /** What the three figures of `removed` count, by the entry that wrote it. */
  readonly removedFrom: WordsByEntry;
  /** What the figures of `broughtOver` count (and starter words), by the entry that wrote it. */
  readonly broughtOverFrom: WordsByEntry;
  /**
   * Restored words, and words that the author had removed from another page, by the entry that removed them
   * and the one that wrote them.
   */
  readonly restoredFrom: RemovedWords;
  readonly movedFrom: RemovedWords;
  /** What `corrected` counts, by the entry that wrote it. */
  readonly correctedFrom: WordsByEntry;
  /** What `moved` counts, by the entry that wrote it. */
  readonly shiftedFrom: WordsByEntry;
  /** Words added right beside words of earlier entries in the same block, by the entry beside. */
  readonly addedBeside: WordsByEntry;
  /**
   * How the words standing on the page changed, by the entry that wrote them: below 0 where some went. Summed
   * over entries it is what stands.
   */
  readonly standingChange: WordsByEntry;
  /**
   * How many more words (below 0: fewer) stand in a place beside the first: copies, by the entry that wrote
   * them. Over the whole wiki a word counts once, however often it stands, so that `standingChange` less this
   * is what the entry changed of what stands in the wiki.
   */
  readonly copiesChange: WordsByEntry;
}

/**
 * The figures of an entry that did nothing. Also what an entry has in the place of figures that are newer
 * than what was stored of it, until that is computed anew.
 */
export const noFigures: EntryFigures = {
  added: 0,
  corrected: 0,
  moved: 0,
  carried: 0,
  restored: 0,
  gaveBack: 0,
  repeated: 0,
  reworded: 0,
  rewordedFrom: [],
  onOthers: 0,
  restyled: 0,
  removedOwn: 0,
  removedOthers: 0,
  removedStarter: 0,
  broughtOverOwn: 0,
  broughtOverOthers: 0,
  tookBackOwn: 0,
  tookBackOthers: 0,
  wordsIn: 0,
  wordsOut: 0,
  wordsAfter: 0,
  removedFrom: [],
  broughtOverFrom: [],
  restoredFrom: [],
  movedFrom: [],
  correctedFrom: [],
  shiftedFrom: [],
  addedBeside: [],
  standingChange: [],
  copiesChange: [],
};

/** Words that an earlier entry had removed: by that entry, and by the one that wrote them. */
export type RemovedWords = readonly (readonly [removedBy: number, owner: number, words: number])[];

/** `correctedNow`: the words that were corrected (see `correctedWords`). */
export function account(work: Explaining, correctedNow: readonly number[]): EntryFigures {
  const {
    comparison: { how, fromBefore, toAfter, restyled, changed },
    reasons,
    step,
  } = work;
  // The account before may have been broken off: who asks for the other pages may find that they must be read
  // first.
  counted.clear();
  const removedFrom = removals(work);
  const byWay = countEach(how, changed.bFrom, changed.bTo);
  const byReason = countEach(reasons, changed.bFrom, changed.bTo);
  for (const word of correctedNow) counted.add(step.before.origins.entries[fromBefore[word]!]!, 1);
  const correctedFrom = counted.take();
  for (let word = changed.bFrom; byWay[moved]! > 0 && word < changed.bTo; word++)
    if (how[word] === moved) counted.add(work.origins.entries[word]!, 1);
  const shiftedFrom = counted.take();
  let wordsOut = 0;
  for (let word = changed.aFrom; word < changed.aTo; word++) if (toAfter[word]! < 0) wordsOut++;
  // A page that was brought back whole may have changed its credit where its words stayed.
  const { aFrom, aTo, bFrom, bTo } = work.changed;
  counted.addAll(step.before.origins.entries, aFrom, aTo, -1);
  counted.addAll(work.origins.entries, bFrom, bTo, 1);
  const standingChange = counted.take();
  const whose = (counts: Iterable<readonly [number, number]>) => {
    const sums = { own: 0, others: 0, starter: 0 };
    for (const [entry, words] of counts) {
      const owner = step.authorOf(entry);
      sums[owner === null ? "starter" : owner === step.author ? "own" : "others"] += words;
    }
    return sums;
  };
  const reworded = byReason[added]! > 0 ? rewordedFrom(work) : [];
  const removed = whose(removedFrom),
    broughtOver = whose(work.broughtOver),
    tookBack = whose(work.tookBack);
  return {
    added: byReason[added]!,
    corrected: correctedNow.length,
    moved: byWay[moved]!,
    carried: byReason[carried]!,
    restored: byReason[restored]!,
    restyled,
    gaveBack: byReason[restored]! - tookBack.own - tookBack.others - tookBack.starter,
    repeated: byReason[added]! > 0 ? repeatedWords(work) : 0,
    reworded: reworded.reduce((sum, [, words]) => sum + words, 0),
    rewordedFrom: reworded,
    onOthers: step.isMainlyOthers() ? 1 : 0,
    removedOwn: removed.own,
    removedOthers: removed.others,
    removedStarter: removed.starter,
    broughtOverOwn: broughtOver.own,
    broughtOverOthers: broughtOver.others,
    tookBackOwn: tookBack.own,
    tookBackOthers: tookBack.others,
    wordsIn: byWay[came]!,
    wordsOut,
    wordsAfter: how.length,
    removedFrom,
    broughtOverFrom: sorted(work.broughtOver),
    restoredFrom: removedWords(work.restoredFrom),
    movedFrom: removedWords(work.movedFrom),
    correctedFrom,
    shiftedFrom,
    addedBeside: besides(work),
    standingChange,
    copiesChange: copiesChange(work),
  };
}

const counted = new EntryCounts();

/**
 * What the entry removed, by the entry that wrote it. Words that stand on another page too did not go: they
 * were moved there.
 */
function removals({ comparison: { toAfter, changed }, step, given }: Explaining): WordsByEntry {
  const { entries, ordinals } = step.before.origins;
  let elsewhere: OriginSet | undefined;
  let entry = -1,
    isSpread = false,
    count = 0;
  for (let word = changed.aFrom; word < changed.aTo; word++) {
    if (toAfter[word]! >= 0) continue;
    if (entries[word] !== entry) {
      if (count > 0) counted.add(entry, count);
      entry = entries[word]!;
      isSpread = step.isSpread(entry);
      count = 0;
    }
    if (!given.isEmpty && given.has(entry, ordinals[word]!)) continue;
    if (isSpread) {
      if (!elsewhere) {
        elsewhere = new OriginSet();
        for (const { origins } of step.others()) elsewhere.addAll(origins, step.isSpread);
      }
      if (elsewhere.has(entry, ordinals[word]!)) continue;
    }
    count++;
  }
  if (count > 0) counted.add(entry, count);
  return counted.take();
}

/**
 * Only words of entries that may stand in several places are looked for: mostly there are none, and nothing
 * is read.
 */
function copiesChange({ step, spread, origins, changed }: Explaining): WordsByEntry {
  const isSpread = (entry: number) => step.isSpread(entry) || spread.has(entry);
  const { aFrom, aTo, bFrom, bTo } = changed,
    before = step.before.origins;
  if (!someEntry(before.entries, aFrom, aTo, isSpread) && !someEntry(origins.entries, bFrom, bTo, isSpread))
    return [];
  const elsewhere = new OriginSet();
  for (const page of step.others()) elsewhere.addAll(page.origins, isSpread);
  for (const [from, to] of [
    [0, bFrom],
    [bTo, origins.entries.length],
  ] as const) {
    for (let word = from; word < to; word++)
      if (isSpread(origins.entries[word]!)) elsewhere.add(origins.entries[word]!, origins.ordinals[word]!);
  }
  for (const [{ entries, ordinals }, from, to, sign] of [
    [before, aFrom, aTo, -1],
    [origins, bFrom, bTo, 1],
  ] as const) {
    const met = new OriginSet();
    for (let word = from; word < to; word++) {
      const entry = entries[word]!,
        ordinal = ordinals[word]!;
      if (!isSpread(entry)) continue;
      if (elsewhere.has(entry, ordinal) || met.has(entry, ordinal)) counted.add(entry, sign);
      else met.add(entry, ordinal);
    }
  }
  return counted.take();
}

function someEntry(entries: Int32Array, from: number, to: number, is: (entry: number) => boolean): boolean {
  for (let word = from, last = -1; word < to; word++) {
    if (entries[word] === last) continue;
    last = entries[word]!;
    if (is(last)) return true;
  }
  return false;
}

/**
 * Each run of added words counts for the entry of the word before it in its block, or else of the word behind
 * it.
 */
function besides({ reasons, origins, comparison: { changed }, step: { after } }: Explaining): WordsByEntry {
  const isEdge = (word: number) => word >= reasons.length || after.breaks[word] === blockBreak;
  for (let word = changed.bFrom; word < changed.bTo;) {
    if (reasons[word] !== added) {
      word++;
      continue;
    }
    const from = word++;
    while (word < changed.bTo && reasons[word] === added && !isEdge(word)) word++;
    const beside = !isEdge(from) ? from - 1 : !isEdge(word) ? word : -1;
    if (beside >= 0) counted.add(origins.entries[beside]!, word - from);
  }
  return counted.take();
}

/** How often each of the numbers below eight stands there. */
function countEach(numbers: Uint8Array, from: number, to: number): Int32Array {
  const counts = new Int32Array(8);
  for (let at = from; at < to; at++) counts[numbers[at]!]!++;
  return counts;
}

function sorted(counts: ReadonlyMap<number, number>): WordsByEntry {
  return [...counts].filter(([, words]) => words !== 0).sort(([one], [other]) => one - other);
}

function removedWords(counts: ReadonlyMap<number, ReadonlyMap<number, number>>): RemovedWords {
  return [...counts]
    .flatMap(([removedBy, byOwner]) =>
      [...byOwner].map(([owner, words]) => [removedBy, owner, words] as const),
    )
    .sort((one, other) => one[0] - other[0] || one[1] - other[1]);
}
