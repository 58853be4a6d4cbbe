/**
 * What every request goes through before the framework sees it: who it comes from is noted by the server
 * itself, and what only a proxy may say is dropped unless one is trusted.
 */
import { randomBytes } from "node:crypto";
import { IncomingMessage, Server, ServerResponse } from "node:http";
import { note } from "../log";
import { addressHeader, clientAddress } from "./client-address";

/** Where people reach the application, and behind how many proxies it stands. */
export interface Front {
  readonly url: string;
  readonly hops: number;
}

const fromProxy = ["x-forwarded-host", "x-forwarded-proto", "x-forwarded-port", "forwarded"] as const;

/** Notes on a request what the application asks of it. */
export function prepare(
  request: Pick<IncomingMessage, "headers"> & { readonly socket: { readonly remoteAddress?: string } },
  { url, hops }: Front,
): void {
  const { headers } = request;
  const forwarded = headers["x-forwarded-for"];
  headers[addressHeader] = clientAddress(
    Array.isArray(forwarded) ? forwarded.join(",") : forwarded,
    request.socket.remoteAddress,
    hops,
  );
  for (const name of fromProxy) delete headers[name];
  const { host, protocol } = new URL(url);
  // Behind a proxy the address is the one that is set, whatever the proxy passes on; forms that are sent are
  // held against it.
  if (hops > 0 || headers.host === undefined) {
    headers.host = host;
    headers["x-forwarded-host"] = host;
    headers["x-forwarded-proto"] = protocol.slice(0, -1);
  }
}

/**
 * Nothing is loaded from elsewhere, whatever a page says; of the scripts that stand in a page only those run
 * that the server put there with this sign.
 */
function policy(nonce: string): string {
  return [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}'${process.env.NODE_ENV === "development" ? " 'unsafe-eval'" : ""}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "media-src 'self' blob:",
    "font-src 'self' data:",
    "connect-src 'self'",
    "frame-src 'none'",
    "frame-ancestors 'none'",
    "base-uri 'self'",
    "form-action 'self'",
    "object-src 'none'",
  ].join("; ");
}

/** The header in which a page finds the sign of its scripts. */
export const nonceHeader = "x-nonce";

/**
 * Says in the answer what a page may load, and to the framework by which sign its scripts go. Files bring a
 * stricter policy of their own; scripts and styles are no pages.
 */
export function guard(
  request: Pick<IncomingMessage, "headers" | "url">,
  answer: Pick<ServerResponse, "setHeader">,
  { url }: Front,
): void {
  if (url.startsWith("https:"))
    answer.setHeader("Strict-Transport-Security", "max-age=31536000; includeSubDomains");
  const path = (request.url ?? "").split("?")[0]!;
  if (path.startsWith("/_next/static/") || path.includes("/files/")) return;
  const nonce = randomBytes(16).toString("base64");
  const said = policy(nonce);
  request.headers[nonceHeader] = nonce;
  request.headers["content-security-policy"] = said;
  answer.setHeader("Content-Security-Policy", said);
}

/** Milliseconds above which an answer is noted as slow. */
const slowAfter = 2000;

/**
 * Words of addresses that are no ids, codes or keys: all else in a path may lead to something, and is left
 * out of the log.
 */
const plainStep = /^[a-z-]{1,14}$/;

export const pathForLog = (url: string): string =>
  url
    .split("?")[0]!
    .split("/")
    .map((step) => (step === "" || plainStep.test(step) ? step : "*"))
    .join("/");

/**
 * Notes what took long to answer. Streams stay open, and uploads are as slow as the line that they come by.
 */
function watch({ method = "", url = "" }: IncomingMessage, answer: ServerResponse): void {
  const began = Date.now();
  answer.once("finish", () => {
    const milliseconds = Date.now() - began;
    const isStream = String(answer.getHeader("content-type") ?? "").startsWith("text/event-stream");
    if (milliseconds > slowAfter && !isStream && !url.includes("/files/"))
      note(
        "slow request",
        { method, path: pathForLog(url), status: answer.statusCode, milliseconds },
        "warn",
      );
  });
}

const patched = Symbol.for("tidy-ledger.front");

/** Sees to it that all requests of this process are prepared. Done once, before the first. */
export function standInFront(front: Front): void {
  const prototype = Server.prototype as Server & { [patched]?: true };
  if (prototype[patched]) return;
  prototype[patched] = true;
  const { emit } = prototype;
  prototype.emit = function (this: Server, name: string | symbol, ...given: unknown[]): boolean {
    const [request, answer] = given;
    if (name === "request" && request instanceof IncomingMessage && answer instanceof ServerResponse) {
      prepare(request, front);
      guard(request, answer, front);
      watch(request, answer);
    }
    return (emit as (...given: unknown[]) => boolean).call(this, name, ...given);
  } as typeof emit;
}
