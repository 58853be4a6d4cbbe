/** Bytes as they arrive and as they are sent: in pieces, so that no file stands whole in memory. */
import "server-only";
import { createHash } from "node:crypto";
import { and, asc, eq, gte, isNull, lt, lte } from "drizzle-orm";
import type { Queryable } from "../db/client";
import { storedBytes, storedChunk } from "../db/tables/files";
import type { FileProblem } from "./dto";
import { chunkSize, headSize, largestFile } from "./limits";
import { recognise, type Recognised } from "./recognise";

export type Stored =
  | (Recognised & {
      readonly kind: Recognised["kind"];
      readonly bytesId: string;
      readonly size: number;
      readonly isNew: boolean;
    })
  | { readonly problem: FileProblem };

const day = 86_400_000;

/**
 * Stores what `body` sends under its content's hash. What is the same to the byte is stored once. Stops
 * reading as soon as it is too large, or nothing that pages hold; what had arrived by then goes.
 * @param room how many bytes may come at the most, whatever they are.
 */
export async function storeBytes(
  db: Queryable,
  body: ReadableStream<Uint8Array>,
  { id, now, room }: { id: string; now: Date; room: number },
): Promise<Stored> {
  await db
    .delete(storedBytes)
    .where(and(isNull(storedBytes.hash), lt(storedBytes.madeAt, new Date(now.getTime() - day))));
  await db.insert(storedBytes).values({ id, madeAt: now });
  const refuse = async (problem: FileProblem): Promise<Stored> => {
    await db.delete(storedBytes).where(eq(storedBytes.id, id));
    return { problem };
  };
  const hash = createHash("sha256");
  let [size, position, known] = [0, 0, null as Recognised | null];
  let waiting: Uint8Array[] = [];
  let waitingSize = 0;
  const put = async () => {
    const content = Buffer.concat(waiting);
    for (let at = 0; at < content.length; at += chunkSize)
      await db
        .insert(storedChunk)
        .values({ bytesId: id, position: position++, content: content.subarray(at, at + chunkSize) });
    [waiting, waitingSize] = [[], 0];
  };
  const reader = body.getReader();
  try {
    for (;;) {
      const { done, value } = await reader.read();
      if (value) {
        hash.update(value);
        waiting.push(value);
        [size, waitingSize] = [size + value.length, waitingSize + value.length];
      }
      if (known === null && (done || size >= headSize)) {
        if (size === 0) return await refuse({ code: "empty" });
        known = await recognise(Buffer.concat(waiting).subarray(0, headSize));
        if (!known) return await refuse({ code: "not wanted" });
      }
      if (known && size > largestFile[known.kind])
        return await refuse({ code: "too large", limit: largestFile[known.kind] });
      if (size > room) return await refuse({ code: "too large", limit: room });
      if (done) break;
      // Pieces are put away whole, so that each but the last has the same length.
      if (waitingSize >= chunkSize * 4) {
        const all = Buffer.concat(waiting);
        const whole = all.length - (all.length % chunkSize);
        waiting = [all.subarray(0, whole)];
        await put();
        waiting = [Buffer.from(all.subarray(whole))];
        waitingSize = all.length - whole;
      }
    }
  } catch {
    return refuse({ code: "cut off" });
  } finally {
    // Where reading stopped early, the sender need not go on.
    await reader.cancel().catch(() => {});
  }
  await put();
  return settleBytes(db, id, { digest: hash.digest("hex"), size, known: known! });
}

/** Bytes that have arrived whole, under their content's hash: what is the same to the byte is kept once. */
export async function settleBytes(
  db: Queryable,
  id: string,
  { digest, size, known }: { digest: string; size: number; known: Recognised },
): Promise<Stored> {
  const [same] = await db
    .select({ id: storedBytes.id })
    .from(storedBytes)
    .where(eq(storedBytes.hash, digest));
  if (same) {
    await db.delete(storedBytes).where(eq(storedBytes.id, id));
    return { ...known, bytesId: same.id, size, isNew: false };
  }
  await db
    .update(storedBytes)
    .set({ hash: digest, size, kind: known.kind, type: known.type })
    .where(eq(storedBytes.id, id));
  return { ...known, bytesId: id, size, isNew: true };
}

/** The bytes from `from` to `to`, both included, piece by piece as they are asked for. */
export function sendBytes(
  db: Queryable,
  bytesId: string,
  from: number,
  to: number,
): ReadableStream<Uint8Array> {
  let position = Math.floor(from / chunkSize);
  const last = Math.floor(to / chunkSize);
  return new ReadableStream({
    async pull(controller) {
      if (position > last) return controller.close();
      const [chunk] = await db
        .select({ content: storedChunk.content })
        .from(storedChunk)
        .where(and(eq(storedChunk.bytesId, bytesId), eq(storedChunk.position, position)));
      if (!chunk) return controller.error(new Error("A piece of the file is missing"));
      const start = position * chunkSize;
      position++;
      controller.enqueue(
        new Uint8Array(
          chunk.content.subarray(Math.max(0, from - start), Math.min(chunk.content.length, to - start + 1)),
        ),
      );
    },
  });
}

/** All bytes at once, for work on pictures, whose size is bounded. */
export async function wholeBytes(db: Queryable, bytesId: string): Promise<Buffer> {
  const chunks = await db
    .select({ content: storedChunk.content })
    .from(storedChunk)
    .where(
      and(eq(storedChunk.bytesId, bytesId), gte(storedChunk.position, 0), lte(storedChunk.position, 10_000)),
    )
    .orderBy(asc(storedChunk.position));
  return Buffer.concat(chunks.map(({ content }) => content));
}
