/**
 * How long one more entry takes the core: a page of 5,000 words with 2,000 small edits behind it, state read from and
 * written to its stored form each time. Run with `npm run bench`; figures depend on the machine.
 */
import { creditEntry } from "@/core/credit/entry";
import type { RemovedMemory } from "@/core/credit/memory";
import { type BlockText, emptyText, packText, unpackText } from "@/core/credit/text";

/** Park and Miller's generator: the same edits at every run. */
function dice(seed: number): (below: number) => number {
  let state = seed;
  return (below) => (state = (state * 48_271) % 2_147_483_647) % below;
}

const roll = dice(20_260_301);
const vocabulary = Array.from({ length: 2500 }, (_, index) => `w${index.toString(36)}`);
const word = () => vocabulary[Math.min(roll(2500), roll(2500))]!;
const paragraphs = Array.from({ length: 50 }, () => Array.from({ length: 100 }, word));

const text = (): BlockText => paragraphs.map((words, index) => ({ id: `b${index}`, words: [...words], look: 0 }));

let stored = JSON.stringify(packText(emptyText));
let memory: RemovedMemory = [];
const times: number[] = [];
for (let entry = 0; entry < 2000; entry++) {
  if (entry > 0) {
    const words = paragraphs[roll(paragraphs.length)]!;
    const at = roll(words.length);
    words.splice(at, roll(4), ...Array.from({ length: roll(5) }, word));
  }
  const after = text();
  const started = performance.now();
  const { text: next, memory: remembered } = creditEntry({
    entry, author: `a${entry % 4}`, page: "p", before: unpackText(JSON.parse(stored)), after, otherPages: () => [], memory, sameBefore: null,
    authorOf: (each) => `a${each % 4}`,
  });
  stored = JSON.stringify(packText(next));
  memory = remembered;
  times.push(performance.now() - started);
}

const recent = times.slice(-500).sort((one, other) => one - other);
const at = (part: number) => recent[Math.floor(part * recent.length)]!.toFixed(1);
console.log(`one more entry, 5,000 words, last 500 of 2,000 entries: median ${at(0.5)} ms, 95th of a hundred ${at(0.95)} ms, slowest ${at(0.999)} ms`);
console.log(`stored state ${(stored.length / 1024).toFixed(0)} KB, memory of removed text ${memory.length} runs, peak ${(process.resourceUsage().maxRSS / 1024).toFixed(0)} MB`);
