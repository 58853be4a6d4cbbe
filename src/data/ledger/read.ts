import "server-only";
import { and, desc, eq, lt } from "drizzle-orm";
import type { ComparedBlock } from "@/core/compared/document";
import { filesIn } from "@/core/document/files";
import { emptyDocument, type PageDocument } from "@/core/document/model";
import { byKind, thingChanges, thingsIn } from "@/core/document/things";
import { lateness } from "../access/more-time";
import { mayUsePower, readableTitles, standAtPage } from "../access/read";
import { person } from "../db/tables/accounts";
import { entry, entryCredit, page } from "../db/tables/wikis";
import { entryArrival } from "../db/tables/writing";
import type { FileDto } from "../files/dto";
import { filesNamed } from "../files/read";
import { heavily } from "../heavy/threads";
import type { ContextIn } from "../session/context";
import { creditOfEntry } from "./credit";
import type { LedgerLineDto } from "./dto";
import { arrivalOfEntry, lineColumns } from "./list";
import { knownOfWiki, movesOf, toldRoutes } from "./routes";
import { coWritersOf } from "./shared";

export interface EntryDto {
  readonly line: Omit<LedgerLineDto, "page">;
  /** The page as the entry left it. */
  readonly document: PageDocument;
  /** What the entry changed, against the one before it. */
  readonly blocks: readonly ComparedBlock[];
  /** What came and went besides words. */
  readonly things: ReturnType<typeof byKind>;
  /** The files that the page shows after it, and showed before. */
  readonly files: readonly FileDto[];
  readonly newest: number;
  readonly mayRestore: boolean;
}

/**
 * An entry of the viewer's own, without its text; null if there is none such. Cost: one query by key, once it
 * is known that they may read the page.
 */
export async function ownEntry(
  ctx: ContextIn,
  courseId: string,
  pageId: string,
  number: number,
): Promise<Pick<LedgerLineDto, "number" | "kind" | "title" | "restoredFrom" | "figures"> | null> {
  if (!(await standAtPage(ctx, courseId, pageId))) return null;
  const [found] = await ctx.db
    .select({
      number: entry.number,
      kind: entry.kind,
      title: entry.title,
      restoredFrom: entry.restoredFrom,
      figures: entryCredit.figures,
    })
    .from(entry)
    .innerJoin(entryCredit, creditOfEntry)
    .where(
      and(
        eq(entry.courseId, courseId),
        eq(entry.pageId, pageId),
        eq(entry.number, number),
        eq(entry.authorId, ctx.viewer.id),
      ),
    );
  return found ? { ...found, figures: { ...found.figures, movedAway: 0 } } : null;
}

/** One entry with its change; null if there is none such for the viewer. Cost: one comparison. */
export async function findEntry(
  ctx: ContextIn,
  courseId: string,
  pageId: string,
  number: number,
): Promise<EntryDto | null> {
  const standpoint = await standAtPage(ctx, courseId, pageId);
  if (!standpoint) return null;
  const rows = await ctx.db
    .select({ ...lineColumns, document: entry.document })
    .from(entry)
    .innerJoin(entryCredit, creditOfEntry)
    .leftJoin(person, eq(person.id, entryCredit.authorId))
    .leftJoin(entryArrival, arrivalOfEntry)
    .where(and(eq(entry.courseId, courseId), eq(entry.pageId, pageId), lt(entry.number, number + 1)))
    .orderBy(desc(entry.number))
    .limit(2);
  const [found, before] = rows;
  if (!found || found.number !== number) return null;
  const [newest] = await ctx.db
    .select({ entries: page.entries, removedAt: page.removedAt })
    .from(page)
    .where(and(eq(page.courseId, courseId), eq(page.id, pageId)));
  const { document, ...line } = found;
  const [isLate, known, titleOf] = await Promise.all([
    lateness(ctx.db, standpoint),
    knownOfWiki(ctx.db, courseId, standpoint.wikiId),
    readableTitles(ctx, standpoint),
  ]);
  const routes = toldRoutes(known, line.rev, titleOf);
  return {
    line: {
      ...line,
      figures: known.of(line.rev)?.figures ?? { ...line.figures, movedAway: 0 },
      routes,
      isLate: isLate(line.authorId, line.at),
      coWriters: (await coWritersOf(ctx.db, courseId, pageId, [number])).get(number) ?? [],
    },
    document,
    blocks: await heavily(
      "compare",
      before?.document ?? emptyDocument,
      document,
      null,
      await movesOf(ctx.db, courseId, pageId, number, known, routes),
    ),
    things: byKind(thingChanges(thingsIn(before?.document ?? emptyDocument), thingsIn(document))),
    files: await filesNamed(ctx.db, courseId, [
      ...new Set([...filesIn(document), ...(before ? filesIn(before.document) : [])]),
    ]),
    newest: newest!.entries,
    mayRestore: mayUsePower(standpoint, "restore") && newest!.removedAt === null,
  };
}
