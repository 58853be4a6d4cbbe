/**
 * Makes the demo's earlier assignment, which is over: walked, written, assessed, released and objected to,
 * all through the product's own acts.
 */
import "server-only";
import { powers } from "@/core/access/may";
import { fromMarkdown } from "@/core/document/markdown";
import { dayLength } from "@/core/time/lengths";
import { exactDecimal } from "@/core/marks/ratio";
import { readableWikis } from "@/data/assignments/read";
import { bringWikisUp } from "@/data/assignments/wikis";
import { prepareAssignment, publishAssignment } from "@/data/assignments/write";
import { saveGroupSet } from "@/data/groups/write";
import { ledgerLines } from "@/data/ledger/list";
import { acceptMarks, setMark } from "@/data/marks/give";
import { judge } from "@/data/marks/judge";
import { loadAssessment } from "@/data/marks/load";
import { keepRemark, writeNote } from "@/data/marks/notes";
import { myMarks, noteMarksSeen } from "@/data/marks/own";
import { object, writeInObjection } from "@/data/marks/objections";
import { addPin } from "@/data/marks/pins";
import { assessPlace } from "@/data/marks/place";
import { release } from "@/data/marks/release";
import { answerRound, saveRound } from "@/data/marks/rounds";
import { saveSheet } from "@/data/marks/sheets";
import { giveFeedback, myFeedback, noteSeen } from "@/data/review/feedback";
import type { Context } from "@/data/session/context";
import { assistant, instructor, student } from "../people";
import { momentOf, tell } from "../tell";
import {
  canalAnswers,
  canalLines,
  partyFeedback,
  roundQuestions,
  studentFeedback,
  surveyJudgements,
  surveySheet,
} from "./assess";
import { parties, type PartyName, surveyBrief, surveyExpected, surveyPages, surveyTitle } from "./parties";
import { surveyStories } from "./stories";

export interface Making {
  readonly setUp: Context;
  readonly courseId: string;
  readonly zone: string;
  readonly today: Date;
  /** A wall clock of the course, so many days from the day on which the demo is made. */
  readonly local: (daysFromNow: number, time: string) => string;
}

/** @throws Error if an act is refused: a story that can't happen is a slip in the story. */
function done<Done extends { readonly kind: string }>(
  what: string,
  result: Done,
): Exclude<Done, { readonly kind: "refused" }> {
  if (result.kind === "refused")
    throw new Error(`The survey's ${what} was refused: ${JSON.stringify(result)}`);
  return result as Exclude<Done, { readonly kind: "refused" }>;
}

const names = Object.keys(parties) as PartyName[];

export async function makeSurvey({ setUp: later, courseId, zone, today, local }: Making): Promise<void> {
  const at = (daysAgo: number, time: string) => momentOf({ today, zone }, { daysAgo, time });
  const setUp: Context = { ...later, viewer: instructor, now: new Date(today.getTime() - 95 * dayLength) };
  const set = done(
    "parties",
    await saveGroupSet(setUp, courseId, null, {
      title: "Field parties",
      groups: names.map((name) => ({
        id: null,
        name,
        topic: "",
        members: parties[name].map((each) => student(each).id),
      })),
      seed: null,
      signUpLimit: null,
      signUpUntil: null,
      published: true,
      movesFrom: null,
    }),
  );
  const { assignmentId } = done(
    "assignment",
    await prepareAssignment(setUp, courseId, {
      title: surveyTitle,
      brief: fromMarkdown(surveyBrief),
      opensAt: local(-91, "09:00"),
      dueAt: local(-63, "17:00"),
      closesAtDue: true,
      cutOffAt: local(-63, "17:00"),
      commentsOn: true,
      othersReadFrom: null,
      membersMay: [...powers],
      sharing: "group",
      setId: set.setId,
      expected: [...surveyExpected],
      counts: ["new text", "reworking", "comments"],
      starterPages: surveyPages.map(({ title, text }) => ({
        id: later.newId(),
        title,
        document: fromMarkdown(text),
        parentId: null,
        forEachMember: false,
      })),
    }),
  );
  done("sheet", await saveSheet(setUp, courseId, assignmentId, surveySheet, null));
  done(
    "round",
    await saveRound(setUp, courseId, assignmentId, {
      questions: roundQuestions,
      opensAt: local(-66, "09:00"),
      closesAt: local(-62, "17:00"),
      showsMean: true,
      assistantsSee: false,
    }),
  );
  done("publishing", await publishAssignment(setUp, courseId, assignmentId));
  await bringWikisUp(setUp, { courseId, assignmentId });
  const wikis = new Map(
    (await readableWikis({ ...setUp, now: at(60, "09:00") }, courseId, assignmentId)).map(({ name, id }) => [
      name as PartyName,
      id,
    ]),
  );
  for (const name of names)
    await tell({ ctx: setUp, courseId, wikiId: wikis.get(name)!, zone, today }, surveyStories[name]);
  const members = parties["Canal Basin"];
  for (const [index, said] of canalAnswers.entries()) {
    const answers = members.map((who, about) => ({
      about: student(who).id,
      levels: { did: said.did[about]!, relied: said.relied[about]! },
      line: about === index ? "" : about === (index + 1) % 4 ? canalLines[index]! : "",
    }));
    done(
      "answers",
      await answerRound(
        { ...setUp, viewer: student(members[index]!), now: at(64, `1${index}:20`) },
        courseId,
        assignmentId,
        answers,
      ),
    );
  }
  const acts: Acts = { setUp, courseId, assignmentId, at };
  for (const name of names) await assessParty(acts, name, wikis.get(name)!);
  await releaseFive(
    acts,
    names.filter((name) => name !== "Station Bridge").map((name) => wikis.get(name)!),
  );
  await opened(acts);
  await objections(acts, wikis);
}

/** Everybody has read what they were told and shown. */
async function opened({ setUp, courseId, assignmentId, at }: Acts): Promise<void> {
  for (const who of Object.values(parties).flat()) {
    const ctx: Context = { ...setUp, viewer: student(who), now: at(54, "19:00") };
    await noteSeen(ctx, courseId, await myFeedback(ctx, courseId, assignmentId));
    await noteMarksSeen(ctx, courseId, await myMarks(ctx, courseId, assignmentId));
  }
}

interface Acts {
  readonly setUp: Context;
  readonly courseId: string;
  readonly assignmentId: string;
  readonly at: (daysAgo: number, time: string) => Date;
}

async function assessParty(
  { setUp, courseId, assignmentId, at }: Acts,
  name: PartyName,
  wikiId: string,
): Promise<void> {
  const ines: Context = { ...setUp, now: at(60, "10:00") };
  const [place, seen, measured, apart, language] = surveyJudgements[name];
  const by = name === "Station Bridge" || name === "Upper Meadow" ? { ...ines, viewer: assistant } : ines;
  for (const [criterion, level, points] of [
    ["place", place, null],
    ["seen", seen, null],
    ["measured", measured, null],
    ["apart", apart, null],
    ["language", null, language],
  ] as const) {
    done(
      `judgement of ${name}`,
      await judge(by, courseId, wikiId, { personId: null, criterion, version: 1, level, points, seen: null }),
    );
  }
  done(
    "feedback",
    await giveFeedback(ines, courseId, assignmentId, { wikiId, personId: null }, partyFeedback[name], ""),
  );
  for (const who of parties[name]) {
    const { id } = student(who);
    await pinTwo({ ...ines, now: at(59, "11:00") }, courseId, wikiId, id);
    for (const line of studentFeedback[who]!)
      done(
        "feedback",
        await giveFeedback(
          { ...ines, now: at(59, "14:00") },
          courseId,
          assignmentId,
          { wikiId, personId: id },
          line,
          "",
        ),
      );
  }
  await giveMarks({ ...ines, now: at(58, "09:30") }, courseId, assignmentId, name, wikiId);
}

/** What each did first, and how much of theirs stands; of who did nothing both figures. */
async function pinTwo(ctx: Context, courseId: string, wikiId: string, personId: string): Promise<void> {
  const own = (
    await ledgerLines(ctx, courseId, { kind: "wiki", id: wikiId }, { person: personId })
  )?.lines.at(-1);
  const first = own ? { pageId: own.pageId, number: own.number } : null;
  const pin = (thing: Parameters<typeof addPin>[3]["thing"], criteria: string[], note: string) =>
    addPin(ctx, courseId, wikiId, { personId, criteria, thing, note, shown: true });
  done(
    "pin",
    await pin(
      { kind: "figure", personId, figure: "standing", atCutOff: true },
      [],
      first ? "" : "Nothing of theirs in three weeks",
    ),
  );
  done(
    "pin",
    first
      ? await pin({ kind: "entry", ...first }, ["seen"], "Their first entry")
      : await pin({ kind: "figure", personId, figure: "entries", atCutOff: true }, [], ""),
  );
}

async function giveMarks(
  ctx: Context,
  courseId: string,
  assignmentId: string,
  name: PartyName,
  wikiId: string,
): Promise<void> {
  const all = await loadAssessment(ctx, (await assessPlace(ctx, courseId, assignmentId))!, wikiId);
  const proposed = all.groups[0]!.members.map(({ member, proposal }) => ({
    personId: member.id,
    computed: exactDecimal(proposal.mark!)!,
  }));
  const omar = student("Omar Benhadi").id;
  done(
    `marks of ${name}`,
    await acceptMarks(
      ctx,
      courseId,
      wikiId,
      proposed.filter(({ personId }) => personId !== omar),
    ),
  );
  if (name !== "Mill Green") return;
  done(
    "note",
    await writeNote(
      ctx,
      courseId,
      wikiId,
      { personId: omar, criterion: null },
      "200 words at 23:40 on the last evening, nothing before. Asked him on the corridor: written at home “over the week”, no drafts.",
    ),
  );
  done(
    "override",
    await setMark({ ...ctx, now: new Date(ctx.now.getTime() + 60_000) }, courseId, wikiId, {
      personId: omar,
      value: "58",
      reason:
        "The text arrived whole on the last evening, and neither drafts nor sources could be shown. It counts as half.",
    }),
  );
}

async function releaseFive(
  { setUp, courseId, assignmentId, at }: Acts,
  wikis: readonly string[],
): Promise<void> {
  const ines: Context = { ...setUp, now: at(55, "12:00") };
  done(
    "release",
    await release(
      ines,
      courseId,
      assignmentId,
      { wikis: [...wikis], plannedFor: null, mails: false, withoutWorking: [] },
      "",
    ),
  );
  for (const [criterion, body] of [
    [
      "Measurement",
      "Measure the same things in the same way on both walks, and say how sure each figure is.",
    ],
    ["Observation", "A reader should be able to recognise the place from this sentence."],
    ["", "Keep your drafts in the wiki, so that others can take part in them."],
  ] as const) {
    done("remark", await keepRemark(ines, courseId, criterion, body));
  }
}

/** One that was answered, and one that waits. */
async function objections(
  { setUp, courseId, assignmentId, at }: Acts,
  wikis: ReadonlyMap<PartyName, string>,
): Promise<void> {
  const as = (who: string, daysAgo: number, time: string): Context => ({
    ...setUp,
    viewer: student(who),
    now: at(daysAgo, time),
  });
  const answered = done(
    "objection",
    await object(
      as("Callum Wray", 53, "18:10"),
      courseId,
      assignmentId,
      {
        wikiId: wikis.get("Ford Street")!,
        about: { kind: "criterion", criterion: "place" },
        body: "The first page says that we began at the white post under the new bridge. Is that not a place that can be found again?",
      },
      "",
    ),
  );
  const links = { student: "", staff: "" };
  done(
    "answer",
    await writeInObjection(
      { ...setUp, now: at(52, "09:20") },
      courseId,
      answered.id,
      {
        body: "It is, and the allotments are the other end. What I could not find are the heaps and the ten stones, and they are what your finding rests on. The level stays.",
        outcome: "mark stays",
      },
      links,
    ),
  );
  done(
    "objection",
    await object(
      as("Omar Benhadi", 3, "21:45"),
      courseId,
      assignmentId,
      {
        wikiId: wikis.get("Mill Green")!,
        about: { kind: "figure", figure: "largestArrival" },
        body: "I found the paper on which I wrote the history, with dates on three of its pages. Can I bring it to you?",
      },
      "",
    ),
  );
}
