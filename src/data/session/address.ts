import "server-only";
import { settings } from "../env";

/** A path of the application as people reach it from outside: for mail and feeds. */
export function addressOf(path: string): string {
  return new URL(path, settings().BETTER_AUTH_URL).href;
}
