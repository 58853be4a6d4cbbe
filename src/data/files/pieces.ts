/**
 * A large file that arrives in pieces: each is put away as it comes, so that a connection that breaks loses
 * one piece at the most, and goes on where it was.
 */
import "server-only";
import { createHash } from "node:crypto";
import { and, asc, eq, gt, isNull } from "drizzle-orm";
import * as z from "zod";
import { storedBytes, storedChunk } from "../db/tables/files";
import type { Context } from "../session/context";
import type { PieceTaken } from "./dto";
import { chunkSize, headSize, largestFile, pieceSize, wikiQuota } from "./limits";
import { recognise, type Recognised } from "./recognise";
import { settleBytes } from "./store";
import { register, roomFor, whyNotUpload } from "./write";
import { act } from "../session/act";
import { refused } from "../refusal";

export const pieceInput = z.object({
  /** Made by the browser for each file: the same for all of its pieces. */
  upload: z.string().regex(/^[a-z0-9]{16,40}$/),
  /** Where the piece begins, and how long the file is, in bytes. */
  from: z.coerce.number().int().min(0).max(largestFile.video),
  total: z.coerce.number().int().min(1).max(largestFile.video),
});

export interface Piece extends z.output<typeof pieceInput> {
  readonly courseId: string;
  readonly wikiId: string | null;
  readonly pageId: string | null;
  readonly name: string;
  readonly content: Uint8Array;
}

/**
 * What is arriving is known by its uploader, its place and the browser's name for it: nobody else can add to
 * it.
 */
function arrivingId(
  { viewer }: Context,
  { courseId, wikiId, upload }: Pick<Piece, "courseId" | "wikiId" | "upload">,
): string {
  return createHash("sha256")
    .update(JSON.stringify([viewer.id, courseId, wikiId, upload]))
    .digest("hex")
    .slice(0, 24);
}

/**
 * Takes one piece; with the last, the file is stored as any other. What does not follow what has arrived is
 * not taken: the answer says how much has.
 */
export const takePiece = act(async (ctx, piece: Piece): Promise<PieceTaken> => {
  const { courseId, wikiId, pageId, from, total, content } = piece;
  const problem = await whyNotUpload(ctx, courseId, wikiId, pageId);
  if (problem) return refused(problem);
  const isLast = from + content.length === total;
  if (
    content.length === 0 ||
    content.length > pieceSize ||
    from % chunkSize !== 0 ||
    from + content.length > total ||
    (!isLast && content.length % chunkSize !== 0)
  )
    return refused({ code: "cut off" });
  const { room, taken } = await roomFor(ctx, courseId, wikiId);
  if (total > room) return refused({ code: "no room left", quota: wikiQuota, taken });
  const id = arrivingId(ctx, piece);
  const size = await ctx.db.transaction(async (tx) => {
    if (from === 0) await tx.insert(storedBytes).values({ id, madeAt: ctx.now }).onConflictDoNothing();
    const [arriving] = await tx
      .select({ size: storedBytes.size })
      .from(storedBytes)
      .where(and(eq(storedBytes.id, id), isNull(storedBytes.hash)))
      .for("update");
    if (!arriving || arriving.size !== from) return arriving?.size ?? 0;
    const chunks = [];
    for (let at = 0; at < content.length; at += chunkSize)
      chunks.push({
        bytesId: id,
        position: (from + at) / chunkSize,
        content: Buffer.from(content.subarray(at, at + chunkSize)),
      });
    await tx.insert(storedChunk).values(chunks);
    await tx
      .update(storedBytes)
      .set({ size: from + content.length })
      .where(eq(storedBytes.id, id));
    return from + content.length;
  });
  if (size !== from + content.length) return { kind: "going on", size };
  // What it is shows in its head: nobody sends 200 MB to be told then that they are not wanted.
  const known = from === 0 || isLast ? await kindOf(ctx, id) : null;
  if (from === 0 || isLast) {
    const why = !known
      ? ({ code: "not wanted" } as const)
      : total > largestFile[known.kind]
        ? ({ code: "too large", limit: largestFile[known.kind] } as const)
        : null;
    if (why) {
      await ctx.db.delete(storedBytes).where(eq(storedBytes.id, id));
      return refused(why);
    }
  }
  if (!isLast) return { kind: "going on", size };
  const stored = await settleBytes(ctx.db, id, { digest: await hashOf(ctx, id), size: total, known: known! });
  return register(ctx, piece, stored, room, taken);
});

async function kindOf({ db }: Context, id: string): Promise<Recognised | null> {
  const [first] = await db
    .select({ content: storedChunk.content })
    .from(storedChunk)
    .where(and(eq(storedChunk.bytesId, id), eq(storedChunk.position, 0)));
  return first ? recognise(first.content.subarray(0, headSize)) : null;
}

/** Some pieces at a time, so that no file stands whole in memory. */
async function hashOf({ db }: Context, id: string): Promise<string> {
  const hash = createHash("sha256");
  for (let position = -1; ;) {
    const chunks = await db
      .select({ position: storedChunk.position, content: storedChunk.content })
      .from(storedChunk)
      .where(and(eq(storedChunk.bytesId, id), gt(storedChunk.position, position)))
      .orderBy(asc(storedChunk.position))
      .limit(16);
    if (chunks.length === 0) return hash.digest("hex");
    for (const { content } of chunks) hash.update(content);
    position = chunks.at(-1)!.position;
  }
}

/** Lets go of what has arrived of a file that is not wanted any more. */
export async function dropPieces(
  ctx: Context,
  given: Pick<Piece, "courseId" | "wikiId" | "upload">,
): Promise<void> {
  if (!ctx.lookingAs)
    await ctx.db
      .delete(storedBytes)
      .where(and(eq(storedBytes.id, arrivingId(ctx, given)), isNull(storedBytes.hash)));
}
