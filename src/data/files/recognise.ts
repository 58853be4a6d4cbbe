/** What a file is: by its content, never by its name. */
import "server-only";
import { fileTypeFromBuffer } from "file-type";
import type { FileKind } from "./dto";

export interface Recognised {
  readonly kind: FileKind;
  readonly type: string;
}

const pictures = new Set(["image/png", "image/jpeg", "image/gif", "image/webp", "image/avif"]);
const films = new Set(["video/mp4", "video/webm", "video/ogg", "video/quicktime", "video/x-m4v"]);
const recordings = new Set([
  "audio/mpeg",
  "audio/ogg",
  "audio/opus",
  "audio/wav",
  "audio/vnd.wave",
  "audio/x-flac",
  "audio/flac",
  "audio/mp4",
  "audio/x-m4a",
  "audio/aac",
]);
const documents = new Set([
  "application/pdf",
  "application/zip",
  "application/epub+zip",
  "application/rtf",
  "application/gzip",
  "application/x-cfb",
  "image/tiff",
  "image/heic",
  "image/heif",
  "image/bmp",
  "application/vnd.openxmlformats-officedocument.wordprocessingml.document",
  "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
  "application/vnd.openxmlformats-officedocument.presentationml.presentation",
  "application/vnd.oasis.opendocument.text",
  "application/vnd.oasis.opendocument.spreadsheet",
  "application/vnd.oasis.opendocument.presentation",
]);

/**
 * What begins with `head`; null if it is nothing that pages hold. Text of any kind, HTML and SVG among it, is
 * text and nothing more: it is never shown as what it says it is.
 */
export async function recognise(head: Uint8Array): Promise<Recognised | null> {
  const found = await fileTypeFromBuffer(head);
  const type = found?.mime ?? "";
  if (pictures.has(type)) return { kind: "image", type };
  if (films.has(type)) return { kind: "video", type };
  if (recordings.has(type)) return { kind: "audio", type };
  if (documents.has(type)) return { kind: "document", type };
  if (found && type !== "application/xml" && !type.startsWith("text/")) return null;
  const text = readText(head);
  if (text === null) return null;
  return /^\ufeff?WEBVTT(?=[\s]|$)/.test(text)
    ? { kind: "captions", type: "text/vtt" }
    : { kind: "document", type: "text/plain" };
}

/** `head` as UTF-8 text, its last character perhaps cut off; null if it is none. */
function readText(head: Uint8Array): string | null {
  if (head.includes(0)) return null;
  try {
    return new TextDecoder("utf-8", { fatal: true, ignoreBOM: true }).decode(head, { stream: true });
  } catch {
    return null;
  }
}
