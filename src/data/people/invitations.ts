/**
 * Invitations: a link by mail, good for two weeks and once, by which somebody sets the password of their
 * account.
 */
import "server-only";
import { createHash, randomBytes } from "node:crypto";
import { and, eq, gt, inArray, isNull } from "drizzle-orm";
import type { Database, Queryable } from "../db/client";
import { account, person } from "../db/tables/accounts";
import { course, enrolment, invitation } from "../db/tables/courses";
import { settings } from "../env";
import { letter } from "../mail/letters";
import { type Letter, post } from "../mail/write";
import type { PasswordProblem } from "@/core/account/password";
import { problemOf } from "../accounts/common";
import { hashPassword } from "../session/auth";
import type { ContextIn } from "../session/context";
import { hasPassword } from "./read";
import { dayLength } from "@/core/time/lengths";
import { type RefusedFor, refusedFor } from "../refusal";

const daysValid = 14;

const hashOf = (token: string) => createHash("sha256").update(token).digest("hex");

/**
 * Writes to people of the course: those without a password get a link to set one, others the address to sign
 * in at. Who may is the caller's to ask.
 */
export async function invite(ctx: ContextIn, courseId: string, people: readonly string[]): Promise<number> {
  if (people.length === 0) return 0;
  const [found] = await ctx.db
    .select({ title: course.title, term: course.term })
    .from(course)
    .where(eq(course.id, courseId));
  const to = await ctx.db
    .select({ id: person.id, name: person.name, address: person.email, isActive: hasPassword })
    .from(person)
    .innerJoin(
      enrolment,
      and(eq(enrolment.personId, person.id), eq(enrolment.courseId, courseId), isNull(enrolment.leftAt)),
    )
    .where(inArray(person.id, [...people]));
  const expiresAt = new Date(ctx.now.getTime() + daysValid * dayLength);
  const base = settings().BETTER_AUTH_URL;
  const links: (typeof invitation.$inferInsert)[] = [];
  const letters = to.map(({ id, name, address, isActive }): Letter => {
    const common = { by: ctx.viewer.name, course: found!.title, term: found!.term };
    if (isActive)
      return letter("onCourse", courseId, { name, address }, { ...common, link: `${base}/sign-in` });
    const token = randomBytes(24).toString("base64url");
    links.push({
      courseId,
      id: ctx.newId(),
      personId: id,
      tokenHash: hashOf(token),
      madeAt: ctx.now,
      expiresAt,
    });
    return letter(
      "invitation",
      courseId,
      { name, address },
      { ...common, link: `${base}/invitation/${token}`, days: daysValid },
    );
  });
  // A new link takes the place of the ones before it.
  await ctx.db
    .delete(invitation)
    .where(
      and(
        eq(invitation.courseId, courseId),
        inArray(invitation.personId, to.map(({ id }) => id).concat("")),
        isNull(invitation.usedAt),
      ),
    );
  for (let from = 0; from < links.length; from += 2000)
    await ctx.db.insert(invitation).values(links.slice(from, from + 2000));
  await post(ctx, letters);
  return letters.length;
}

/**
 * Ends the invitations of people whose address turned out to be another's: who had the mail must not get in.
 */
export async function endInvitations(db: Queryable, people: readonly string[]): Promise<void> {
  if (people.length > 0)
    await db
      .delete(invitation)
      .where(and(inArray(invitation.personId, [...people]), isNull(invitation.usedAt)));
}

export interface InvitationDto {
  readonly courseId: string;
  readonly course: string;
  readonly name: string;
  readonly address: string;
}

/**
 * The invitation behind a link; null if there is none, if it was used, and if it has expired. Asked without
 * anybody signed in.
 */
export async function findInvitation(db: Database, token: string, now: Date): Promise<InvitationDto | null> {
  const [found] = await db
    .select({ courseId: course.id, course: course.title, name: person.name, address: person.email })
    .from(invitation)
    .innerJoin(course, eq(course.id, invitation.courseId))
    .innerJoin(person, eq(person.id, invitation.personId))
    .innerJoin(
      enrolment,
      and(
        eq(enrolment.courseId, invitation.courseId),
        eq(enrolment.personId, invitation.personId),
        isNull(enrolment.leftAt),
      ),
    )
    .where(
      and(eq(invitation.tokenHash, hashOf(token)), isNull(invitation.usedAt), gt(invitation.expiresAt, now)),
    );
  return found ?? null;
}

export type Accepted =
  | { readonly kind: "accepted"; readonly address: string; readonly courseId: string }
  | RefusedFor<"no invitation" | PasswordProblem>;

/**
 * Sets the password of the invited person. The link works no more afterwards, nor does any other of theirs.
 */
export async function acceptInvitation(
  db: Database,
  given: { token: string; password: string; now: Date },
): Promise<Accepted> {
  // Hashing is slow on purpose: not for links that open nothing.
  const invited = await findInvitation(db, given.token, given.now);
  if (!invited) return refusedFor("no invitation");
  const problem = problemOf(given.password, invited);
  if (problem) return refusedFor(problem);
  const password = await hashPassword(given.password);
  return db.transaction(async (tx): Promise<Accepted> => {
    const [found] = await tx
      .select({
        personId: invitation.personId,
        courseId: invitation.courseId,
        address: person.email,
        isActive: hasPassword,
      })
      .from(invitation)
      .innerJoin(person, eq(person.id, invitation.personId))
      .innerJoin(
        enrolment,
        and(
          eq(enrolment.courseId, invitation.courseId),
          eq(enrolment.personId, invitation.personId),
          isNull(enrolment.leftAt),
        ),
      )
      .where(
        and(
          eq(invitation.tokenHash, hashOf(given.token)),
          isNull(invitation.usedAt),
          gt(invitation.expiresAt, given.now),
        ),
      )
      .for("update", { of: invitation });
    // Whoever has a password by now signs in with it: an old link must not set another.
    if (!found || found.isActive) return refusedFor("no invitation");
    await tx
      .update(invitation)
      .set({ usedAt: given.now })
      .where(and(eq(invitation.personId, found.personId), isNull(invitation.usedAt)));
    await tx.insert(account).values({
      id: `${found.personId}-password`,
      accountId: found.personId,
      providerId: "credential",
      userId: found.personId,
      password,
      createdAt: given.now,
      updatedAt: given.now,
    });
    await tx
      .update(person)
      .set({ emailVerified: true, updatedAt: given.now })
      .where(eq(person.id, found.personId));
    return { kind: "accepted", address: found.address, courseId: found.courseId };
  });
}
