/** The lines of a ledger: of a page or of a whole wiki, all of them or those that a reader looks for. */
import "server-only";
import { and, asc, desc, eq, gte, inArray, lt, type SQL, sql } from "drizzle-orm";
import * as z from "zod";
import type { EntryFigures } from "@/core/credit/account";
import { lateness } from "../access/more-time";
import { readablePages, readableTitles, standAtPage, standAtWiki, type Standpoint } from "../access/read";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { withinSeconds } from "../db/within";
import { entry, entryCredit, page } from "../db/tables/wikis";
import { entryArrival } from "../db/tables/writing";
import type { ContextIn } from "../session/context";
import { creditOfEntry } from "./credit";
import type { AskedFilter, CoWriterDto, LedgerAct, LedgerLinesDto } from "./dto";
import { knownOfWiki, toldRoutes } from "./routes";
import { coWritersOf, sharedWith } from "./shared";

/** What acts a reader can look for. */
const ledgerActs = [
  "wrote",
  "corrected",
  "moved",
  "restored",
  "removed",
  "restyled",
  "page",
] as const satisfies readonly LedgerAct[];

export interface LedgerFilter {
  /** Who wrote it, or wrote it too; "" for starter text. */
  readonly person?: string;
  readonly act?: LedgerAct;
  /** From this instant on, and until before that one. */
  readonly from?: Date;
  readonly until?: Date;
  /** Words that came or went, in any capitals. */
  readonly phrase?: string;
}

/** The longest phrase that is looked for, in characters. */
const longestPhrase = 200;

export type LedgerScope = { readonly kind: "page" | "wiki"; readonly id: string };

export const lineColumns = {
  pageId: entry.pageId,
  number: entry.number,
  rev: entry.rev,
  at: entry.at,
  authorId: entryCredit.authorId,
  author: person.name,
  kind: entry.kind,
  title: entry.title,
  note: entry.note,
  restoredFrom: entry.restoredFrom,
  figures: entryCredit.figures,
  pasted: sql<number>`coalesce(${entryArrival.pasted}, 0)`,
  largestPaste: sql<number>`coalesce(${entryArrival.largestPaste}, 0)`,
};

export const arrivalOfEntry = and(
  eq(entryArrival.courseId, entry.courseId),
  eq(entryArrival.pageId, entry.pageId),
  eq(entryArrival.number, entry.number),
);

/**
 * So many seconds the database looks for a phrase: where it takes longer, much longer texts are gone through
 * than anybody wrote.
 */
const mostSeconds = 8;

/** Lines that are read at once. */
export const ledgerPage = 100;

/**
 * The newest lines of a ledger below `before` (of a page's, an entry's number; of a wiki's, its number in the
 * wiki; null: from the newest), of pages that the viewer may read; null if there is none such for them. Cost:
 * one query by key; a phrase reads every entry of the scope, and is given up after some seconds.
 */
export async function ledgerLines(
  ctx: ContextIn,
  courseId: string,
  scope: LedgerScope,
  filter: LedgerFilter = {},
  before: number | null = null,
): Promise<LedgerLinesDto | null> {
  const found = await inScope(ctx, courseId, scope);
  if (!found) return null;
  const { standpoint, pages } = found;
  const ordered = scope.kind === "page" ? entry.number : entry.rev;
  const isInScope =
    scope.kind === "page"
      ? eq(entry.pageId, scope.id)
      : and(eq(entry.wikiId, scope.id), inArray(entry.pageId, [...pages.keys()]));
  const lines = (db: Queryable) =>
    db
      .select(lineColumns)
      .from(entry)
      .innerJoin(entryCredit, creditOfEntry)
      .leftJoin(person, eq(person.id, entryCredit.authorId))
      .leftJoin(entryArrival, arrivalOfEntry)
      .where(
        and(
          eq(entry.courseId, courseId),
          isInScope,
          before === null ? undefined : lt(ordered, before),
          ...wanted(filter),
          comesOrGoes(courseId, isInScope, filter.phrase),
        ),
      )
      .orderBy(desc(ordered))
      .limit(ledgerPage);
  const rows =
    pages.size === 0
      ? []
      : filter.phrase?.trim()
        ? await withinSeconds(ctx.db, mostSeconds, lines)
        : await lines(ctx.db);
  if (!rows) return { lines: [], next: null, gaveUp: true };
  const isLate = await lateness(ctx.db, standpoint);
  const coWriters = await coWritersByPage(ctx.db, courseId, rows);
  const [known, titleOf] = await Promise.all([
    knownOfWiki(ctx.db, courseId, standpoint.wikiId),
    readableTitles(ctx, standpoint),
  ]);
  return {
    lines: rows.map((row) => ({
      ...row,
      figures: known.of(row.rev)?.figures ?? { ...row.figures, movedAway: 0 },
      routes: toldRoutes(known, row.rev, titleOf),
      page: pages.get(row.pageId) ?? row.title,
      isLate: isLate(row.authorId, row.at),
      coWriters: coWriters(row),
    })),
    next: rows.length < ledgerPage ? null : scope.kind === "page" ? rows.at(-1)!.number : rows.at(-1)!.rev,
  };
}

/**
 * Where the viewer stands, and the pages of the scope that they may read, by id with their titles; in the bin
 * too.
 */
async function inScope(
  ctx: ContextIn,
  courseId: string,
  scope: LedgerScope,
): Promise<{ standpoint: Standpoint; pages: ReadonlyMap<string, string> } | null> {
  const standpoint =
    scope.kind === "page"
      ? await standAtPage(ctx, courseId, scope.id)
      : await standAtWiki(ctx, courseId, scope.id);
  if (!standpoint) return null;
  const ofScope = scope.kind === "page" ? eq(page.id, scope.id) : eq(page.wikiId, scope.id);
  const all = await ctx.db
    .select({ id: page.id, title: page.title, ownerId: page.ownerId })
    .from(page)
    .where(and(eq(page.courseId, courseId), ofScope))
    .orderBy(asc(page.title));
  const readable = scope.kind === "page" ? all : readablePages(standpoint, all);
  return { standpoint, pages: new Map(readable.map(({ id, title }) => [id, title])) };
}

function wanted({ person: who, act, from, until }: LedgerFilter): (SQL | undefined)[] {
  return [
    who === undefined
      ? undefined
      : who === ""
        ? sql`${entryCredit.authorId} is null`
        : sql`(${entryCredit.authorId} = ${who} or ${sharedWith([who])})`,
    act === undefined ? undefined : isAct(act),
    from && gte(entry.at, from),
    until && lt(entry.at, until),
  ];
}

function isAct(act: LedgerAct): SQL {
  const words = (...names: (keyof EntryFigures)[]) =>
    sql`${sql.join(
      names.map((name) => sql`(${entryCredit.figures}->>${name})::int`),
      sql` + `,
    )} > 0`;
  switch (act) {
    case "wrote":
      return sql`${entryCredit.added} > 0`;
    case "corrected":
      return words("corrected");
    case "moved":
      return words("moved", "carried");
    case "restored":
      return sql`(${entry.kind} = 'restored' or ${words("restored")})`;
    case "removed":
      return words("removedOwn", "removedOthers", "removedStarter");
    case "restyled":
      return words("restyled");
    case "page":
      return sql`${entry.kind} in ('started', 'renamed', 'removed', 'brought back')`;
    default:
      return act satisfies never;
  }
}

/**
 * Whether a phrase stands more or less often on its page after the entry than before. The database strings
 * the text of all nodes together, so that a phrase is found across marks; across blocks it is not.
 */
function comesOrGoes(courseId: string, isInScope: SQL | undefined, phrase = ""): SQL | undefined {
  const sought = phrase.trim().toLowerCase();
  if (sought === "") return undefined;
  // As it stands in JSON, without its quotation marks.
  const inJson = JSON.stringify(sought).slice(1, -1);
  const text = sql`lower(replace(jsonb_path_query_array(${entry.document}, 'strict $.** ? (exists (@.text)).text')::text, '", "', ''))`;
  const count = sql`(length(${text}) - length(replace(${text}, ${inJson}, ''))) / length(${inJson})`;
  return sql`(${entry.pageId}, ${entry.number}) in (
    select page_id, number from (
      select ${entry.pageId} as page_id, ${entry.number} as number, ${count} - lag(${count}, 1, 0) over (partition by ${entry.pageId} order by ${entry.number}) as change
      from ${entry} where ${entry.courseId} = ${courseId} and ${isInScope}
    ) counted where change <> 0)`;
}

async function coWritersByPage(
  db: Queryable,
  courseId: string,
  rows: readonly { readonly pageId: string; readonly number: number }[],
): Promise<(row: { readonly pageId: string; readonly number: number }) => readonly CoWriterDto[]> {
  const found = new Map<string, ReadonlyMap<number, readonly CoWriterDto[]>>();
  for (const pageId of new Set(rows.map((row) => row.pageId)))
    found.set(
      pageId,
      await coWritersOf(
        db,
        courseId,
        pageId,
        rows.flatMap((row) => (row.pageId === pageId ? [row.number] : [])),
      ),
    );
  return ({ pageId, number }) => found.get(pageId)?.get(number) ?? [];
}

/** Who has an entry in the scope, by name: whom a reader can look for. Empty where they may not read. */
export async function ledgerAuthors(
  ctx: ContextIn,
  courseId: string,
  scope: LedgerScope,
): Promise<{ readonly id: string; readonly name: string }[]> {
  const found = await inScope(ctx, courseId, scope);
  if (!found || found.pages.size === 0) return [];
  return ctx.db
    .selectDistinct({ id: person.id, name: person.name })
    .from(entryCredit)
    .innerJoin(person, eq(person.id, entryCredit.authorId))
    .where(
      and(
        eq(entryCredit.courseId, courseId),
        eq(entryCredit.wikiId, found.standpoint.wikiId),
        inArray(entryCredit.pageId, [...found.pages.keys()]),
      ),
    )
    .orderBy(asc(person.name));
}

/** A filter as it stands in an address. What is no filter is none. */
export const askedFilter = z.object({
  person: z
    .string()
    .regex(/^[\w-]{1,60}$/)
    .optional()
    .catch(undefined),
  act: z.enum(ledgerActs).optional().catch(undefined),
  from: z.iso.date().optional().catch(undefined),
  until: z.iso.date().optional().catch(undefined),
  phrase: z.string().trim().max(longestPhrase).optional().catch(undefined),
}) satisfies z.ZodType<AskedFilter>;
