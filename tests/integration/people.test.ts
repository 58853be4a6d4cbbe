import { randomUUID } from "node:crypto";
import { and, eq, isNull } from "drizzle-orm";
import { describe, expect, test } from "vitest";
import { type ColumnKind, proposeColumns } from "@/core/roster/columns";
import { readTable } from "@/core/roster/table";
import { courseAssignments, readableWikis } from "@/data/assignments/read";
import { findSetUp } from "@/data/assignments/set-up";
import { bringWikisUp } from "@/data/assignments/wikis";
import { prepareAssignment } from "@/data/assignments/write";
import { addComment } from "@/data/comments/write";
import { findCourse } from "@/data/courses/read";
import { copyCourse, letMakeCourses, makeCourse as makeEmptyCourse, setArchived } from "@/data/courses/write";
import { account, person } from "@/data/db/tables/accounts";
import { enrolment } from "@/data/db/tables/courses";
import { mail } from "@/data/db/tables/mail";
import { assignment } from "@/data/db/tables/wikis";
import { visitDesk } from "@/data/desk/read";
import { findNews } from "@/data/news/read";
import { notePageVisit } from "@/data/news/write";
import { findGroupSet, groupSets } from "@/data/groups/read";
import { removeGroupSet, saveGroupSet, signUp } from "@/data/groups/write";
import { carryMail, smtpCarrier } from "@/data/mail/carry";
import { mailTray } from "@/data/mail/read";
import { findPage, findWiki } from "@/data/pages/read";
import { acceptInvitation, findInvitation } from "@/data/people/invitations";
import { type ListInput, planList, readList } from "@/data/people/list";
import { askCodeOf, coursePeople, waitingRequests } from "@/data/people/read";
import { askForPlace, decideRequests, setAsking } from "@/data/people/requests";
import { addPerson, changePerson, invitePeople, type PersonInput, setLeft } from "@/data/people/write";
import { assignmentReview } from "@/data/review/read";
import { newId } from "@/data/session/ids";
import { mailServer } from "../support/mail-server";
import {
  assignmentInput,
  db,
  later,
  makeCourse,
  makePeople,
  monday,
  noSignUp,
  write,
  toldLevel,
} from "../support/course";

function list(text: string, groups: ListInput["groups"] = null, kinds?: ColumnKind[]): ListInput {
  const read = readTable(text);
  if (read.kind !== "table") throw new Error(read.problem);
  const { headings, rows, lines } = read.table;
  return {
    table: { headings: headings && [...headings], rows: rows.map((row) => [...row]), lines: [...lines] },
    kinds: kinds ?? proposeColumns(read.table),
    groups,
  };
}

const all = { leaveOutFaulty: false, invites: false };

/** Reads a list as the screen does: the dry run first, then what it showed. */
async function read(
  ctx: Parameters<typeof readList>[0],
  courseId: string,
  input: ListInput,
  options: Partial<Parameters<typeof readList>[3]> = {},
) {
  const planned = await planList(ctx, courseId, input);
  if (planned.kind === "refused") return planned;
  return readList(ctx, courseId, input, { ...all, expected: planned.plan.counts, ...options });
}

const unique = () => randomUUID().slice(0, 8);

describe("reading a list", () => {
  test("brings people in with all that it tells of them; reading it again does nothing", async () => {
    const { courseId, as } = await makePeople();
    const domain = `${unique()}.example`;
    const text = `Given name,Family name,Preferred name,Mail,Section,Student number,Language\nMiriam,Okonjo,Mimi,mimi@${domain},A,7,Igbo\nLi,,,li@${domain},B,8,`;
    expect(await read(as("ines"), courseId, list(text))).toMatchObject({
      kind: "read",
      added: 2,
      changed: 0,
    });
    const people = await coursePeople(as("ines"), courseId);
    expect(people.find(({ number }) => number === "7")).toMatchObject({
      name: "Mimi Okonjo",
      section: "A",
      own: { Language: "Igbo" },
      role: "student",
      arrival: "not invited",
    });
    expect(people.find(({ number }) => number === "8")?.name).toBe("Li");
    expect(await planList(as("ines"), courseId, list(text))).toMatchObject({
      kind: "planned",
      plan: { counts: { new: 0, changed: 0, unchanged: 2, faulty: 0 } },
    });
  });

  test("is all or nothing: with a faulty row nothing is read, unless it is left out", async () => {
    const { courseId, as } = await makePeople();
    const input = list(`Name,Mail\nA,a@${unique()}.example\nB,`);
    expect(await read(as("ines"), courseId, input)).toEqual({
      kind: "refused",
      problem: { code: "faulty rows", count: 1 },
    });
    expect(await coursePeople(as("ines"), courseId)).toHaveLength(6);
    expect(await read(as("ines"), courseId, input, { leaveOutFaulty: true })).toMatchObject({
      kind: "read",
      added: 1,
    });
  });

  test("does nothing if it would do something else than was shown", async () => {
    const { courseId, as } = await makePeople();
    const domain = `${unique()}.example`;
    const input = list(`Name,Mail\nA,a@${domain}`);
    const [one, other] = await Promise.all(
      [1, 2].map(() =>
        readList(as("ines"), courseId, input, { ...all, expected: { new: 1, changed: 0, faulty: 0 } }),
      ),
    );
    expect([one, other].map((answer) => answer!.kind).sort()).toEqual(["read", "refused"]);
    expect([one, other].find((answer) => answer!.kind === "refused")).toEqual({
      kind: "refused",
      problem: { code: "changed since" },
    });
  });

  test("renames nobody who has an account of their own, or is on another course", async () => {
    const [mine, theirs] = [await makePeople(), await makePeople()];
    const [mira] = (await coursePeople(theirs.as("ines"), theirs.courseId)).filter(
      ({ name }) => name === "mira",
    );
    expect(
      await read(mine.as("ines"), mine.courseId, list(`Name,Mail,Number\nSomebody Else,${mira!.address},9`)),
    ).toMatchObject({ kind: "read", added: 1 });
    expect(
      (await coursePeople(mine.as("ines"), mine.courseId)).find(({ id }) => id === mira!.id),
    ).toMatchObject({ name: "mira", role: "student" });
    const planned = await planList(
      mine.as("ines"),
      mine.courseId,
      list(`Name,Mail,Number\nAgain Else,${mira!.address},9\nX,new@${unique()}.example,10`),
    );
    expect(planned).toMatchObject({ plan: { counts: { unchanged: 1, new: 1 } } });
  });

  test("makes groups from a column, and moves people of a set that exists", async () => {
    const { courseId, setId, as } = await makePeople();
    const domain = `${unique()}.example`;
    const text = `Name,Mail,Group\nA,a@${domain},Mill\nB,b@${domain},Mill\nC,c@${domain},Weir`;
    const made = await read(as("ines"), courseId, list(text, { title: "From the registry" }));
    if (made.kind !== "read") throw new Error(JSON.stringify(made));
    expect(
      (await findGroupSet(as("ines"), courseId, made.setId!))?.groups.map(({ name, members }) => [
        name,
        members.map((member) => member.name),
      ]),
    ).toEqual([
      ["Mill", ["A", "B"]],
      ["Weir", ["C"]],
    ]);
    const into = `Name,Mail,Group\nA,a@${domain},alder\nB,b@${domain},Elsewhere`;
    expect(await planList(as("ines"), courseId, list(into, { setId }))).toMatchObject({
      plan: {
        counts: { faulty: 1, unchanged: 1 },
        rows: [{ kind: "unchanged" }, { faults: [{ fault: "unknown group", group: "Elsewhere" }] }],
      },
    });
    expect(await read(as("ines"), courseId, list(into, { setId }), { leaveOutFaulty: true })).toMatchObject({
      kind: "read",
    });
    expect(
      (await findGroupSet(as("ines"), courseId, setId))?.groups[0]?.members.map(({ name }) => name),
    ).toEqual(["mira", "jonas", "A"]);
  });

  test("two thousand people are read by a handful of statements", async () => {
    const { courseId, as } = await makePeople();
    const domain = `${unique()}.example`;
    const text = [
      "Name,Mail,Section",
      ...Array.from({ length: 2000 }, (_, at) => `Person ${at},p${at}@${domain},${at % 5}`),
    ].join("\n");
    expect(await read(as("ines"), courseId, list(text), { invites: true })).toMatchObject({
      kind: "read",
      added: 2000,
    });
    expect(await coursePeople(as("ines"), courseId)).toHaveLength(2006);
  });

  test.each(["tobin", "olga", "mira", "una"] as const)("is not for %s", async (name) => {
    const { courseId, as } = await makePeople();
    const input = list("Name,Mail\nA,a@rivers.example");
    const refused = { kind: "refused", problem: { code: "not allowed" } };
    expect(await planList(as(name), courseId, input)).toEqual(refused);
    expect(
      await readList(as(name), courseId, input, { ...all, expected: { new: 1, changed: 0, faulty: 0 } }),
    ).toEqual(refused);
    expect(await coursePeople(as(name), courseId)).toEqual([]);
    expect(await invitePeople(as(name), courseId, [`mira${courseId}`])).toEqual(refused);
    expect(await setLeft(as(name), courseId, [`mira${courseId}`], true)).toEqual(refused);
    expect(await decideRequests(as(name), courseId, [], "admitted")).toEqual(refused);
    expect(await setAsking(as(name), courseId, true)).toEqual(refused);
    expect(await waitingRequests(as(name), courseId)).toEqual([]);
  });
});

/** The newest mail to an address, as the tray shows it. */
async function mailTo(address: string) {
  return (await db.select().from(mail).where(eq(mail.toAddress, address)).orderBy(mail.at)).at(-1);
}

const linkIn = (text: string) => /\/invitation\/(\S+)/.exec(text)![1]!;

describe("invitations", () => {
  async function invited() {
    const made = await makePeople();
    const address = `oona@${unique()}.example`;
    await read(made.as("ines"), made.courseId, list(`Name,Mail\nOona,${address}`), { invites: true });
    return { ...made, address, token: linkIn((await mailTo(address))!.text) };
  }

  test("work once, for two weeks, and let the person in", async () => {
    const { courseId, address, token } = await invited();
    const at = later(60);
    expect(await findInvitation(db, token, at)).toMatchObject({ courseId, address, name: "Oona" });
    expect(await acceptInvitation(db, { token, password: "short", now: at })).toEqual({
      kind: "refused",
      problem: { code: "too short" },
    });
    expect(
      await acceptInvitation(db, {
        token,
        password: "down by the old weir",
        now: new Date(monday.getTime() + 15 * 86_400_000),
      }),
    ).toEqual({ kind: "refused", problem: { code: "no invitation" } });
    expect(await acceptInvitation(db, { token, password: "down by the old weir", now: at })).toMatchObject({
      kind: "accepted",
      address,
      courseId,
    });
    expect(await acceptInvitation(db, { token, password: "another password", now: at })).toEqual({
      kind: "refused",
      problem: { code: "no invitation" },
    });
    const [stored] = await db
      .select({ password: account.password })
      .from(account)
      .innerJoin(person, eq(person.id, account.userId))
      .where(eq(person.email, address));
    expect(stored?.password).toMatch(/^\$argon2id\$/);
  });

  test("a new one ends the one before; one of somebody who has left opens nothing", async () => {
    const { courseId, address, token, as } = await invited();
    const [oona] = (await coursePeople(as("ines"), courseId)).filter((each) => each.address === address);
    await invitePeople(as("ines", later(5)), courseId, [oona!.id]);
    expect(await findInvitation(db, token, later(6))).toBeNull();
    const newer = linkIn((await mailTo(address))!.text);
    expect(await findInvitation(db, newer, later(6))).not.toBeNull();
    await setLeft(as("ines"), courseId, [oona!.id], true);
    expect(await findInvitation(db, newer, later(6))).toBeNull();
  });

  test("ends when the address turns out to be another's, by hand or by the next list", async () => {
    for (const by of ["hand", "list"] as const) {
      const { courseId, address, token, as } = await invited();
      const [oona] = (await coursePeople(as("ines"), courseId)).filter((each) => each.address === address);
      const right = `right-${address}`;
      if (by === "hand")
        await changePerson(as("ines"), courseId, oona!.id, {
          name: "Oona",
          address: right,
          role: "student",
          section: "",
          number: "",
          onlyGivenGroups: false,
          groups: [],
        });
      else {
        await read(as("ines"), courseId, list(`Name,Mail,Number\nOona,${address},7`));
        expect(await findInvitation(db, token, later(1))).not.toBeNull();
        await read(as("ines"), courseId, list(`Name,Mail,Number\nOona,${right},7`));
      }
      expect((await coursePeople(as("ines"), courseId)).map((each) => each.address)).toContain(right);
      expect(await findInvitation(db, token, later(1))).toBeNull();
    }
  });

  test("whoever has an account gets no link that could change its password", async () => {
    const { courseId, as } = await makePeople();
    const [mira] = (await coursePeople(as("ines"), courseId)).filter(({ name }) => name === "mira");
    await invitePeople(as("ines"), courseId, [mira!.id]);
    expect((await mailTo(mira!.address))!.text).not.toContain("/invitation/");
  });
});

describe("mail", () => {
  test("a failing server delays it, and what a server has keeps no link", async () => {
    const { courseId, as } = await makePeople();
    const address = `oona@${unique()}.example`;
    await read(as("ines"), courseId, list(`Name,Mail\nOona,${address}`), { invites: true });
    const { id } = (await mailTo(address))!;
    const failing = { name: "server" as const, carry: () => Promise.reject(new Error("451 try later")) };
    await expect(carryMail(db, id, failing, monday)).rejects.toThrow("try later");
    expect(await mailTo(address)).toMatchObject({ sentAt: null, tries: 1, lastProblem: "451 try later" });
    expect((await visitDesk(as("ines"), courseId))?.waits?.mailDelayed).toBe(1);
    const carried: string[] = [];
    const working = {
      name: "server" as const,
      carry: async ({ text }: { text: string }) => {
        carried.push(text);
      },
    };
    await carryMail(db, id, working, later(1));
    await carryMail(db, id, working, later(2));
    expect(carried).toHaveLength(1);
    expect(carried[0]).toContain("/invitation/");
    expect(await mailTo(address)).toMatchObject({ sentAt: later(1), text: "", lastProblem: null });
  });

  test("goes to the mail server that is configured, and comes again only if it was refused", async () => {
    const { courseId, as } = await makePeople();
    const address = `asa@${unique()}.example`;
    await read(as("ines"), courseId, list(`Name,Mail\nÅsa Sørby,${address}`), { invites: true });
    const { id } = (await mailTo(address))!;
    const server = await mailServer();
    try {
      const by = smtpCarrier(server.url, "Tidy Ledger <wikis@rivers.example>");
      server.refuse("451 greylisted, try later");
      await expect(carryMail(db, id, by, monday)).rejects.toThrow("greylisted");
      expect(await mailTo(address)).toMatchObject({ sentAt: null, tries: 1 });
      server.refuse(null);
      await carryMail(db, id, by, later(1));
      await carryMail(db, id, by, later(2));
      expect(server.letters.map(({ to }) => to)).toEqual([address]);
      expect(server.letters[0]!.text).toMatch(/^From: Tidy Ledger <wikis@rivers\.example>$/m);
      expect(server.letters[0]!.text).toMatch(new RegExp(`^Message-ID: <${id}@`, "m"));
      expect(await mailTo(address)).toMatchObject({ carriedBy: "server", text: "", tries: 2 });
    } finally {
      await server.close();
    }
  });

  const newest = { after: null, find: "" };

  test("that leaves at one moment is paged without a gap, and found by whom it went to", async () => {
    const { courseId, as } = await makePeople();
    const domain = `${unique()}.example`;
    const text = [
      "Name,Mail",
      ...Array.from({ length: 130 }, (_, at) => `Person ${at},p${at}@${domain}`),
    ].join("\n");
    await read(as("ines"), courseId, list(text), { invites: true });
    const first = (await mailTray(as("ines"), newest))!;
    const rest = (await mailTray(as("ines"), { after: first.mails.at(-1)!.id, find: "" }))!;
    expect([first.mails.length, first.hasMore, rest.mails.length, rest.hasMore]).toEqual([
      100,
      true,
      30,
      false,
    ]);
    expect(new Set([...first.mails, ...rest.mails].map(({ id }) => id)).size).toBe(130);
    expect(
      (await mailTray(as("ines"), { after: null, find: "PERSON 77" }))?.mails.map(({ toName }) => toName),
    ).toEqual(["Person 77"]);
    expect((await mailTray(as("ines"), { after: null, find: "%" }))?.mails).toEqual([]);
  });

  test("is shown to those who run the course it is of, and to nobody else", async () => {
    const [mine, theirs] = [await makePeople(), await makePeople()];
    await invitePeople(mine.as("ines"), mine.courseId, [`mira${mine.courseId}`]);
    expect((await mailTray(mine.as("ines"), newest))?.mails).toHaveLength(1);
    expect((await mailTray(theirs.as("ines"), newest))?.mails).toHaveLength(0);
    for (const name of ["tobin", "mira", "una"] as const)
      expect(await mailTray(mine.as(name), newest)).toBeNull();
  });
});

describe("asking for a place", () => {
  test("a request waits, is admitted or declined, and each gets mail", async () => {
    const { courseId, as } = await makePeople();
    const guest = { db, now: monday, newId };
    await setAsking(as("ines"), courseId, true);
    const askCode = (await askCodeOf(as("ines"), courseId))!;
    const domain = `${unique()}.example`;
    for (const name of ["oona", "otto"])
      expect(
        await askForPlace(guest, askCode, { name, address: `${name}@${domain}`, message: "May I?" }),
      ).toEqual({ kind: "asked" });
    expect(
      await askForPlace(guest, askCode, { name: "Oona Reeve", address: `OONA@${domain}`, message: "" }),
    ).toEqual({ kind: "asked" });
    expect(await askForPlace(guest, askCode, { name: "", address: "x", message: "" })).toMatchObject({
      kind: "refused",
      problem: { code: "bad input" },
    });
    const waiting = await waitingRequests(as("ines"), courseId);
    expect(waiting.map(({ name }) => name)).toEqual(expect.arrayContaining(["Oona Reeve", "otto"]));
    expect(waiting).toHaveLength(2);
    const idOf = (name: string) => waiting.find((each) => each.name === name)!.id;
    expect(await decideRequests(as("ines"), courseId, [idOf("Oona Reeve")], "admitted")).toEqual({
      kind: "saved",
      count: 1,
    });
    expect(
      await decideRequests(as("ines"), courseId, [idOf("otto"), idOf("Oona Reeve")], "declined"),
    ).toEqual({ kind: "saved", count: 1 });
    expect((await mailTo(`oona@${domain}`))!.subject).toContain("Invitation");
    expect((await mailTo(`otto@${domain}`))!.text).toContain("declined");
    expect((await coursePeople(as("ines"), courseId)).map(({ address }) => address)).toContain(
      `oona@${domain}`,
    );
    await setAsking(as("ines"), courseId, false);
    expect(
      await askForPlace(guest, askCode, { name: "Late", address: `late@${domain}`, message: "" }),
    ).toEqual({ kind: "refused", problem: { code: "not found" } });
  });
});

describe("people who leave", () => {
  test("see nothing any more, and what they wrote stays theirs; back on the course they go on", async () => {
    const { courseId, assignmentId, wikiId, homeId, as } = await makeCourse();
    await write(as("jonas"), courseId, homeId, "Jonas was here.");
    await setLeft(as("ines"), courseId, [`jonas${courseId}`], true);
    expect(await findCourse(as("jonas"), courseId)).toBeNull();
    expect(await findWiki(as("jonas"), courseId, wikiId)).toBeNull();
    expect(await findPage(as("jonas"), courseId, homeId)).toBeNull();
    const alder = (await assignmentReview(as("ines", later(1)), courseId, assignmentId))![0]!;
    expect(alder.members.map(({ member, figures }) => [member.name, figures.entries])).toEqual([
      ["mira", 0],
      ["jonas", 1],
    ]);
    await setLeft(as("ines"), courseId, [`jonas${courseId}`], false);
    expect((await findWiki(as("jonas"), courseId, wikiId))?.mayStart).toBe(true);
  });

  test("the last instructor can neither leave nor become something else", async () => {
    const { courseId, as } = await makePeople();
    expect(await setLeft(as("ines"), courseId, [`ines${courseId}`], true)).toEqual({
      kind: "refused",
      problem: { code: "last instructor" },
    });
    const input: PersonInput = {
      name: "ines",
      address: "ines@rivers.example",
      role: "student",
      section: "",
      number: "",
      onlyGivenGroups: false,
      groups: [],
    };
    expect(await changePerson(as("ines"), courseId, `ines${courseId}`, input)).toEqual({
      kind: "refused",
      problem: { code: "last instructor" },
    });
  });
});

describe("assistants", () => {
  test("limited to groups see these and no other, in every list", async () => {
    const { courseId, setId, assignmentId, wikiId, otherWikiId, homeId, as } = await makeCourse();
    const [alder] = (await findGroupSet(as("ines"), courseId, setId))!.groups;
    const input: PersonInput = {
      name: "tobin",
      address: `tobin@${unique()}.example`,
      role: "assistant",
      section: "",
      number: "",
      onlyGivenGroups: true,
      groups: [alder!.id],
    };
    expect((await changePerson(as("ines"), courseId, `tobin${courseId}`, input)).kind).toBe("saved");
    expect((await findWiki(as("tobin"), courseId, wikiId))?.name).toBe("Alder");
    expect(await findWiki(as("tobin"), courseId, otherWikiId)).toBeNull();
    expect((await readableWikis(as("tobin"), courseId)).map(({ name }) => name)).toEqual(["Alder"]);
    expect((await assignmentReview(as("tobin"), courseId, assignmentId))!.map(({ name }) => name)).toEqual([
      "Alder",
    ]);
    expect(
      (await addComment(as("tobin"), { courseId, pageId: homeId, parent: null, body: "Good." })).kind,
    ).toBe("commented");
    const otherHome = (await findWiki(as("ines"), courseId, otherWikiId))!.homePageId!;
    expect((await findPage(as("tobin"), courseId, homeId))?.access).toMatchObject({
      level: "comment",
      because: { reason: "assistant" },
    });
    expect(await findPage(as("tobin"), courseId, otherHome)).toBeNull();
  });
});

test("somebody who comes late gets a wiki of their own where each student has one", async () => {
  const { courseId, assignmentId, as } = await makeCourse({ sharing: "student" });
  const added = await addPerson(as("ines"), courseId, {
    name: "Oona",
    address: `oona@${unique()}.example`,
    role: "student",
    section: "",
    number: "",
    onlyGivenGroups: false,
    groups: [],
  });
  expect(added.kind).toBe("saved");
  await bringWikisUp(as("ines"), { courseId, assignmentId });
  expect((await readableWikis(as("ines"), courseId)).map(({ name }) => name)).toEqual([
    "jonas",
    "mira",
    "Oona",
    "priya",
  ]);
});

describe("signing up", () => {
  test("of many who want the last place one gets it, and changing one's mind frees the place", async () => {
    const { courseId, as } = await makePeople();
    const made = await saveGroupSet(as("ines"), courseId, null, {
      title: "Walks",
      ...noSignUp,
      signUpLimit: 1,
      groups: [
        { id: null, name: "Night", topic: "", members: [] },
        { id: null, name: "Day", topic: "", members: [] },
      ],
    });
    if (made.kind !== "saved") throw new Error();
    const [night, day] = (await findGroupSet(as("ines"), courseId, made.setId))!.groups;
    const names = ["mira", "jonas", "priya"] as const;
    const answers = await Promise.all(names.map((name) => signUp(as(name), courseId, made.setId, night!.id)));
    expect(answers.filter(({ kind }) => kind === "saved")).toHaveLength(1);
    const winner = names[answers.findIndex(({ kind }) => kind === "saved")]!;
    const loser = names.find((name) => name !== winner)!;
    expect((await signUp(as(winner), courseId, made.setId, day!.id)).kind).toBe("saved");
    expect((await signUp(as(loser), courseId, made.setId, night!.id)).kind).toBe("saved");
    const groups = (await findGroupSet(as("ines"), courseId, made.setId))!.groups;
    expect(groups.map(({ members }) => members.map(({ name }) => name))).toEqual([[loser], [winner]]);
    expect(await signUp(as("tobin"), courseId, made.setId, night!.id)).toEqual({
      kind: "refused",
      problem: { code: "not allowed" },
    });
    await setArchived(as("ines"), courseId, true);
    expect(await signUp(as(loser), courseId, made.setId, null)).toEqual({
      kind: "refused",
      problem: { code: "not allowed" },
    });
  });

  test("closes at its time", async () => {
    const { courseId, as } = await makePeople();
    const made = await saveGroupSet(as("ines"), courseId, null, {
      title: "Walks",
      ...noSignUp,
      signUpLimit: 3,
      signUpUntil: "2026-03-16T10:30",
      groups: [{ id: null, name: "Night", topic: "", members: [] }],
    });
    if (made.kind !== "saved") throw new Error();
    const [night] = (await findGroupSet(as("ines"), courseId, made.setId))!.groups;
    expect((await signUp(as("mira", later(29)), courseId, made.setId, night!.id)).kind).toBe("saved");
    expect(await signUp(as("jonas", later(30)), courseId, made.setId, night!.id)).toEqual({
      kind: "refused",
      problem: { code: "closed" },
    });
  });
});

describe("sets of groups", () => {
  test("what somebody signed up to is not undone by a board that was opened before", async () => {
    const { courseId, as } = await makePeople();
    const made = await saveGroupSet(as("ines"), courseId, null, {
      title: "Walks",
      ...noSignUp,
      signUpLimit: 3,
      groups: [{ id: null, name: "Night", topic: "", members: [] }],
    });
    if (made.kind !== "saved") throw new Error();
    const opened = (await findGroupSet(as("ines"), courseId, made.setId))!;
    await signUp(as("mira"), courseId, made.setId, opened.groups[0]!.id);
    const input = {
      title: "Walks",
      ...noSignUp,
      groups: [{ id: opened.groups[0]!.id, name: "Night walk", topic: "", members: [] }],
    };
    expect(await saveGroupSet(as("ines"), courseId, made.setId, input, opened.state)).toEqual({
      kind: "refused",
      problem: { code: "changed since" },
    });
    const now = (await findGroupSet(as("ines"), courseId, made.setId))!;
    expect(now.groups).toMatchObject([{ name: "Night", members: [{ name: "mira" }] }]);
    expect((await saveGroupSet(as("ines"), courseId, made.setId, input, now.state)).kind).toBe("saved");
  });

  test("saving one leaves the places of people alone who have left the course", async () => {
    const { courseId, setId, as } = await makePeople();
    await setLeft(as("ines"), courseId, [`jonas${courseId}`], true);
    const set = (await findGroupSet(as("ines"), courseId, setId))!;
    expect(set.groups[0]!.members.map(({ name }) => name)).toEqual(["mira"]);
    await saveGroupSet(as("ines"), courseId, setId, {
      title: "Rivers",
      ...noSignUp,
      groups: set.groups.map(({ id, name, topic, members }) => ({
        id,
        name,
        topic,
        members: members.map((member) => member.id),
      })),
    });
    await setLeft(as("ines"), courseId, [`jonas${courseId}`], false);
    expect(
      (await findGroupSet(as("ines"), courseId, setId))!.groups[0]!.members.map(({ name }) => name),
    ).toEqual(["mira", "jonas"]);
  });

  test("one that is taken away leaves assignments that are being prepared without a set", async () => {
    const { courseId, setId, as } = await makePeople();
    const prepared = await prepareAssignment(as("ines"), courseId, assignmentInput(setId));
    if (prepared.kind !== "saved") throw new Error();
    expect((await removeGroupSet(as("mira"), courseId, setId)).kind).toBe("refused");
    expect((await removeGroupSet(as("ines"), courseId, setId)).kind).toBe("saved");
    expect((await findSetUp(as("ines"), courseId, prepared.assignmentId))?.findings[0]).toEqual({
      code: "no set",
    });
    const used = await makeCourse();
    expect(await removeGroupSet(used.as("ines"), used.courseId, used.setId)).toMatchObject({
      kind: "refused",
      problem: { code: "has a wiki" },
    });
  });

  test.each([
    [
      "two groups of one name",
      (id: string) => [
        { id: null, name: "A", topic: "", members: [id] },
        { id: null, name: " a ", topic: "", members: [] },
      ],
      "group twice",
    ],
    [
      "a person in two groups",
      (id: string) => [
        { id: null, name: "A", topic: "", members: [id] },
        { id: null, name: "B", topic: "", members: [id] },
      ],
      "in two groups",
    ],
    [
      "somebody who is no student here",
      () => [{ id: null, name: "A", topic: "", members: ["nobody"] }],
      "not a student",
    ],
    [
      "a group of another set",
      () => [{ id: "elsewhere", name: "A", topic: "", members: [] }],
      "changed since",
    ],
  ])("%s is refused, and nothing is stored", async (_, groups, code) => {
    const { courseId, as } = await makePeople();
    expect(
      await saveGroupSet(as("ines"), courseId, null, {
        title: "New",
        ...noSignUp,
        groups: groups(`mira${courseId}`),
      }),
    ).toMatchObject({ kind: "refused", problem: { code } });
    expect((await groupSets(as("ines"), courseId)).map(({ title }) => title)).toEqual(["Rivers"]);
  });
});

describe("courses", () => {
  const input = {
    title: "Urban rivers",
    term: "Autumn",
    timeZone: "Europe/Dublin",
    startsOn: "2026-09-07",
    endsOn: "2026-12-18",
  };

  test("are made by those who may, who are then their instructors", async () => {
    const { as } = await makePeople();
    expect(await makeEmptyCourse(as("ines"), input)).toEqual({
      kind: "refused",
      problem: { code: "not allowed" },
    });
    const [{ email } = { email: "" }] = await db
      .select({ email: person.email })
      .from(person)
      .where(eq(person.id, as("ines").viewer.id));
    expect(await letMakeCourses(db, email)).toBe(true);
    const made = await makeEmptyCourse(as("ines"), input);
    if (made.kind !== "saved") throw new Error();
    expect(await findCourse(as("ines"), made.courseId)).toMatchObject({ ...input, role: "instructor" });
    expect(await findCourse(as("mira"), made.courseId)).toBeNull();
    for (const wrong of [
      { title: " " },
      { timeZone: "Mars/Base" },
      { endsOn: "2026-09-01" },
      { startsOn: "2026-02-31" },
    ]) {
      expect(await makeEmptyCourse(as("ines"), { ...input, ...wrong })).toMatchObject({
        kind: "refused",
        problem: { code: "bad input" },
      });
    }
  });

  test("are copied with assignments and starter pages, without people and work, times moved by whole days", async () => {
    const { courseId, homeId, as } = await makeCourse({
      expected: [{ of: "student", measure: "entries", number: 2, by: "2026-03-20T12:00", shown: true }],
    });
    await write(as("mira"), courseId, homeId, "The Alder.");
    const [{ email } = { email: "" }] = await db
      .select({ email: person.email })
      .from(person)
      .where(eq(person.id, as("ines").viewer.id));
    await letMakeCourses(db, email);
    const copied = await copyCourse(as("ines"), courseId, { ...input, startsOn: "2026-09-07" });
    if (copied.kind !== "saved") throw new Error(JSON.stringify(copied));
    // 2 February to 7 September are 217 days; 17:00 in Dublin stays 17:00 across the change of clocks.
    expect(await courseAssignments(as("ines"), copied.courseId)).toMatchObject([
      { title: "Dossier", publishedAt: null, dueAt: new Date("2026-11-04T17:00:00Z") },
    ]);
    expect(await readableWikis(as("ines"), copied.courseId)).toEqual([]);
    const [{ expected } = { expected: null }] = await db
      .select({ expected: assignment.expected })
      .from(assignment)
      .where(eq(assignment.courseId, copied.courseId));
    expect(expected).toEqual([
      { of: "student", measure: "entries", number: 2, by: "2026-10-23T12:00", shown: true },
    ]);
    expect(
      (
        await db
          .select()
          .from(enrolment)
          .where(and(eq(enrolment.courseId, copied.courseId), isNull(enrolment.leftAt)))
      ).map(({ personId }) => personId),
    ).toEqual([as("ines").viewer.id]);
    expect(await copyCourse(as("mira"), courseId, input)).toEqual({
      kind: "refused",
      problem: { code: "not allowed" },
    });
  });

  test("archived ones are read and changed by nobody, until they are opened again", async () => {
    const { courseId, setId, wikiId, homeId, as, ...course } = await makeCourse();
    await setArchived(as("ines"), courseId, true);
    for (const name of ["ines", "mira"] as const) {
      expect((await findPage(as(name), courseId, homeId))?.access).toMatchObject({
        level: "read",
        because: { reason: "archived" },
      });
      expect((await write(as(name), courseId, homeId, "Changed.", 1)).kind).toBe("refused");
    }
    for (const kind of ["group", "students", "assistants", "observers"] as const)
      expect(["hidden", "read"]).toContain(
        await toldLevel(as("ines"), { courseId, ...course }, wikiId, homeId, { kind }),
      );
    expect(await invitePeople(as("ines"), courseId, [])).toEqual({
      kind: "refused",
      problem: { code: "not allowed" },
    });
    expect(await saveGroupSet(as("ines"), courseId, setId, { title: "X", ...noSignUp, groups: [] })).toEqual({
      kind: "refused",
      problem: { code: "not allowed" },
    });
    expect(await setArchived(as("tobin"), courseId, false)).toEqual({
      kind: "refused",
      problem: { code: "not allowed" },
    });
    await setArchived(as("ines"), courseId, false);
    expect((await write(as("mira"), courseId, homeId, "Changed.", 1)).kind).toBe("saved");
  });
});

describe("the desk", () => {
  test("tells what is new, as the news do, from pages that one may read", async () => {
    const { courseId, homeId, otherWikiId, as } = await makeCourse();
    await visitDesk(as("mira"), courseId);
    await write(as("jonas", later(100)), courseId, homeId, "Jonas was here.");
    await write(as("jonas", later(110)), courseId, homeId, "Jonas was here again.");
    await addComment(as("jonas", later(120)), { courseId, pageId: homeId, parent: null, body: "Read it." });
    const thorn = await findWiki(as("priya"), courseId, otherWikiId);
    await write(as("priya", later(130)), courseId, thorn!.homePageId!, "Of the Thorn.");
    const desk = (await visitDesk(as("mira", later(200)), courseId))!;
    expect(desk.happenings).toMatchObject([
      { kind: "comment", person: "jonas", isUnread: true },
      { kind: "entries", person: "jonas", count: 2, number: 3, isUnread: true },
    ]);
    // To see the list is not to see the page: until then it stays new, here and in the news.
    const isNew = async (minutes: number) => {
      const again = (await visitDesk(as("mira", later(minutes)), courseId))!.happenings[0]!.isUnread;
      const news = (await findNews(as("mira", later(minutes)), courseId, null, null))!.happenings[0]!;
      expect(again).toBe(news.isUnread);
      return again;
    };
    expect(await isNew(300)).toBe(true);
    await notePageVisit(as("mira", later(310)), courseId, homeId);
    expect(await isNew(320)).toBe(false);
    expect((await visitDesk(as("jonas", later(200)), courseId))?.leftOff).toMatchObject({
      page: "Home",
      at: later(110),
    });
    expect((await visitDesk(as("mira", later(200)), courseId))?.waits).toBeNull();
    expect(await visitDesk(as("una"), courseId)).toBeNull();
  });
});
