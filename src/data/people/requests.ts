/** Asking for a place on a course, without an account; and the instructor's answer. */
import "server-only";
import { and, count, eq, inArray, isNotNull } from "drizzle-orm";
import * as z from "zod";
import { longestMailbox, readAddress } from "@/core/roster/address";
import { typedText } from "@/core/text/typed";
import { mayChangeCourse } from "../access/read";
import { assignmentsToBringUp } from "../assignments/wikis";
import type { Database } from "../db/client";
import { person } from "../db/tables/accounts";
import { course, enrolment, placeRequest } from "../db/tables/courses";
import { askForAll } from "../jobs/ask";
import { letter } from "../mail/letters";
import { post } from "../mail/write";
import type { Context } from "../session/context";
import type { PeopleSaved } from "./dto";
import { invite } from "./invitations";
import { refused } from "../refusal";

/**
 * Waiting requests of one course: beyond this the form says that it is full, so that nobody can fill the
 * database by it.
 */
const mostWaiting = 2000;

export const requestInput = z.object({
  name: typedText(200, { missing: "Your name is missing", tooLong: "A name has at most 200 characters" }, 1),
  address: z
    .string()
    .max(longestMailbox, "This is no mail address")
    .transform(readAddress)
    .pipe(z.string({ error: "This is no mail address" })),
  message: typedText(1000, { tooLong: "The message has more than 1,000 characters" }),
});

/** The course whose form has this code; null while nobody can ask there. */
export async function findAskForm(
  db: Database,
  code: string,
): Promise<{ courseId: string; title: string; term: string } | null> {
  const [found] = await db
    .select({ courseId: course.id, title: course.title, term: course.term, archivedAt: course.archivedAt })
    .from(course)
    .where(and(eq(course.askCode, code), isNotNull(course.askCode)));
  return found && !found.archivedAt
    ? { courseId: found.courseId, title: found.title, term: found.term }
    : null;
}

export type Asked =
  | { readonly kind: "asked" }
  | {
      readonly kind: "refused";
      readonly problem:
        | { readonly code: "not found" | "full" }
        | { readonly code: "bad input"; readonly field: string; readonly message: string };
    };

/**
 * Asks for a place. Whoever asks again with the same address changes what they asked. The answer does not
 * tell who is on the course.
 */
export async function askForPlace(
  { db, now, newId }: { readonly db: Database; readonly now: Date; readonly newId: () => string },
  code: string,
  input: z.input<typeof requestInput>,
): Promise<Asked> {
  const form = await findAskForm(db, code);
  if (!form) return refused({ code: "not found" });
  const parsed = requestInput.safeParse(input);
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!;
    return refused({ code: "bad input", field: issue.path.join("."), message: issue.message });
  }
  const waiting = and(eq(placeRequest.courseId, form.courseId), eq(placeRequest.state, "waiting"));
  return db.transaction(async (tx): Promise<Asked> => {
    const [known] = await tx
      .select({ id: placeRequest.id })
      .from(placeRequest)
      .where(and(waiting, eq(placeRequest.address, parsed.data.address)))
      .for("update");
    if (known) {
      await tx
        .update(placeRequest)
        .set(parsed.data)
        .where(and(eq(placeRequest.courseId, form.courseId), eq(placeRequest.id, known.id)));
      return { kind: "asked" };
    }
    const [all] = await tx.select({ waiting: count() }).from(placeRequest).where(waiting);
    if (all!.waiting >= mostWaiting) return refused({ code: "full" });
    await tx
      .insert(placeRequest)
      .values({ courseId: form.courseId, id: newId(), ...parsed.data, at: now, state: "waiting" });
    return { kind: "asked" };
  });
}

/** Switches the form for asking on, under a new address, or off. */
export async function setAsking(ctx: Context, courseId: string, on: boolean): Promise<PeopleSaved> {
  if (!(await mayChangeCourse(ctx, courseId))) return refused({ code: "not allowed" });
  await ctx.db
    .update(course)
    .set({ askCode: on ? ctx.newId() : null })
    .where(eq(course.id, courseId));
  return { kind: "saved", count: 1 };
}

/**
 * Admits or declines requests; each gets mail. Those who are on the course already just get the mail that
 * says so.
 */
export async function decideRequests(
  ctx: Context,
  courseId: string,
  ids: readonly string[],
  decision: "admitted" | "declined",
): Promise<PeopleSaved> {
  return ctx.db.transaction(async (tx): Promise<PeopleSaved> => {
    const inside = { ...ctx, db: tx };
    if (!(await mayChangeCourse(inside, courseId))) return refused({ code: "not allowed" });
    const at = and(
      eq(placeRequest.courseId, courseId),
      eq(placeRequest.state, "waiting"),
      inArray(placeRequest.id, [...ids, ""]),
    );
    const requests = await tx
      .update(placeRequest)
      .set({ state: decision, decidedAt: ctx.now, decidedBy: ctx.viewer.id })
      .where(at)
      .returning();
    const [found] = await tx.select({ title: course.title }).from(course).where(eq(course.id, courseId));
    if (decision === "declined") {
      await post(
        inside,
        requests.map((to) =>
          letter("placeDeclined", courseId, to, { by: ctx.viewer.name, course: found!.title }),
        ),
      );
      return { kind: "saved", count: requests.length };
    }
    const addresses = requests.map(({ address }) => address);
    const known = new Map(
      (
        await tx
          .select({ id: person.id, email: person.email })
          .from(person)
          .where(inArray(person.email, [...addresses, ""]))
      ).map(({ id, email }) => [email, id]),
    );
    const fresh = requests.filter(({ address }) => !known.has(address));
    for (const { address } of fresh) known.set(address, ctx.newId());
    if (fresh.length > 0) {
      await tx.insert(person).values(
        fresh.map(({ name, address }) => ({
          id: known.get(address)!,
          name,
          email: address,
          createdAt: ctx.now,
          updatedAt: ctx.now,
        })),
      );
    }
    const people = [...new Set(addresses.map((address) => known.get(address)!))];
    if (people.length > 0) {
      await tx
        .insert(enrolment)
        .values(people.map((personId) => ({ courseId, personId, role: "student" as const, since: ctx.now })))
        .onConflictDoUpdate({ target: [enrolment.courseId, enrolment.personId], set: { leftAt: null } });
      await invite(inside, courseId, people);
      await askForAll(
        tx,
        "wikis",
        (await assignmentsToBringUp(tx, courseId, null)).map((assignmentId) => ({ courseId, assignmentId })),
      );
    }
    return { kind: "saved", count: requests.length };
  });
}
