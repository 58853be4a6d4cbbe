/**
 * The thread in which the text of a PDF is read: what somebody uploaded may be anything, and must hold up
 * nobody. Bundled beside the server by `bin/lib/bundle-thread.mjs`.
 */
import { parentPort, workerData } from "node:worker_threads";
import "./no-drawing";
import { getDocument, VerbosityLevel } from "pdfjs-dist/legacy/build/pdf.mjs";
import * as pdfWorker from "pdfjs-dist/legacy/build/pdf.worker.mjs";

// The library would look for a file of its own beside it, and finds this in its place.
(globalThis as { pdfjsWorker?: unknown }).pdfjsWorker = pdfWorker;

const { bytes, mostPages, mostLetters } = workerData as {
  bytes: Uint8Array;
  mostPages: number;
  mostLetters: number;
};

async function read(): Promise<string> {
  const document = await getDocument({
    data: bytes,
    verbosity: VerbosityLevel.ERRORS,
    isEvalSupported: false,
    useSystemFonts: false,
    disableFontFace: true,
    useWorkerFetch: false,
  }).promise;
  let text = "";
  for (let number = 1; number <= Math.min(document.numPages, mostPages); number++) {
    const page = await document.getPage(number);
    const { items } = await page.getTextContent();
    for (const item of items) if ("str" in item) text += item.str + (item.hasEOL ? "\n" : "");
    text += "\n";
    page.cleanup();
    if (text.length > mostLetters) break;
  }
  return text.slice(0, mostLetters);
}

void read().then(
  (text) => parentPort!.postMessage({ text }),
  () => parentPort!.postMessage({ text: "" }),
);
