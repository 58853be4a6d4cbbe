/**
 * Assessing: acts are kept, and what holds is computed from them. Nothing here is overwritten but what is a
 * person's own list.
 */
import {
  bigserial,
  boolean,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
} from "drizzle-orm/pg-core";
import type { CriteriaSheet } from "@/core/marks/criteria";
import type { Hand } from "@/core/marks/judged";
import type { Question } from "@/core/marks/round";
import type { FigureName } from "@/core/credit/figure-table";
import type { ShownMark } from "../../marks/shown";
import { person } from "./accounts";
import { bytes, instant } from "./columns";
import { assignment, wiki } from "./wikis";

const place = {
  courseId: text("course_id").notNull(),
  id: text().notNull(),
  assignmentId: text("assignment_id").notNull(),
};
/** A group, by its wiki, or (with a person) one of its students. */
const subject = {
  wikiId: text("wiki_id").notNull(),
  personId: text("person_id").references(() => person.id),
};
const act = {
  byId: text("by_id")
    .notNull()
    .references(() => person.id),
  at: instant("at").notNull(),
};
/** In the order in which things were done: two of the same moment are told apart. */
const order = { order: bigserial("order", { mode: "number" }).notNull() };

/** A version of an assignment's criteria sheet: never changed, a new one takes its place. */
export const sheetVersion = pgTable(
  "sheet_version",
  {
    courseId: text("course_id").notNull(),
    assignmentId: text("assignment_id").notNull(),
    /** From 1, without gaps. */
    version: integer().notNull(),
    sheet: jsonb().$type<CriteriaSheet>().notNull(),
    ...act,
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.assignmentId, table.version] }),
    foreignKey({
      columns: [table.courseId, table.assignmentId],
      foreignColumns: [assignment.courseId, assignment.id],
    }),
  ],
);

/** A level or points that somebody chose, or took back (both null). */
export const judgement = pgTable(
  "judgement",
  {
    ...place,
    ...subject,
    ...act,
    ...order,
    criterion: text().notNull(),
    version: integer().notNull(),
    hand: text().$type<Hand>().notNull(),
    level: text(),
    points: text(),
    /** Of what settles a difference: why, and the two judgements that differed. */
    reason: text().notNull().default(""),
    settles: jsonb().$type<readonly string[]>(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    foreignKey({ columns: [table.courseId, table.wikiId], foreignColumns: [wiki.courseId, wiki.id] }),
    index("judgement_by_assignment").on(table.courseId, table.assignmentId, table.wikiId, table.order),
  ],
);

/** What was pinned, and how it looked then. */
export type PinnedThing =
  | { readonly kind: "entry"; readonly pageId: string; readonly number: number }
  | { readonly kind: "passage"; readonly pageId: string; readonly entry: number }
  | { readonly kind: "comment"; readonly pageId: string; readonly commentId: string }
  | { readonly kind: "finding"; readonly key: string }
  | {
      readonly kind: "figure";
      readonly personId: string;
      readonly figure: FigureName;
      /** As in the address of a review. */ readonly period: Readonly<Record<string, string>>;
      readonly rev: number;
    };

/** What was seen when it was pinned. */
export interface PinnedView {
  /** What it is about: a page's title, a figure's name. */
  readonly title: string;
  /** Its words, or its value. */
  readonly text: string;
  /** Who did it; empty: nobody is named. */
  readonly by: string;
  readonly at: string | null;
}

export const pin = pgTable(
  "pin",
  {
    ...place,
    ...subject,
    ...act,
    ...order,
    criteria: jsonb().$type<readonly string[]>().notNull(),
    thing: jsonb().$type<PinnedThing>().notNull(),
    seen: jsonb().$type<PinnedView>().notNull(),
    /** Of a passage: the origins of its words (see `storeOrigins`). */
    origins: bytes(),
    fromWord: integer("from_word"),
    toWord: integer("to_word"),
    note: text().notNull().default(""),
    /** Whether the student is shown it at release; the note stays private. */
    shown: boolean().notNull().default(false),
    endedAt: instant("ended_at"),
    endedBy: text("ended_by").references(() => person.id),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    foreignKey({ columns: [table.courseId, table.wikiId], foreignColumns: [wiki.courseId, wiki.id] }),
    index("pin_by_assignment").on(table.courseId, table.assignmentId, table.wikiId),
  ],
);

/** A note of those who assess, on a subject or on one of its criteria: never shown to students. */
export const assessNote = pgTable(
  "assess_note",
  {
    ...place,
    ...subject,
    ...act,
    criterion: text(),
    body: text().notNull(),
    editedAt: instant("edited_at"),
    /** What it said before, oldest first; an empty wording: it is taken back. */
    earlier: jsonb().$type<readonly string[]>().notNull().default([]),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    foreignKey({ columns: [table.courseId, table.wikiId], foreignColumns: [wiki.courseId, wiki.id] }),
    index("assess_note_by_wiki").on(table.courseId, table.wikiId),
  ],
);

/** A remark that somebody uses again and again in feedback: their own list. */
export const stockRemark = pgTable(
  "stock_remark",
  {
    courseId: text("course_id").notNull(),
    id: text().notNull(),
    ownerId: text("owner_id")
      .notNull()
      .references(() => person.id),
    /** The title of the criterion under which it is filed; empty: none. */
    criterion: text().notNull(),
    body: text().notNull(),
    used: integer().notNull().default(0),
    at: instant("at").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    index("stock_remark_by_owner").on(table.courseId, table.ownerId),
  ],
);

/** Everything that a mark rests on, so that it can be computed again years later. */
export interface RestsOn {
  readonly version: number;
  /** ISO 8601; null: everything counted. */
  readonly cutOffAt: string | null;
  /** The wiki's newest entry then. */
  readonly rev: number;
  readonly group: string | null;
  readonly share: string | null;
  readonly factor: string | null;
  /** What went into the rule, as decimals. */
  readonly figures: Readonly<Record<string, string>>;
}

export const markKinds = [
  "accepted",
  "overridden",
  "set",
  "taken back",
  "left out",
  "counted again",
  "held back",
  "let go",
] as const;
export type MarkKind = (typeof markKinds)[number];

/** What was done with a student's mark, or (without a person) with a group's. */
export const markAct = pgTable(
  "mark_act",
  {
    ...place,
    ...subject,
    ...act,
    ...order,
    kind: text().$type<MarkKind>().notNull(),
    /** Decimals; null: none. */
    value: text(),
    computed: text(),
    working: text().notNull().default(""),
    reason: text().notNull().default(""),
    restsOn: jsonb("rests_on").$type<RestsOn>(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    foreignKey({ columns: [table.courseId, table.wikiId], foreignColumns: [wiki.courseId, wiki.id] }),
    index("mark_act_by_assignment").on(table.courseId, table.assignmentId, table.wikiId, table.order),
  ],
);

/** Marks shown to students, at once or at a time that was set. */
export const markRelease = pgTable(
  "mark_release",
  {
    ...place,
    ...act,
    /** The wikis whose students it is for. */
    wikis: jsonb().$type<readonly string[]>().notNull(),
    plannedFor: instant("planned_for"),
    /** When it was done; null: it is planned, or was called off. */
    doneAt: instant("done_at"),
    calledOffAt: instant("called_off_at"),
    mails: boolean().notNull(),
    /** Wikis of which the group's mark, its levels and the workings are left out. */
    withoutWorking: jsonb("without_working").$type<readonly string[]>().notNull(),
    /** What the mail leads to. */
    link: text().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    foreignKey({
      columns: [table.courseId, table.assignmentId],
      foreignColumns: [assignment.courseId, assignment.id],
    }),
    index("mark_release_by_assignment").on(table.courseId, table.assignmentId),
  ],
);

/** What one student was shown by a release, word for word. */
export const releasedMark = pgTable(
  "released_mark",
  {
    courseId: text("course_id").notNull(),
    releaseId: text("release_id").notNull(),
    assignmentId: text("assignment_id").notNull(),
    wikiId: text("wiki_id").notNull(),
    personId: text("person_id")
      .notNull()
      .references(() => person.id),
    ...order,
    at: instant("at").notNull(),
    shown: jsonb().$type<ShownMark>().notNull(),
    seenAt: instant("seen_at"),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.releaseId, table.wikiId, table.personId] }),
    foreignKey({
      columns: [table.courseId, table.releaseId],
      foreignColumns: [markRelease.courseId, markRelease.id],
    }),
    index("released_mark_by_person").on(table.courseId, table.assignmentId, table.personId, table.order),
  ],
);

/** What a student objects to in what they were shown. */
export type ObjectedTo =
  | { readonly kind: "criterion"; readonly criterion: string; readonly title: string }
  | { readonly kind: "figure"; readonly figure: FigureName }
  | { readonly kind: "entry"; readonly pageId: string; readonly number: number; readonly title: string };

export const objection = pgTable(
  "objection",
  {
    ...place,
    ...act,
    wikiId: text("wiki_id").notNull(),
    about: jsonb().$type<ObjectedTo>().notNull(),
    /** Null: it is open. */
    outcome: text().$type<"mark changed" | "mark stays" | "withdrawn">(),
    endedAt: instant("ended_at"),
    endedBy: text("ended_by").references(() => person.id),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    foreignKey({ columns: [table.courseId, table.wikiId], foreignColumns: [wiki.courseId, wiki.id] }),
    index("objection_by_assignment").on(table.courseId, table.assignmentId),
  ],
);

export const objectionLine = pgTable(
  "objection_line",
  {
    courseId: text("course_id").notNull(),
    wikiId: text("wiki_id").notNull(),
    objectionId: text("objection_id").notNull(),
    ...order,
    ...act,
    body: text().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.objectionId, table.order] }),
    foreignKey({
      columns: [table.courseId, table.objectionId],
      foreignColumns: [objection.courseId, objection.id],
    }),
  ],
);

/**
 * Who assesses a group beside the instructors; a second one does not see what others judged until they are
 * done, unless it is open.
 */
export const assessor = pgTable(
  "assessor",
  {
    courseId: text("course_id").notNull(),
    assignmentId: text("assignment_id").notNull(),
    wikiId: text("wiki_id").notNull(),
    personId: text("person_id")
      .notNull()
      .references(() => person.id),
    hand: text().$type<"first" | "second">().notNull(),
    isOpen: boolean("is_open").notNull().default(false),
    doneAt: instant("done_at"),
    ...act,
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.wikiId, table.personId] }),
    foreignKey({ columns: [table.courseId, table.wikiId], foreignColumns: [wiki.courseId, wiki.id] }),
    index("assessor_by_assignment").on(table.courseId, table.assignmentId),
  ],
);

/** A round in which members say of each other what each did: one for an assignment. */
export const teamRound = pgTable(
  "team_round",
  {
    courseId: text("course_id").notNull(),
    assignmentId: text("assignment_id").notNull(),
    questions: jsonb().$type<readonly Question[]>().notNull(),
    opensAt: instant("opens_at").notNull(),
    closesAt: instant("closes_at").notNull(),
    showsMean: boolean("shows_mean").notNull(),
    assistantsSee: boolean("assistants_see").notNull(),
    ...act,
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.assignmentId] }),
    foreignKey({
      columns: [table.courseId, table.assignmentId],
      foreignColumns: [assignment.courseId, assignment.id],
    }),
  ],
);

/**
 * What one member said of another, or of themselves: all their answers, as last given before the round
 * closed.
 */
export const teamAnswer = pgTable(
  "team_answer",
  {
    courseId: text("course_id").notNull(),
    assignmentId: text("assignment_id").notNull(),
    wikiId: text("wiki_id").notNull(),
    byId: text("by_id")
      .notNull()
      .references(() => person.id),
    aboutId: text("about_id")
      .notNull()
      .references(() => person.id),
    /** Levels by question, from 0. */
    levels: jsonb().$type<Readonly<Record<string, number>>>().notNull(),
    line: text().notNull(),
    at: instant("at").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.wikiId, table.byId, table.aboutId] }),
    foreignKey({ columns: [table.courseId, table.wikiId], foreignColumns: [wiki.courseId, wiki.id] }),
    index("team_answer_by_assignment").on(table.courseId, table.assignmentId),
  ],
);

/** Who has a group's assessment before them: kept by signs of life. */
export const assessPresence = pgTable(
  "assess_presence",
  {
    courseId: text("course_id").notNull(),
    wikiId: text("wiki_id").notNull(),
    personId: text("person_id")
      .notNull()
      .references(() => person.id),
    seenAt: instant("seen_at").notNull(),
  },
  (table) => [primaryKey({ columns: [table.courseId, table.wikiId, table.personId] })],
);

/** The documents of all students as one archive, made in a job; kept for a time only. */
export const markArchive = pgTable(
  "mark_archive",
  {
    ...place,
    ...act,
    wanted: integer().notNull(),
    made: integer().notNull().default(0),
    content: bytes(),
    failed: boolean().notNull().default(false),
    doneAt: instant("done_at"),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    foreignKey({
      columns: [table.courseId, table.assignmentId],
      foreignColumns: [assignment.courseId, assignment.id],
    }),
    index("mark_archive_by_assignment").on(table.courseId, table.assignmentId, table.at),
  ],
);
