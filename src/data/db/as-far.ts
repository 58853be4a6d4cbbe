import "server-only";
import { kindOf, note } from "../log";

/**
 * Waits for what is written beside something that is read, such as that it was read. If it can't be written,
 * as on a full disk, that is noted, and no error. Not for transactions, which end with an error.
 */
export async function asFarAsCanBe(written: PromiseLike<unknown>): Promise<void> {
  try {
    await written;
  } catch (problem) {
    note("visit was not written", kindOf(problem), "warn");
  }
}
