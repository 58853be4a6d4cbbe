/**
 * One entry's words while they are explained: what each is taken to be so far, and where the removed ones
 * came to stand.
 */
import { passing } from "../text/room";
import type { Range } from "../diff/range";
import type { Comparison } from "../diff/compare";
import { partAt } from "../diff/part-at";
import { came } from "../diff/ways";
import type { EntryStep } from "./step";
import { OriginNumbers } from "./origin-numbers";
import { OriginSet } from "./origin-set";
import { emptyOrigins, type Origins } from "./origins";
import type { RemovedText } from "./removed";

export const unexplained = 0;
export const onPage = 1;
export const carried = 2;
export const restored = 3;
export const added = 4;

interface Removal {
  readonly at: number;
  readonly isSamePage: boolean;
}

export class Explaining {
  /** For each word after: how it is explained. */
  readonly reasons: Uint8Array;
  readonly origins: Origins;
  /** For each word before: where it stands now, or -1; and the words that this may have changed for. */
  toAfter: Int32Array;
  changed: Range;
  /** For each removed word that the page remembers: where it stands now, or -1; null while none came back. */
  removedToAfter: Int32Array | null = null;
  /**
   * Words that the entry's author had removed: brought back here, and brought over from other pages, by the
   * entry that wrote them.
   */
  readonly tookBack = new Map<number, number>();
  readonly broughtOver = new Map<number, number>();
  /**
   * Words that had been removed and were restored, or brought over by who had removed them, by the entry that
   * removed them and the one that wrote them.
   */
  readonly restoredFrom = new Map<number, Map<number, number>>();
  readonly movedFrom = new Map<number, Map<number, number>>();
  readonly spread = new Set<number>();
  /** Origins given to words that were not on the page: of them, a copy may have gone in the same entry. */
  readonly given = new OriginSet();
  #standing: OriginSet | undefined;
  /** When remembered words were removed last (see `noteRemovals`). */
  #removals: OriginNumbers | undefined;

  constructor(
    readonly step: EntryStep,
    readonly comparison: Comparison,
  ) {
    const {
      fromBefore,
      toAfter,
      changed: { aTo, bFrom, bTo },
    } = comparison;
    const { entries, ordinals } = step.before.origins;
    const after = (this.origins = emptyOrigins(fromBefore.length));
    this.reasons = passing.bytes(fromBefore.length).fill(onPage);
    this.toAfter = toAfter;
    this.changed = comparison.changed;
    after.entries.set(entries.subarray(0, bFrom));
    after.entries.set(entries.subarray(aTo), bTo);
    after.ordinals.set(ordinals.subarray(0, bFrom));
    after.ordinals.set(ordinals.subarray(aTo), bTo);
    for (let word = bFrom; word < bTo; word++) {
      const from = fromBefore[word]!;
      if (from < 0) {
        this.reasons[word] = unexplained;
        continue;
      }
      after.entries[word] = entries[from]!;
      after.ordinals[word] = ordinals[from]!;
    }
  }

  /** The first word that is still to be explained; the end of what changed if there is none. */
  firstOpen(): number {
    let word = this.comparison.changed.bFrom;
    while (word < this.comparison.changed.bTo && this.reasons[word] !== unexplained) word++;
    return word;
  }

  isOpen(): boolean {
    return this.firstOpen() < this.comparison.changed.bTo;
  }

  /** Gives a word the origin of a word that stands elsewhere. */
  carry(word: number, entry: number, ordinal: number): void {
    this.#give(word, entry, ordinal, carried);
    this.spread.add(entry);
  }

  /**
   * Gives a word the origin of a word that is remembered as removed by the entry `at`. If that stands again
   * already, this is a copy; if the entry's author removed it from another page, it was moved between pages.
   */
  restore(word: number, entry: number, ordinal: number, at: number, isSamePage: boolean): void {
    if (this.step.isSpread(entry) && this.#standsElsewhere(entry, ordinal))
      return this.carry(word, entry, ordinal);
    const last = this.#lastRemoval(entry, ordinal, { at, isSamePage });
    const isOwnAct = this.step.authorOf(last.at) === this.step.author;
    const isMove = isOwnAct && !last.isSamePage;
    this.#give(word, entry, ordinal, isMove ? carried : restored);
    countRemoved(isMove ? this.movedFrom : this.restoredFrom, last.at, entry);
    if (!isSamePage) this.spread.add(entry);
    const counts = last.isSamePage ? this.tookBack : this.broughtOver;
    if (isOwnAct) counts.set(entry, (counts.get(entry) ?? 0) + 1);
  }

  /** Gives a word an origin that the wiki has had: it stands elsewhere, was removed, or is forgotten. */
  bringOver(word: number, entry: number, ordinal: number): void {
    const removal = this.#removalOf(entry, ordinal);
    if (removal) this.restore(word, entry, ordinal, removal.at, removal.isSamePage);
    else this.carry(word, entry, ordinal);
  }

  /** Gives a word of this page back that is remembered at `flat`. */
  restoreInPlace(word: number, flat: number): void {
    const { removed } = this.step.before;
    this.restore(
      word,
      removed.origins.entries[flat]!,
      removed.origins.ordinals[flat]!,
      removed.at[partAt(removed.starts, flat)]!,
      true,
    );
    this.#markBack(flat, word);
  }

  /**
   * Whether a word of this page that is remembered at `flat` stands again: then what comes of it is a copy.
   */
  isBack(flat: number): boolean {
    return (this.removedToAfter?.[flat] ?? -1) >= 0;
  }

  /**
   * Gives a kept word another origin: the one that it had when the page read so before, remembered at `flat`
   * if it was removed, or else -1.
   */
  recredit(word: number, entry: number, ordinal: number, flat: number): void {
    this.origins.entries[word] = entry;
    this.origins.ordinals[word] = ordinal;
    if (flat >= 0) this.#markBack(flat, word);
  }

  /** Says anew where the words before stand. */
  moveAll(toAfter: Int32Array): void {
    this.toAfter = toAfter;
    this.changed = { aFrom: 0, aTo: toAfter.length, bFrom: 0, bTo: this.reasons.length };
  }

  /** Gives the words to the entry that the comparison takes for new, if they are still open. */
  addNew(): void {
    const {
      newWords,
      changed: { bFrom, bTo },
    } = this.comparison;
    if (!newWords) return;
    for (let word = bFrom; word < bTo; word++) {
      if (newWords[word] === 0 || this.reasons[word] !== unexplained) continue;
      this.origins.entries[word] = this.step.entry;
      this.reasons[word] = added;
    }
  }

  /** Gives all words that are still open to the entry, and numbers what it adds. */
  addRest(): void {
    const { bFrom, bTo } = this.comparison.changed;
    let ordinal = 0;
    for (let word = bFrom; word < bTo; word++) {
      if (this.reasons[word] !== unexplained && this.reasons[word] !== added) continue;
      this.origins.entries[word] = this.step.entry;
      this.origins.ordinals[word] = ordinal++;
      this.reasons[word] = added;
    }
  }

  /** A word was not kept, nor moved, after all. */
  letGo(word: number): void {
    const { fromBefore, toAfter, how } = this.comparison;
    const from = fromBefore[word]!;
    toAfter[from] = -1;
    if (this.toAfter[from] === word) this.toAfter[from] = -1;
    fromBefore[word] = -1;
    how[word] = came;
    this.reasons[word] = unexplained;
  }

  #markBack(flat: number, word: number): void {
    this.removedToAfter ??= passing.numbers(this.step.before.removed.words.length).fill(-1);
    if (this.removedToAfter[flat]! < 0) this.removedToAfter[flat] = word;
  }

  #give(word: number, entry: number, ordinal: number, reason: number): void {
    this.origins.entries[word] = entry;
    this.origins.ordinals[word] = ordinal;
    this.reasons[word] = reason;
    this.given.add(entry, ordinal);
  }

  /**
   * Where and when a word was removed last: text that went from page to page is remembered on each of them.
   */
  #lastRemoval(entry: number, ordinal: number, known: Removal): Removal {
    return this.step.isSpread(entry) ? (this.#removalOf(entry, ordinal) ?? known) : known;
  }

  /** Where and when a word was removed last that is remembered; null if it is not. */
  #removalOf(entry: number, ordinal: number): Removal | null {
    if (!this.#removals) {
      this.#removals = new OriginNumbers();
      noteRemovals(this.#removals, this.step.before.removed, true);
      for (const page of this.step.others()) noteRemovals(this.#removals, page.removed, false);
    }
    const last = this.#removals.get(entry, ordinal);
    return last > 0 ? { at: (last >> 1) - 1, isSamePage: (last & 1) === 1 } : null;
  }

  /** Whether a word with this origin is kept on the page or stands on another. */
  #standsElsewhere(entry: number, ordinal: number): boolean {
    if (!this.#standing) {
      const standing = (this.#standing = new OriginSet());
      for (const { origins } of this.step.others()) standing.addAll(origins, this.step.isSpread);
      const { fromBefore } = this.comparison;
      const { entries, ordinals } = this.step.before.origins;
      for (let word = 0; word < fromBefore.length; word++) {
        const from = fromBefore[word]!;
        if (from >= 0 && this.step.isSpread(entries[from]!)) standing.add(entries[from]!, ordinals[from]!);
      }
    }
    return this.#standing.has(entry, ordinal);
  }
}

function countRemoved(counts: Map<number, Map<number, number>>, removedBy: number, owner: number): void {
  const byOwner = counts.get(removedBy) ?? counts.set(removedBy, new Map()).get(removedBy)!;
  byOwner.set(owner, (byOwner.get(owner) ?? 0) + 1);
}

/**
 * Notes of each word of a page when it was removed, as `2 · (entry + 1)` and one more for the same page,
 * where that is the latest.
 */
function noteRemovals(
  removals: OriginNumbers,
  { origins: { entries, ordinals }, starts, at }: RemovedText,
  isSamePage: boolean,
): void {
  for (let run = 0; run < at.length; run++) {
    const removal = 2 * (at[run]! + 1) + (isSamePage ? 1 : 0);
    for (let word = starts[run]!; word < starts[run + 1]!; word++) {
      if (removals.get(entries[word]!, ordinals[word]!) < removal)
        removals.set(entries[word]!, ordinals[word]!, removal);
    }
  }
}
