/**
 * The index of pages: brought up to date in the transaction that changes a page, part by part, so that what
 * somebody has just saved is found at once.
 */
import "server-only";
import { and, eq, sql } from "drizzle-orm";
import type { Went } from "@/core/credit/went";
import type { PageDocument } from "@/core/document/model";
import type { Language } from "@/core/search/languages";
import { type Part, searchParts } from "@/core/search/parts";
import { formsOf } from "@/core/search/form";
import { vectorOf, weightOfLine, type Weighed } from "@/core/search/vector";
import type { Queryable } from "../db/client";
import { course } from "../db/tables/courses";
import { searchText, searchWord } from "../db/tables/search";
import { formerTitle, page } from "../db/tables/wikis";
import { pageTag } from "../db/tables/writing";
import { putRow } from "./rows";
import { stemsOf } from "./stems";

/** Changes when what is stored must be indexed anew. */
export const searchVersion = 1;

export interface PageInWiki {
  readonly courseId: string;
  readonly wikiId: string;
  readonly pageId: string;
}

/** So many parts at most are kept of what one entry took off, each of so many words. */
export const mostPartsOfPast = 16;
const wordsOfPast = 8000;
/** Rows that are written at once. */
const rowsAtOnce = 100;

export async function languageOf(db: Queryable, courseId: string): Promise<Language> {
  const [found] = await db.select({ language: course.language }).from(course).where(eq(course.id, courseId));
  return found?.language ?? "simple";
}

/**
 * Indexes a page's text as it stands now: the parts that changed. The caller holds the wiki's lock. O(text)
 * to cut it, and as much in the database as changed.
 */
export async function indexPageText(tx: Queryable, place: PageInWiki, document: PageDocument): Promise<void> {
  const { courseId, pageId } = place;
  const parts = new Map(searchParts(document).map((part) => [part.key, part]));
  const { rows: stored } = await tx.execute<{
    part: number;
    key: string;
    lines: string[] | null;
    language: Language;
  }>(
    sql`select s.part, s.key, c.language,
        case when s.key = any(${sql.param([...parts.keys()])}::text[]) then null else s.lines end as lines
      from ${course} c left join ${searchText} s on s.course_id = c.id and s.kind = 'page' and s.id = ${pageId}
        and s.part > 0
      where c.id = ${courseId}`,
  );
  const gone = stored.filter(({ part, key }) => part !== null && !parts.has(key));
  for (const { key } of stored) parts.delete(key);
  const rows = [...parts.values()].map(weighedPart);
  const forms = rows.flatMap(({ weighed }) => weighed.flatMap((line) => line.forms));
  const stemOf = await stemsOf(tx, stored[0]?.language ?? "simple", forms);
  // What stood in the parts that go is known already.
  const known = new Set(gone.flatMap(({ lines }) => lines!.flatMap(formsOf)));
  const first = 1 + Math.max(0, ...stored.map(({ part }) => part ?? 0));
  await replaceParts(tx, place, {
    gone: gone.map(({ part }) => part),
    rows: rows.map(({ key, lines, blocks, weighed }, index) => ({
      part: first + index,
      key,
      lines,
      blocks,
      vector: vectorOf(weighed, stemOf),
    })),
    words: [...new Set(forms)].filter((form) => !known.has(form)).sort(),
  });
}

interface Row {
  readonly key: string;
  readonly lines: readonly string[];
  readonly blocks: readonly string[];
  readonly weighed: readonly Weighed[];
}

function weighedPart({ key, lines }: Part): Row {
  return {
    key,
    lines: lines.map(({ text }) => text),
    blocks: lines.map(({ block }) => block ?? ""),
    weighed: lines.map(({ kind, text }) => ({ forms: formsOf(text), weight: weightOfLine[kind] })),
  };
}

interface Replaced {
  readonly gone: readonly number[];
  readonly rows: readonly {
    readonly part: number;
    readonly key: string;
    readonly lines: readonly string[];
    readonly blocks: readonly string[];
    readonly vector: string;
  }[];
  readonly words: readonly string[];
}

/**
 * Takes parts out, puts others in, and adds to the wiki's words. In one statement: most of the time that a save
 * spends on its index is the way to the database and back.
 */
async function replaceParts(
  tx: Queryable,
  { courseId, wikiId, pageId }: PageInWiki,
  { gone, rows, words }: Replaced,
): Promise<void> {
  for (let from = 0; from === 0 || from < rows.length; from += rowsAtOnce) {
    const some = rows.slice(from, from + rowsAtOnce);
    if (gone.length + some.length === 0) return;
    await tx.execute(sql`with
      gone as (delete from ${searchText} where course_id = ${courseId} and kind = 'page' and id = ${pageId}
        and part = any(${sql.param(from === 0 ? gone : [])}::int[])),
      words as (insert into ${searchWord} (course_id, word, wiki_id)
        select ${courseId}, word, ${wikiId} from unnest(${sql.param(from === 0 ? words : [])}::text[]) as new (word)
        on conflict do nothing)
      insert into ${searchText} (course_id, kind, id, part, wiki_id, page_id, key, lines, blocks, vector)
      select ${courseId}, 'page', ${pageId}, part, ${wikiId}, ${pageId}, key,
        array(select jsonb_array_elements_text(lines)), array(select jsonb_array_elements_text(blocks)),
        vector::tsvector
      from jsonb_to_recordset(${JSON.stringify(some)}::jsonb)
        as given (part int, key text, lines jsonb, blocks jsonb, vector text)`);
  }
}

/**
 * Indexes what a page is called: its title, those it had before, its tags. Two questions and a row. To be
 * called whenever one of them changes.
 */
export async function indexPageNames(tx: Queryable, courseId: string, pageId: string): Promise<void> {
  const [found] = await tx
    .select({
      wikiId: page.wikiId,
      title: page.title,
      former: sql<string[]>`array(select f.title from ${formerTitle} f where f.course_id = ${page.courseId}
        and f.page_id = ${page.id} order by f.until_at desc)`,
      tags: sql<string[]>`array(select t.tag from ${pageTag} t where t.course_id = ${page.courseId}
        and t.page_id = ${page.id} order by t.key)`,
      language: course.language,
    })
    .from(page)
    .innerJoin(course, eq(course.id, page.courseId))
    .where(and(eq(page.courseId, courseId), eq(page.id, pageId)));
  if (!found) return;
  const { wikiId, title, former, tags, language } = found;
  const weighed: Weighed[] = [
    { forms: formsOf(title), weight: "A" },
    ...[...former, ...tags].map((each): Weighed => ({ forms: formsOf(each), weight: "B" })),
  ];
  const forms = weighed.flatMap((each) => each.forms);
  const stemOf = await stemsOf(tx, language, forms);
  await putRow(tx, {
    courseId,
    kind: "page",
    id: pageId,
    part: 0,
    wikiId,
    pageId,
    lines: [title, ...former, ...tags],
    vector: vectorOf(weighed, stemOf),
  });
  await putWords(tx, courseId, wikiId, forms);
}

/** Indexes what an entry took off its page; nothing if it took nothing. */
export async function indexPast(
  tx: Queryable,
  { courseId, wikiId, pageId }: PageInWiki,
  number: number,
  { runs, came }: Went,
): Promise<void> {
  const language = await languageOf(tx, courseId);
  for (const [part, lines] of portions(runs).entries()) {
    const weighed = lines.map((text): Weighed => ({ forms: formsOf(text), weight: "D" }));
    const stemOf = await stemsOf(
      tx,
      language,
      weighed.flatMap(({ forms }) => forms),
    );
    await putRow(tx, {
      courseId,
      kind: "past",
      id: pageId,
      part: number * mostPartsOfPast + part,
      wikiId,
      pageId,
      lines,
      came: [...came],
      vector: vectorOf(weighed, stemOf),
    });
  }
}

/** Runs of words in portions of `wordsOfPast` at most; what is beyond the last portion is left out. */
function portions(runs: readonly string[]): string[][] {
  const found: string[][] = [[]];
  let count = 0;
  for (const run of runs) {
    const words = run.split(" ");
    for (let from = 0; from < words.length; from += wordsOfPast) {
      const piece = words.slice(from, from + wordsOfPast);
      if (count > 0 && count + piece.length > wordsOfPast) {
        if (found.length === mostPartsOfPast) return found;
        found.push([]);
        count = 0;
      }
      found.at(-1)!.push(piece.join(" "));
      count += piece.length;
    }
  }
  return found;
}

/** Adds to the words of a wiki. The caller holds its lock, so that nobody else adds the same ones meanwhile. */
export async function putWords(
  tx: Queryable,
  courseId: string,
  wikiId: string,
  forms: readonly string[],
): Promise<void> {
  const distinct = [...new Set(forms)].sort();
  if (distinct.length === 0) return;
  await tx.execute(sql`insert into ${searchWord} (course_id, word, wiki_id)
    select ${courseId}, word, ${wikiId} from unnest(${sql.param(distinct)}::text[]) as given (word)
    on conflict do nothing`);
}
