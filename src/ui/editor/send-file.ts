/**
 * Sending a file: in one go if it is small; in pieces otherwise, which go on where they were after the
 * connection has been away.
 */
import type { FileAnswer } from "./place";

/** Bytes of a piece: as many as the server takes at once. */
const pieceSize = 8 * 256 * 1024;
/**
 * Milliseconds between two tries: twice as long each time, up to the longest; so many in a row without a
 * piece that arrives.
 */
const waits = { first: 1000, longest: 30_000, most: 20 };

export interface Sending {
  readonly progress: (part: number) => void;
  /** Called when the connection is away, and it is tried again. */
  readonly waits: () => void;
  readonly signal: AbortSignal;
}

type Arrived = FileAnswer | { readonly kind: "going on"; readonly size: number };

/** What came of it; null: it was stopped, and what had arrived is let go. */
export async function sendFile(href: string, file: File, sending: Sending): Promise<FileAnswer | null> {
  if (file.size <= pieceSize) {
    const answer = await send(
      href,
      file,
      {},
      sending.signal,
      (loaded) => sending.progress(loaded / Math.max(1, file.size)),
      file.name,
    );
    return sending.signal.aborted
      ? null
      : answer === null || answer.kind === "going on"
        ? { kind: "refused", text: "The connection broke before all of it had arrived. Upload it again." }
        : answer;
  }
  const upload = Array.from(crypto.getRandomValues(new Uint8Array(20)), (byte) =>
    (byte % 36).toString(36),
  ).join("");
  let [from, tries] = [0, 0];
  for (;;) {
    const piece = file.slice(from, from + pieceSize);
    const headers = {
      "X-Upload": upload,
      "X-Upload-From": String(from),
      "X-Upload-Total": String(file.size),
    };
    const answer = await send(
      href,
      piece,
      headers,
      sending.signal,
      (loaded) => sending.progress((from + loaded) / file.size),
      file.name,
    );
    if (sending.signal.aborted) {
      void fetch(href, { method: "DELETE", headers: { "X-Upload": upload, "X-File-Name": "stopped" } }).catch(
        () => undefined,
      );
      return null;
    }
    if (answer !== null && answer.kind !== "going on") return answer;
    if (answer !== null && answer.size > from) {
      [from, tries] = [answer.size, 0];
      sending.progress(from / file.size);
      continue;
    }
    // The piece was lost on its way, or has arrived and its answer was lost: the next try is told which.
    if (answer !== null) from = answer.size;
    if (++tries > waits.most)
      return { kind: "refused", text: "The connection was away for too long. Upload it again." };
    sending.waits();
    await rest(Math.min(waits.longest, waits.first * 2 ** (tries - 1)), sending.signal);
  }
}

/** Null: there was no answer. */
function send(
  href: string,
  body: Blob,
  headers: Readonly<Record<string, string>>,
  signal: AbortSignal,
  loaded: (bytes: number) => void,
  name: string,
): Promise<Arrived | null> {
  return new Promise((done) => {
    const request = new XMLHttpRequest();
    const stop = () => request.abort();
    const end = (answer: Arrived | null) => {
      signal.removeEventListener("abort", stop);
      done(answer);
    };
    request.open("POST", href);
    request.setRequestHeader("X-File-Name", encodeURIComponent(name || "picture"));
    request.setRequestHeader("Content-Type", "application/octet-stream");
    for (const [header, value] of Object.entries(headers)) request.setRequestHeader(header, value);
    request.responseType = "json";
    request.upload.onprogress = (event) => {
      if (event.lengthComputable) loaded(event.loaded);
    };
    request.onerror = () => end(null);
    request.onabort = () => end(null);
    // A server that is going or coming says so, and is asked again.
    request.onload = () =>
      end(
        request.status >= 500
          ? null
          : ((request.response as Arrived | null) ?? {
              kind: "refused",
              text: "The server did not take it. Upload it again.",
            }),
      );
    signal.addEventListener("abort", stop);
    request.send(body);
  });
}

function rest(milliseconds: number, signal: AbortSignal): Promise<void> {
  return new Promise((done) => {
    const timer = setTimeout(done, milliseconds);
    signal.addEventListener(
      "abort",
      () => {
        clearTimeout(timer);
        done();
      },
      { once: true },
    );
    window.addEventListener(
      "online",
      () => {
        clearTimeout(timer);
        done();
      },
      { once: true },
    );
  });
}
