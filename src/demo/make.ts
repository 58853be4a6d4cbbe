/**
 * Makes the demo course in an empty database: people, groups, an assignment with five weeks of work in it,
 * and an earlier one that is over.
 */
import "server-only";
import { powers } from "@/core/access/may";
import { fromMarkdown } from "@/core/document/markdown";
import { wallClockAt } from "@/core/time/zone";
import { dayLength } from "@/core/time/lengths";
import { setAccess } from "@/data/access/write";
import { createAccounts } from "@/data/accounts/write";
import { readableWikis } from "@/data/assignments/read";
import { bringWikisUp } from "@/data/assignments/wikis";
import { prepareAssignment, publishAssignment } from "@/data/assignments/write";
import { isCourse } from "@/data/courses/read";
import { insertCourse, letMakeCourses } from "@/data/courses/write";
import { saveGroupSet } from "@/data/groups/write";
import type { Database } from "@/data/db/client";
import { askCodeOf } from "@/data/people/read";
import { askForPlace, setAsking } from "@/data/people/requests";
import { hashPassword } from "@/data/session/auth";
import type { Context } from "@/data/session/context";
import {
  demoGroups,
  demoPassword,
  everybody,
  instructor,
  riverNames,
  student,
  type RiverName,
} from "./people";
import { alderBrook } from "./rivers/alder-brook";
import { hollinBurn } from "./rivers/hollin-burn";
import { kestrelWater } from "./rivers/kestrel-water";
import { millrace } from "./rivers/millrace";
import { saltmere } from "./rivers/saltmere";
import { thornbeck } from "./rivers/thornbeck";
import { makeSurvey } from "./survey/make";
import { assignmentTitle, brief, expected, starterPages } from "./starter";
import type { Deed } from "./story";
import { momentOf, tell } from "./tell";

const stories: Record<RiverName, readonly Deed[]> = {
  "Alder Brook": alderBrook,
  "Kestrel Water": kestrelWater,
  Millrace: millrace,
  Thornbeck: thornbeck,
  Saltmere: saltmere,
  "Hollin Burn": hollinBurn,
};

export const demoCourseId = "urbanrivers";
export const demoZone = "Europe/Dublin";

/** Whether the demo course is there already. */
export async function hasDemo(db: Database): Promise<boolean> {
  return isCourse(db, demoCourseId);
}

/** The demo course, the same for the same day. `newId` names what is made. Takes a few seconds. */
export async function makeDemo(db: Database, today: Date, newId: () => string): Promise<void> {
  const start = new Date(today.getTime() - 98 * dayLength);
  const local = (daysFromNow: number, time: string) =>
    `${wallClockAt(new Date(today.getTime() + daysFromNow * dayLength), demoZone).slice(0, 10)}T${time}`;
  const passwordHash = await hashPassword(demoPassword);
  await createAccounts(
    db,
    everybody.map((person) => ({ ...person, passwordHash })),
    start,
  );
  await insertCourse(
    db,
    {
      id: demoCourseId,
      title: "Urban rivers",
      term: "This term",
      timeZone: demoZone,
      language: "english",
      startsOn: local(-98, "").slice(0, 10),
      endsOn: local(42, "").slice(0, 10),
    },
    everybody,
    start,
  );

  const setUp: Context = { db, viewer: instructor, now: new Date(today.getTime() - 36 * dayLength), newId };
  await letMakeCourses(db, instructor.email);
  const set = await saveGroupSet(setUp, demoCourseId, null, {
    title: "Rivers",
    groups: riverNames.map((name) => ({
      id: null,
      name,
      topic: "",
      members: demoGroups[name].map((each) => student(each).id),
    })),
    seed: null,
    signUpLimit: null,
    signUpUntil: null,
    published: true,
    movesFrom: null,
  });
  if (set.kind !== "saved") throw new Error(`The demo's groups were refused: ${JSON.stringify(set.problem)}`);
  await setAsking(setUp, demoCourseId, true);
  const askCode = (await askCodeOf(setUp, demoCourseId))!;
  await askForPlace({ db, now: new Date(today.getTime() - dayLength), newId }, askCode, {
    name: "Orla Tressider",
    address: "orla.tressider@urban-rivers.example",
    message: "I was ill in the first weeks. May I still join? I know Hollin Burn well.",
  });
  const prepared = await prepareAssignment(setUp, demoCourseId, {
    title: assignmentTitle,
    brief: fromMarkdown(brief),
    opensAt: local(-35, "09:00"),
    dueAt: local(9, "17:00"),
    closesAtDue: true,
    cutOffAt: null,
    commentsOn: true,
    othersReadFrom: null,
    membersMay: [...powers],
    sharing: "group",
    setId: set.setId,
    expected: [...expected],
    counts: ["new text", "reworking", "correcting", "comments"],
    starterPages: starterPages.map(({ title, text }) => ({
      id: newId(),
      title,
      document: fromMarkdown(text),
      parentId: null,
      forEachMember: false,
    })),
  });
  if (prepared.kind !== "saved")
    throw new Error(`The demo's assignment was refused: ${JSON.stringify(prepared.problem)}`);
  const { assignmentId } = prepared;
  const published = await publishAssignment(setUp, demoCourseId, assignmentId);
  if (published.kind !== "saved")
    throw new Error(`The demo's assignment was not published: ${JSON.stringify(published.problem)}`);
  await bringWikisUp(setUp, { courseId: demoCourseId, assignmentId });
  const wikis = await readableWikis(setUp, demoCourseId, assignmentId);
  for (const wiki of wikis) {
    await tell(
      { ctx: setUp, courseId: demoCourseId, wikiId: wiki.id, zone: demoZone, today },
      stories[wiki.name as RiverName],
    );
  }
  await makeSurvey({ setUp, courseId: demoCourseId, zone: demoZone, today, local });
  await closeForAWhile(setUp, assignmentId, wikis.find(({ name }) => name === closedRiver)!.id, today);
}

/** For two days this wiki was read in class, and nobody wrote in it. */
const closedRiver: RiverName = "Saltmere";

async function closeForAWhile(
  setUp: Context,
  assignmentId: string,
  wikiId: string,
  today: Date,
): Promise<void> {
  for (const { level, ...when } of [
    { level: "read", daysAgo: 12, time: "08:30" },
    { level: null, daysAgo: 10, time: "17:45" },
  ] as const) {
    const ctx = { ...setUp, now: momentOf({ today, zone: demoZone }, when) };
    const changed = await setAccess(
      ctx,
      demoCourseId,
      assignmentId,
      [{ scope: "wiki", place: wikiId, who: { kind: "group" } }],
      { level, from: null, until: null, weekly: null },
    );
    if (changed.kind !== "changed")
      throw new Error(`${closedRiver} could not be closed: ${JSON.stringify(changed)}`);
  }
}
