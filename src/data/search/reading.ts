/** The text within files, for search: plain text, and what is written in a PDF. */
import "server-only";
import { existsSync } from "node:fs";
import { join } from "node:path";
import { Worker } from "node:worker_threads";
import { and, eq } from "drizzle-orm";
import { cleanText } from "@/core/text/clean";
import type { Database } from "../db/client";
import { file, storedBytes } from "../db/tables/files";
import { wholeBytes } from "../files/store";
import { indexFileText } from "./index-beside";

/** What is beyond is not read: bytes of a file, pages, and letters of its text. */
const most = { bytes: 60_000_000, pages: 2_000, letters: 2_000_000 } as const;
/** Milliseconds, and megabytes, that reading a PDF may take. */
const longest = 60_000;
const mostMemory = 512;

/** Whether there is text in files of a type. */
export function hasText(type: string | null): boolean {
  return type === "application/pdf" || (type?.startsWith("text/") ?? false);
}

/**
 * Reads the text in a file and indexes it. A file that cannot be read has none. O(file); a PDF is read in a
 * thread of its own.
 */
export async function readFileText(
  db: Database,
  { courseId, fileId }: { readonly courseId: string; readonly fileId: string },
): Promise<void> {
  const [found] = await db
    .select({ wikiId: file.wikiId, bytesId: file.bytesId, type: storedBytes.type, size: storedBytes.size })
    .from(file)
    .innerJoin(storedBytes, eq(storedBytes.id, file.bytesId))
    .where(and(eq(file.courseId, courseId), eq(file.id, fileId)));
  if (!found || !hasText(found.type) || found.size > most.bytes) return;
  const bytes = await wholeBytes(db, found.bytesId);
  const text =
    found.type === "application/pdf"
      ? await pdfText(new Uint8Array(bytes))
      : new TextDecoder().decode(bytes).slice(0, most.letters);
  await db.transaction((tx) =>
    indexFileText(tx, { courseId, fileId, wikiId: found.wikiId }, cleanText(text)),
  );
}

/** Where the bundled thread stands: beside the server, or where a setting says. */
function bundle(): string | null {
  const path = process.env.TIDY_PDF_THREAD ?? join(process.cwd(), "pdf.mjs");
  return existsSync(path) ? path : null;
}

/** What is written in a PDF, page after page; nothing if it can't be read in time. */
export async function pdfText(bytes: Uint8Array): Promise<string> {
  const path = bundle();
  if (path === null) return "";
  return new Promise((done) => {
    const thread = new Worker(path, {
      workerData: { bytes, mostPages: most.pages, mostLetters: most.letters },
      resourceLimits: { maxOldGenerationSizeMb: mostMemory },
      stdout: true,
      stderr: true,
    });
    const end = (text: string) => {
      clearTimeout(timer);
      void thread.terminate();
      done(text);
    };
    const timer = setTimeout(() => end(""), longest);
    thread.once("message", ({ text }: { text: string }) => end(text));
    thread.once("error", () => end(""));
    thread.once("exit", () => end(""));
  });
}
