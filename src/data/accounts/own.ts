/** One's own account: password, address, and where one is signed in. */
import "server-only";
import { verify } from "@node-rs/argon2";
import { and, desc, eq, gt, ne } from "drizzle-orm";
import type { PasswordProblem } from "@/core/account/password";
import { readAddress } from "@/core/roster/address";
import { account, person, session } from "../db/tables/accounts";
import { note } from "../log";
import { letter } from "../mail/letters";
import { post } from "../mail/write";
import { addressOf } from "../session/address";
import { hashPassword } from "../session/auth";
import type { Context } from "../session/context";
import { problemOf } from "./common";
import type { AccountDto } from "./dto";
import { accountGuard, countTry, tryWasRight } from "./guard";
import { forgotten, onlyCourseOf, postAddressLink, putPassword } from "./links";
import { type RefusedFor, refusedFor } from "../refusal";
import { act } from "../session/act";

/** The viewer's account; null for whoever looks as somebody else. */
export async function ownAccount(ctx: Context): Promise<AccountDto | null> {
  if (ctx.lookingAs || ctx.door) return null;
  const [found] = await ctx.db
    .select({ name: person.name, address: person.email })
    .from(person)
    .where(eq(person.id, ctx.viewer.id));
  if (!found) return null;
  const sessions = await ctx.db
    .select()
    .from(session)
    .where(and(eq(session.userId, ctx.viewer.id), gt(session.expiresAt, ctx.now)))
    .orderBy(desc(session.updatedAt))
    .limit(100);
  return {
    ...found,
    sessions: sessions.map((each) => ({
      id: each.id,
      isThis: each.id === ctx.sessionId,
      since: each.createdAt,
      lastUsed: each.updatedAt,
      browser: each.userAgent ?? "",
      address: each.ipAddress ?? "",
    })),
  };
}

export type OwnChanged =
  | { readonly kind: "changed" }
  | RefusedFor<
      | "only looking"
      | "wrong password"
      | "wait"
      | "not found"
      | "bad address"
      | "same address"
      | PasswordProblem
    >;

/** Asks for the password once more, as what is sensitive does; wrong ones count as at the sign-in. */
async function isPassword(
  ctx: Context,
  address: string,
  password: string,
): Promise<"right" | "wrong password" | "wait"> {
  const tried = await countTry(ctx.db, accountGuard, `own ${address}`, ctx.now);
  if (tried.kind === "wait") return "wait";
  const [found] = await ctx.db
    .select({ password: account.password })
    .from(account)
    .where(and(eq(account.userId, ctx.viewer.id), eq(account.providerId, "credential")));
  if (!found?.password || !(await verify(found.password, password.slice(0, 1000)))) return "wrong password";
  await tryWasRight(ctx.db, accountGuard, `own ${address}`, true);
  return "right";
}

/** Changes the viewer's password. Their other sessions end, and they are told by mail. */
export async function changePassword(
  ctx: Context,
  given: { readonly current: string; readonly next: string },
): Promise<OwnChanged> {
  const own = await ownAccount(ctx);
  if (!own) return refusedFor("only looking");
  const known = await isPassword(ctx, own.address, given.current);
  if (known !== "right") return refusedFor(known);
  const problem = problemOf(given.next, own);
  if (problem) return refusedFor(problem);
  const hash = await hashPassword(given.next);
  await ctx.db.transaction((tx) =>
    putPassword({ ...ctx, db: tx }, { personId: ctx.viewer.id, ...own }, hash, ctx.sessionId ?? null),
  );
  return { kind: "changed" };
}

/**
 * Asks for another address: it is the viewer's once they have followed the link that is sent there. The
 * present address is told at once. Whether somebody else has the address is not told.
 */
export async function askForAddress(
  ctx: Context,
  given: { readonly password: string; readonly address: string },
): Promise<OwnChanged> {
  const own = await ownAccount(ctx);
  if (!own) return refusedFor("only looking");
  const address = readAddress(given.address);
  if (!address) return refusedFor("bad address");
  if (address === own.address) return refusedFor("same address");
  const known = await isPassword(ctx, own.address, given.password);
  if (known !== "right") return refusedFor(known);
  await ctx.db.transaction(async (tx) => {
    const inside = { ...ctx, db: tx };
    await post(inside, [letter("addressAsked", null, own, { address, link: addressOf(forgotten) })]);
    const [taken] = await tx.select({ id: person.id }).from(person).where(eq(person.email, address));
    if (!taken)
      await postAddressLink(
        inside,
        { personId: ctx.viewer.id, name: own.name },
        address,
        await onlyCourseOf(tx, ctx.viewer.id),
      );
  });
  return { kind: "changed" };
}

/** Ends one of the viewer's sessions, or all but this one. */
export const endSessions = act(
  async (ctx, which: { readonly id: string } | "others"): Promise<OwnChanged> => {
    const ended = await ctx.db
      .delete(session)
      .where(
        and(
          eq(session.userId, ctx.viewer.id),
          which === "others" ? ne(session.id, ctx.sessionId ?? "") : eq(session.id, which.id),
        ),
      )
      .returning({ id: session.id });
    note("session ended", { account: ctx.viewer.id, count: ended.length });
    return ended.length > 0 || which === "others" ? { kind: "changed" } : refusedFor("not found");
  },
);
