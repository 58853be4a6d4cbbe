/**
 * Finding runs of one text again in another, in any order: the search behind moved, carried over and restored.
 *
 * Both texts are seen through openness: only words that are still open on their side take part, so that a word is
 * explained once. Seeds are runs of `shortest` words; a seed grows in both directions as long as words are equal.
 * Where a run ends because a word or two within it changed, it goes on behind them if two words in a row agree again:
 * a paragraph that was moved and polished is one move with small changes, not two accidents.
 */

export interface Run {
  readonly fromSource: number;
  readonly fromTarget: number;
  readonly length: number;
}

export interface Openness {
  (index: number): boolean;
}

/** A source seen so often has no say in where a run came from; looking through all its places would cost too much. */
const mostPlaces = 48;
/** How many changed words a run may step over on each side. */
const widestStep = 2;

/**
 * Runs of `source` that stand in `target`, longest first at each place, reading `target` from its start.
 * No target word is used twice; a source word is used twice only if `reuse` is set (text may be copied more than
 * once, but moved only once). O(source + target × places) in words.
 *
 * Among several equally long sources the one that goes on where the run before ended wins, then the last one:
 * `source` is given oldest first, and what left last is what people bring back.
 */
export function findRuns(
  source: ArrayLike<number>, isSourceOpen: Openness, target: ArrayLike<number>, isTargetOpen: Openness,
  shortest: number, reuse: boolean,
): Run[] {
  const places = seedPlaces(source, isSourceOpen, shortest);
  if (places.size === 0) return [];
  const used = new Uint8Array(source.length);
  const open = (index: number) => index >= 0 && index < source.length && (reuse || used[index] === 0) && isSourceOpen(index);
  const wanted = (index: number) => index < target.length && isTargetOpen(index);
  const equalAt = (s: number, t: number) => open(s) && wanted(t) && source[s] === target[t];
  const runs: Run[] = [];
  let expected = -1;
  for (let t = 0; t < target.length; ) {
    const found = wanted(t) ? longestAt(t) : null;
    if (!found) { t++; continue; }
    let run: Run | null = found;
    while (run) {
      runs.push(run);
      used.fill(1, run.fromSource, run.fromSource + run.length);
      expected = run.fromSource + run.length;
      t = run.fromTarget + run.length;
      run = continuation(expected, t);
    }
  }
  return runs;

  function longestAt(t: number): Run | null {
    const candidates = places.get(seedKey(target, t, shortest, wanted));
    if (!candidates) return null;
    let best: Run | null = null;
    for (const s of candidates) {
      let length = 0;
      while (equalAt(s + length, t + length)) length++;
      if (length < shortest) continue;
      if (!best || length > best.length || (length === best.length && best.fromSource !== expected)) {
        best = { fromSource: s, fromTarget: t, length };
      }
    }
    return best;
  }

  function continuation(s: number, t: number): Run | null {
    for (let total = 1; total <= 2 * widestStep; total++) {
      for (let skipTarget = Math.min(total, widestStep); skipTarget >= 0; skipTarget--) {
        const skipSource = total - skipTarget;
        if (skipSource > widestStep) continue;
        let length = 0;
        while (equalAt(s + skipSource + length, t + skipTarget + length)) length++;
        if (length >= 2) return { fromSource: s + skipSource, fromTarget: t + skipTarget, length };
      }
    }
    return null;
  }
}

function seedPlaces(source: ArrayLike<number>, isOpen: Openness, shortest: number): Map<string, number[]> {
  const places = new Map<string, number[]>();
  for (let s = 0; s + shortest <= source.length; s++) {
    const key = seedKey(source, s, shortest, isOpen);
    if (key === "") continue;
    const known = places.get(key);
    if (!known) places.set(key, [s]);
    else if (known.length < mostPlaces) known.push(s);
    else known[s % mostPlaces] = s;
  }
  return places;
}

function seedKey(sequence: ArrayLike<number>, at: number, length: number, isOpen: Openness): string {
  let key = "";
  for (let i = 0; i < length; i++) {
    if (at + i >= sequence.length || !isOpen(at + i)) return "";
    key += sequence[at + i] + " ";
  }
  return key;
}
