/**
 * A walk through every route and every server action of the built application, as those who may not: signed
 * out, from another course (a student who left this one, and somebody who runs that one), of another group,
 * an assistant of other groups, a guest after the room has closed, a member where only instructors may, and
 * an instructor who looks as a student; under this course's address and under another's; and once more when
 * the course has been archived. What the build has and this walk does not know makes it fail, so that nothing
 * new goes unguarded.
 */
import { expect, test, type APIRequestContext } from "@playwright/test";
import {
  addressOf,
  base,
  call,
  fingerprints,
  nobody,
  Parcel,
  personOf,
  routes,
  serverActions,
  sql,
} from "./walking";

// The two share a connection to the walk's own database.
test.describe.configure({ mode: "serial" });

const course = "urbanrivers";
/** Stands on the page that is asked for, and nowhere else. */
const secret = "Zwischenwasser";

interface Places {
  readonly [name: string]: string;
}

type Walker =
  | "nobody"
  | "stranger"
  | "runs another"
  | "guest"
  | "other group"
  | "other assistant"
  | "looking"
  | "member"
  | "instructor";
type Allowed =
  | "anyone"
  | "those who run one"
  | "themselves"
  | "who may make courses"
  | "guests"
  | "staff"
  | "signed in"
  | "on course"
  | "readers"
  | "instructors"
  | "students"
  | "students of the wiki"
  | "no one";

const everyone: readonly Walker[] = [
  "nobody",
  "stranger",
  "runs another",
  "guest",
  "other group",
  "other assistant",
  "looking",
  "member",
  "instructor",
];
const allowedTo: Record<Allowed, readonly Walker[]> = {
  // A guest whose room has closed is told so, and sees nothing of its pages.
  anyone: everyone,
  guests: ["guest"],
  staff: ["other assistant", "instructor"],
  "signed in": [
    "stranger",
    "runs another",
    "other group",
    "other assistant",
    "looking",
    "member",
    "instructor",
  ], // Who looks as another does so below the course's address, and is themselves elsewhere.
  themselves: [
    "stranger",
    "runs another",
    "other group",
    "other assistant",
    "looking",
    "member",
    "instructor",
  ],
  "who may make courses": ["looking", "instructor"],
  "those who run one": ["runs another", "looking", "instructor"],
  "on course": ["other group", "other assistant", "looking", "member", "instructor"],
  readers: ["looking", "member", "instructor"],
  instructors: ["instructor"],
  students: ["other group", "looking", "member"],
  "students of the wiki": ["looking", "member"],
  "no one": [],
};

/** Who may open each route, with the places of what is asked for. */
const routesFor: Record<string, Allowed> = {
  "/": "anyone",
  "/api/auth/[...all]": "no one",
  "/api/health": "anyone",
  "/api/ready": "anyone",
  "/sign-in/forgotten": "anyone",
  "/password/[token]": "anyone",
  "/account": "themselves",
  "/account/address/[token]": "anyone",
  "/icon.svg": "anyone",
  "/sign-in": "anyone",
  "/measures": "anyone",
  "/room": "anyone",
  "/room/[code]": "anyone",
  "/room/in": "anyone",
  "/room/in/[page]": "guests",
  "/room/in/[page]/write": "guests",
  "/open/[token]": "no one",
  "/open/[token]/[page]": "no one",
  "/invitation/[token]": "anyone",
  "/ask/[code]": "no one",
  "/courses": "signed in",
  "/courses/new": "who may make courses",
  "/mail": "those who run one",
  "/courses/[course]": "on course",
  "/courses/[course]/assignments/[assignment]": "on course",
  "/courses/[course]/assignments/new": "instructors",
  "/courses/[course]/assignments/[assignment]/set-up": "instructors",
  "/courses/[course]/assignments/[assignment]/copy": "instructors",
  "/courses/[course]/assignments/[assignment]/access": "instructors",
  "/courses/[course]/assignments/[assignment]/guests": "instructors",
  "/courses/[course]/assignments/[assignment]/guests/room": "instructors",
  "/courses/[course]/assignments/[assignment]/review": "staff",
  "/courses/[course]/assignments/[assignment]/review/[wiki]": "instructors",
  "/courses/[course]/assignments/[assignment]/review/figures": "staff",
  "/courses/[course]/assignments/[assignment]/review/[wiki]/[person]": "instructors",
  "/courses/[course]/assignments/[assignment]/statement": "students",
  "/courses/[course]/assignments/[assignment]/review/thresholds": "instructors",
  "/courses/[course]/assignments/[assignment]/statement/[wiki]/[person]": "readers",
  "/courses/[course]/assignments/[assignment]/criteria": "on course",
  "/courses/[course]/assignments/[assignment]/criteria/file": "on course",
  "/courses/[course]/assignments/[assignment]/assess/[wiki]": "instructors",
  "/courses/[course]/assignments/[assignment]/marks": "staff",
  "/courses/[course]/assignments/[assignment]/marks/release": "instructors",
  "/courses/[course]/assignments/[assignment]/marks/log": "instructors",
  "/courses/[course]/assignments/[assignment]/marks/assessors": "instructors",
  "/courses/[course]/assignments/[assignment]/marks/file": "instructors",
  "/courses/[course]/assignments/[assignment]/marks/document/[wiki]/[person]": "instructors",
  "/courses/[course]/assignments/[assignment]/marks/documents": "instructors",
  "/courses/[course]/assignments/[assignment]/marks/documents/[archive]": "instructors",
  "/courses/[course]/assignments/[assignment]/mark": "students of the wiki",
  "/courses/[course]/assignments/[assignment]/teammates": "students",
  "/courses/[course]/groups": "on course",
  "/courses/[course]/groups/new": "instructors",
  "/courses/[course]/groups/[set]": "instructors",
  "/courses/[course]/people": "instructors",
  "/courses/[course]/people/list": "instructors",
  "/courses/[course]/people/file": "instructors",
  "/courses/[course]/settings": "instructors",
  "/courses/[course]/rooms/[room]": "instructors",
  "/courses/[course]/pages/[page]": "readers",
  "/courses/[course]/pages/[page]/write": "readers",
  "/courses/[course]/news": "on course",
  "/courses/[course]/search": "on course",
  "/courses/[course]/search/suggest": "on course",
  "/courses/[course]/assignments/[assignment]/alike": "staff",
  "/feeds/[token]": "no one",
  "/courses/[course]/pages/[page]/live": "readers",
  "/courses/[course]/wikis/[wiki]/ledger": "readers",
  "/courses/[course]/pages/[page]/ledger/[number]/restore": "readers",
  "/courses/[course]/pages/[page]/ledger": "readers",
  "/courses/[course]/pages/[page]/ledger/[number]": "readers",
  "/courses/[course]/pages/[page]/compare": "readers",
  "/courses/[course]/pages/[page]/who": "readers",
  "/courses/[course]/files/[file]": "readers",
  "/courses/[course]/wikis/[wiki]/files": "readers",
  "/room/in/files/[file]": "no one",
  "/open/[token]/files/[file]": "no one",
  "/courses/[course]/wikis/[wiki]": "readers",
  "/courses/[course]/wikis/[wiki]/kept": "readers",
  "/courses/[course]/wikis/[wiki]/kept/[page]": "readers",
  "/courses/[course]/wikis/[wiki]/kept/contents": "readers",
  "/courses/[course]/wikis/[wiki]/contents": "readers",
  "/courses/[course]/wikis/[wiki]/start": "readers",
  "/courses/[course]/wikis/[wiki]/start/several": "readers",
};

/** Routes to which files are sent. */
const uploadsFor: Record<string, Allowed> = {
  "/courses/[course]/upload": "instructors",
  "/courses/[course]/wikis/[wiki]/upload": "readers",
};

interface Act {
  readonly for: Allowed;
  readonly args: (at: Places) => readonly unknown[];
  /**
   * Whether those who may are seen to change something by the same words: without this, a slip in them would
   * look like a refusal.
   */
  readonly proves?: boolean;
}

const document = JSON.stringify({
  type: "doc",
  content: [{ type: "paragraph", content: [{ type: "text", text: "Walked over." }] }],
});
const save = (base: number) => ({ title: "Walked", base, document, note: "" });
const json = JSON.stringify;
const assignmentOf = () =>
  new Parcel({
    title: "Walked",
    brief: { type: "doc", content: [{ type: "paragraph" }] },
    opensAt: "2026-01-01T09:00",
    dueAt: "2026-12-01T09:00",
    closesAtDue: true,
    cutOffAt: null,
    commentsOn: true,
    othersReadFrom: null,
    membersMay: [],
    sharing: "class",
    setId: null,
    expected: [],
    starterPages: [
      {
        id: "walkedpage",
        title: "Home",
        document: { type: "doc", content: [{ type: "paragraph" }] },
        parentId: null,
        forEachMember: false,
      },
    ],
  });
const hidden = (at: Places) =>
  new Parcel({
    cells: [{ scope: "page", place: at.page, who: { kind: "group" } }],
    setting: { level: "hidden", from: null, until: null, weekly: null },
  });
const list = () =>
  new Parcel({
    table: {
      headings: ["Name", "Address"],
      rows: [["Walker Lane", "walker.lane@urban-rivers.example"]],
      lines: [2],
    },
    kinds: ["name", "address"],
    groups: null,
  });
const guests = "courses/[course]/assignments/[assignment]/guests/actions";
const ownWords = "courses/[course]/assignments/[assignment]/_parts/own-word-actions";
const review = "courses/[course]/assignments/[assignment]/review/actions";
const access = "courses/[course]/assignments/[assignment]/access/actions";
const room = "courses/[course]/rooms/[room]/actions";
const people = "courses/[course]/people/actions";
const writing = "courses/[course]/_parts/writing-actions";
const criteria = "courses/[course]/assignments/[assignment]/criteria/actions";
const assess = "courses/[course]/assignments/[assignment]/assess/[wiki]/actions";
const marks = "courses/[course]/assignments/[assignment]/marks/actions";
const criteriaSheet = (weight: string) =>
  new Parcel({
    outOf: "100",
    rounding: "1",
    labels: [],
    criteria: [
      {
        id: "walked",
        title: "Walked",
        description: "",
        of: "group",
        weight,
        judging: { by: "points", most: "10" },
      },
    ],
    students: { how: "as the group" },
  });
const round = (closesAt: string) =>
  new Parcel({
    questions: [{ id: "did", text: "Walked?", levels: ["No", "Yes"] }],
    opensAt: "2026-01-01T09:00",
    closesAt,
    showsMean: false,
    assistantsSee: false,
  });
const contents = "courses/[course]/wikis/[wiki]/contents/actions";

/** In the order in which those who may do it all in turn. */
const acts: Record<string, Act> = {
  "room/actions#findRoomByCode": { for: "no one", args: (at) => [at.code] },
  "room/actions#enterAs": { for: "no one", args: (at) => [at.code, at.otherName] },
  "room/in/[page]/write/actions#saveInRoom": { for: "no one", args: (at) => [at.page, new Parcel(save(1))] },
  "ask/[code]/actions#ask": {
    for: "no one",
    args: () => ["nosuchcode", json({ name: "Walker", address: "w@rivers.example", message: "" })],
  },
  "sign-in/actions#askForLink": { for: "no one", args: () => ["nobody.there@rivers.example"] },
  "password/[token]/actions#choose": { for: "no one", args: () => ["nosuchtoken", "long enough for it"] },
  "account/actions#confirm": { for: "no one", args: () => ["nosuchtoken"] },
  "account/actions#savePassword": { for: "no one", args: () => ["not the password", "long enough for it"] },
  "account/actions#saveAddress": {
    for: "no one",
    args: () => ["not the password", "walker.elsewhere@rivers.example"],
  },
  "account/actions#signOutThere": { for: "no one", args: () => ["nosuchsession"] },
  "_parts/siblings#siblings": {
    for: "no one",
    args: (at) => [{ of: "wiki", courseId: course, assignmentId: at.assignment, here: at.wiki }],
  },
  "invitation/[token]/actions#accept": { for: "no one", args: () => ["nosuchtoken", "long enough for it"] },
  "courses/[course]/pages/[page]/write/actions#saveText": {
    for: "readers",
    args: (at) => [course, at.page, new Parcel(save(Number(at.entries)))],
    proves: true,
  },
  "courses/[course]/wikis/[wiki]/start/actions#startText": {
    for: "readers",
    args: (at) => [course, at.wiki, null, { below: null, linkFrom: null }, new Parcel(save(0))],
    proves: true,
  },
  "courses/[course]/news/actions#readAll": { for: "on course", args: () => [course, null] },
  "courses/[course]/news/actions#mute": {
    for: "readers",
    args: (at) => [course, "page", at.page, true],
    proves: true,
  },
  "courses/[course]/news/actions#chooseMail": {
    for: "on course",
    args: () => [course, "daily"],
    proves: true,
  },
  "courses/[course]/news/actions#renewFeed": { for: "on course", args: () => [course, true], proves: true },
  "courses/[course]/_parts/ledger-actions#earlierLines": {
    for: "readers",
    args: (at) => [course, "page", at.page, {}, 1000],
  },
  "courses/[course]/_parts/ledger-actions#checkWiki": { for: "readers", args: (at) => [course, at.wiki] },
  "courses/[course]/assignments/[assignment]/_parts/feedback-actions#tellThem": {
    for: "instructors",
    args: (at) => [course, at.assignment, at.wiki, "miraokonjo", "Walked well."],
    proves: true,
  },
  "courses/[course]/assignments/[assignment]/_parts/feedback-actions#changeWords": {
    for: "instructors",
    args: (at) => [course, at.feedback, "Walked better."],
    proves: true,
  },
  "courses/[course]/assignments/[assignment]/_parts/feedback-actions#withdrawWords": {
    for: "instructors",
    args: (at) => [course, at.feedback, true],
    proves: true,
  },
  "courses/[course]/pages/[page]/actions#commentOn": {
    for: "readers",
    args: (at) => [course, at.page, 1, null, "Walked by."],
    proves: true,
  },
  "courses/[course]/pages/[page]/actions#markAsDiscussion": {
    for: "instructors",
    args: (at) => [course, at.page, 1, { quote: "Walked over", near: 0 }],
    proves: true,
  },
  "courses/[course]/pages/[page]/actions#countAsText": {
    for: "instructors",
    args: (at) => [course, at.discussion],
    proves: true,
  },
  "courses/[course]/pages/[page]/actions#answer": {
    for: "readers",
    args: (at) => [course, at.page, at.comment, "Answered in passing."],
    proves: true,
  },
  "courses/[course]/pages/[page]/actions#restore": {
    for: "readers",
    args: (at) => [course, at.page, 1, Number(at.entries) + 1, null],
    proves: true,
  },
  "courses/[course]/pages/[page]/actions#takenUp": {
    for: "readers",
    args: (at) => [course, at.page, at.ownComment, Number(at.entries) + 1],
    proves: true,
  },
  "courses/[course]/pages/[page]/actions#dropLeftDraft": {
    for: "anyone",
    args: (at) => [{ courseId: course, pageId: at.page }],
  },
  "courses/[course]/pages/[page]/actions#settle": {
    for: "readers",
    args: (at) => [course, at.comment, true],
    proves: true,
  },
  "courses/[course]/pages/[page]/actions#editRemark": {
    for: "readers",
    args: (at) => [course, at.ownComment, "Walked otherwise."],
    proves: true,
  },
  "courses/[course]/pages/[page]/actions#withdrawRemark": {
    for: "readers",
    args: (at) => [course, at.ownComment, true],
    proves: true,
  },
  [`${writing}#keepText`]: {
    for: "readers",
    args: (at) => [
      { courseId: course, pageId: at.page },
      new Parcel({
        base: 1,
        title: "",
        note: "",
        at: "2026-01-01T00:00:00Z",
        document: JSON.parse(document) as unknown,
      }),
    ],
    proves: true,
  },
  "courses/[course]/pages/[page]/actions#keepRemarkDraft": {
    for: "readers",
    args: (at) => [
      course,
      at.page,
      new Parcel({
        place: "page",
        body: "Walked by, and not sent.",
        about: null,
        at: new Date().toISOString(),
        session: "walkedby0001",
        step: 1,
      }),
    ],
    proves: true,
  },
  "courses/[course]/pages/[page]/actions#dropRemarkDraft": {
    for: "anyone",
    args: (at) => [course, at.page, "page", { session: "walkedby0001", step: 2 }],
  },
  [`${writing}#dropText`]: { for: "anyone", args: (at) => [{ courseId: course, pageId: at.page }] },
  [`${writing}#headingsOfPage`]: { for: "readers", args: (at) => [course, at.page] },
  [`${writing}#describe`]: {
    for: "readers",
    args: (at) => [course, at.wiki, at.file, { name: "walked.txt", source: "Somebody", licence: "" }],
    proves: true,
  },
  [`${contents}#copy`]: { for: "readers", args: (at) => [course, at.page, "Walked copy"], proves: true },
  [`${contents}#rename`]: { for: "readers", args: (at) => [course, at.page, "Walked on"], proves: true },
  [`${contents}#arrange`]: {
    for: "readers",
    args: (at) => [course, at.page, at.otherPage, null],
    proves: true,
  },
  [`${contents}#order`]: { for: "readers", args: (at) => [course, at.wiki, null], proves: true },
  [`${contents}#remove`]: { for: "readers", args: (at) => [course, at.page], proves: true },
  [`${contents}#bringBack`]: { for: "readers", args: (at) => [course, at.page], proves: true },
  [`${contents}#putHeading`]: {
    for: "readers",
    args: (at) => [course, at.otherPage, "Walked"],
    proves: true,
  },
  [`${contents}#tag`]: { for: "readers", args: (at) => [course, at.page, ["walked"]], proves: true },
  "courses/[course]/wikis/[wiki]/start/several/actions#startAll": {
    for: "readers",
    args: (at) => [
      course,
      at.wiki,
      json({ titles: ["Walked one", "Walked two"], forMembers: "no", templateId: null, below: null }),
    ],
    proves: true,
  },
  "courses/[course]/pages/[page]/actions#answerTogether": {
    for: "readers",
    args: (at) => [course, at.page, 1, true],
    proves: true,
  },
  [`${contents}#makeHome`]: { for: "instructors", args: (at) => [course, at.page], proves: true },
  [`${access}#preview`]: { for: "instructors", args: (at) => [course, at.assignment, hidden(at)] },
  [`${access}#set`]: { for: "instructors", args: (at) => [course, at.assignment, hidden(at)], proves: true },
  [`${access}#undo`]: { for: "instructors", args: (at) => [course, at.change], proves: true },
  [`${access}#setPowers`]: {
    for: "instructors",
    args: (at) => [course, at.assignment, ["start"]],
    proves: true,
  },
  [`${access}#setPowersHere`]: {
    for: "instructors",
    args: (at) => [
      course,
      at.assignment,
      new Parcel({
        cells: [{ scope: "page", place: at.page, who: { kind: "group" } }],
        powers: { upload: false },
      }),
    ],
    proves: true,
  },
  [`${access}#give`]: {
    for: "instructors",
    args: (at) => [
      course,
      at.assignment,
      { to: [{ wikiId: at.wiki, personId: null }], until: "2027-02-01T09:00" },
    ],
    proves: true,
  },
  [`${ownWords}#say`]: {
    for: "students of the wiki",
    args: (at) => [course, at.wiki, "objection", "Walked."],
    proves: true,
  },
  [`${ownWords}#answerWord`]: {
    for: "instructors",
    args: (at) => [course, at.ownWord, "Walked on."],
    proves: true,
  },
  [`${ownWords}#takeBack`]: { for: "students of the wiki", args: (at) => [course, at.ownWord], proves: true },
  [`${review}#mark`]: {
    for: "instructors",
    args: (at) => [course, at.wiki, "miraokonjo", true],
    proves: true,
  },
  [`${review}#setFrom`]: {
    for: "instructors",
    args: (at) => [
      course,
      at.assignment,
      {
        lastDayPart: 0.5,
        shareOfOne: 0.5,
        arrivalPart: 0.5,
        oneGoPart: 0.5,
        oneGoWords: 100,
        repeatedWords: 20,
        arrivalWords: 100,
        removedWords: 50,
        backAndForthWords: 20,
        entriesOnOwnPages: 3,
      },
    ],
    proves: true,
  },
  [`${review}#actOn`]: {
    for: "instructors",
    args: (at) => [course, at.wiki, "nothing done|miraokonjo", "Walked"],
  },
  [`${guests}#open`]: {
    for: "instructors",
    args: (at) => [
      course,
      at.assignment,
      json({ title: "Walk", pages: [at.page], minutes: 30, names: { kind: "list", names: ["Ada"] } }),
    ],
    proves: true,
  },
  [`${guests}#makeReaderLink`]: {
    for: "instructors",
    args: (at) => [
      course,
      at.assignment,
      json({ wikiId: at.wiki, pageId: null, names: "full", isListed: false, until: "" }),
    ],
    proves: true,
  },
  [`${guests}#endReaderLink`]: { for: "instructors", args: (at) => [course, at.link], proves: true },
  [`${room}#takeBack`]: { for: "instructors", args: (at) => [course, at.given], proves: true },
  [`${room}#give`]: {
    for: "instructors",
    args: (at) => [course, at.room, { nameId: at.name }, "miraokonjo"],
    proves: true,
  },
  [`${room}#letNameGo`]: { for: "instructors", args: (at) => [course, at.room, at.name], proves: true },
  [`${room}#prolong`]: { for: "instructors", args: (at) => [course, at.room, 10], proves: true },
  [`${room}#end`]: { for: "instructors", args: (at) => [course, at.room], proves: true },
  [`${people}#savePerson`]: {
    for: "instructors",
    args: () => [
      course,
      null,
      json({
        name: "Walker",
        address: "walker@urban-rivers.example",
        role: "student",
        section: "",
        number: "",
        onlyGivenGroups: false,
        groups: [],
      }),
    ],
    proves: true,
  },
  [`${people}#invite`]: { for: "instructors", args: (at) => [course, [at.invited]], proves: true },
  [`${people}#sendLinks`]: { for: "instructors", args: () => [course, ["miraokonjo"]], proves: true },
  [`${people}#leave`]: { for: "instructors", args: () => [course, ["jonasfeld"], true], proves: true },
  [`${people}#merge`]: {
    for: "instructors",
    args: () => [course, "priyanandakumar", "miraokonjo"],
    proves: true,
  },
  [`${people}#unmerge`]: { for: "instructors", args: () => [course, "priyanandakumar"], proves: true },
  [`${people}#decide`]: {
    for: "instructors",
    args: (at) => [course, [at.request], "declined"],
    proves: true,
  },
  [`${people}#switchAsking`]: { for: "instructors", args: () => [course, true], proves: true },
  "courses/[course]/people/list/actions#plan": { for: "instructors", args: () => [course, list()] },
  "courses/[course]/people/list/actions#read": {
    for: "instructors",
    args: () => [
      course,
      list(),
      { expected: { new: 1, changed: 0, faulty: 0 }, leaveOutFaulty: true, invites: false },
    ],
    proves: true,
  },
  "courses/[course]/groups/actions#saveSet": {
    for: "instructors",
    args: () => [
      course,
      null,
      json({
        title: "Walked",
        groups: [],
        seed: null,
        signUpLimit: null,
        signUpUntil: null,
        published: false,
        movesFrom: null,
      }),
      null,
    ],
    proves: true,
  },
  "courses/[course]/groups/actions#removeSet": {
    for: "instructors",
    args: (at) => [course, at.emptySet],
    proves: true,
  },
  "courses/[course]/groups/actions#takePlace": { for: "no one", args: (at) => [course, at.set, at.group] },
  "courses/[course]/assignments/actions#saveAssignment": {
    for: "instructors",
    args: () => [course, null, assignmentOf(), null, "stay", false],
    proves: true,
  },
  "courses/[course]/assignments/actions#copyTo": {
    for: "instructors",
    args: (at) => [
      course,
      at.assignment,
      { title: "Walked copy", toCourse: course, opensOn: "2026-01-05", withGroups: false },
    ],
    proves: true,
  },
  "courses/[course]/_parts/criteria-actions#readCriteria": {
    for: "on course",
    args: (at) => [course, at.assignment],
  },
  [`${criteria}#plan`]: { for: "instructors", args: (at) => [course, at.assignment, criteriaSheet("2")] },
  [`${criteria}#store`]: {
    for: "instructors",
    args: (at) => [course, at.assignment, 1, criteriaSheet("2")],
    proves: true,
  },
  [`${criteria}#storeRound`]: {
    for: "instructors",
    args: (at) => [course, at.assignment, round("2039-02-01T09:00")],
    proves: true,
  },
  [`${criteria}#remind`]: { for: "instructors", args: (at) => [course, at.assignment], proves: true },
  "courses/[course]/assignments/[assignment]/teammates/actions#answer": {
    for: "students of the wiki",
    args: (at) => [course, at.assignment, json([{ about: "miraokonjo", levels: { did: 1 }, line: "" }])],
    proves: true,
  },
  [`${assess}#readAccount`]: { for: "instructors", args: (at) => [course, at.wiki] },
  [`${assess}#beat`]: { for: "instructors", args: (at) => [course, at.wiki] },
  [`${assess}#finish`]: { for: "no one", args: (at) => [course, at.wiki] },
  [`${assess}#judgeCriterion`]: {
    for: "instructors",
    args: (at) => [
      course,
      at.wiki,
      {
        personId: null,
        criterion: "walked",
        version: 1,
        level: null,
        points: "9",
        seen: null,
        replaces: true,
      },
    ],
    proves: true,
  },
  [`${assess}#accept`]: {
    for: "instructors",
    args: (at) => [course, at.wiki, [{ personId: "callumwray", computed: "90" }]],
    proves: true,
  },
  [`${assess}#set`]: {
    for: "instructors",
    args: (at) => [course, at.wiki, "miraokonjo", "70", "Walked"],
    proves: true,
  },
  [`${marks}#releaseMarks`]: {
    for: "instructors",
    args: (at) => [
      course,
      at.assignment,
      { wikis: [at.wiki], plannedFor: "", mails: true, withoutWorking: [] },
    ],
    proves: true,
  },
  [`${assess}#actOn`]: {
    for: "instructors",
    args: (at) => [course, at.wiki, "miraokonjo", "held back", "Walked"],
    proves: true,
  },
  [`${assess}#pinTo`]: {
    for: "instructors",
    args: (at) => [
      course,
      at.wiki,
      {
        personId: null,
        criteria: [],
        thing: { kind: "figure", personId: "miraokonjo", figure: "standing", atCutOff: false },
        note: "",
        shown: false,
      },
    ],
    proves: true,
  },
  [`${assess}#changePinTo`]: {
    for: "instructors",
    args: (at) => [course, at.wiki, at.pin, { criteria: ["walked"], note: "Walked", shown: true }],
    proves: true,
  },
  [`${assess}#note`]: {
    for: "instructors",
    args: (at) => [course, at.wiki, null, null, "Walked."],
    proves: true,
  },
  [`${assess}#renote`]: {
    for: "instructors",
    args: (at) => [course, at.wiki, at.note, "Walked on."],
    proves: true,
  },
  [`${assess}#keep`]: { for: "staff", args: (at) => [course, at.wiki, "", "Walked well."], proves: true },
  [`${assess}#touch`]: {
    for: "instructors",
    args: (at) => [course, at.wiki, at.remark, "used"],
    proves: true,
  },
  [`${marks}#setRule`]: { for: "instructors", args: (at) => [course, at.assignment, 2, "1", "0.5", "1.5"] },
  [`${marks}#callOff`]: { for: "instructors", args: (at) => [course, at.planned], proves: true },
  [`${marks}#settleDifference`]: {
    for: "instructors",
    args: (at) => [
      course,
      at.wiki,
      {
        personId: null,
        criterion: "walked",
        level: null,
        points: "5",
        reason: "Walked",
        of: ["one", "other"],
      },
    ],
    proves: true,
  },
  [`${marks}#deal`]: {
    for: "instructors",
    args: (at) => [course, at.wiki, "tobinmarsh", "second", false],
    proves: true,
  },
  [`${marks}#writeInThread`]: {
    for: "readers",
    args: (at) => [course, at.assignment, at.objection, { body: "Walked on.", outcome: null }],
    proves: true,
  },
  "courses/[course]/assignments/[assignment]/mark/actions#objectTo": {
    for: "students of the wiki",
    args: (at) => [course, at.assignment, at.wiki, { kind: "figure", figure: "standing" }, "Walked."],
    proves: true,
  },
  "courses/[course]/assignments/[assignment]/marks/documents/actions#askForDocuments": {
    for: "instructors",
    args: (at) => [course, at.assignment],
    proves: true,
  },
  "courses/[course]/assignments/[assignment]/marks/documents/actions#archiveProgress": {
    for: "instructors",
    args: (at) => [course, at.assignment],
  },
  "courses/bin-actions#outOfBin": { for: "instructors", args: (at) => [course, at.removal], proves: true },
  "courses/bin-actions#toBin": {
    for: "instructors",
    args: (at) => [course, { kind: "wiki", id: at.spareWiki }, "Saltmere"],
    proves: true,
  },
  "courses/[course]/assignments/actions#bringIn": {
    for: "instructors",
    args: (at) => [course, at.assignment, at.starter],
  },
  "courses/[course]/assignments/actions#progressOf": {
    for: "instructors",
    args: (at) => [course, at.assignment],
  },
  "courses/[course]/settings/actions#saveCourse": {
    for: "instructors",
    args: () => [
      course,
      json({
        title: "Walked rivers",
        term: "Spring",
        timeZone: "Europe/Dublin",
        startsOn: "2026-01-01",
        endsOn: "2026-12-31",
      }),
    ],
    proves: true,
  },
  "courses/[course]/settings/actions#archive": {
    for: "instructors",
    args: () => [course, true],
    proves: true,
  },
  "courses/new/actions#makeNewCourse": {
    for: "instructors",
    args: () => [
      course,
      json({
        title: "Walked",
        term: "Spring",
        timeZone: "Europe/Dublin",
        startsOn: "2026-01-01",
        endsOn: "2026-12-31",
      }),
    ],
    proves: true,
  },
  "_parts/looking#startLooking": {
    for: "instructors",
    args: () => [course, "miraokonjo", `/courses/${course}`],
  },
  "_parts/looking#stopLooking": { for: "anyone", args: () => [course] },
};

/** What people do for themselves, and what opens a course again: an archived course keeps nobody from it. */
const staysOpen = new Set([
  "courses/[course]/news/actions#readAll",
  "courses/[course]/news/actions#mute",
  "courses/[course]/news/actions#chooseMail",
  "courses/[course]/news/actions#renewFeed",
  `${writing}#dropText`,
  "courses/[course]/pages/[page]/actions#dropLeftDraft",
  `${writing}#keepText`,
  "courses/[course]/pages/[page]/actions#keepRemarkDraft",
  "courses/[course]/pages/[page]/actions#dropRemarkDraft",
  "courses/[course]/settings/actions#archive",
  "courses/new/actions#makeNewCourse",
  "_parts/looking#startLooking",
  "_parts/looking#stopLooking",
  `${people}#sendLinks`,
  `${review}#mark`,
  `${assess}#keep`,
  `${assess}#touch`,
]);

/**
 * What ends only the walker's own session, or lets go a guest's own name: there is nobody to be kept from it.
 */
const ownAffairs = new Set([
  "sign-in/actions#signOut",
  "sign-in/actions#signOutEverywhere",
  "room/actions#leave",
]);

const actions = serverActions();
const action = (name: string) => actions.find((each) => each.name === name)!;

async function asked(as: APIRequestContext, name: string, args: readonly unknown[], at: Places) {
  return call(as, action(name), addressOf(action(name).route, at), args);
}

async function send(as: APIRequestContext, address: string) {
  return as.post(address, {
    headers: { origin: base, "x-file-name": "walk.txt", "content-type": "application/octet-stream" },
    data: Buffer.from("walked"),
    maxRedirects: 0,
  });
}

/**
 * The places of what is asked for, with a page, a room and its guest, a link, a request and an empty set of
 * groups made for the walk.
 */
async function prepare(): Promise<{ at: Places; walkers: Record<Walker, APIRequestContext> }> {
  const [instructor, member] = [await personOf("inescalder"), await personOf("miraokonjo")];
  // One student has left for another course, and the assistant sees another group alone.
  await sql`insert into course (id, title, term, time_zone, starts_on, ends_on)
    values ('elsewhere', 'Elsewhere', 'Spring', 'UTC', '2026-01-01', '2026-12-31')`;
  await sql`insert into enrolment (course_id, person_id, role, since)
    values ('elsewhere', 'saoirsedelaney', 'student', now())`;
  await sql`update enrolment set left_at = now() where course_id = ${course}
    and person_id = 'saoirsedelaney'`;
  await sql`update enrolment set only_given_groups = true where course_id = ${course}
    and person_id = 'tobinmarsh'`;
  await sql`insert into assistant_group (course_id, person_id, group_id) select course_id, 'tobinmarsh', id
    from course_group where course_id = ${course} and name = 'Millrace'`;
  const [found] = await sql<Record<string, string>[]>`
    select w.id as wiki, w.assignment_id as assignment, w.home_page_id as home, g.id as "group", g.set_id as "set",
      (select id from starter_page s where s.course_id = w.course_id and s.assignment_id = w.assignment_id
      order by position limit 1) as starter,
      (select id from page p where p.course_id = w.course_id and p.wiki_id = w.id and p.id <> w.home_page_id
      order by position desc limit 1) as "otherPage"
    from wiki w join course_group g on g.course_id = w.course_id and g.id = w.group_id
    where w.course_id = ${course} and w.name = 'Alder Brook'`;
  const at: Record<string, string> = {
    course,
    number: "1",
    token: "nosuchtoken",
    all: "no-such-path",
    code: "BCDF2345",
    page: "",
    room: "none",
    person: "miraokonjo",
    ...found,
  };
  await asked(
    instructor,
    "courses/[course]/wikis/[wiki]/start/actions#startText",
    [course, at.wiki, null, { below: null, linkFrom: null }, new Parcel({ ...save(0), title: secret })],
    at,
  );
  at.page = (await sql`select id from page where course_id = ${course} and title = ${secret}`)[0]!
    .id as string;
  at.entries = "1";
  await asked(
    instructor,
    `${guests}#open`,
    [
      course,
      at.assignment,
      json({ title: "", pages: [at.page], minutes: 30, names: { kind: "list", names: ["Ada", "Ben"] } }),
    ],
    at,
  );
  const [opened] =
    await sql`select id, code from open_room where course_id = ${course} order by opened_at desc limit 1`;
  Object.assign(at, { room: opened!.id, code: opened!.code });
  const names = await sql`select id, name from room_name where room_id = ${at.room!} order by position`;
  Object.assign(at, { name: names[0]!.id, otherName: names[1]!.id });
  const guest = await nobody();
  expect(await (await asked(guest, "room/actions#enterAs", [at.code, at.name], at)).text()).toContain(
    '"done"',
  );
  expect(
    await (
      await asked(
        guest,
        "room/in/[page]/write/actions#saveInRoom",
        [at.page, new Parcel({ ...save(1), document: document.replace("Walked over", "Waded in") })],
        at,
      )
    ).text(),
  ).toContain('"saved"');
  at.entries = "2";
  await asked(instructor, `${room}#end`, [course, at.room], at);
  await asked(
    instructor,
    `${guests}#makeReaderLink`,
    [
      course,
      at.assignment,
      json({ wikiId: at.wiki, pageId: null, names: "full", isListed: false, until: "" }),
    ],
    at,
  );
  at.link = (await sql`select id from reader_link where course_id = ${course}`)[0]!.id as string;
  await asked(
    instructor,
    `${access}#set`,
    [
      course,
      at.assignment,
      new Parcel({
        cells: [{ scope: "page", place: at.otherPage, who: { kind: "group" } }],
        setting: { level: "comment", from: null, until: null, weekly: null },
      }),
    ],
    at,
  );
  at.change = (
    await sql`select id from access_change where course_id = ${course} and kind = 'set' order by at desc
      limit 1`
  )[0]!.id as string;
  await asked(instructor, `${room}#give`, [course, at.room, { nameId: at.name }, "miraokonjo"], at);
  at.given = (await sql`select id from given_entry where course_id = ${course}`)[0]!.id as string;
  await asked(
    instructor,
    `${people}#savePerson`,
    [
      course,
      null,
      json({
        name: "Invited",
        address: "invited@urban-rivers.example",
        role: "student",
        section: "",
        number: "",
        onlyGivenGroups: false,
        groups: [],
      }),
    ],
    at,
  );
  at.invited = (await sql`select id from person where email = 'invited@urban-rivers.example'`)[0]!
    .id as string;
  await sql`insert into place_request (course_id, id, name, address, message, at, state)
    values (${course}, 'walkrequest', 'Asker', 'asker@rivers.example', '', now(), 'waiting')`;
  at.request = "walkrequest";
  await asked(
    instructor,
    "courses/[course]/groups/actions#saveSet",
    [
      course,
      null,
      json({
        title: "Empty",
        groups: [],
        seed: null,
        signUpLimit: null,
        signUpUntil: null,
        published: false,
        movesFrom: null,
      }),
      null,
    ],
    at,
  );
  at.emptySet = (await sql`select id from group_set where course_id = ${course} and title = 'Empty'`)[0]!
    .id as string;
  const sent = (await (
    await send(member, `/courses/${course}/wikis/${at.wiki}/upload?page=${at.page}`)
  ).json()) as { file: { id: string } };
  at.file = sent.file.id;
  await asked(
    instructor,
    "courses/[course]/pages/[page]/actions#commentOn",
    [course, at.page, 1, null, "Walk by here."],
    at,
  );
  await asked(
    member,
    "courses/[course]/pages/[page]/actions#commentOn",
    [course, at.page, 1, null, "Walked here myself."],
    at,
  );
  at.ownComment = (
    await sql`select id from comment where course_id = ${course} and page_id = ${at.page!}
      and author_id = 'miraokonjo'`
  )[0]!.id as string;
  at.comment = (
    await sql`select id from comment where course_id = ${course} and page_id = ${at.page}
      and author_id = 'inescalder'`
  )[0]!.id as string;
  await sql`insert into own_word (course_id, id, wiki_id, person_id, kind, body, at)
    values (${course}, 'walkword', ${at.wiki!}, 'miraokonjo', 'objection', 'Walked.', now())`;
  at.ownWord = "walkword";
  await asked(
    instructor,
    "courses/[course]/pages/[page]/actions#markAsDiscussion",
    [course, at.page, 1, { quote: "over", near: 0 }],
    at,
  );
  at.discussion = (await sql`select id from discussion where course_id = ${course}`)[0]!.id as string;
  await sql`insert into feedback (course_id, id, assignment_id, wiki_id, person_id, author_id, body, at)
    values (${course}, 'walkfeedback', ${at.assignment!}, ${at.wiki!}, 'miraokonjo', 'inescalder', ${secret}, now())`;
  at.feedback = "walkfeedback";
  at.spareWiki = (await sql`select id from wiki where course_id = ${course} and name = 'Saltmere'`)[0]!
    .id as string;
  await asked(
    instructor,
    "courses/bin-actions#toBin",
    [course, { kind: "wiki", id: at.spareWiki }, "Saltmere"],
    at,
  );
  at.removal = (await sql`select id from removal where course_id = ${course}`)[0]!.id as string;
  await sql`insert into shared_credit (course_id, page_id, number, person_id, wiki_id, asked_at)
    select ${course}, ${at.page!}, 1, id, ${at.wiki!}, now() from person
    where id in ('miraokonjo', 'saoirsedelaney', 'tomasquill', 'tobinmarsh')`;
  await assessed(instructor, member, at);
  for (const [name, value] of Object.entries(at)) expect(value, `the walk's ${name}`).toBeTruthy();
  await sql`insert into enrolment (course_id, person_id, role, since)
    values ('elsewhere', 'paveldrury', 'instructor', now())`;
  await sql`update enrolment set left_at = now() where course_id = ${course} and person_id = 'paveldrury'`;
  const looking = await personOf("inescalder");
  await asked(looking, "_parts/looking#startLooking", [course, "miraokonjo", `/courses/${course}`], at);
  const walkers = {
    "runs another": await personOf("paveldrury"),
    looking,
    nobody: await nobody(),
    stranger: await personOf("saoirsedelaney"),
    guest,
    "other group": await personOf("tomasquill"),
    "other assistant": await personOf("tobinmarsh"),
    member,
    instructor,
  };
  return { at, walkers };
}

/**
 * The wiki assessed: a sheet, a judgement, a mark that was released and objected to, and something of all
 * that stands beside it.
 */
async function assessed(
  instructor: APIRequestContext,
  member: APIRequestContext,
  at: Record<string, string>,
): Promise<void> {
  const idOf = async (rows: Promise<readonly { id?: unknown }[]>) => String((await rows)[0]?.id ?? "");
  await asked(instructor, `${criteria}#store`, [course, at.assignment, null, criteriaSheet("1")], at);
  await asked(instructor, `${criteria}#storeRound`, [course, at.assignment, round("2039-01-01T09:00")], at);
  await asked(
    instructor,
    `${assess}#judgeCriterion`,
    [
      course,
      at.wiki,
      { personId: null, criterion: "walked", version: 1, level: null, points: "8", seen: null },
    ],
    at,
  );
  await asked(
    instructor,
    `${assess}#accept`,
    [course, at.wiki, [{ personId: "miraokonjo", computed: "80" }]],
    at,
  );
  await asked(
    instructor,
    `${assess}#pinTo`,
    [
      course,
      at.wiki,
      {
        personId: "miraokonjo",
        criteria: [],
        thing: { kind: "entry", pageId: at.page, number: 1 },
        note: "",
        shown: true,
      },
    ],
    at,
  );
  await asked(instructor, `${assess}#note`, [course, at.wiki, "miraokonjo", null, secret], at);
  await asked(instructor, `${assess}#keep`, [course, at.wiki, "", "Walked."], at);
  await asked(
    instructor,
    `${marks}#releaseMarks`,
    [course, at.assignment, { wikis: [at.wiki], plannedFor: "", mails: false, withoutWorking: [] }],
    at,
  );
  await asked(
    instructor,
    `${marks}#releaseMarks`,
    [
      course,
      at.assignment,
      { wikis: [at.wiki], plannedFor: "2039-01-01T09:00", mails: false, withoutWorking: [] },
    ],
    at,
  );
  await asked(
    member,
    "courses/[course]/assignments/[assignment]/mark/actions#objectTo",
    [course, at.assignment, at.wiki, { kind: "figure", figure: "standing" }, "Walked."],
    at,
  );
  await asked(
    instructor,
    "courses/[course]/assignments/[assignment]/marks/documents/actions#askForDocuments",
    [course, at.assignment],
    at,
  );
  at.pin = await idOf(sql`select id from pin where course_id = ${course} and wiki_id = ${at.wiki!} limit 1`);
  at.note = await idOf(sql`select id from assess_note where course_id = ${course} and wiki_id = ${at.wiki!}`);
  at.remark = await idOf(sql`select id from stock_remark where course_id = ${course} and body = 'Walked.'`);
  at.planned = await idOf(
    sql`select id from mark_release where course_id = ${course} and planned_for is not null`,
  );
  at.objection = await idOf(
    sql`select id from objection where course_id = ${course} and wiki_id = ${at.wiki!}`,
  );
  at.archive = await idOf(sql`select id from mark_archive where course_id = ${course}`);
}

/** Waits for what the walk's preparations left to the jobs, which would look like changes of the walkers'. */
async function quiet(): Promise<void> {
  await expect
    .poll(async () =>
      Number(
        (
          await sql`select count(*) as waiting from jobs.job where state in ('created', 'retry', 'active')`
        )[0]!.waiting,
      ),
    )
    .toBe(0);
}

test("everything that the application has is known to the walk", () => {
  expect(routes().filter((route) => !(route in routesFor) && !(route in uploadsFor))).toEqual([]);
  expect(actions.map(({ name }) => name).filter((name) => !(name in acts) && !ownAffairs.has(name))).toEqual(
    [],
  );
  expect(Object.keys(acts).filter((name) => !action(name))).toEqual([]);
});

test("who may not see it finds nothing, and who may not do it changes nothing", async () => {
  test.setTimeout(600_000);
  const { at, walkers } = await prepare();
  await quiet();
  const before = await fingerprints();

  // Every hole is told, not the first alone.
  for (const [route, allowed] of Object.entries(routesFor)) {
    for (const walker of everyone) {
      const answer = await walkers[walker].get(addressOf(route, at), {
        maxRedirects: 0,
        headers: { origin: base },
      });
      const [status, text, told] = [answer.status(), await answer.text(), `${route} as ${walker}`];
      if (allowedTo[allowed].includes(walker)) expect.soft(status, told).toBeLessThan(400);
      // Who has no account, or no name in a room, is sent to the door; to anybody else it does not exist.
      else if (status === 307)
        expect
          .soft(new URL(answer.headers().location!, base).pathname, told)
          .toBe(
            route.startsWith("/room")
              ? "/room"
              : walker === "nobody" || walker === "guest"
                ? "/sign-in"
                : "nowhere",
          );
      else expect.soft([404, 405], told).toContain(status);
      if (!allowedTo.readers.includes(walker)) expect.soft(text, told).not.toContain(secret);
    }
  }
  expect.soft(await fingerprints()).toEqual(before);

  // What belongs to this course is not found under another's address, by whoever runs that one.
  for (const route of Object.keys(routesFor).filter(
    (each) => each.startsWith("/courses/[course]/") && /\[(?!course)/.test(each),
  )) {
    for (const walker of ["runs another", "stranger", "instructor"] as const) {
      const answer = await walkers[walker].get(addressOf(route, { ...at, course: "elsewhere" }), {
        maxRedirects: 0,
        headers: { origin: base },
      });
      expect.soft(answer.status(), `${route} of another course as ${walker}`).toBe(404);
      expect.soft(await answer.text(), `${route} of another course as ${walker}`).not.toContain(secret);
    }
  }
  expect.soft(await fingerprints()).toEqual(before);

  for (const [route, allowed] of Object.entries(uploadsFor)) {
    for (const walker of everyone) {
      if (walker !== "looking" && allowedTo[allowed].includes(walker)) continue;
      const answer = await send(walkers[walker], addressOf(route, at));
      expect
        .soft([404, ...(walker === "looking" ? [422] : [])], `${route} as ${walker}`)
        .toContain(answer.status());
    }
    expect.soft(await fingerprints(), route).toEqual(before);
  }

  for (const [name, { for: allowed, args }] of Object.entries(acts)) {
    for (const walker of everyone) {
      const isLooking = walker === "looking";
      if (
        walker === "instructor" ||
        (!isLooking && allowedTo[allowed].includes(walker)) ||
        (isLooking &&
          (name.startsWith("_parts/looking") || !action(name).route.startsWith("/courses/[course]")))
      )
        continue;
      const answer = await asked(walkers[walker], name, args(at), at);
      const [status, text, told] = [answer.status(), await answer.text(), `${name} as ${walker}`];
      expect.soft(status, `${told}: ${text.slice(0, 300)}`).toBeLessThan(500);
      // Somebody who asks for a link is told the same whoever they are, and the walk's address is nobody's.
      if (!isLooking && name !== "sign-in/actions#askForLink")
        expect.soft(text, told).not.toMatch(/"kind":"(done|saved|stored|planned)"/);
      if (!allowedTo.readers.includes(walker)) expect.soft(text, told).not.toContain(secret);
    }
    expect.soft(await fingerprints(), name).toEqual(before);
  }

  // The same words in the mouth of those who may: that they change something shows that the refusals were no
  // slips of the walk.
  for (const [name, { for: allowed, args, proves }] of Object.entries(acts)) {
    if (!proves) continue;
    const [was, as] = [
      await fingerprints(),
      walkers[allowed === "readers" || allowed === "students of the wiki" ? "member" : "instructor"],
    ];
    const answer = await asked(as, name, args(at), at);
    expect
      .soft(await fingerprints(), `${name}: ${answer.status()} ${(await answer.text()).slice(0, 400)}`)
      .not.toEqual(was);
    await quiet();
  }

  // Once it is archived a course is read as before, and changed by nobody.
  await sql`update course set archived_at = now() where id = ${course}`;
  await quiet();
  const archived = await fingerprints();
  for (const [name, { for: allowed, args }] of Object.entries(acts)) {
    if (staysOpen.has(name)) continue;
    for (const walker of ["member", "instructor"] as const) {
      if (!allowedTo[allowed].includes(walker)) continue;
      const answer = await asked(walkers[walker], name, args(at), at);
      expect.soft(answer.status(), `${name} in an archived course as ${walker}`).toBeLessThan(500);
    }
    expect.soft(await fingerprints(), `${name} in an archived course`).toEqual(archived);
  }
});

test("the wiki as it stood at the cut-off is read from page to page, and its review leads there", async ({
  browser,
}) => {
  await sql`update assignment set due_at = now() - interval '3 days', cut_off_at = now() - interval '3 days'
    where course_id = ${course}`;
  const [hollin] = await sql<
    { id: string; assignment: string }[]
  >`select id, assignment_id as assignment from wiki where course_id = ${course} and name = 'Hollin Burn'`;
  const context = await browser.newContext({ baseURL: base });
  const page = await context.newPage();
  expect(
    (
      await page.request.post("/api/auth/sign-in/demo", {
        data: { person: "inescalder" },
        headers: { origin: base },
      })
    ).status(),
  ).toBe(200);
  await page.goto(`/courses/${course}/assignments/${hollin!.assignment}/review/${hollin!.id}`);
  await expect(page.getByText("What was saved later is left out.")).toBeVisible();
  await page.getByRole("link", { name: "Open the wiki as at the cut-off" }).click();
  const band = page.getByRole("complementary", { name: "As at the cut-off" });
  await expect(band).toContainText("You read Hollin Burn as it stood then.");
  await page
    .getByRole("navigation", { name: "Contents as at the cut-off" })
    .getByRole("link", { name: "The river today" })
    .click();
  await expect(page.getByRole("heading", { name: "The river today", level: 1 })).toBeVisible();
  await expect(band).toBeVisible();
  expect(new URL(page.url()).pathname).toMatch(new RegExp(`/wikis/${hollin!.id}/kept/`));
  await page.getByRole("link", { name: "All pages and files" }).click();
  await expect(page.getByRole("heading", { name: "Contents of Hollin Burn" })).toBeVisible();
  await band.getByRole("link", { name: "Read it as it is now" }).click();
  await expect(page.getByRole("heading", { name: "Contents of Hollin Burn" })).toBeVisible();
  await expect(band).toHaveCount(0);
  await context.close();
});
