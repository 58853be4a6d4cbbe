/**
 * Putting mail on its way. It leaves with the transaction that writes it: what did not happen is told to
 * nobody.
 */
import "server-only";
import type { Queryable } from "../db/client";
import { mail } from "../db/tables/mail";
import { askForAll } from "../jobs/ask";

export interface Letter {
  readonly courseId: string | null;
  readonly toName: string;
  readonly toAddress: string;
  readonly subject: string;
  readonly text: string;
  /** Whether the text holds a link that lets its reader in. */
  readonly isSecret: boolean;
}

const rowsAtOnce = 2000;

export async function post(
  { db, now, newId }: { readonly db: Queryable; readonly now: Date; readonly newId: () => string },
  letters: readonly Letter[],
): Promise<void> {
  for (let from = 0; from < letters.length; from += rowsAtOnce) {
    const rows = letters
      .slice(from, from + rowsAtOnce)
      .map((letter) => ({ ...letter, id: newId(), at: now }));
    await db.insert(mail).values(rows);
    await askForAll(
      db,
      "mail",
      rows.map(({ id }) => ({ mailId: id })),
    );
  }
}
