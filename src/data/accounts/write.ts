import "server-only";
import { account, person } from "../db/tables/accounts";
import type { Queryable } from "../db/client";

export interface NewAccount {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  /** As made by `hashPassword`. */
  readonly passwordHash: string;
}

/** Makes accounts that sign in by e-mail and password. All or none; an address that is taken fails the whole call. */
export async function createAccounts(db: Queryable, accounts: readonly NewAccount[], at: Date): Promise<void> {
  if (accounts.length === 0) return;
  const stamps = { createdAt: at, updatedAt: at };
  await db.insert(person).values(accounts.map(({ id, name, email }) => ({ id, name, email: email.toLowerCase(), emailVerified: true, ...stamps })));
  await db.insert(account).values(accounts.map(({ id, passwordHash }) => ({
    id: `${id}-password`, accountId: id, providerId: "credential", userId: id, password: passwordHash, ...stamps,
  })));
}
