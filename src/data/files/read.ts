/** Files for those who may read them: a file is read by whoever may read a page that shows it. */
import { runsCourse } from "@/core/access/role";
import "server-only";
import { and, asc, desc, eq, gte, inArray, isNull, or, sql } from "drizzle-orm";
import { allows } from "@/core/access/may";
import { isInstructor, levelsOnPages, standAtPage, standAtWiki } from "../access/read";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { course } from "../db/tables/courses";
import { file, fileChange, fileUse, pictureSize, storedBytes } from "../db/tables/files";
import { page } from "../db/tables/wikis";
import type { ContextIn } from "../session/context";
import type { FileDto, FileKind, FileLineDto, WikiFilesDto } from "./dto";
import { wikiQuota } from "./limits";

const shown = {
  id: file.id,
  name: file.name,
  kind: sql<FileKind>`${storedBytes.kind}`,
  type: sql<string>`${storedBytes.type}`,
  size: storedBytes.size,
  width: storedBytes.width,
  height: storedBytes.height,
  source: file.source,
  licence: file.licence,
};
const bytesOfFile = eq(storedBytes.id, file.bytesId);

/** The files of a course with these ids, whoever asks: for documents that the asker may read. */
export async function filesNamed(
  db: Queryable,
  courseId: string,
  ids: readonly string[],
): Promise<FileDto[]> {
  if (ids.length === 0) return [];
  return db
    .select(shown)
    .from(file)
    .innerJoin(storedBytes, bytesOfFile)
    .where(and(eq(file.courseId, courseId), inArray(file.id, [...ids])));
}

export interface FileBytes {
  readonly file: FileDto;
  readonly bytesId: string;
  readonly hash: string;
  /** A smaller size of a picture, where one was asked for and is there. */
  readonly smaller: { readonly width: number; readonly type: string; readonly content: Uint8Array } | null;
}

/** A file with where its bytes are, for the viewer; null if there is none such for them. */
export async function findFile(
  ctx: ContextIn,
  courseId: string,
  fileId: string,
  width: number | null,
): Promise<FileBytes | null> {
  const [found] = await ctx.db
    .select({
      ...shown,
      wikiId: file.wikiId,
      bytesId: file.bytesId,
      hash: storedBytes.hash,
      uploadedBy: file.uploadedBy,
    })
    .from(file)
    .innerJoin(storedBytes, bytesOfFile)
    .where(and(eq(file.courseId, courseId), eq(file.id, fileId)));
  if (!found || !(await mayReadFile(ctx, courseId, found))) return null;
  const { wikiId: _, bytesId, hash, uploadedBy: __, ...dto } = found;
  const [smaller] =
    width === null
      ? []
      : await ctx.db
          .select({ width: pictureSize.width, type: pictureSize.type, content: pictureSize.content })
          .from(pictureSize)
          .where(and(eq(pictureSize.bytesId, bytesId), gte(pictureSize.width, width)))
          .orderBy(asc(pictureSize.width))
          .limit(1);
  return { file: dto, bytesId, hash: hash!, smaller: smaller ?? null };
}

interface Asked {
  readonly id: string;
  readonly wikiId: string | null;
  readonly uploadedBy: string;
}

/**
 * Whoever runs the course, whoever may read a page that shows it, and, until a page does, whoever uploaded
 * it.
 */
async function mayReadFile(
  ctx: ContextIn,
  courseId: string,
  { id, wikiId, uploadedBy }: Asked,
): Promise<boolean> {
  if (await isInstructor(ctx, courseId)) return true;
  if (uploadedBy === ctx.viewer.id && wikiId !== null && (await standAtWiki(ctx, courseId, wikiId)))
    return true;
  // Guests and readers with a link see no history, and so no file that only earlier entries show.
  const uses = await ctx.db
    .select({ pageId: fileUse.pageId })
    .from(fileUse)
    .where(
      and(
        eq(fileUse.courseId, courseId),
        eq(fileUse.fileId, id),
        ...(ctx.door ? [eq(fileUse.stands, true)] : []),
      ),
    )
    .orderBy(desc(fileUse.stands));
  for (const { pageId } of uses) if (await standAtPage(ctx, courseId, pageId)) return true;
  return false;
}

/**
 * Of files that a writer puts into a page of a wiki, those that are not theirs to put there: of other wikis,
 * hidden, or none at all.
 */
export async function foreignFiles(
  ctx: ContextIn,
  courseId: string,
  wikiId: string,
  ids: readonly string[],
): Promise<string[]> {
  if (ids.length === 0) return [];
  const rows = await ctx.db
    .select({ id: file.id, wikiId: file.wikiId, uploadedBy: file.uploadedBy })
    .from(file)
    .where(
      and(
        eq(file.courseId, courseId),
        inArray(file.id, [...ids]),
        or(eq(file.wikiId, wikiId), isNull(file.wikiId)),
      ),
    );
  const usable = new Set<string>();
  for (const row of rows)
    if (row.uploadedBy === ctx.viewer.id || (await mayReadFile(ctx, courseId, row))) usable.add(row.id);
  return ids.filter((id) => !usable.has(id));
}

/**
 * All files of a wiki that the viewer may read, the newest first, with where they are used; null if there is
 * no such wiki for them.
 */
export async function wikiFiles(
  ctx: ContextIn,
  courseId: string,
  wikiId: string,
): Promise<WikiFilesDto | null> {
  const standpoint = await standAtWiki(ctx, courseId, wikiId);
  if (!standpoint) return null;
  const [place] = await ctx.db
    .select({ timeZone: course.timeZone })
    .from(course)
    .where(eq(course.id, courseId));
  const rows = await ctx.db
    .select({ ...shown, uploadedById: file.uploadedBy, uploadedBy: person.name, at: file.at })
    .from(file)
    .innerJoin(storedBytes, bytesOfFile)
    .innerJoin(person, eq(person.id, file.uploadedBy))
    .where(and(eq(file.courseId, courseId), eq(file.wikiId, wikiId)))
    .orderBy(desc(file.at), asc(file.id));
  const pages = await ctx.db
    .select({ id: page.id, title: page.title, ownerId: page.ownerId, removedAt: page.removedAt })
    .from(page)
    .where(and(eq(page.courseId, courseId), eq(page.wikiId, wikiId)));
  const levels = levelsOnPages(standpoint, pages);
  const readable = new Map(
    pages.flatMap((each) => (allows(levels.get(each.id)!, "read") ? [[each.id, each] as const] : [])),
  );
  const changes =
    rows.length === 0
      ? []
      : await ctx.db
          .select({
            fileId: fileChange.fileId,
            by: person.name,
            at: fileChange.at,
            before: fileChange.before,
            after: fileChange.after,
          })
          .from(fileChange)
          .innerJoin(person, eq(person.id, fileChange.byId))
          .where(and(eq(fileChange.courseId, courseId), eq(fileChange.wikiId, wikiId)))
          .orderBy(desc(fileChange.at));
  const uses =
    rows.length === 0
      ? []
      : await ctx.db
          .select({ fileId: fileUse.fileId, pageId: fileUse.pageId, stands: fileUse.stands })
          .from(fileUse)
          .where(
            and(
              eq(fileUse.courseId, courseId),
              inArray(
                fileUse.fileId,
                rows.map(({ id }) => id),
              ),
            ),
          );
  const runs = runsCourse(standpoint.person.role);
  const files = rows.flatMap((row): FileLineDto[] => {
    const own = uses.filter(({ fileId, pageId }) => fileId === row.id && readable.has(pageId));
    if (!runs && own.length === 0 && row.uploadedById !== ctx.viewer.id) return [];
    const usedOn = own
      .filter(({ pageId, stands }) => stands && !readable.get(pageId)!.removedAt)
      .map(({ pageId }) => ({ id: pageId, title: readable.get(pageId)!.title }));
    // What a file is called and where it comes from is a part of every page that shows it: whoever may not
    // write on one of them leaves it as it is.
    const shownOn = uses
      .filter(({ fileId, stands }) => fileId === row.id && stands)
      .map(({ pageId }) => levels.get(pageId) ?? "hidden");
    const mayDescribe =
      (runs || row.uploadedById === ctx.viewer.id || standpoint.person.isMember) &&
      [standpoint.decision.level, ...shownOn].every((level) => allows(level, "write"));
    return [
      {
        ...row,
        usedOn,
        isInHistory: own.length > 0,
        mayDescribe,
        changes: changes.filter(({ fileId }) => fileId === row.id).map(({ fileId: _, ...change }) => change),
      },
    ];
  });
  return {
    wikiId,
    courseId,
    timeZone: place?.timeZone ?? "UTC",
    files,
    taken: await takenBy(ctx.db, courseId, wikiId),
    quota: wikiQuota,
  };
}

/** The course's own files, for starter pages: to those who run it; nobody else is told of them here. */
export async function courseFiles(ctx: ContextIn, courseId: string): Promise<FileDto[]> {
  if (!(await isInstructor(ctx, courseId))) return [];
  return ctx.db
    .select(shown)
    .from(file)
    .innerJoin(storedBytes, bytesOfFile)
    .where(and(eq(file.courseId, courseId), isNull(file.wikiId)))
    .orderBy(desc(file.at), asc(file.id));
}

/** What the files of a wiki take together, in bytes. */
export async function takenBy(db: Queryable, courseId: string, wikiId: string): Promise<number> {
  const [sum] = await db
    .select({ bytes: sql<number>`coalesce(sum(${storedBytes.size}), 0)::float8` })
    .from(file)
    .innerJoin(storedBytes, bytesOfFile)
    .where(and(eq(file.courseId, courseId), eq(file.wikiId, wikiId)));
  return sum!.bytes;
}
