/** Comments and files that have what was asked for. */
import "server-only";
import { sql } from "drizzle-orm";
import { formsOf } from "@/core/search/form";
import type { ReadablePage } from "../access/readable";
import type { ContextIn } from "../session/context";
import { type Asked, anyOf, together } from "./asked";
import type { CommentHit, FileHit } from "./dto";
import { around, shown } from "./pages";

interface CommentRow extends Record<string, unknown> {
  readonly id: string;
  readonly page_id: string;
  readonly title: string;
  readonly wiki_id: string;
  readonly author: string;
  readonly at: string;
  readonly lines: string[];
}

interface About {
  readonly courseId: string;
  readonly readable: readonly ReadablePage[];
  readonly asked: Asked;
  readonly most: number;
}

/**
 * Comments on these pages, the best first. Those that were withdrawn are found by whoever runs the course alone;
 * guests find none.
 */
export async function findComments(
  ctx: ContextIn,
  { courseId, readable, asked, most }: About,
  { isInstructor, author, since }: { isInstructor: boolean; author: string | null; since: Date | null },
): Promise<CommentHit[]> {
  if (ctx.door || readable.length === 0 || asked.wanted.length === 0) return [];
  const query = together(asked);
  const { rows } = await ctx.db.execute<CommentRow>(sql`
    select s.id, s.page_id, p.title, s.wiki_id, person.name as author, c.at::text as at, s.lines
    from search_beside(${courseId}, ${query}::tsquery) hit
    join search_text s on s.course_id = ${courseId} and s.kind = 'comment' and s.id = hit.id and s.part = hit.part
    join comment c on c.course_id = s.course_id and c.id = s.id
    join person on person.id = c.author_id
    join page p on p.course_id = s.course_id and p.id = s.page_id
    where hit.kind = 'comment' and s.page_id = any(${sql.param(readable.map(({ pageId }) => pageId))}::text[])
      ${isInstructor ? sql`` : sql`and c.withdrawn_at is null`}
      ${author === null ? sql`` : sql`and c.author_id = ${author}`}
      ${since === null ? sql`` : sql`and c.at >= ${since.toISOString()}`}
    order by ts_rank(s.vector, ${query}::tsquery) desc, c.at desc, s.id limit ${most}`);
  const isFound = await asked.finder(new Set(rows.flatMap(({ lines }) => lines.flatMap(formsOf))));
  return rows.map(({ id, page_id, title, wiki_id, author: name, at, lines }) => ({
    kind: "comment",
    commentId: id,
    pageId: page_id,
    title,
    wikiId: wiki_id,
    author: name,
    at: new Date(at),
    ...shown(around(lines, isFound)),
  }));
}

interface FileRow extends Record<string, unknown> {
  readonly id: string;
  readonly name: string;
  readonly wiki_id: string | null;
  readonly page_id: string | null;
  readonly title: string | null;
  readonly part: number;
  readonly lines: string[];
}

/**
 * Files with the words in their name or in their text: those that these pages show or have shown, and to whoever
 * runs the course all. Guests find what is shown now.
 */
export async function findFiles(
  ctx: ContextIn,
  { courseId, readable, asked, most }: About,
  {
    isInstructor,
    wiki,
    author,
    since,
  }: { isInstructor: boolean; wiki: string | null; author: string | null; since: Date | null },
): Promise<FileHit[]> {
  if (asked.wanted.length === 0 || (readable.length === 0 && !isInstructor)) return [];
  const any = anyOf(asked);
  const all = [...asked.wanted, ...asked.unwanted];
  const { rows } = await ctx.db.execute<FileRow>(sql`
    with hits as materialized (
      select s.id, s.part, ts_rank(s.vector, ${any}::tsquery) as rank,
        ${sql.join(
          all.map((each, index) => sql`s.vector @@ ${each}::tsquery as ${sql.raw(`has${index}`)}`),
          sql`, `,
        )}
      from search_beside(${courseId}, ${[any, ...asked.unwanted.map((each) => `(${each})`)].join(" | ")}::tsquery) hit
      join search_text s on s.course_id = ${courseId} and s.kind = 'file' and s.id = hit.id and s.part = hit.part
      where hit.kind = 'file'),
    found as (
      select id, sum(rank) as score from hits group by id
      having ${sql.join(
        all.map((_, index) =>
          index < asked.wanted.length
            ? sql`bool_or(${sql.raw(`has${index}`)})`
            : sql`not bool_or(${sql.raw(`has${index}`)})`,
        ),
        sql` and `,
      )}),
    shown as (
      select found.id, found.score, f.name, f.wiki_id,
        (select u.page_id from file_use u where u.course_id = ${courseId} and u.file_id = found.id
          and u.page_id = any(${sql.param(readable.map(({ pageId }) => pageId))}::text[])
          ${ctx.door ? sql`and u.stands` : sql``}
          order by u.stands desc, u.page_id limit 1) as page_id
      from found join file f on f.course_id = ${courseId} and f.id = found.id
      where ${wiki === null ? sql`true` : sql`f.wiki_id = ${wiki}`}
        ${author === null ? sql`` : sql`and f.uploaded_by = ${author}`}
        ${since === null ? sql`` : sql`and f.at >= ${since.toISOString()}`})
    select shown.id, shown.name, shown.wiki_id, shown.page_id, p.title, best.part, t.lines
    from shown
    cross join lateral (select h.part from hits h where h.id = shown.id
      order by h.part = 0, h.rank desc limit 1) best
    join search_text t on t.course_id = ${courseId} and t.kind = 'file' and t.id = shown.id and t.part = best.part
    left join page p on p.course_id = ${courseId} and p.id = shown.page_id
    where shown.page_id is not null or ${isInstructor}
    order by shown.score desc, shown.id limit ${most}`);
  const isFound = await asked.finder(new Set(rows.flatMap(({ lines }) => lines.flatMap(formsOf))));
  return rows.map(({ id, name, wiki_id, page_id, title, part, lines }) => ({
    kind: "file",
    fileId: id,
    name,
    wikiId: wiki_id,
    pageId: page_id,
    title,
    ...shown(part === 0 ? null : around(lines, isFound)),
  }));
}
