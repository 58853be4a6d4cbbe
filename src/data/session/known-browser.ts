/**
 * A sign in a browser that somebody has signed in there: it lets nobody in, and is counted apart from
 * strangers.
 */
import "server-only";
import { createHmac, randomBytes, timingSafeEqual } from "node:crypto";
import { settings } from "../env";

export const knownBrowserCookie = "tidy-ledger.known";
/** Seconds for which a browser stays known. */
export const knownFor = 365 * 24 * 60 * 60;

const signed = (text: string) =>
  createHmac("sha256", settings().BETTER_AUTH_SECRET).update(`known browser ${text}`).digest("base64url");

/** For the account with this address; another each time, so that two browsers are two. */
export function makeKnown(address: string): string {
  const id = randomBytes(12).toString("base64url");
  return `${id}.${signed(`${id} ${address}`)}`;
}

/** The browser's own id, if its sign was made for this account; null: it is a stranger's. */
export function knownAs(sign: string | undefined, address: string): string | null {
  const [id = "", mark = ""] = (sign ?? "").slice(0, 200).split(".");
  const wanted = Buffer.from(signed(`${id} ${address}`));
  const given = Buffer.from(mark);
  return given.length === wanted.length && timingSafeEqual(given, wanted) ? id : null;
}
