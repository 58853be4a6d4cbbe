/**
 * Two states of a page as one list of blocks to show: in the page's own formatting, with what came, went and
 * moved. The same comparison as for credit decides about words; this only finds places for them to be seen
 * in.
 */
import { canonical } from "../document/canonical";
import { isObject, type Leaf, leaves, objectKey, objectMark, type Piece, styleOf } from "../document/leaves";
import type { DocumentNode, PageDocument } from "../document/model";
import { Vocabulary } from "../text/vocabulary";
import type { WordPlaces } from "../text/segmented";
import { wordPlaces } from "../text/words";
import { compare } from "../diff/compare";
import { readBlocks } from "../diff/sequence";
import { came, kept, moved } from "../diff/ways";

export type Change = "kept" | "restyled" | "came" | "went" | "moved" | "moved away";

export interface Segment extends Piece {
  readonly change: Change;
  /**
   * Where it is shown who did what: the entry that wrote what stands or came, or that took away what went.
   */
  readonly entry?: number;
  /** Where it was moved from one page to another: the entry on the other one. */
  readonly otherEnd?: number;
}

/**
 * Which entry did what between two states, by the numbers of their words; undefined where nobody asks, or
 * nobody knows.
 */
export interface Doers {
  /** For a word of the later state that came or was moved: the entry that did so. */
  readonly came: (word: number) => number | undefined;
  /** For a word of the earlier state that went: the entry that took it away. */
  readonly went: (word: number) => number | undefined;
}

/**
 * By their numbers, the entries on other pages to which words that went were moved, and from which words that
 * came; undefined: none.
 */
export interface OtherEnds {
  readonly to: (word: number) => number | undefined;
  readonly from: (word: number) => number | undefined;
}

const nobodyAsks: Doers = { came: () => undefined, went: () => undefined };

export interface ComparedBlock {
  /** How the block looks: as it is after, or as it was for blocks that went. */
  readonly look: Pick<Leaf, "kind" | "level" | "frames" | "node">;
  /** What stood in the place of a picture, an equation or another such block, where it became another one. */
  readonly was?: DocumentNode;
  /** What happened to the block as a whole; "changed" if only to part of it. */
  readonly state: "same" | "changed" | "restyled" | "came" | "went" | "moved" | "moved away";
  readonly segments: readonly Segment[];
}

interface Side {
  readonly leaves: readonly Leaf[];
  readonly words: readonly WordPlaces[];
  /** The number, over the whole text, of each leaf's first word. */
  readonly firstWord: readonly number[];
}

function side(document: PageDocument): Side {
  const found = leaves(document);
  const wordsOf = found.map((leaf) => wordPlaces(leaf.text));
  let count = 0;
  const firstWord = wordsOf.map(({ from }) => {
    const first = count;
    count += from.length;
    return first;
  });
  return { leaves: found, words: wordsOf, firstWord };
}

/**
 * The blocks of `after` in order, each with what changed in it, and between them the blocks that went. Every
 * word of `after` is in exactly one segment that is not "went" or "moved away"; every word of `before` that
 * is not kept is in exactly one that is.
 */
export function compareDocuments(
  before: PageDocument,
  after: PageDocument,
  doers: Doers = nobodyAsks,
  ends?: OtherEnds,
): ComparedBlock[] {
  const a = side(before),
    b = side(after);
  const vocabulary = new Vocabulary();
  const read = ({ leaves }: Side) =>
    readBlocks(
      leaves.map((leaf) => ({ id: leaf.id, text: leaf.text, style: "" })),
      [],
      vocabulary,
    );
  const comparison = compare(read(a), read(b), vocabulary);
  const leafOfWord = new Int32Array(comparison.toAfter.length);
  a.words.forEach(({ from }, leaf) =>
    leafOfWord.fill(leaf, a.firstWord[leaf], a.firstWord[leaf]! + from.length),
  );
  const movedAway = new Set<number>();
  comparison.how.forEach((how, word) => {
    if (how === moved) movedAway.add(comparison.fromBefore[word]!);
  });
  const keptElsewhere = (word: number) =>
    comparison.toAfter[word]! >= 0 && !movedAway.has(word) && !correctedFrom.has(word);
  const correctedFrom = new Set<number>();
  comparison.how.forEach((how, word) => {
    if (how !== came && how !== kept && how !== moved) correctedFrom.add(comparison.fromBefore[word]!);
  });

  const endBefore = (word: number) => (ends && comparison.toAfter[word]! < 0 ? ends.to(word) : undefined);
  const endAfter = (word: number) => (ends && comparison.how[word] === came ? ends.from(word) : undefined);
  const wordBefore = (word: number): Change | null =>
    movedAway.has(word) || endBefore(word) !== undefined ? "moved away" : keptElsewhere(word) ? null : "went";
  const wordAfter = (word: number): Change =>
    comparison.how[word] === moved || endAfter(word) !== undefined
      ? "moved"
      : comparison.how[word] === kept
        ? "kept"
        : "came";
  const partners = pairLeaves(a, b, comparison, leafOfWord);

  const result: ComparedBlock[] = [];
  const isPaired = new Set(partners.filter((leaf) => leaf >= 0));
  let nextBefore = 0;
  const showGone = (until: number) => {
    for (; nextBefore < until; nextBefore++)
      if (!isPaired.has(nextBefore)) result.push(...goneBlock(nextBefore));
  };
  b.leaves.forEach((leaf, index) => {
    const partner = partners[index]!;
    if (partner >= 0) showGone(partner);
    result.push(partner >= 0 ? pairedBlock(partner, index) : newBlock(leaf, index));
  });
  showGone(a.leaves.length);
  return result;

  function goneBlock(index: number): ComparedBlock[] {
    const leaf = a.leaves[index]!;
    const segments = stretch(
      leaf,
      a.words[index]!,
      a.firstWord[index]!,
      0,
      leaf.text.length,
      wordBefore,
      "went",
      doers.went,
      endBefore,
    );
    const changes = new Set(segments.map((segment) => segment.change));
    if (isObject(leaf)) return [{ look: leaf, state: "went", segments }];
    if (changes.size === 0 || leaf.text === "") return [];
    return [{ look: leaf, state: changes.has("went") ? "went" : "moved away", segments }];
  }

  function newBlock(leaf: Leaf, index: number): ComparedBlock {
    const segments = stretch(
      leaf,
      b.words[index]!,
      b.firstWord[index]!,
      0,
      leaf.text.length,
      wordAfter,
      "came",
      doers.came,
      endAfter,
    );
    const changes = new Set(segments.map((segment) => segment.change));
    const state = isObject(leaf)
      ? "came"
      : changes.size > 1
        ? "changed"
        : changes.has("moved")
          ? "moved"
          : changes.has("kept")
            ? "changed"
            : leaf.text === ""
              ? "same"
              : "came";
    return { look: leaf, state, segments };
  }

  function pairedBlock(aIndex: number, bIndex: number): ComparedBlock {
    const aLeaf = a.leaves[aIndex]!,
      bLeaf = b.leaves[bIndex]!;
    if (aLeaf.text === bLeaf.text && styleOf(aLeaf) === styleOf(bLeaf)) {
      return {
        look: bLeaf,
        state: "same",
        segments: bLeaf.pieces.map((piece) => ({ ...piece, change: "kept" })),
      };
    }
    const aWords = a.words[aIndex]!,
      bWords = b.words[bIndex]!;
    const segments: Segment[] = [];
    let aAt = 0,
      bAt = 0,
      eachUntil = 0;
    /**
     * How many words follow a kept one that are kept as well, with the same between them and no thing but
     * text.
     */
    const keptTogether = (aWord: number, bWord: number): number => {
      const aFirst = a.firstWord[aIndex]!,
        bFirst = b.firstWord[bIndex]!;
      const shift = bWords.from[bWord]! - aWords.from[aWord]!;
      let more = 0;
      while (aWord + more + 1 < aWords.from.length && bWord + more + 1 < bWords.from.length) {
        const source = aWord + more + 1,
          target = bWord + more + 1;
        if (
          comparison.how[bFirst + target] !== kept ||
          comparison.fromBefore[bFirst + target] !== aFirst + source ||
          bWords.from[target]! - aWords.from[source]! !== shift
        )
          break;
        const written = bLeaf.text.slice(bWords.to[target - 1], bWords.to[target]);
        if (
          written !== aLeaf.text.slice(aWords.to[source - 1], aWords.to[source]) ||
          written.includes(objectMark)
        )
          break;
        more++;
      }
      return more;
    };
    const showBetween = (aTo: number, bTo: number) => {
      const aText = aLeaf.text.slice(aAt, aTo),
        bText = bLeaf.text.slice(bAt, bTo);
      if (aText === bText && sameObjects(aLeaf, aAt, aTo, bLeaf, bAt, bTo))
        return segments.push(...keptStretch(aLeaf, aAt, bLeaf, bAt, bTo));
      const lead = commonSpace(aText, bText);
      const tail = commonSpace(
        [...aText.slice(lead)].reverse().join(""),
        [...bText.slice(lead)].reverse().join(""),
      );
      segments.push(...keptStretch(aLeaf, aAt, bLeaf, bAt, bAt + lead));
      segments.push(
        ...stretch(
          aLeaf,
          aWords,
          a.firstWord[aIndex]!,
          aAt + lead,
          aTo - tail,
          wordBefore,
          "went",
          doers.went,
          endBefore,
        ),
      );
      segments.push(
        ...stretch(
          bLeaf,
          bWords,
          b.firstWord[bIndex]!,
          bAt + lead,
          bTo - tail,
          wordAfter,
          "came",
          doers.came,
          endAfter,
        ),
      );
      return segments.push(...keptStretch(aLeaf, aTo - tail, bLeaf, bTo - tail, bTo));
    };
    for (let index = 0; index < bWords.from.length; index++) {
      const from = comparison.fromBefore[b.firstWord[bIndex]! + index]!;
      if (comparison.how[b.firstWord[bIndex]! + index] !== kept || leafOfWord[from] !== aIndex) continue;
      const source = from - a.firstWord[aIndex]!;
      const aFrom = aWords.from[source]!,
        bFrom = bWords.from[index]!;
      if (aFrom < aAt) continue;
      showBetween(aFrom, bFrom);
      // Words that stay together are shown together, unless the look of some of them changed: then it is said
      // of each.
      const more = index < eachUntil ? 0 : keptTogether(source, index);
      const together = keptStretch(aLeaf, aFrom, bLeaf, bFrom, bWords.to[index + more]!);
      const isOne = more === 0 || together.every(({ change }) => change === "kept");
      if (!isOne) eachUntil = index + more;
      const last = isOne ? more : 0;
      segments.push(...(isOne ? together : keptStretch(aLeaf, aFrom, bLeaf, bFrom, bWords.to[index]!)));
      [aAt, bAt] = [aWords.to[source + last]!, bWords.to[index + last]!];
      index += last;
    }
    showBetween(aLeaf.text.length, bLeaf.text.length);
    const joined = joinSegments(segments);
    const isChanged = joined.some((segment) => segment.change !== "kept" && segment.change !== "restyled");
    const isOther = isObject(aLeaf) && isObject(bLeaf) && whichObject(aLeaf.node) !== whichObject(bLeaf.node);
    return {
      look: bLeaf,
      state: isChanged || isOther ? "changed" : "restyled",
      segments: joined,
      ...(isOther ? { was: aLeaf.node } : {}),
    };
  }
}

/** Which picture, equation or address it is, whatever its size and place. */
function whichObject({ type, attrs }: DocumentNode): string {
  return JSON.stringify([type, attrs?.file, attrs?.latex, attrs?.href]);
}

/** Whether what is no text, within two stretches of equal text, is the same. */
function sameObjects(
  aLeaf: Leaf,
  aFrom: number,
  aTo: number,
  bLeaf: Leaf,
  bFrom: number,
  bTo: number,
): boolean {
  const keys = (leaf: Leaf, from: number, to: number) =>
    slice(leaf, from, to)
      .flatMap(({ object }) => (object ? [objectKey(object)] : []))
      .join();
  return keys(aLeaf, aFrom, aTo) === keys(bLeaf, bFrom, bTo);
}

/**
 * For each leaf after, the leaf before that most of its kept words come from, if that leaf chose it too; or
 * -1. Pictures and the like without words are known by their ids.
 */
function pairLeaves(
  a: Side,
  b: Side,
  { fromBefore, how }: ReturnType<typeof compare>,
  leafOfWord: Int32Array,
): number[] {
  const best = new Map<number, { leaf: number; count: number }>();
  const wish = b.leaves.map((leaf, index) => {
    const counts = new Map<number, number>();
    b.words[index]!.from.forEach((_, word) => {
      const number = b.firstWord[index]! + word;
      if (how[number] !== kept) return;
      const source = leafOfWord[fromBefore[number]!]!;
      counts.set(source, (counts.get(source) ?? 0) + 1);
    });
    let wanted = { leaf: -1, count: 0 };
    for (const [source, count] of counts) if (count > wanted.count) wanted = { leaf: source, count };
    const rival = best.get(wanted.leaf);
    if (wanted.leaf >= 0 && (!rival || rival.count < wanted.count))
      best.set(wanted.leaf, { leaf: index, count: wanted.count });
    return wanted.leaf;
  });
  const paired = wish.map((source, index) => (best.get(source)?.leaf === index ? source : -1));
  const objects = new Map(
    a.leaves.flatMap((leaf, index) =>
      isObject(leaf) && leaf.id !== null && !paired.includes(index) ? [[leaf.id, index] as const] : [],
    ),
  );
  return paired.map((source, index) =>
    source < 0 && isObject(b.leaves[index]!) ? (objects.get(b.leaves[index]!.id ?? "") ?? -1) : source,
  );
}

/**
 * Part of a leaf as segments, each word with its own change and what lies between with the word before it.
 */
function stretch(
  leaf: Leaf,
  leafWords: WordPlaces,
  firstWord: number,
  from: number,
  to: number,
  changeOf: (word: number) => Change | null,
  between: Change,
  entryOf: (word: number) => number | undefined,
  endOf: (word: number) => number | undefined,
): Segment[] {
  const segments: Segment[] = [];
  let at = from;
  let change: Change | null = between;
  let entry: number | undefined, otherEnd: number | undefined;
  let started = false;
  for (let index = 0; index < leafWords.from.length; index++) {
    if (leafWords.from[index]! < from || leafWords.to[index]! > to) continue;
    const own = changeOf(firstWord + index);
    const by = own === null || own === "kept" ? undefined : entryOf(firstWord + index);
    const end = own === "moved" || own === "moved away" ? endOf(firstWord + index) : undefined;
    if (started && (own !== change || by !== entry || end !== otherEnd)) push(leafWords.from[index]!);
    [change, entry, otherEnd] = [own, by, end];
    started = true;
  }
  push(to);
  return segments;

  function push(until: number): void {
    if (change !== null)
      segments.push(
        ...slice(leaf, at, until).map((piece): Segment => ({
          ...piece,
          change: change!,
          ...(entry === undefined ? {} : { entry }),
          ...(otherEnd === undefined ? {} : { otherEnd }),
        })),
      );
    at = until;
  }
}

/** Text that is the same on both sides: "restyled" where its marks differ. */
function keptStretch(aLeaf: Leaf, aFrom: number, bLeaf: Leaf, bFrom: number, bTo: number): Segment[] {
  let at = aFrom;
  return slice(bLeaf, bFrom, bTo).map((piece) => {
    const was = slice(aLeaf, at, at + piece.text.length);
    at += piece.text.length;
    const same =
      was.every((each) => looksAlike(each, piece)) && was.map((each) => each.text).join("") === piece.text;
    return { ...piece, change: same ? "kept" : "restyled" };
  });
}

function looksAlike(one: Piece, other: Piece): boolean {
  return (
    sameMarks(one, other) &&
    (one.object === other.object ||
      (!!one.object && !!other.object && objectKey(one.object) === objectKey(other.object)))
  );
}

/** Most words have no marks, and the words of a stretch have the same ones. */
function sameMarks({ marks: one }: Piece, { marks: other }: Piece): boolean {
  return (
    one === other ||
    (one.length === other.length && (one.length === 0 || canonical(one) === canonical(other)))
  );
}

/** The pieces of a leaf between two offsets, cut at their edges. */
export function slice(leaf: Pick<Leaf, "pieces">, from: number, to: number): Piece[] {
  const found: Piece[] = [];
  let at = 0;
  for (const piece of leaf.pieces) {
    const start = Math.max(from, at),
      end = Math.min(to, at + piece.text.length);
    if (start < end) found.push({ ...piece, text: piece.text.slice(start - at, end - at) });
    at += piece.text.length;
  }
  return found;
}

/** How many white-space characters both begin with. */
function commonSpace(one: string, other: string): number {
  let length = 0;
  while (length < one.length && one[length] === other[length] && /\s/.test(one[length]!)) length++;
  return length;
}

function joinSegments(segments: readonly Segment[]): Segment[] {
  const result: Segment[] = [];
  for (const segment of segments) {
    const last = result.at(-1);
    if (
      last &&
      !last.object &&
      !segment.object &&
      last.change === segment.change &&
      last.entry === segment.entry &&
      last.otherEnd === segment.otherEnd &&
      sameMarks(last, segment)
    ) {
      result[result.length - 1] = { ...last, text: last.text + segment.text };
    } else if (segment.text !== "") result.push(segment);
  }
  return result;
}
