/** Searching a course, for whoever asks: what they may not read is not found, counted or hinted at. */
import "server-only";
import { and, eq, inArray, sql, type SQL } from "drizzle-orm";
import { runsCourse } from "@/core/access/role";
import { longestForm } from "@/core/search/form";
import { type Query, readQuery, type Term, wanted } from "@/core/search/query";
import { titleKey } from "@/core/links/titles";
import { cleanText } from "@/core/text/clean";
import { type ReadablePage, pagesToRead } from "../access/readable";
import { roleOn } from "../access/read";
import { assignment, wiki } from "../db/tables/wikis";
import type { ContextIn } from "../session/context";
import { type Also, type Asked, continued, nearWords, readyFor, taken } from "./asked";
import { findComments, findFiles } from "./beside";
import type { AnyHit, PageHit, SearchFound, SearchKind, WikiFound } from "./dto";
import { languageOf } from "./index-pages";
import { findAssignments, findPeople } from "./named";
import { findPages, standOn } from "./pages";
import { findPast } from "./past";
import { blocksBy } from "./standing-words";

/** What a search is narrowed to; null: it is not. */
export interface Narrowing {
  readonly assignment: string | null;
  readonly wiki: string | null;
  /** Of pages: words of theirs must stand there. Of comments and files: whose they are. */
  readonly author: string | null;
  readonly kind: SearchKind | null;
  readonly tag: string | null;
  /** Saved, written or uploaded since then. */
  readonly since: Date | null;
  /** Whether words that stand no more are looked for as well. */
  readonly past: boolean;
}

export const notNarrowed: Narrowing = {
  assignment: null,
  wiki: null,
  author: null,
  kind: null,
  tag: null,
  since: null,
  past: false,
};

export interface HowMuch {
  /** The most of each kind. */
  readonly most: number;
  /** Whether somebody is still typing. */
  readonly isTyped: boolean;
}

/** Of pages narrowed to an author so many are looked through for each that is shown. */
const lookedThrough = 4;

/**
 * What is found, as far as the viewer may read it; null for people who are not on the course. Slips of letters
 * are looked for only where what was typed is found nowhere. A fixed number of questions, by index.
 */
export async function search(
  ctx: ContextIn,
  courseId: string,
  text: string,
  narrowing: Narrowing,
  how: HowMuch,
): Promise<SearchFound | null> {
  const role = ctx.door ? ("guest" as const) : await roleOn(ctx, courseId);
  if (role === null) return null;
  const query = readQuery(text, { isTyped: how.isTyped });
  const [readable, language] = await Promise.all([
    pagesToRead(ctx, courseId, narrowedTo(courseId, narrowing)),
    languageOf(ctx.db, courseId),
  ]);
  const wikis = [...new Set(readable.map(({ wikiId }) => wikiId))];
  const inCourse: Searched = {
    courseId,
    readable,
    narrowing,
    how,
    isInstructor: role !== "guest" && runsCourse(role),
    title: titleKey(cleanText(text)),
  };
  const also = how.isTyped ? await continued(ctx.db, courseId, wikis, query) : new Map<Term, string[]>();
  const found = await look(ctx, inCourse, query, await readyFor(ctx.db, language, query, also));
  if (!isEmpty(found) || wanted(query).length === 0) return told(ctx, courseId, found, query);
  const meant = await wordsMeant(ctx, courseId, readable, wikis, query, language);
  if (meant.size === 0) return told(ctx, courseId, found, query);
  return told(
    ctx,
    courseId,
    await look(ctx, inCourse, query, await readyFor(ctx.db, language, query, meant)),
    query,
    meant,
  );
}

interface Searched {
  readonly courseId: string;
  readonly readable: readonly ReadablePage[];
  readonly narrowing: Narrowing;
  readonly how: HowMuch;
  readonly isInstructor: boolean;
  readonly title: string;
}

type Found = Pick<
  SearchFound,
  "pages" | "comments" | "files" | "past" | "people" | "assignments" | "pageCount"
>;

async function look(
  ctx: ContextIn,
  { courseId, readable, narrowing, how: { most }, isInstructor, title }: Searched,
  query: Query,
  asked: Asked,
): Promise<Found> {
  const { kind, author, since, wiki: inWiki, assignment: inAssignment, tag, past } = narrowing;
  const isWanted = (each: SearchKind) => kind === null || kind === each;
  const about = { courseId, readable, asked, most };
  const isWhole = inWiki === null && author === null && since === null && tag === null;
  const [pages, comments, files, gone, people, assignments] = await Promise.all([
    isWanted("page") ? pagesBy(ctx, about, title, author, since) : { hits: [], count: 0 },
    isWanted("comment") && tag === null ? findComments(ctx, about, { isInstructor, author, since }) : [],
    isWanted("file") && tag === null
      ? findFiles(ctx, about, {
          // Narrowed, a file is one that a page of these shows.
          isInstructor: isInstructor && inAssignment === null,
          wiki: inWiki,
          author,
          since,
        })
      : [],
    past && isWanted("page") ? findPast(ctx, courseId, readable, asked, { most, author, since }) : [],
    isWanted("person") && isWhole && isInstructor ? findPeople(ctx, courseId, query, most) : [],
    isWanted("assignment") && isWhole && inAssignment === null
      ? findAssignments(ctx, courseId, query, asked.finder, most)
      : [],
  ]);
  return { pages: pages.hits, pageCount: pages.count, comments, files, past: gone, people, assignments };
}

async function pagesBy(
  ctx: ContextIn,
  {
    courseId,
    readable,
    asked,
    most,
  }: { courseId: string; readable: readonly ReadablePage[]; asked: Asked; most: number },
  title: string,
  author: string | null,
  since: Date | null,
): Promise<{ hits: readonly PageHit[]; count: number }> {
  const looked = since === null ? readable : await savedSince(ctx, courseId, readable, since);
  if (author === null || asked.wanted.length === 0)
    return findPages(ctx.db, courseId, looked, asked, { most, title });
  const { hits } = await findPages(ctx.db, courseId, looked, asked, { most: most * lookedThrough, title });
  const blocks = await blocksBy(
    ctx.db,
    courseId,
    hits.map(({ pageId }) => pageId),
    author,
    asked,
  );
  const theirs = hits.filter(({ pageId }) => blocks.has(pageId));
  return { hits: theirs.slice(0, most), count: theirs.length };
}

async function savedSince(
  ctx: ContextIn,
  courseId: string,
  readable: readonly ReadablePage[],
  since: Date,
): Promise<ReadablePage[]> {
  const ids = sql.param(readable.map(({ pageId }) => pageId));
  const { rows } = await ctx.db.execute<{ id: string }>(sql`
    select p.id from unnest(${ids}::text[]) as given (id)
    join page p on p.course_id = ${courseId} and p.id = given.id
    join entry e on e.course_id = p.course_id and e.page_id = p.id and e.number = p.entries
    where e.at >= ${since.toISOString()}`);
  const saved = new Set(rows.map(({ id }) => id));
  return readable.filter(({ pageId }) => saved.has(pageId));
}

const isEmpty = ({ pages, comments, files, past, people, assignments }: Found) =>
  [pages, comments, files, past, people, assignments].every((each) => each.length === 0);

/** The conditions on a page `p` and its `wiki` that a narrowing sets. */
function narrowedTo(courseId: string, { assignment: inAssignment, wiki: inWiki, tag }: Narrowing): SQL {
  const all = [
    inWiki === null ? null : sql`p.wiki_id = ${inWiki}`,
    inAssignment === null ? null : sql`wiki.assignment_id = ${inAssignment}`,
    tag === null
      ? null
      : sql`exists (select 1 from page_tag t where t.course_id = ${courseId} and t.page_id = p.id
          and t.key = ${titleKey(cleanText(tag))})`,
  ].filter((each) => each !== null);
  return all.length === 0 ? sql`true` : sql.join(all, sql` and `);
}

/**
 * Of words that are found nowhere, those that they may have been meant to be and that stand where the viewer
 * reads.
 */
async function wordsMeant(
  ctx: ContextIn,
  courseId: string,
  readable: readonly ReadablePage[],
  wikis: readonly string[],
  query: Query,
  language: Asked["language"],
): Promise<Also> {
  const meant = new Map<Term, string[]>();
  for (const term of wanted(query)) {
    const [word] = term.words;
    if (term.words.length > 1 || word!.length >= longestForm) continue;
    const alone = await readyFor(ctx.db, language, { terms: [term], isCut: false });
    if ((await standOn(ctx.db, courseId, readable, alone.wanted)).length > 0) continue;
    const near = await nearWords(ctx.db, courseId, wikis, word!);
    const asked = await readyFor(ctx.db, language, {
      terms: near.map((each) => ({ words: [each], isNot: false, isOpen: false })),
      isCut: false,
    });
    const standing = new Set(await standOn(ctx.db, courseId, readable, asked.wanted));
    const kept = taken(near.filter((_, index) => standing.has(asked.wanted[index]!)));
    if (kept.length > 0) meant.set(term, kept);
  }
  return meant;
}

async function told(
  ctx: ContextIn,
  courseId: string,
  found: Found,
  query: Query,
  meant: Also = new Map(),
): Promise<SearchFound> {
  const hits: readonly AnyHit[] = [...found.pages, ...found.past, ...found.comments, ...found.files];
  return {
    ...found,
    find: asFound(query, meant),
    instead: [...meant].map(([{ words }, near]) => ({ typed: words[0]!, taken: near })),
    isCut: query.isCut,
    wikis: await wikisOf(ctx, courseId, hits),
  };
}

/** What is wanted, written out again so that it is read as the same, with slips mended. */
function asFound(query: Query, meant: Also): string {
  const terms = wanted(query).map((term) => {
    const words = meant.get(term)?.slice(0, 1) ?? term.words;
    return words.length > 1 ? `"${words.join(" ")}"` : words[0]!;
  });
  return terms.join(" ") + (wanted(query).at(-1)?.isOpen ? "" : " ");
}

/** The wikis of hits, in the order in which they are first met. */
async function wikisOf(ctx: ContextIn, courseId: string, hits: readonly AnyHit[]): Promise<WikiFound[]> {
  const ids = [...new Set(hits.flatMap((hit) => ("wikiId" in hit && hit.wikiId ? [hit.wikiId] : [])))];
  if (ids.length === 0) return [];
  const rows = await ctx.db
    .select({ id: wiki.id, name: wiki.name, assignment: assignment.title })
    .from(wiki)
    .innerJoin(assignment, and(eq(assignment.courseId, wiki.courseId), eq(assignment.id, wiki.assignmentId)))
    .where(and(eq(wiki.courseId, courseId), inArray(wiki.id, ids)));
  const byId = new Map(rows.map((row) => [row.id, row]));
  return ids.flatMap((id) => byId.get(id) ?? []);
}
