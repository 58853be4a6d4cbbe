/** Pages that have what was asked for, in the order of how well they fit. */
import "server-only";
import { sql } from "drizzle-orm";
import { beginningOf, type Excerpt, excerptOf, type IsFound } from "@/core/search/excerpt";
import { formsOf } from "@/core/search/form";
import type { ReadablePage } from "../access/readable";
import type { Queryable } from "../db/client";
import { anyOf, type Asked } from "./asked";
import type { PageHit } from "./dto";

/**
 * Of more pages than these only the ones that have the words in what they are called, and in the most parts, are
 * weighed against each other.
 */
const mostWeighed = (shown: number) => Math.max(60, 2 * shown);
/** What a page gains whose title is what was asked for, no more and no less. */
const forWholeTitle = 10;

interface Found {
  readonly hits: readonly PageHit[];
  readonly count: number;
}

interface Row extends Record<string, unknown> {
  readonly page_id: string;
  readonly wiki_id: string;
  readonly title: string;
  readonly former: string[];
  readonly part: number;
  readonly lines: string[];
  readonly blocks: string[];
  readonly count: number;
}

/**
 * The pages among `readable` that have all that is wanted and nothing that is not, the best first, `most` at
 * most. By the index: O(parts of pages that have one of the words) to find them, and their vectors are read of
 * `mostWeighed` pages.
 */
export async function findPages(
  db: Queryable,
  courseId: string,
  readable: readonly ReadablePage[],
  asked: Asked,
  { most, title }: { readonly most: number; readonly title: string },
): Promise<Found> {
  if (readable.length === 0) return { hits: [], count: 0 };
  const rows = await ranked(db, courseId, readable, asked, most, title);
  const lines = rows.flatMap((row) => row.lines);
  const isFound = await asked.finder(new Set(lines.flatMap(formsOf)));
  return { hits: rows.map((row) => hitOf(row, isFound)), count: rows[0]?.count ?? 0 };
}

async function ranked(
  db: Queryable,
  courseId: string,
  readable: readonly ReadablePage[],
  asked: Asked,
  most: number,
  title: string,
): Promise<readonly Row[]> {
  const ids = sql.param(readable.map(({ pageId }) => pageId));
  if (asked.wanted.length === 0) {
    // Only narrowed, or only words that must not be there: in the order of their titles.
    const { rows } = await db.execute<Row>(sql`
      select p.id as page_id, p.wiki_id, p.title, array[]::text[] as former, 0 as part,
        array[]::text[] as lines, array[]::text[] as blocks, (count(*) over ())::int as count
      from unnest(${ids}::text[]) as given (id) join page p on p.course_id = ${courseId} and p.id = given.id
      where true ${without(courseId, asked)}
      order by p.title_key, p.id limit ${most}`);
    return rows;
  }
  const any = anyOf(asked);
  const { rows } = await db.execute<Row>(sql`
    with hits as materialized (
      select id, part from search_pages(${courseId}, ${any}::tsquery)),
    given as materialized (select unnest(${ids}::text[]) as id),
    found as materialized (
      select given.id, p.wiki_id, p.title, p.title_key from given
      join page p on p.course_id = ${courseId} and p.id = given.id
      where given.id in (select id from hits) ${
        asked.wanted.length > 1
          ? sql.join(asked.wanted.map((each) => sql`and given.id in (${withWords(courseId, each)})`))
          : sql``
      } ${without(courseId, asked)}),
    picked as materialized (
      select found.id, found.wiki_id, found.title, found.title_key from found join hits on hits.id = found.id
      group by 1, 2, 3, 4
      order by bool_or(found.title_key = ${title}) desc, bool_or(hits.part = 0) desc, count(*) desc, found.id
      limit ${mostWeighed(most)}),
    weighed as materialized (
      select picked.*, hits.part, ts_rank(s.vector, ${any}::tsquery) as rank
      from picked join hits on hits.id = picked.id
      join search_text s on s.course_id = ${courseId} and s.kind = 'page' and s.id = hits.id
        and s.part = hits.part),
    best as (
      select distinct on (id) id, wiki_id, title, part,
        sum(rank) over (partition by id)
          + case when title_key = ${title} then ${forWholeTitle}::float else 0 end as score
      from weighed order by id, part = 0, rank desc),
    shown as (select * from best order by score desc, id limit ${most})
    select shown.id as page_id, shown.wiki_id, shown.title, shown.part,
      coalesce(t.lines, array[]::text[]) as lines, coalesce(t.blocks, array[]::text[]) as blocks,
      array(select f.title from former_title f where f.course_id = ${courseId} and f.page_id = shown.id) as former,
      (select count(*)::int from found) as count
    from shown left join search_text t on t.course_id = ${courseId} and t.kind = 'page' and t.id = shown.id
      and t.part = shown.part
    order by shown.score desc, shown.id`);
  return rows;
}

/** Those of `tsqueries` that something on these pages answers. */
export async function standOn(
  db: Queryable,
  courseId: string,
  readable: readonly ReadablePage[],
  tsqueries: readonly string[],
): Promise<string[]> {
  if (tsqueries.length === 0 || readable.length === 0) return [];
  const { rows } = await db.execute<{ asked: string }>(sql`
    select asked from unnest(${sql.param(tsqueries)}::text[]) as given (asked)
    where exists (select 1 from search_pages(${courseId}, given.asked::tsquery) s
      where s.id = any(${sql.param(readable.map(({ pageId }) => pageId))}::text[]))`);
  return rows.map(({ asked }) => asked);
}

const withWords = (courseId: string, tsquery: string) =>
  sql`select id from search_pages(${courseId}, ${tsquery}::tsquery)`;

function without(courseId: string, { unwanted }: Asked) {
  return unwanted.length === 0
    ? sql``
    : sql.join(unwanted.map((each) => sql`and given.id not in (${withWords(courseId, each)})`));
}

function hitOf(row: Row, isFound: IsFound): PageHit {
  const inName = row.part === 0;
  const excerpt = inName ? null : excerptOf(row.lines, isFound);
  const isNamed = formsOf(row.title).some(isFound);
  return {
    kind: "page",
    pageId: row.page_id,
    title: row.title,
    former: isNamed ? null : (row.former.find((title) => formsOf(title).some(isFound)) ?? null),
    wikiId: row.wiki_id,
    block: (excerpt && row.blocks[excerpt.line]) || null,
    ...shown(excerpt),
  };
}

/** An excerpt as a hit has it. */
export function shown(excerpt: Excerpt | null) {
  return {
    excerpt: excerpt?.pieces ?? null,
    isCutBefore: excerpt?.isCutBefore ?? false,
    isCutAfter: excerpt?.isCutAfter ?? false,
  };
}

/** The excerpt of lines around what was found, or their beginning. */
export function around(lines: readonly string[], isFound: IsFound): Excerpt | null {
  return excerptOf(lines, isFound) ?? beginningOf(lines);
}
