/** Words that stand no more: found by the entry that took them off their page. */
import "server-only";
import { sql } from "drizzle-orm";
import { leaves } from "@/core/document/leaves";
import type { PageDocument } from "@/core/document/model";
import { excerptOf, type IsFound } from "@/core/search/excerpt";
import { formsOf } from "@/core/search/form";
import type { ReadablePage } from "../access/readable";
import type { ContextIn } from "../session/context";
import { type Asked, together } from "./asked";
import type { PastHit } from "./dto";
import { mostPartsOfPast } from "./index-pages";
import { around, shown } from "./pages";

interface Row extends Record<string, unknown> {
  readonly page_id: string;
  readonly title: string;
  readonly wiki_id: string;
  readonly number: number;
  readonly author: string | null;
  readonly at: string;
  readonly came_number: number | null;
  readonly came_author: string | null;
  readonly came_at: string | null;
  readonly lines: string[];
  /** The page before the entry. */
  readonly document: PageDocument | null;
}

/**
 * Entries on these pages that took the words off, the best first, `most` at most. Guests find none: they see no
 * history. By the index, and the text before each of those that are told.
 */
export async function findPast(
  ctx: ContextIn,
  courseId: string,
  readable: readonly ReadablePage[],
  asked: Asked,
  { most, author, since }: { most: number; author: string | null; since: Date | null },
): Promise<PastHit[]> {
  if (ctx.door || readable.length === 0 || asked.wanted.length === 0) return [];
  const query = together(asked);
  const { rows } = await ctx.db.execute<Row>(sql`
    with shown as (
      select s.page_id, s.wiki_id, s.part / ${mostPartsOfPast} as number, s.came, s.lines,
        ts_rank(s.vector, ${query}::tsquery) as rank
      from search_past(${courseId}, ${query}::tsquery) hit
      join search_text s on s.course_id = ${courseId} and s.kind = 'past' and s.id = hit.id and s.part = hit.part
      join entry_credit c on c.course_id = s.course_id and c.page_id = s.page_id
        and c.number = s.part / ${mostPartsOfPast}
      where s.page_id = any(${sql.param(readable.map(({ pageId }) => pageId))}::text[])
        ${author === null ? sql`` : sql`and c.author_id = ${author}`}
        ${since === null ? sql`` : sql`and c.at >= ${since.toISOString()}`}
      order by rank desc, c.at desc, s.page_id limit ${most})
    select shown.page_id, p.title, shown.wiki_id, shown.number, shown.lines, who.name as author,
      went.at::text as at, came.number as came_number, came.name as came_author, came.at::text as came_at,
      before.document
    from shown
    join page p on p.course_id = ${courseId} and p.id = shown.page_id
    join entry_credit went on went.course_id = ${courseId} and went.page_id = shown.page_id
      and went.number = shown.number
    left join person who on who.id = went.author_id
    left join entry before on before.course_id = ${courseId} and before.page_id = shown.page_id
      and before.number = shown.number - 1
    left join lateral (
      select e.number, e.at, person.name from entry e
      join entry_credit c on c.course_id = e.course_id and c.page_id = e.page_id and c.number = e.number
      left join person on person.id = c.author_id
      where e.course_id = ${courseId} and e.wiki_id = shown.wiki_id and e.rev = any(shown.came)
        and e.page_id = shown.page_id
      order by e.rev limit 1) came on true
    order by shown.rank desc, went.at desc`);
  const isFoundInRuns = await asked.finder(new Set(rows.flatMap(({ lines }) => lines.flatMap(formsOf))));
  const texts = rows.map(({ lines, document }) => asWritten(lines, document, isFoundInRuns));
  const isFound = await asked.finder(new Set(texts.flat().flatMap(formsOf)));
  return rows.map((row, index) => ({
    kind: "past",
    pageId: row.page_id,
    title: row.title,
    wikiId: row.wiki_id,
    went: { number: row.number, author: row.author, at: new Date(row.at) },
    came:
      row.came_number === null
        ? null
        : { number: row.came_number, author: row.came_author, at: new Date(row.came_at!) },
    ...shown(around(texts[index]!, isFound)),
  }));
}

/**
 * The run in which the most was found as it was written: the index has words in their folded form alone. The
 * run itself where it is not found in the text before.
 */
function asWritten(
  runs: readonly string[],
  before: PageDocument | null,
  isFound: IsFound,
): readonly string[] {
  const best = excerptOf(runs, isFound);
  if (!best) return runs;
  const line = runs[best.line]!;
  if (!before) return [line];
  const run = ` ${formsOf(line).join(" ")} `;
  const word = line.split(" ").find((each) => formsOf(each).some(isFound)) ?? "";
  const within = leaves(before)
    .map(({ text }) => text)
    // What does not have the word at all need not be taken apart.
    .filter((text) => text.toLowerCase().includes(word))
    .filter((text) => {
      const words = ` ${formsOf(text).join(" ")} `;
      return words.includes(run) || (words.trim() !== "" && run.includes(words));
    });
  return within.length > 0 ? within : [line];
}
