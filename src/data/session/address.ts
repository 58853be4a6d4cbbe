import "server-only";
import { settings } from "../env";

/** Whether people reach the application over TLS alone: cookies go over nothing else then. */
export function isOverTls(): boolean {
  return settings().BETTER_AUTH_URL.startsWith("https:");
}

/** A path of the application as people reach it from outside: for mail and feeds. */
export function addressOf(path: string): string {
  return new URL(path, settings().BETTER_AUTH_URL).href;
}
