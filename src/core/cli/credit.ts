/** `credit`: who wrote each word of a history, and what each author did. */
import { figureNames } from "../credit/figure-table";
import { entriesBehind, memberFigures } from "../credit/figures";
import { findings } from "../credit/findings";
import { whoBuiltOnWhom } from "../credit/built-on";
import { groupFigures } from "../credit/group";
import { plainBlockPlaces, plainBlocks } from "../credit/text";
import { CreditedWiki } from "../credit/wiki";
import type { Deed, GroupWork } from "../credit/work";
import { wordPlaces } from "../text/words";
import { parseHistoryLine, readLines } from "./lines";

export interface CreditOptions {
  /** Lines after this moment are left out; null for none. */
  readonly until: string | null;
  /** Write each state out and read it back before the next entry. */
  readonly step: boolean;
}

/** The result as it is printed, without what differs from run to run. */
export interface CreditResult {
  readonly pages: Readonly<Record<string, { readonly words: [start: number, end: number, rev: number][] }>>;
  readonly authors: Readonly<Record<string, object>>;
  readonly group: object;
}

const onlyPage = "p1";

/** @throws LineProblem at the first line that is no entry. O(file), and what the engine takes. */
export function creditFile(path: string, { until, step }: CreditOptions): CreditResult {
  const latest = until === null ? Infinity : Date.parse(until);
  let wiki = new CreditedWiki();
  const texts = new Map<string, string>();
  const revs: number[] = [];
  const deeds: Deed[] = [];
  const members = new Set<string>();
  for (const [number, line] of readLines(path)) {
    const {
      rev,
      author,
      at,
      text,
      page = onlyPage,
      starter = false,
      with: others,
    } = parseHistoryLine(number, line);
    const moment = Date.parse(at);
    if (moment > latest) continue;
    const entry = revs.push(rev) - 1;
    const by = starter ? null : author;
    const figures = wiki.record({ entry, author: by, page, blocks: plainBlocks(text) });
    deeds.push({ entry, author: by, at: moment, page, figures, ...(others ? { with: others } : {}) });
    texts.set(page, text);
    if (by !== null) for (const each of [by, ...(others ?? [])]) members.add(each);
    if (step) wiki = wiki.throughStorage();
  }
  const work: GroupWork = {
    members: [...members].sort(),
    deeds,
    remarks: [],
    guests: [],
    timesOf: () => null,
    dayOf: (at) => new Date(at).toISOString().slice(0, 10),
  };
  const pages = Object.fromEntries(
    [...texts].map(([page, text]) => [
      page,
      { words: creditedWords(text, wiki.pages.get(page)!.origins.entries, revs) },
    ]),
  );
  return { pages, ...figuresOf(work, revs) };
}

function creditedWords(
  text: string,
  entries: Int32Array,
  revs: readonly number[],
): [number, number, number][] {
  const words: [number, number, number][] = [];
  for (const [blockFrom, blockTo] of plainBlockPlaces(text)) {
    const { from, to } = wordPlaces(text.slice(blockFrom, blockTo));
    for (let word = 0; word < from.length; word++)
      words.push([blockFrom + from[word]!, blockFrom + to[word]!, revs[entries[words.length]!]!]);
  }
  return words;
}

/** A history of plain text has none. */
const things: ReadonlySet<string> = new Set(["links", "pictures", "sources"]);

function figuresOf(work: GroupWork, revs: readonly number[]): Pick<CreditResult, "authors" | "group"> {
  const rounded = (value: number) => Math.round(value * 1e6) / 1e6;
  const orNothing = (value: number | null) => (value === null ? null : rounded(value));
  const group = groupFigures(work);
  const authors = Object.fromEntries(
    work.members.map((member, index) => {
      const figures = memberFigures(work, member);
      const parts = figureNames
        .filter((name) => !things.has(name))
        .map((name) => [name, orNothing(figures[name])]);
      const [arrival] = entriesBehind(work, member, "largestArrival");
      return [
        member,
        {
          ...Object.fromEntries(parts),
          share: orNothing(group.shares[index] ?? null),
          largestArrival: arrival
            ? {
                words: rounded(arrival.amount),
                rev: revs[arrival.entry]!,
                part: orNothing(figures.largestArrivalPart),
              }
            : null,
        },
      ];
    }),
  );
  return {
    authors,
    group: {
      words: group.words,
      starter: group.starter,
      standing: Object.fromEntries(
        work.members.map((member, index) => [member, rounded(group.standing[index]!)]),
      ),
      balance: group.balance === null ? null : rounded(group.balance),
      builtOn: whoBuiltOnWhom(work).map(({ by, on, of }) => ({ by, on, ...of })),
      findings: findings(work).map(({ evidence, ...finding }) => ({
        ...finding,
        ...("entry" in finding ? { entry: undefined, rev: revs[finding.entry] } : {}),
        evidence: {
          revs: evidence.entries.map((entry) => revs[entry]!),
          words: evidence.ranges.map(({ entry, from, to }) => [revs[entry]!, from, to]),
        },
      })),
    },
  };
}
