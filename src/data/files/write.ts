/** Uploading files, and saying where they come from. */
import "server-only";
import { withoutLocation } from "@/core/files/location";
import { typedText } from "@/core/text/typed";
import { and, eq } from "drizzle-orm";
import * as z from "zod";
import { may, mayChangeCourse, mayUsePower, standAtPage, standAtWiki } from "../access/read";
import { file, fileChange, storedBytes } from "../db/tables/files";
import { askFor } from "../jobs/ask";
import type { Context } from "../session/context";
import type { FileProblem, Uploaded } from "./dto";
import { mostPixels, wikiQuota, largestFile } from "./limits";
import { measure } from "./pictures";
import { filesNamed, takenBy, wikiFiles } from "./read";
import { storeBytes, type Stored, wholeBytes } from "./store";
import { indexFileNames } from "../search/index-beside";
import { hasText } from "../search/reading";
import { act } from "../session/act";
import { refused } from "../refusal";

const line = (what: string, most: number) =>
  typedText(most, { tooLong: `${what} has at most ${most} characters` });

export const fileName = typedText(4000)
  .transform((name) => name.replace(/[\\/]+/g, "-").slice(-200))
  .pipe(z.string().min(1, "The file has no name"));

export interface Upload {
  readonly courseId: string;
  /** The wiki to which it comes; null: the course, for its starter pages. */
  readonly wikiId: string | null;
  /** The page in which it is wanted; null: one that is being started. */
  readonly pageId: string | null;
  readonly name: string;
  readonly body: ReadableStream<Uint8Array>;
}

/**
 * Stores a file that arrives, if the viewer may put files there. Its bytes are read once, and stand whole in
 * memory only if they are a picture's.
 */
export const uploadFile = act(async (ctx, given: Upload): Promise<Uploaded> => {
  const { courseId, wikiId, pageId, body } = given;
  const problem = await whyNotUpload(ctx, courseId, wikiId, pageId);
  if (problem) return refused(problem);
  const { room, taken } = await roomFor(ctx, courseId, wikiId);
  if (room <= 0) return refused({ code: "no room left", quota: wikiQuota, taken });
  return register(
    ctx,
    given,
    await storeBytes(ctx.db, body, { id: ctx.newId(), now: ctx.now, room }),
    room,
    taken,
  );
});

/** How many bytes may still come to a wiki, and how many its files take. */
export async function roomFor(
  ctx: Context,
  courseId: string,
  wikiId: string | null,
): Promise<{ readonly room: number; readonly taken: number }> {
  const taken = wikiId === null ? 0 : await takenBy(ctx.db, courseId, wikiId);
  return { room: wikiId === null ? largestFile.video : wikiQuota - taken, taken };
}

/**
 * Makes a file of bytes that have arrived: of a picture its size is measured, and where it was taken goes.
 */
export async function register(
  ctx: Context,
  given: Pick<Upload, "courseId" | "wikiId" | "name">,
  arrived: Stored,
  room: number,
  taken: number,
): Promise<Uploaded> {
  const { courseId, wikiId } = given;
  const name = fileName.safeParse(given.name);
  if (!name.success) return refused({ code: "bad input", message: name.error.issues[0]!.message });
  const stored = await withoutItsPlace(ctx, arrived, room);
  if ("problem" in stored)
    return refused(
      stored.problem.code === "too large" && stored.problem.limit === room
        ? { code: "no room left", quota: wikiQuota, taken }
        : stored.problem,
    );
  if (stored.kind === "image" && stored.isNew) {
    const size = await measure(await wholeBytes(ctx.db, stored.bytesId));
    if ("problem" in size) {
      await ctx.db.delete(storedBytes).where(eq(storedBytes.id, stored.bytesId));
      return refused(
        size.problem === "too many pixels"
          ? { code: "too many pixels", limit: mostPixels }
          : { code: size.problem },
      );
    }
    await ctx.db.update(storedBytes).set(size).where(eq(storedBytes.id, stored.bytesId));
  }
  const id = ctx.newId();
  await ctx.db.transaction(async (tx) => {
    await tx.insert(file).values({
      courseId,
      id,
      wikiId,
      bytesId: stored.bytesId,
      name: name.data,
      uploadedBy: ctx.viewer.id,
      at: ctx.now,
    });
    await indexFileNames(tx, courseId, id);
    if (hasText(stored.type)) await askFor(tx, "reading", { courseId, fileId: id });
    if (stored.kind === "image" && stored.isNew) await askFor(tx, "pictures", { bytesId: stored.bytesId });
  });
  return { kind: "stored", file: (await filesNamed(ctx.db, courseId, [id]))[0]! };
}

/**
 * A picture as it is kept: where it was taken is nobody's business. One that is known already has been looked
 * at.
 */
async function withoutItsPlace(ctx: Context, stored: Stored, room: number): Promise<Stored> {
  if ("problem" in stored || stored.kind !== "image" || !stored.isNew) return stored;
  const whole = await wholeBytes(ctx.db, stored.bytesId);
  const cleaned = withoutLocation(whole);
  if (cleaned === whole) return stored;
  await ctx.db.delete(storedBytes).where(eq(storedBytes.id, stored.bytesId));
  return storeBytes(ctx.db, new Blob([new Uint8Array(cleaned)]).stream(), {
    id: ctx.newId(),
    now: ctx.now,
    room,
  });
}

export async function whyNotUpload(
  ctx: Context,
  courseId: string,
  wikiId: string | null,
  pageId: string | null,
): Promise<FileProblem | null> {
  if (wikiId === null) return (await mayChangeCourse(ctx, courseId)) ? null : { code: "not found" };
  const standpoint =
    pageId === null ? await standAtWiki(ctx, courseId, wikiId) : await standAtPage(ctx, courseId, pageId);
  if (!standpoint || standpoint.wikiId !== wikiId) return { code: "not found" };
  if (!may(standpoint, "write")) return { code: "may not write" };
  return mayUsePower(standpoint, "upload") ? null : { code: "power not given", power: "upload" };
}

const description = z.object({
  name: fileName,
  source: line("Where it comes from", 500),
  licence: line("The licence", 200),
});

/** Names a file anew, and says where it comes from and under which terms it may be shown. */
export const describeFile = act(
  async (
    ctx,
    courseId: string,
    wikiId: string,
    fileId: string,
    input: z.input<typeof description>,
  ): Promise<Uploaded> => {
    const known = (await wikiFiles(ctx, courseId, wikiId))?.files.find(({ id }) => id === fileId);
    if (!known) return refused({ code: "not found" });
    if (!known.mayDescribe) return refused({ code: "may not write" });
    const parsed = description.safeParse(input);
    if (!parsed.success) return refused({ code: "bad input", message: parsed.error.issues[0]!.message });
    await ctx.db.transaction(async (tx) => {
      const here = and(eq(file.courseId, courseId), eq(file.id, fileId));
      const [before] = await tx
        .select({ name: file.name, source: file.source, licence: file.licence })
        .from(file)
        .where(here)
        .for("update");
      if (
        !before ||
        (before.name === parsed.data.name &&
          before.source === parsed.data.source &&
          before.licence === parsed.data.licence)
      )
        return;
      await tx.update(file).set(parsed.data).where(here);
      await indexFileNames(tx, courseId, fileId);
      await tx.insert(fileChange).values({
        courseId,
        id: ctx.newId(),
        fileId,
        wikiId,
        byId: ctx.viewer.id,
        at: ctx.now,
        before,
        after: parsed.data,
      });
    });
    return { kind: "stored", file: (await filesNamed(ctx.db, courseId, [fileId]))[0]! };
  },
);
