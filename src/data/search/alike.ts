/** Who else has a passage: across all wikis of an assignment, for those who review the work. */
import "server-only";
import { and, asc, eq, inArray, sql } from "drizzle-orm";
import { reviewsWork } from "@/core/access/role";
import { readStoredOrigins } from "@/core/credit/origins";
import { leaves } from "@/core/document/leaves";
import type { PageDocument } from "@/core/document/model";
import { formsOf } from "@/core/search/form";
import { termQuery } from "@/core/search/vector";
import { cleanText } from "@/core/text/clean";
import { wordPlaces } from "@/core/text/words";
import { pagesToRead } from "../access/readable";
import { roleOn } from "../access/read";
import { person } from "../db/tables/accounts";
import { entry, entryCredit, page, wiki } from "../db/tables/wikis";
import { heavily } from "../heavy/threads";
import { creditOfEntry } from "../ledger/credit";
import type { ContextIn } from "../session/context";
import type { AlikeDto, AlikeFound, EntryNamed } from "./dto";
import { languageOf } from "./index-pages";
import { stemsOf } from "./stems";

/** UTF-16 code units of a passage that are looked at, and the fewest words that tell it from chance. */
export const longestPassage = 4000;
export const shortestPassage = 7;
/** Of the pages that have the most of its words so many are compared with it. */
const mostCompared = 40;
/** So many of its words, the rarest first, are looked up in the index. */
const mostLookedUp = 24;

/**
 * The pages of an assignment's wikis that have the passage, or much of it, the most first; the page that it is
 * from left out. Null for people who do not review the work. The index names the pages that have its rarest
 * words; each of these is compared by the engine.
 */
export async function findAlike(
  ctx: ContextIn,
  courseId: string,
  assignmentId: string,
  given: { readonly text: string; readonly page: string | null },
): Promise<AlikeFound | null> {
  if (ctx.door || !reviewsWork(await roleOn(ctx, courseId))) return null;
  const text = cleanText(given.text.slice(0, longestPassage));
  const forms = [...new Set(formsOf(text))];
  const count = wordPlaces(text).from.length;
  const readable = (await pagesToRead(ctx, courseId)).filter(
    (each) => each.assignmentId === assignmentId && each.pageId !== given.page,
  );
  if (count < shortestPassage) return { words: count, isTooShort: true, pages: [] };
  const near = await pagesWith(
    ctx,
    courseId,
    readable.map(({ pageId }) => pageId),
    forms,
  );
  const rows = await statesOf(ctx, courseId, near);
  const found: (Omit<AlikeDto, "written"> & { revs: Map<number, number>; wikiId: string })[] = [];
  for (const { id, title, wiki: name, wikiId, document, origins } of rows) {
    const { inSource } = await heavily("alike", text, document);
    if (inSource.length === 0) continue;
    const { entries } = readStoredOrigins(origins);
    const revs = new Map<number, number>();
    for (const at of inSource) revs.set(entries[at]!, (revs.get(entries[at]!) ?? 0) + 1);
    found.push({
      pageId: id,
      title,
      wiki: name,
      wikiId,
      words: inSource.length,
      text: markedText(document, inSource),
      revs,
    });
  }
  found.sort((one, other) => other.words - one.words || (one.pageId < other.pageId ? -1 : 1));
  const written = await writers(ctx, courseId, found);
  return {
    words: count,
    isTooShort: false,
    pages: found.map(({ revs: _, wikiId: __, ...each }, index) => ({ ...each, written: written[index]! })),
  };
}

/** The pages that have the most of the rarest of these words. */
async function pagesWith(
  ctx: ContextIn,
  courseId: string,
  pages: readonly string[],
  forms: readonly string[],
): Promise<string[]> {
  if (pages.length === 0) return [];
  const stemOf = await stemsOf(ctx.db, await languageOf(ctx.db, courseId), forms);
  const asked = forms.map((form) => termQuery({ words: [form], isNot: false, isOpen: false }, stemOf));
  const { rows } = await ctx.db.execute<{ id: string }>(sql`
    with counted as materialized (
      select asked, array(select distinct s.id from search_pages(${courseId}, asked::tsquery) s
        where s.id = any(${sql.param(pages)}::text[])) as pages
      from unnest(${sql.param([...new Set(asked)])}::text[]) as given (asked)),
    rare as (select pages from counted where cardinality(pages) > 0
      order by cardinality(pages) limit ${mostLookedUp})
    select id from rare, unnest(rare.pages) as id
    group by id order by sum(1.0 / cardinality(rare.pages)) desc, id limit ${mostCompared}`);
  return rows.map(({ id }) => id);
}

async function statesOf(ctx: ContextIn, courseId: string, pages: readonly string[]) {
  if (pages.length === 0) return [];
  return ctx.db
    .select({
      id: page.id,
      title: page.title,
      wikiId: page.wikiId,
      wiki: wiki.name,
      document: entry.document,
      origins: entryCredit.origins,
    })
    .from(page)
    .innerJoin(wiki, and(eq(wiki.courseId, page.courseId), eq(wiki.id, page.wikiId)))
    .innerJoin(
      entry,
      and(eq(entry.courseId, page.courseId), eq(entry.pageId, page.id), eq(entry.number, page.entries)),
    )
    .innerJoin(entryCredit, creditOfEntry)
    .where(and(eq(page.courseId, courseId), inArray(page.id, [...pages])))
    .orderBy(asc(page.id));
}

/** Words in front of the first that is alike, and behind the last, that are shown. */
const wordsAround = 8;
const longestShown = 160;

/** The text of a page from the first to the last word that is alike, these marked. */
function markedText(document: PageDocument, alike: readonly number[]): AlikeDto["text"] {
  const marked = new Set(alike);
  const [first, last] = [
    alike[0]! - wordsAround,
    Math.min(alike.at(-1)! + wordsAround, alike[0]! + longestShown),
  ];
  const pieces: { text: string; isFound: boolean }[] = [];
  const put = (text: string, isFound: boolean) => {
    const before = pieces.at(-1);
    const shown = text.replace(/[\s\ufffc]+/g, " ");
    if (before && before.isFound === isFound)
      pieces[pieces.length - 1] = { text: before.text + shown, isFound };
    else pieces.push({ text: shown, isFound });
  };
  let word = 0;
  for (const { text } of leaves(document)) {
    const { from, to } = wordPlaces(text);
    let at: number | null = null;
    from.forEach((start, index) => {
      if (word >= first && word <= last) {
        // What lies between two words that are alike is alike as well.
        if (at !== null) put(text.slice(at, start), marked.has(word) && marked.has(word - 1));
        else if (pieces.length > 0) put(" ", false);
        put(text.slice(start, to[index]), marked.has(word));
        at = to[index]!;
      }
      word++;
    });
    if (at !== null) put(text.slice(at), false);
  }
  return pieces;
}

/** For each page, the entries in which the words that are alike were written: those that wrote the most first. */
async function writers(
  ctx: ContextIn,
  courseId: string,
  found: readonly { readonly wikiId: string; readonly revs: ReadonlyMap<number, number> }[],
): Promise<(EntryNamed & { readonly pageId: string; readonly words: number })[][]> {
  const wanted = found.flatMap(({ wikiId, revs }) => [...revs.keys()].map((rev) => `${wikiId} ${rev}`));
  if (wanted.length === 0) return [];
  const rows = await ctx.db
    .select({
      key: sql<string>`${entry.wikiId} || ' ' || ${entry.rev}`,
      pageId: entry.pageId,
      number: entry.number,
      author: person.name,
      at: entry.at,
    })
    .from(entry)
    .innerJoin(entryCredit, creditOfEntry)
    .leftJoin(person, eq(person.id, entryCredit.authorId))
    .where(
      and(
        eq(entry.courseId, courseId),
        inArray(entry.wikiId, [...new Set(found.map(({ wikiId }) => wikiId))]),
        inArray(entry.rev, [...new Set(found.flatMap(({ revs }) => [...revs.keys()]))]),
      ),
    );
  const byKey = new Map(rows.map(({ key, ...row }) => [key, row]));
  return found.map(({ wikiId, revs }) =>
    [...revs]
      .sort((one, other) => other[1] - one[1] || one[0] - other[0])
      .flatMap(([rev, words]) => {
        const row = byKey.get(`${wikiId} ${rev}`);
        return row ? [{ ...row, words }] : [];
      }),
  );
}
