/**
 * Text that is found by searching the wiki: carried over from where it stands, or restored from where it was
 * removed.
 */
import { isWorthSearching, takeChains } from "../diff/chains";
import { Evidence } from "../diff/evidence";
import { indexOfText, type SearchedText } from "../diff/pairs";
import type { Source, Target } from "../diff/runs";
import { partAt } from "../diff/part-at";
import { seedsOf } from "../diff/seeds";
import { sharePassage } from "../diff/shared-passage";
import type { ReadText } from "../text/vocabulary";
import { passing } from "../text/room";
import { takeAlong } from "./along";
import { type Explaining, unexplained } from "./explaining";
import { OriginSet } from "./origin-set";
import type { Origins } from "./origins";
import { lastingPartsOf, partsOf, type RemovedText } from "./removed";

/**
 * What a run must prove to be a copy or a restore: more than a move, because most of what people add is new.
 */
const marginOfSearch = 10;

/**
 * Long texts that are made of phrases are searched only if so many words of them stand in a line in what is
 * searched (see `sharePassage`). Fewer do by chance; of a passage that was copied, or brought back, as many
 * do though one word in eight was changed, and in two hundred words one in five.
 */
const shortestInPhrases = 20;

/**
 * Looks for what is still open in all that stands in the wiki and all that its pages remember. Among equally
 * strong sources what stands wins over what was removed, this page over others, and what is later in its
 * text.
 */
export function search(work: Explaining): void {
  const { step } = work;
  const target = openTarget(work);
  const own = step.before;
  if (
    !isWorthSearching(
      target,
      own.text.words.length + own.removed.words.length,
      marginOfSearch,
      step.vocabulary,
    )
  )
    return;
  const sources = gather(work);
  const searched = sources.reduce((sum, { words }) => sum + words.length, 0);
  let counted: readonly SearchedText[] | undefined;
  const evidence = (asked: Int32Array) =>
    new Evidence(step.vocabulary, (counted ??= countOrigins(sources, step.isSpread)), asked);
  if (seedsOf(target).areOfPhrases && !sharePassage(sources, target, shortestInPhrases)) return;
  const chains = takeChains(
    { sources, reuse: true, margin: marginOfSearch, vocabulary: step.vocabulary, searched, evidence },
    target,
  );
  for (const { of, source, target: word, length } of chains.flat()) {
    for (let at = 0; at < length; at++) give(work, sources[of]!, source + at, word + at);
  }
  // What is sure comes first.
  for (const chain of chains) {
    const source = sources[chain[0]!.of]!;
    takeAlong(work, { source, chain, give: (from, word) => give(work, source, from, word) });
  }
}

function openTarget(work: Explaining): Target {
  const {
    step: { after },
    reasons,
    comparison: { changed },
  } = work;
  const open = passing.bytes(reasons.length);
  const from = work.firstOpen();
  let to = from;
  for (let word = from; word < changed.bTo; word++) {
    if (reasons[word] !== unexplained) continue;
    open[word] = 1;
    to = word + 1;
  }
  return { words: after.words, breaks: after.breaks, open, from, to };
}

/** A text that words may have come from. */
interface Origin extends Source {
  readonly origins: Origins;
  /** What it is: text that stands, or text that was removed, from this page or another. */
  readonly removed: RemovedText | null;
  readonly isSamePage: boolean;
}

/** Everything that text may have come from. Among equally strong sources what comes later here wins. */
function gather(work: Explaining): Origin[] {
  const { others, before } = work.step;
  const pages = others();
  const sources: Origin[] = [];
  const put = (
    { words, breaks }: ReadText,
    origins: Origins,
    removed: RemovedText | null,
    isSamePage: boolean,
  ) => {
    if (words.length === 0) return;
    // Another page is searched by many entries before it changes.
    const index = isSamePage ? null : indexOfText(words);
    sources.push({
      words,
      breaks,
      index,
      ...(removed ? { parts: isSamePage ? partsOf(removed) : lastingPartsOf(removed) } : {}),
      open: null,
      origins,
      removed,
      isSamePage,
    });
  };
  for (const { removed } of pages) put(removed, removed.origins, removed, false);
  put(before.removed, before.removed.origins, before.removed, true);
  for (const { text, origins } of pages) put(text, origins, null, false);
  put(before.text, before.origins, null, true);
  return sources;
}

/**
 * Of words that stand in several places only the first counts: copies are no second witness that a phrase is
 * common.
 */
function countOrigins(sources: readonly Origin[], isSpread: (entry: number) => boolean): SearchedText[] {
  const seen = new OriginSet();
  return sources.map(({ words, breaks, index, origins }) => ({
    words,
    breaks,
    index,
    copies: seen.addAll(origins, isSpread),
  }));
}

function give(
  work: Explaining,
  { origins, removed, isSamePage }: Origin,
  source: number,
  word: number,
): void {
  const entry = origins.entries[source]!,
    ordinal = origins.ordinals[source]!;
  if (!removed || (isSamePage && work.isBack(source))) work.carry(word, entry, ordinal);
  else if (isSamePage) work.restoreInPlace(word, source);
  else work.restore(word, entry, ordinal, removed.at[partAt(removed.starts, source)]!, false);
}
