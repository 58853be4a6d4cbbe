/** A query made ready for PostgreSQL: its terms as `tsquery`s, and how to tell the words that it finds. */
import "server-only";
import { and, eq, inArray, sql, type SQL } from "drizzle-orm";
import type { IsFound } from "@/core/search/excerpt";
import type { Language } from "@/core/search/languages";
import { type Query, type Term, wanted } from "@/core/search/query";
import { type StemOf, termQuery } from "@/core/search/vector";
import { spellingDistance } from "@/core/text/spelling";
import type { Queryable } from "../db/client";
import { searchWord } from "../db/tables/search";
import { stemsOf } from "./stems";

export interface Asked {
  readonly language: Language;
  /** What must be there, a `tsquery` for each term, and what must not. */
  readonly wanted: readonly string[];
  readonly unwanted: readonly string[];
  /** For words of a text: whether the query finds them. */
  readonly finder: (forms: Iterable<string>) => Promise<IsFound>;
}

/** Other words for a term's last one, by the term. */
export type Also = ReadonlyMap<Term, readonly string[]>;

export async function readyFor(
  db: Queryable,
  language: Language,
  query: Query,
  also: Also = new Map(),
): Promise<Asked> {
  const all = query.terms.flatMap((term) => [...term.words, ...(also.get(term) ?? [])]);
  const stemOf = await stemsOf(db, language, all);
  const asTsquery = (term: Term) => termQuery(term, stemOf, also.get(term));
  const positive = wanted(query);
  return {
    language,
    wanted: positive.map(asTsquery),
    unwanted: query.terms.filter(({ isNot }) => isNot).map(asTsquery),
    finder: async (forms) => isFoundBy(positive, also, stemOf, await stemsOf(db, language, forms)),
  };
}

function isFoundBy(terms: readonly Term[], also: Also, stemOf: StemOf, stemOfText: StemOf): IsFound {
  const stems = new Set(
    terms.flatMap((term) => [...term.words, ...(also.get(term) ?? [])].map((form) => stemOf(form))),
  );
  const begun = terms.filter(({ isOpen }) => isOpen).map(({ words }) => words.at(-1)!);
  return (form) => stems.has(stemOfText(form)) || begun.some((beginning) => form.startsWith(beginning));
}

/** All of a list of `tsquery`s in one text. */
export function together({ wanted: all, unwanted }: Asked): string {
  return [...all.map((each) => `(${each})`), ...unwanted.map((each) => `!(${each})`)].join(" & ");
}

export function anyOf({ wanted: all }: Asked): string {
  return all.map((each) => `(${each})`).join(" | ");
}

/** A shorter beginning is found in the index itself: what it may become is too much to list. */
const shortestBeginning = 4;
const mostContinued = 400;
/** The last of all code points: behind whatever begins alike. */
const last = "\u{10ffff}";

/**
 * What the beginnings of words that somebody is typing may become, among the words of these wikis: the index
 * has stems, which a long beginning may be longer than.
 */
export async function continued(
  db: Queryable,
  courseId: string,
  wikis: readonly string[],
  query: Query,
): Promise<Also> {
  const also = new Map<Term, string[]>();
  for (const term of query.terms) {
    const beginning = term.words.at(-1)!;
    if (!term.isOpen || beginning.length < shortestBeginning) continue;
    const rows = await db
      .selectDistinct({ word: searchWord.word })
      .from(searchWord)
      .where(
        and(
          ofWikis(courseId, wikis),
          sql`${searchWord.word} >= ${beginning}`,
          sql`${searchWord.word} < ${beginning + last}`,
        ),
      )
      .limit(mostContinued);
    if (rows.length > 0)
      also.set(
        term,
        rows.map(({ word }) => word),
      );
  }
  return also;
}

const ofWikis = (courseId: string, wikis: readonly string[]): SQL | undefined =>
  and(eq(searchWord.courseId, courseId), inArray(searchWord.wikiId, [...wikis, ""]));

/** Words below this length are not taken for others: nearly each is a letter away from another one. */
const shortestSlip = 4;
/** Up to this length a swapped letter leaves too few groups of three letters alike for the index of them. */
const shortWord = 8;
const mostNear = 60;
/** More than these would find what nobody meant. */
const mostTaken = 6;

/** A letter may be wrong in a short word, two in a longer one. */
const mostSlips = (word: string) => (word.length < 6 ? 1 : 2);

/**
 * Words of these wikis that `word` may have been meant to be, the nearest first: by a slip of a letter or
 * two. Those that stand nowhere any more may be among them.
 */
export async function nearWords(
  db: Queryable,
  courseId: string,
  wikis: readonly string[],
  word: string,
): Promise<string[]> {
  if (word.length < shortestSlip) return [];
  const first = String.fromCodePoint(word.codePointAt(0)!);
  const alike =
    word.length < shortWord
      ? sql`${searchWord.word} >= ${first} and ${searchWord.word} < ${first + last}
          and length(${searchWord.word}) between ${word.length - mostSlips(word)} and ${word.length + mostSlips(word)}`
      : sql`${searchWord.word} % ${word}`;
  const rows = await db
    .selectDistinct({ word: searchWord.word })
    .from(searchWord)
    .where(and(ofWikis(courseId, wikis), alike));
  const most = mostSlips(word);
  return rows
    .map((each) => ({ word: each.word, distance: spellingDistance(word, each.word, most) }))
    .filter(({ distance }) => distance > 0 && distance <= most)
    .sort((one, other) => one.distance - other.distance || (one.word < other.word ? -1 : 1))
    .slice(0, mostNear)
    .map(({ word: near }) => near);
}

/** Of near words those that are looked for: the ones that are nearest, if they are few. */
export function taken(near: readonly string[]): string[] {
  return near.slice(0, mostTaken);
}
