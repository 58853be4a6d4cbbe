/**
 * Searching a large course: 200 different queries as somebody types them and as full results, for who runs the
 * course and for a student, and what a save pays for its index. Wants a database with the large course in
 * DATABASE_URL (`bin/demo --large` makes one): `npm run bench:search`. With `grow` the course is made ten times
 * as large first, by copies of its index.
 */
import { sql } from "drizzle-orm";
import type { DocumentNode, PageDocument } from "@/core/document/model";
import { dice } from "@/core/roster/dice";
import { words } from "@/core/text/words";
import { openDatabase } from "@/data/db/client";
import { indexPageText } from "@/data/search/index-pages";
import { notNarrowed, search } from "@/data/search/read";
import type { Context } from "@/data/session/context";
import { newId } from "@/data/session/ids";
import { milliseconds, table } from "./table";

const queries = 200;
const seed = 20_261_202;

type Rows<Row> = { rows: Row[] };

async function run(): Promise<void> {
  const { db, close } = openDatabase(process.env.DATABASE_URL!, 6);
  const one = async <Row>(query: ReturnType<typeof sql>) =>
    ((await db.execute(query)) as unknown as Rows<Row>).rows;
  const [{ course_id: courseId } = { course_id: "" }] = await one<{ course_id: string }>(
    sql`select course_id from wiki group by course_id order by count(*) desc limit 1`,
  );
  const texts = await one<{ lines: string[] }>(
    sql`select lines from search_text where course_id = ${courseId} and kind = 'page' and part > 0 order by id, part`,
  );
  if (process.argv.includes("grow")) await grow(db, courseId);
  const [size] = await one<{ pages: number; parts: number; bytes: string }>(sql`
    select count(distinct id)::int as pages, count(*)::int as parts,
      pg_size_pretty(pg_total_relation_size('search_text') + pg_total_relation_size('search_word')) as bytes
    from search_text where course_id = ${courseId} and kind = 'page'`);
  const askers = await one<{ id: string; role: string }>(sql`
    select distinct on (role) person_id as id, role from enrolment where course_id = ${courseId}
      and role in ('instructor', 'student') order by role, person_id`);
  const asked = someQueries(texts.map(({ lines }) => lines.join(" ")));
  const rows: (readonly string[])[] = [];
  for (const { id, role } of askers)
    for (const [what, how] of [
      ["as it is typed", { most: 6, isTyped: true }],
      ["full results", { most: 50, isTyped: false }],
      ["full results, the past too", { most: 50, isTyped: false }],
    ] as const) {
      const ctx: Context = { db, viewer: { id, name: role }, now: new Date(), newId };
      const narrowing = { ...notNarrowed, past: what.endsWith("too") };
      const times: number[] = [];
      let hits = 0;
      for (const text of [...asked.slice(0, 10), ...asked]) {
        const began = performance.now();
        const found = await search(ctx, courseId, text, narrowing, how);
        times.push(performance.now() - began);
        hits += found!.pageCount;
      }
      // The first ten are asked twice, so that nothing is timed while it is read from disk.
      const sorted = times.slice(10).sort((a, b) => a - b);
      rows.push([
        role,
        what,
        milliseconds(sorted[queries / 2]!),
        milliseconds(sorted[Math.floor(queries * 0.95)]!),
        milliseconds(sorted.at(-1)!),
        (hits / (queries + 10)).toFixed(0),
      ]);
    }
  console.log(`${size!.pages} pages in ${size!.parts} parts, index and words ${size!.bytes}`);
  console.log(table(["who", "what", "median", "95 of 100", "longest", "pages found"], rows));
  console.log(table(["a save of a page of 5,000 words", "median"], await saves(db, courseId)));
  await close();
}

/** One word, two, a line of three, a beginning, a slip: what people type, from what stands in the course. */
function someQueries(texts: readonly string[]): string[] {
  const throwDice = dice(seed);
  const found = new Set<string>();
  while (found.size < queries) {
    const all = words(texts[throwDice.below(texts.length)]!).map(({ folded }) => folded);
    if (all.length < 4) continue;
    const at = throwDice.below(all.length - 3);
    const [one, other] = [all[at]!, all[throwDice.below(all.length)]!];
    const kind = found.size % 5;
    found.add(
      kind === 0
        ? one
        : kind === 1
          ? `${one} ${other}`
          : kind === 2
            ? `"${all.slice(at, at + 3).join(" ")}"`
            : kind === 3
              ? other.slice(0, Math.max(2, other.length - 2))
              : one.slice(0, 2) + one.slice(3),
    );
  }
  return [...found];
}

/** What the index adds to a save, in a transaction that is taken back. */
async function saves(db: Context["db"], courseId: string): Promise<(readonly string[])[]> {
  const { rows: pages } = (await db.execute(sql`select e.document, p.id, p.wiki_id from page p
    join entry e on e.course_id = p.course_id and e.page_id = p.id and e.number = p.entries
    where p.course_id = ${courseId} order by p.words desc limit 1`)) as unknown as Rows<{
    document: PageDocument;
    id: string;
    wiki_id: string;
  }>;
  const { document, id: pageId, wiki_id: wikiId } = pages[0]!;
  const long: PageDocument = { ...document, content: [] };
  let count = 0;
  const content: DocumentNode[] = [];
  for (let round = 0; count < 5000; round++)
    for (const block of document.content ?? []) {
      const text = (block.content ?? []).map((each) => each.text ?? "").join("");
      content.push({ ...block, attrs: { ...block.attrs, id: `b${content.length}` } } as DocumentNode);
      count += words(text).length;
    }
  const page: PageDocument = { ...long, content };
  const changed = (word: string): PageDocument => ({
    ...page,
    content: content.map((block, at) =>
      at === Math.floor(content.length / 2)
        ? { ...block, content: [...(block.content ?? []), { type: "text" as const, text: ` ${word}.` }] }
        : block,
    ),
  });
  const place = { courseId, wikiId, pageId };
  const times: Record<string, number[]> = { "one word more": [], "nothing changed": [], "all of it new": [] };
  await db
    .transaction(async (tx) => {
      const timed = async (name: string, document: PageDocument) => {
        const began = performance.now();
        await indexPageText(tx, place, document);
        times[name]!.push(performance.now() - began);
      };
      for (let round = 0; round < 9; round++) {
        await tx.execute(
          sql`delete from search_text where course_id = ${courseId} and kind = 'page' and id = ${pageId}`,
        );
        await timed("all of it new", page);
        await timed("nothing changed", page);
        await timed("one word more", changed(`word${round}`));
      }
      throw new Error("taken back");
    })
    .catch((problem: unknown) => {
      if (!(problem instanceof Error && problem.message === "taken back")) throw problem;
    });
  return Object.entries(times).map(([name, all]) => [
    name,
    milliseconds(all.sort((a, b) => a - b)[Math.floor(all.length / 2)]!),
  ]);
}

/** Nine copies of every wiki, page and line of the index: enough for search to find and to filter. */
async function grow(db: Context["db"], courseId: string): Promise<void> {
  for (let copy = 1; copy < 10; copy++) {
    const other = (column: string) => sql.raw(`${column} || 'copy${copy}'`);
    await db.execute(sql`insert into wiki (course_id, id, assignment_id, name, position, home_page_id, entries,
        spread, credit_version, credit_round, search_version, group_id, person_id)
      select course_id, ${other("id")}, assignment_id, name, position, home_page_id, 0, spread, credit_version,
        credit_round, search_version, group_id, person_id
      from wiki where course_id = ${courseId} and id not like '%copy%' on conflict do nothing`);
    await db.execute(sql`insert into page (course_id, id, wiki_id, title, title_key, position, entries, words, credit)
      select course_id, ${other("id")}, ${other("wiki_id")}, title, title_key, position, 0, words, ''
      from page where course_id = ${courseId} and id not like '%copy%' on conflict do nothing`);
    await db.execute(sql`insert into search_text
      select course_id, kind, ${other("id")}, part, ${other("wiki_id")}, ${other("page_id")}, key, lines, blocks,
        came, vector
      from search_text where course_id = ${courseId} and kind = 'page' and id not like '%copy%'
      on conflict do nothing`);
    await db.execute(sql`insert into search_word select course_id, word, ${other("wiki_id")} from search_word
      where course_id = ${courseId} and wiki_id not like '%copy%' on conflict do nothing`);
  }
  await db.execute(sql`vacuum analyze`);
}

run().then(
  () => process.exit(0),
  (problem: unknown) => {
    console.error(problem);
    process.exit(1);
  },
);
