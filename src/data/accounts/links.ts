/** Links by mail to somebody with an account: to choose another password, and to confirm another address. */
import "server-only";
import { createHash, randomBytes } from "node:crypto";
import { and, eq, gt, isNull, ne } from "drizzle-orm";
import type { PasswordProblem } from "@/core/account/password";
import { readAddress } from "@/core/roster/address";
import { isInstructor } from "../access/read";
import type { Database, Queryable } from "../db/client";
import { account, accountLink, person, session } from "../db/tables/accounts";
import { course, enrolment } from "../db/tables/courses";
import { note } from "../log";
import { letter } from "../mail/letters";
import { post } from "../mail/write";
import { hasPassword } from "../people/read";
import { addressOf } from "../session/address";
import { attemptKey, type Limit, takeAttempt } from "../session/attempts";
import { hashPassword } from "../session/auth";
import type { Context } from "../session/context";
import { problemOf } from "./common";
import { type RefusedFor, refusedFor } from "../refusal";

const minute = 60_000;
/** Minutes for which a link that sets a password works, and one that confirms an address. */
export const passwordLinkMinutes = 60;
const addressLinkMinutes = 24 * 60;

/**
 * Links to one person, and askings from one place: beyond these nothing is sent, and nothing is said of it.
 */
const toOne: Limit = { most: 3, within: 60 * minute };
const fromOne: Limit = { most: 60, within: 60 * minute };

const hashOf = (token: string) => createHash("sha256").update(token).digest("hex");

interface Writing {
  readonly db: Queryable;
  readonly now: Date;
  readonly newId: () => string;
}

/** Makes a link; the ones of the same kind before it work no more. */
async function makeLink(
  { db, now, newId }: Writing,
  personId: string,
  kind: "password" | "address",
  address: string | null,
): Promise<string> {
  const token = randomBytes(24).toString("base64url");
  await db
    .delete(accountLink)
    .where(and(eq(accountLink.personId, personId), eq(accountLink.kind, kind), isNull(accountLink.usedAt)));
  const minutes = kind === "password" ? passwordLinkMinutes : addressLinkMinutes;
  await db.insert(accountLink).values({
    id: newId(),
    personId,
    kind,
    tokenHash: hashOf(token),
    address,
    madeAt: now,
    expiresAt: new Date(now.getTime() + minutes * minute),
  });
  return token;
}

/**
 * The course whose instructors see a letter to somebody, where they are on one alone: with more, it is no one
 * course's.
 */
async function onlyCourseOf(db: Queryable, personId: string): Promise<string | null> {
  const rows = await db
    .select({ id: enrolment.courseId })
    .from(enrolment)
    .innerJoin(course, eq(course.id, enrolment.courseId))
    .where(and(eq(enrolment.personId, personId), isNull(enrolment.leftAt), isNull(course.archivedAt)))
    .limit(2);
  return rows.length === 1 ? rows[0]!.id : null;
}

async function postPasswordLink(
  at: Writing,
  to: { readonly id: string; readonly name: string; readonly address: string },
  courseId: string | null,
  by: string | null,
): Promise<void> {
  const token = await makeLink(at, to.id, "password", null);
  const link = addressOf(`/password/${token}`);
  await post(at, [
    letter("passwordLink", courseId, to, {
      why: by === null ? "asked" : "instructor",
      by: by ?? "",
      link,
      minutes: passwordLinkMinutes,
    }),
  ]);
}

/**
 * Somebody who forgot their password asks for a link. Whether the address is known is not told, by the answer
 * or by how long it takes: what there is to do is done after the answer.
 */
export async function askForPasswordLink(
  { db, now, newId }: Omit<Writing, "db"> & { readonly db: Database },
  typed: string,
  from: string,
): Promise<void> {
  const address = readAddress(typed);
  if (!(await takeAttempt(db, attemptKey("password link from", from), fromOne, now)) || address === null)
    return;
  if (!(await takeAttempt(db, attemptKey("password link to", address), toOne, now))) return;
  const [found] = await db
    .select({ id: person.id, name: person.name, address: person.email })
    .from(person)
    .where(and(eq(person.email, address), hasPassword));
  note("password link asked for", { address: from, account: found?.id ?? null });
  if (!found) return;
  await db.transaction(async (tx) =>
    postPasswordLink({ db: tx, now, newId }, found, await onlyCourseOf(tx, found.id), null),
  );
}

export type LinkSent =
  { readonly kind: "saved"; readonly count: number } | RefusedFor<"not allowed" | "too often">;

/**
 * An instructor has links sent to people of their course who have a password. They never see the links where
 * a mail server is set up, nor ever a password.
 */
export async function sendPasswordLinks(
  ctx: Context,
  courseId: string,
  people: readonly string[],
): Promise<LinkSent> {
  if (!(await isInstructor(ctx, courseId)) || ctx.lookingAs) return refusedFor("not allowed");
  let count = 0;
  for (const personId of people.slice(0, 50)) {
    const [found] = await ctx.db
      .select({ id: person.id, name: person.name, address: person.email })
      .from(person)
      .innerJoin(
        enrolment,
        and(eq(enrolment.personId, person.id), eq(enrolment.courseId, courseId), isNull(enrolment.leftAt)),
      )
      .where(and(eq(person.id, personId), hasPassword));
    if (!found) continue;
    if (!(await takeAttempt(ctx.db, attemptKey("password link to", found.address), toOne, ctx.now)))
      return count > 0 ? { kind: "saved", count } : refusedFor("too often");
    await ctx.db.transaction((tx) => postPasswordLink({ ...ctx, db: tx }, found, courseId, ctx.viewer.name));
    count++;
  }
  return { kind: "saved", count };
}

/** For an operator: a link to whoever has this address; null if nobody with a password does. */
export async function makePasswordLink(at: Writing, address: string): Promise<string | null> {
  const [found] = await at.db
    .select({ id: person.id })
    .from(person)
    .where(and(eq(person.email, address), hasPassword));
  return found ? addressOf(`/password/${await makeLink(at, found.id, "password", null)}`) : null;
}

export interface LinkDto {
  readonly personId: string;
  readonly name: string;
  readonly address: string;
  /** The address that is to be theirs, where the link confirms one. */
  readonly newAddress: string | null;
}

/** Whose link it is; null if there is none such any more. Asked without anybody signed in. */
export async function findLink(
  db: Queryable,
  kind: "password" | "address",
  token: string,
  now: Date,
): Promise<LinkDto | null> {
  const [found] = await db
    .select({
      personId: person.id,
      name: person.name,
      address: person.email,
      newAddress: accountLink.address,
    })
    .from(accountLink)
    .innerJoin(person, eq(person.id, accountLink.personId))
    .where(
      and(
        eq(accountLink.tokenHash, hashOf(token)),
        eq(accountLink.kind, kind),
        isNull(accountLink.usedAt),
        gt(accountLink.expiresAt, now),
      ),
    );
  return found ?? null;
}

export type PasswordSet =
  { readonly kind: "set"; readonly address: string } | RefusedFor<"no link" | PasswordProblem>;

/** Sets the password of whom a link was sent to. All their sessions end, and they are told by mail. */
export async function setPasswordByLink(
  at: Writing & { readonly db: Database },
  token: string,
  password: string,
): Promise<PasswordSet> {
  const owner = await findLink(at.db, "password", token, at.now);
  if (!owner) return refusedFor("no link");
  const problem = problemOf(password, owner);
  if (problem) return refusedFor(problem);
  const hash = await hashPassword(password);
  return at.db.transaction(async (tx): Promise<PasswordSet> => {
    const used = await tx
      .update(accountLink)
      .set({ usedAt: at.now })
      .where(
        and(
          eq(accountLink.tokenHash, hashOf(token)),
          isNull(accountLink.usedAt),
          gt(accountLink.expiresAt, at.now),
        ),
      )
      .returning({ personId: accountLink.personId });
    if (used.length === 0) return refusedFor("no link");
    await putPassword({ ...at, db: tx }, owner, hash, null);
    return { kind: "set", address: owner.address };
  });
}

/** Stores a password, ends the person's sessions (except one), and tells them. */
export async function putPassword(
  at: Writing,
  owner: { readonly personId: string; readonly name: string; readonly address: string },
  hash: string,
  exceptSession: string | null,
): Promise<void> {
  await at.db
    .update(account)
    .set({ password: hash, updatedAt: at.now })
    .where(and(eq(account.userId, owner.personId), eq(account.providerId, "credential")));
  await at.db
    .delete(session)
    .where(
      and(
        eq(session.userId, owner.personId),
        exceptSession === null ? undefined : ne(session.id, exceptSession),
      ),
    );
  await at.db
    .delete(accountLink)
    .where(and(eq(accountLink.personId, owner.personId), isNull(accountLink.usedAt)));
  await post(at, [letter("passwordChanged", null, owner, { link: addressOf(forgotten) })]);
  note("password changed", { account: owner.personId });
}

/** Where whoever did not change something themselves is sent. */
export const forgotten = "/sign-in/forgotten";

/** Writes to the new address for it to be confirmed. The address stays as it is until then. */
export async function postAddressLink(
  at: Writing,
  owner: { readonly personId: string; readonly name: string },
  address: string,
  courseId: string | null,
): Promise<void> {
  const token = await makeLink(at, owner.personId, "address", address);
  await post(at, [
    letter(
      "confirmAddress",
      courseId,
      { name: owner.name, address },
      { link: addressOf(`/account/address/${token}`) },
    ),
  ]);
}

export { onlyCourseOf };

export type AddressConfirmed =
  { readonly kind: "confirmed"; readonly address: string } | RefusedFor<"no link" | "taken">;

/** Makes the address that a link was sent to the person's own. Both addresses are told. */
export async function confirmAddress(
  at: Writing & { readonly db: Database },
  token: string,
): Promise<AddressConfirmed> {
  return at.db.transaction(async (tx): Promise<AddressConfirmed> => {
    const inside = { ...at, db: tx };
    const owner = await findLink(tx, "address", token, at.now);
    if (!owner?.newAddress) return refusedFor("no link");
    const [taken] = await tx.select({ id: person.id }).from(person).where(eq(person.email, owner.newAddress));
    if (taken) return refusedFor("taken");
    const used = await tx
      .update(accountLink)
      .set({ usedAt: at.now })
      .where(and(eq(accountLink.tokenHash, hashOf(token)), isNull(accountLink.usedAt)))
      .returning({ id: accountLink.id });
    if (used.length === 0) return refusedFor("no link");
    await tx
      .update(person)
      .set({ email: owner.newAddress, emailVerified: true, updatedAt: at.now })
      .where(eq(person.id, owner.personId));
    const { name, address: before, newAddress: after } = owner;
    await post(
      inside,
      [before, after].map((address) =>
        letter("addressChanged", null, { name, address }, { before, after, link: addressOf(forgotten) }),
      ),
    );
    note("address changed", { account: owner.personId });
    return { kind: "confirmed", address: owner.newAddress };
  });
}
