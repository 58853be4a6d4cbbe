/**
 * Files over HTTP: sent in pieces, in part if that is asked for, and never as something that a browser would
 * run.
 */
import { id } from "@/core/text/id";
import * as z from "zod";
import { findFile } from "@/data/files/read";
import { sendBytes } from "@/data/files/store";
import { dropPieces, pieceInput, takePiece } from "@/data/files/pieces";
import { pieceSize } from "@/data/files/limits";
import { uploadFile } from "@/data/files/write";
import type { Context, ContextIn } from "@/data/session/context";
import { fileProblem } from "@/ui/words/files";

const asked = z.object({
  courseId: id,
  fileId: id,
  width: z.coerce.number().int().min(1).max(10_000).nullable(),
});
const nothing = () => new Response(null, { status: 404 });

/** Kinds that are shown where they stand; all else is handed over to be kept. */
const shownInPlace = new Set(["image", "video", "audio", "captions"]);

/** A file as the one who asks may have it; not found if they may not. */
export async function fileResponse(
  request: Request,
  ctx: ContextIn | null,
  courseId: string,
  fileId: string,
): Promise<Response> {
  const given = asked.safeParse({ courseId, fileId, width: new URL(request.url).searchParams.get("w") });
  if (!ctx || !given.success) return nothing();
  const found = await findFile(ctx, given.data.courseId, given.data.fileId, given.data.width);
  if (!found) return nothing();
  const { file, bytesId, hash, smaller } = found;
  const tag = `"${hash}${smaller ? `-${smaller.width}` : ""}"`;
  const headers = new Headers({
    "Content-Type":
      smaller?.type ?? (file.type.startsWith("text/") ? `${file.type}; charset=utf-8` : file.type),
    "Content-Disposition": `${shownInPlace.has(file.kind) ? "inline" : "attachment"}; filename*=UTF-8''${encodeURIComponent(file.name).replace(/['()*]/g, (letter) => `%${letter.charCodeAt(0).toString(16)}`)}`,
    // Whether somebody may see it is asked with each request; only what comes back is spared.
    "Cache-Control": "private, no-cache",
    ETag: tag,
    "Accept-Ranges": "bytes",
    "Content-Security-Policy":
      "default-src 'none'; style-src 'unsafe-inline'; frame-ancestors 'none'; sandbox",
    "X-Content-Type-Options": "nosniff",
    "Cross-Origin-Resource-Policy": "same-origin",
  });
  if (request.headers.get("if-none-match") === tag) return new Response(null, { status: 304, headers });
  if (smaller)
    return new Response(new Uint8Array(smaller.content), {
      headers: withLength(headers, smaller.content.length),
    });
  const range = partAsked(request.headers.get("range"), file.size);
  if (range === "outside")
    return new Response(null, { status: 416, headers: { "Content-Range": `bytes */${file.size}` } });
  const [from, to] = range ?? [0, file.size - 1];
  if (range) headers.set("Content-Range", `bytes ${from}-${to}/${file.size}`);
  return new Response(sendBytes(ctx.db, bytesId, from, to), {
    status: range ? 206 : 200,
    headers: withLength(headers, to - from + 1),
  });
}

function withLength(headers: Headers, length: number): Headers {
  headers.set("Content-Length", String(length));
  return headers;
}

/**
 * The one range that a request asks for, both ends included; null where it asks for all, or for what is as
 * well answered by all.
 */
export function partAsked(
  header: string | null,
  size: number,
): [from: number, to: number] | "outside" | null {
  const match = /^bytes=(\d*)-(\d*)$/.exec(header ?? "");
  if (!match || (match[1] === "" && match[2] === "")) return null;
  const [first, last] = [
    match[1] === "" ? null : Number(match[1]),
    match[2] === "" ? null : Number(match[2]),
  ];
  if (first === null) return last === 0 ? "outside" : [Math.max(0, size - last!), size - 1];
  if (first >= size || (last !== null && last < first)) return "outside";
  return [first, Math.min(last ?? size - 1, size - 1)];
}

/** Takes a file in whose bytes are the request's body, under the name that its header tells. */
export async function uploadResponse(
  request: Request,
  ctx: Context | null,
  place: { courseId: string; wikiId: string | null; pageId: string | null },
): Promise<Response> {
  if (!ctx) return nothing();
  if (request.headers.has("x-upload")) return pieceResponse(request, ctx, place);
  const name = nameTold(request.headers.get("x-file-name"));
  if (name === null || !request.body)
    return Response.json({ kind: "refused", text: fileProblem({ code: "empty" }) }, { status: 400 });
  const uploaded = await uploadFile(ctx, { ...place, name, body: request.body });
  if (uploaded.kind === "stored") return Response.json(uploaded);
  return Response.json(
    { kind: "refused", text: fileProblem(uploaded.problem) },
    { status: uploaded.problem.code === "not found" ? 404 : 422 },
  );
}

/** Takes in one piece of a large file, or lets go of what has arrived of it. */
async function pieceResponse(
  request: Request,
  ctx: Context,
  place: { courseId: string; wikiId: string | null; pageId: string | null },
): Promise<Response> {
  const { headers } = request;
  const told = pieceInput.safeParse({
    upload: headers.get("x-upload"),
    from: headers.get("x-upload-from") ?? 0,
    total: headers.get("x-upload-total") ?? 1,
  });
  const name = nameTold(headers.get("x-file-name"));
  if (!told.success || name === null)
    return Response.json({ kind: "refused", text: fileProblem({ code: "cut off" }) }, { status: 400 });
  if (request.method === "DELETE") {
    await dropPieces(ctx, { ...place, upload: told.data.upload });
    return new Response(null, { status: 204 });
  }
  const content = await bodyOf(request, pieceSize);
  if (!content)
    return Response.json({ kind: "refused", text: fileProblem({ code: "cut off" }) }, { status: 400 });
  const taken = await takePiece(ctx, { ...place, ...told.data, name, content });
  if (taken.kind !== "refused") return Response.json(taken);
  return Response.json(
    { kind: "refused", text: fileProblem(taken.problem) },
    { status: taken.problem.code === "not found" ? 404 : 422 },
  );
}

/** A request's body, of at most so many bytes; null: it is longer, or broke off. */
async function bodyOf(request: Request, most: number): Promise<Uint8Array | null> {
  const parts: Uint8Array[] = [];
  let size = 0;
  try {
    for await (const part of request.body ?? []) {
      size += part.length;
      if (size > most) return null;
      parts.push(part);
    }
  } catch {
    return null;
  }
  return Buffer.concat(parts);
}

function nameTold(header: string | null): string | null {
  try {
    return header === null ? null : decodeURIComponent(header);
  } catch {
    return null;
  }
}
