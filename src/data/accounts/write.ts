import "server-only";
import { eq } from "drizzle-orm";
import { account, person } from "../db/tables/accounts";
import type { Database, Queryable } from "../db/client";

export interface NewAccount {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  /** As made by `hashPassword`. */
  readonly passwordHash: string;
}

/**
 * Makes accounts that sign in by e-mail and password. All or none; an address that is taken fails the whole
 * call.
 */
export async function createAccounts(
  db: Queryable,
  accounts: readonly NewAccount[],
  at: Date,
): Promise<void> {
  if (accounts.length === 0) return;
  const stamps = { createdAt: at, updatedAt: at };
  await db.insert(person).values(
    accounts.map(({ id, name, email }) => ({
      id,
      name,
      email: email.toLowerCase(),
      emailVerified: true,
      ...stamps,
    })),
  );
  await db.insert(account).values(
    accounts.map(({ id, passwordHash }) => ({
      id: `${id}-password`,
      accountId: id,
      providerId: "credential",
      userId: id,
      password: passwordHash,
      ...stamps,
    })),
  );
}

/**
 * Makes an account that signs in by password, or gives a password to one that has none. One that has one
 * keeps it.
 */
export async function letIn(
  db: Database,
  given: {
    readonly id: string;
    readonly name: string;
    readonly address: string;
    readonly passwordHash: string;
  },
  at: Date,
): Promise<"new password" | "had a password"> {
  return db.transaction(async (tx) => {
    await tx
      .insert(person)
      .values({
        id: given.id,
        name: given.name,
        email: given.address,
        emailVerified: true,
        createdAt: at,
        updatedAt: at,
      })
      .onConflictDoNothing();
    const [known] = await tx.select({ id: person.id }).from(person).where(eq(person.email, given.address));
    const row = {
      id: `${known!.id}-password`,
      accountId: known!.id,
      providerId: "credential",
      userId: known!.id,
      password: given.passwordHash,
      createdAt: at,
      updatedAt: at,
    };
    const made = await tx.insert(account).values(row).onConflictDoNothing().returning({ id: account.id });
    return made.length > 0 ? "new password" : "had a password";
  });
}
