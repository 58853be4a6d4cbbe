import "server-only";
import { and, asc, desc, eq, lt, sql } from "drizzle-orm";
import type { EntryFigures } from "@/core/credit/account";
import { type ComparedBlock, compareDocuments } from "@/core/diff/document";
import { filesIn } from "@/core/document/files";
import { emptyDocument, type PageDocument } from "@/core/document/model";
import { type ChainFault, type EntryKind, findChainFault } from "@/core/ledger/chain";
import { lateness } from "../access/more-time";
import { mayUsePower, standAtPage } from "../access/read";
import { person } from "../db/tables/accounts";
import { entry, entryCredit, page } from "../db/tables/wikis";
import { entryArrival } from "../db/tables/writing";
import type { FileDto } from "../files/dto";
import { filesNamed } from "../files/read";
import type { ContextIn } from "../session/context";
import { creditOfEntry } from "./credit";
import { chainedEntry } from "./export";
import { type CoWriterDto, coWritersOf } from "./shared";

export interface LedgerLineDto {
  readonly number: number;
  readonly at: Date;
  readonly authorId: string | null;
  readonly author: string | null;
  readonly kind: EntryKind;
  /** What the page was called after it. */
  readonly title: string;
  readonly note: string;
  readonly restoredFrom: number | null;
  readonly figures: EntryFigures;
  /** Whether a member saved it when it was due already; more time that they were given counts. */
  readonly isLate: boolean;
  /** Whom the author named as having written it too. */
  readonly coWriters: readonly CoWriterDto[];
  /** Words that came by pasting, and the most that came at once, as far as the editor knows. */
  readonly pasted: number;
  readonly largestPaste: number;
}

const lineColumns = {
  number: entry.number, at: entry.at, authorId: entryCredit.authorId, author: person.name, kind: entry.kind, title: entry.title, note: entry.note,
  restoredFrom: entry.restoredFrom, figures: entryCredit.figures,
  pasted: sql<number>`coalesce(${entryArrival.pasted}, 0)`, largestPaste: sql<number>`coalesce(${entryArrival.largestPaste}, 0)`,
};

const arrivalOfEntry = and(eq(entryArrival.courseId, entry.courseId), eq(entryArrival.pageId, entry.pageId), eq(entryArrival.number, entry.number));

/** Lines of one page of a ledger that are read at once. */
export const ledgerPage = 100;

/** A page's entries, newest first, from below `before` (all if null); null if there is no such page for the viewer. */
export async function pageLedger(ctx: ContextIn, courseId: string, pageId: string, before: number | null): Promise<LedgerLineDto[] | null> {
  const standpoint = await standAtPage(ctx, courseId, pageId);
  if (!standpoint) return null;
  const isLate = await lateness(ctx.db, standpoint);
  const rows = await ctx.db.select(lineColumns).from(entry).innerJoin(entryCredit, creditOfEntry).leftJoin(person, eq(person.id, entryCredit.authorId)).leftJoin(entryArrival, arrivalOfEntry)
    .where(and(eq(entry.courseId, courseId), eq(entry.pageId, pageId), before === null ? undefined : lt(entry.number, before)))
    .orderBy(desc(entry.number)).limit(ledgerPage);
  const coWriters = await coWritersOf(ctx.db, courseId, pageId, rows.map((row) => row.number));
  return rows.map((row) => ({ ...row, isLate: isLate(row.authorId, row.at), coWriters: coWriters.get(row.number) ?? [] }));
}

export interface EntryDto {
  readonly line: LedgerLineDto;
  /** The page as the entry left it. */
  readonly document: PageDocument;
  /** What the entry changed, against the one before it. */
  readonly blocks: readonly ComparedBlock[];
  /** The files that the page shows after it, and showed before. */
  readonly files: readonly FileDto[];
  readonly newest: number;
  readonly mayRestore: boolean;
}

/** One entry with its change; null if there is none such for the viewer. Cost: one comparison. */
export async function findEntry(ctx: ContextIn, courseId: string, pageId: string, number: number): Promise<EntryDto | null> {
  const standpoint = await standAtPage(ctx, courseId, pageId);
  if (!standpoint) return null;
  const rows = await ctx.db.select({ ...lineColumns, document: entry.document }).from(entry).innerJoin(entryCredit, creditOfEntry).leftJoin(person, eq(person.id, entryCredit.authorId)).leftJoin(entryArrival, arrivalOfEntry)
    .where(and(eq(entry.courseId, courseId), eq(entry.pageId, pageId), lt(entry.number, number + 1))).orderBy(desc(entry.number)).limit(2);
  const [found, before] = rows;
  if (!found || found.number !== number) return null;
  const [newest] = await ctx.db.select({ entries: page.entries, removedAt: page.removedAt }).from(page).where(and(eq(page.courseId, courseId), eq(page.id, pageId)));
  const { document, ...line } = found;
  const isLate = await lateness(ctx.db, standpoint);
  return {
    line: { ...line, isLate: isLate(line.authorId, line.at), coWriters: (await coWritersOf(ctx.db, courseId, pageId, [number])).get(number) ?? [] }, document,
    blocks: compareDocuments(before?.document ?? emptyDocument, document),
    files: await filesNamed(ctx.db, courseId, [...new Set([...filesIn(document), ...(before ? filesIn(before.document) : [])])]),
    newest: newest!.entries,
    mayRestore: mayUsePower(standpoint, "restore") && newest!.removedAt === null,
  };
}

/** Checks the chain of a page's entries: the first fault, or null. Reads all of them. */
export async function verifyPage(ctx: ContextIn, courseId: string, pageId: string): Promise<ChainFault | null> {
  if (!(await standAtPage(ctx, courseId, pageId))) return null;
  const rows = await ctx.db.select().from(entry).where(and(eq(entry.courseId, courseId), eq(entry.pageId, pageId))).orderBy(asc(entry.number));
  return findChainFault(rows.map((row) => ({ hash: row.hash, entry: chainedEntry(row) })));
}
