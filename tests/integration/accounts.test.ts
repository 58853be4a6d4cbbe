/** Guessing at passwords, forgetting them, and changing what is one's own. */
import { verify } from "@node-rs/argon2";
import { and, eq } from "drizzle-orm";
import { describe, expect, test } from "vitest";
import {
  askForPasswordLink,
  confirmAddress,
  findLink,
  makePasswordLink,
  sendPasswordLinks,
  setPasswordByLink,
} from "@/data/accounts/links";
import { accountGuard, addressGuard, countTry, type Guard, tryWasRight } from "@/data/accounts/guard";
import { askForAddress, changePassword, endSessions, ownAccount } from "@/data/accounts/own";
import { createAccounts } from "@/data/accounts/write";
import { account, person, rateLimit, session } from "@/data/db/tables/accounts";
import { enrolment } from "@/data/db/tables/courses";
import { mail } from "@/data/db/tables/mail";
import { insertCourse } from "@/data/courses/write";
import { mailTray } from "@/data/mail/read";
import { hashPassword } from "@/data/session/auth";
import type { Context } from "@/data/session/context";
import { newId } from "@/data/session/ids";
import { knownAs, makeKnown } from "@/data/session/known-browser";
import { db, later, makePeople, monday } from "../support/course";

const first = "the first of passwords";

/** Somebody with a password and two sessions, on a course of their own. */
async function somebody(): Promise<{ ctx: Context; address: string; id: string }> {
  const id = newId();
  const address = `${id}@rivers.example`;
  await createAccounts(
    db,
    [{ id, name: "Mira Okonjo", email: address, passwordHash: await hashPassword(first) }],
    monday,
  );
  for (const at of [1, 2])
    await db.insert(session).values({
      id: `${id}-${at}`,
      token: newId(),
      userId: id,
      expiresAt: later(60 * 24 * 7),
      createdAt: monday,
      updatedAt: later(at),
      userAgent: "Mozilla/5.0 (Windows NT 10.0) Chrome/150",
    });
  return {
    id,
    address,
    ctx: { db, viewer: { id, name: "Mira Okonjo" }, sessionId: `${id}-1`, now: monday, newId },
  };
}

const at = (minutes: number) => ({ db, now: later(minutes), newId });
const lettersTo = (address: string) =>
  db
    .select({ subject: mail.subject, text: mail.text, courseId: mail.courseId })
    .from(mail)
    .where(eq(mail.toAddress, address));
const tokenIn = (text: string) => /\/(?:password|address)\/([\w-]+)/.exec(text)![1]!;
const sessionsOf = async (id: string) =>
  (await db.select({ id: session.id }).from(session).where(eq(session.userId, id))).map((each) => each.id);
const isPassword = async (id: string, password: string) =>
  verify(
    (await db.select({ password: account.password }).from(account).where(eq(account.userId, id)))[0]!
      .password!,
    password,
  );

describe("guesses", () => {
  const guard: Guard = { kind: "test", free: 3, first: 1000, longest: 8000, forgets: 60_000 };
  const now = (milliseconds: number) => new Date(monday.getTime() + milliseconds);
  test("are free a few times, and then have to wait, each twice as long as the one before, up to the longest", async () => {
    const of = newId();
    for (let tries = 0; tries < 3; tries++)
      expect(await countTry(db, guard, of, now(0))).toEqual({ kind: "go on" });
    let clock = 0;
    for (const wait of [1000, 2000, 4000, 8000, 8000]) {
      expect(await countTry(db, guard, of, now(clock + wait - 1))).toMatchObject({ kind: "wait" });
      clock += wait;
      expect(await countTry(db, guard, of, now(clock))).toEqual({ kind: "go on" });
    }
    expect(await countTry(db, guard, of, now(clock + 60_001))).toEqual({ kind: "go on" });
    expect(await countTry(db, guard, of, now(clock + 60_001))).toEqual({ kind: "go on" });
  });
  test("that are free are so in whatever order they are counted", async () => {
    const of = newId();
    expect(await countTry(db, guard, of, now(500))).toEqual({ kind: "go on" });
    expect(await countTry(db, guard, of, now(0))).toEqual({ kind: "go on" });
  });
  test("of which many come at once are counted each", async () => {
    const of = newId();
    const all = await Promise.all(Array.from({ length: 20 }, () => countTry(db, guard, of, now(0))));
    expect(all.filter(({ kind }) => kind === "go on")).toHaveLength(guard.free);
  });
  test("that are right are not counted: a class of any size comes in from one address", async () => {
    const of = newId();
    for (let student = 0; student < addressGuard.free * 2; student++) {
      expect(await countTry(db, addressGuard, of, now(student))).toEqual({ kind: "go on" });
      await tryWasRight(db, addressGuard, of, false);
    }
    for (let wrong = 0; wrong < accountGuard.free; wrong++) await countTry(db, accountGuard, of, now(0));
    await tryWasRight(db, accountGuard, of, true);
    for (let wrong = 0; wrong < accountGuard.free; wrong++)
      expect(await countTry(db, accountGuard, of, now(0))).toEqual({ kind: "go on" });
  });
  test("a browser is known for the account that was signed in there, and for no other", () => {
    const sign = makeKnown("mira@rivers.example");
    expect(knownAs(sign, "mira@rivers.example")).toBe(sign.split(".")[0]);
    expect(knownAs(sign, "jonas@rivers.example")).toBeNull();
    expect(knownAs(`${sign}x`, "mira@rivers.example")).toBeNull();
    expect(knownAs(undefined, "mira@rivers.example")).toBeNull();
    expect(makeKnown("mira@rivers.example")).not.toBe(sign);
  });
});

describe("a forgotten password", () => {
  test("is replaced by a link that works once, within an hour; all sessions end, and its owner is told", async () => {
    const { id, address } = await somebody();
    await askForPasswordLink(at(0), ` ${address.toUpperCase()} `, newId());
    const [letter] = await lettersTo(address);
    const token = tokenIn(letter!.text);
    expect(await findLink(db, "password", token, later(61))).toBeNull();
    expect(await findLink(db, "address", token, later(1))).toBeNull();
    expect(await setPasswordByLink(at(1), token, "password123")).toEqual({
      kind: "refused",
      problem: { code: "common" },
    });
    expect(await setPasswordByLink(at(1), token, "another one, longer")).toEqual({ kind: "set", address });
    expect([await isPassword(id, first), await isPassword(id, "another one, longer")]).toEqual([false, true]);
    expect(await sessionsOf(id)).toEqual([]);
    expect(await setPasswordByLink(at(2), token, "a third one, longer")).toEqual({
      kind: "refused",
      problem: { code: "no link" },
    });
    expect((await lettersTo(address)).map(({ subject }) => subject)).toEqual([
      "Choose a new password",
      "Your password was changed",
    ]);
  });
  test("brings nothing to an address that nobody has, nor more than a few letters an hour to one that somebody has", async () => {
    const { address } = await somebody();
    const from = newId();
    await askForPasswordLink(at(0), "nobody.at.all@rivers.example", from);
    expect(await lettersTo("nobody.at.all@rivers.example")).toEqual([]);
    for (let times = 0; times < 6; times++) await askForPasswordLink(at(times), address, from);
    expect(await lettersTo(address)).toHaveLength(3);
    for (const typed of ["", "no address", `${"a".repeat(5000)}@rivers.example`, "<".repeat(600)])
      await askForPasswordLink(at(0), typed, from);
  });
  test("two who use one link at once set one password", async () => {
    const { address } = await somebody();
    const link = (await makePasswordLink(at(0), address))!;
    const both = await Promise.all(
      ["one of two passwords", "two of two passwords"].map((password) =>
        setPasswordByLink(at(1), tokenIn(link), password),
      ),
    );
    expect(both.map(({ kind }) => kind).sort()).toEqual(["refused", "set"]);
  });
  test("an instructor has a link sent to people of the course, and sees it in the tray alone where they are on no other", async () => {
    const { courseId, as } = await makePeople();
    const { id, address } = await somebody();
    await db.insert(enrolment).values({ courseId, personId: id, role: "student", since: monday });
    expect(await sendPasswordLinks(as("tobin"), courseId, [id])).toEqual({
      kind: "refused",
      problem: { code: "not allowed" },
    });
    expect(await sendPasswordLinks(as("ines"), courseId, [id, "nobody"])).toEqual({
      kind: "saved",
      count: 1,
    });
    const shown = async () => (await mailTray(as("ines"), { after: null, find: address }))!.mails[0]!.text;
    expect(await shown()).toContain("/password/");
    // Where a mail server is set up no link is shown, whether or not the server has taken it.
    expect((await mailTray(as("ines"), { after: null, find: address }, true))!.mails[0]).toMatchObject({
      text: "",
      sentAt: null,
    });
    const other = newId();
    await insertCourse(
      db,
      {
        id: other,
        title: "Other",
        term: "Spring",
        timeZone: "UTC",
        startsOn: "2026-02-02",
        endsOn: "2026-06-30",
      },
      [{ id, role: "student" }],
      monday,
    );
    expect(await shown()).toBe("");
    const [stranger] = await db
      .select({ id: person.id })
      .from(person)
      .where(eq(person.id, as("una").viewer.id));
    expect(await sendPasswordLinks(as("ines"), courseId, [stranger!.id])).toEqual({
      kind: "saved",
      count: 0,
    });
  });
});

describe("one's own account", () => {
  test("a password is changed by who knows the present one; other sessions end, this one stays", async () => {
    const { ctx, id } = await somebody();
    expect(await changePassword(ctx, { current: "not this", next: "another one, longer" })).toEqual({
      kind: "refused",
      problem: { code: "wrong password" },
    });
    expect(await changePassword(ctx, { current: first, next: "Mira Okonjo" })).toEqual({
      kind: "refused",
      problem: { code: "personal" },
    });
    expect(await changePassword(ctx, { current: first, next: "another one, longer" })).toEqual({
      kind: "changed",
    });
    expect(await isPassword(id, "another one, longer")).toBe(true);
    expect(await sessionsOf(id)).toEqual([`${id}-1`]);
  });
  test("wrong passwords there are slowed down as at the sign-in", async () => {
    const { ctx } = await somebody();
    for (let tries = 0; tries < accountGuard.free; tries++)
      await changePassword(ctx, { current: "not this", next: "another one, longer" });
    expect(await changePassword(ctx, { current: first, next: "another one, longer" })).toEqual({
      kind: "refused",
      problem: { code: "wait" },
    });
  });
  test("an address is theirs once the link sent there was followed; both are told, and a taken one stays whose it is", async () => {
    const [mira, jonas] = [await somebody(), await somebody()];
    const wanted = `new-${mira.address}`;
    expect(await askForAddress(mira.ctx, { password: first, address: mira.address })).toEqual({
      kind: "refused",
      problem: { code: "same address" },
    });
    expect(await askForAddress(mira.ctx, { password: "not this", address: wanted })).toEqual({
      kind: "refused",
      problem: { code: "wrong password" },
    });
    expect(await askForAddress(mira.ctx, { password: first, address: jonas.address })).toEqual({
      kind: "changed",
    });
    expect(await lettersTo(jonas.address)).toEqual([]);
    expect(await askForAddress(mira.ctx, { password: first, address: wanted })).toEqual({ kind: "changed" });
    expect((await ownAccount(mira.ctx))!.address).toBe(mira.address);
    const token = tokenIn((await lettersTo(wanted))[0]!.text);
    expect(await confirmAddress(at(1), token)).toEqual({ kind: "confirmed", address: wanted });
    expect(await confirmAddress(at(2), token)).toEqual({ kind: "refused", problem: { code: "no link" } });
    expect((await ownAccount(mira.ctx))!.address).toBe(wanted);
    expect((await lettersTo(mira.address)).map(({ subject }) => subject)).toContain(
      "Your address was changed",
    );
    expect((await lettersTo(wanted)).map(({ subject }) => subject)).toContain("Your address was changed");
  });
  test("sessions are listed and ended one by one, and never somebody else's", async () => {
    const [mira, jonas] = [await somebody(), await somebody()];
    expect((await ownAccount(mira.ctx))!.sessions.map(({ id, isThis }) => [id, isThis])).toEqual([
      [`${mira.id}-2`, false],
      [`${mira.id}-1`, true],
    ]);
    expect(await endSessions(mira.ctx, { id: `${jonas.id}-1` })).toEqual({
      kind: "refused",
      problem: { code: "not found" },
    });
    expect(await endSessions(mira.ctx, { id: `${mira.id}-2` })).toEqual({ kind: "changed" });
    expect(await sessionsOf(mira.id)).toEqual([`${mira.id}-1`]);
    expect(await endSessions(jonas.ctx, "others")).toEqual({ kind: "changed" });
    expect(await sessionsOf(jonas.id)).toEqual([`${jonas.id}-1`]);
  });
  test("is nobody's who looks as somebody else", async () => {
    const { ctx } = await somebody();
    const looking = { ...ctx, lookingAs: { by: { id: "x", name: "Ines" }, courseId: "c" } };
    expect(await ownAccount(looking)).toBeNull();
    expect(await changePassword(looking, { current: first, next: "another one, longer" })).toEqual({
      kind: "refused",
      problem: { code: "only looking" },
    });
    expect(await endSessions(looking, "others")).toEqual({
      kind: "refused",
      problem: { code: "only looking" },
    });
  });
});

test("counts of tries are kept without the address itself", async () => {
  await countTry(db, addressGuard, "203.0.113.77", monday);
  expect(
    (await db.select({ key: rateLimit.key }).from(rateLimit)).some(({ key }) => key.includes("203.0.113.77")),
  ).toBe(false);
  expect(
    await db
      .select()
      .from(rateLimit)
      .where(and(eq(rateLimit.key, "203.0.113.77"))),
  ).toEqual([]);
});
