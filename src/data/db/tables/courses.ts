/**
 * Courses, who is on them, and groups. The course's id comes first in every key, so that tables can be split
 * by course.
 */
import { sql } from "drizzle-orm";
import {
  boolean,
  date,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uniqueIndex,
} from "drizzle-orm/pg-core";
import type { Role } from "@/core/access/may";
import type { Language } from "@/core/search/languages";
import { instant } from "./columns";
import { person } from "./accounts";

export const course = pgTable("course", {
  id: text().primaryKey(),
  title: text().notNull(),
  term: text().notNull(),
  /** An IANA name, such as Europe/Dublin. */
  timeZone: text("time_zone").notNull(),
  /** In which its pages are written, for finding the forms of words: see `languages`. */
  language: text().$type<Language>().notNull().default("simple"),
  startsOn: date("starts_on").notNull(),
  endsOn: date("ends_on").notNull(),
  /** An archived course can be read and no more, until it is opened again. */
  archivedAt: instant("archived_at"),
  /** Since when it is in the bin: nobody sees anything of it. */
  removedAt: instant("removed_at"),
  /** The end of the address of the form by which people ask for a place; null while nobody can ask. */
  askCode: text("ask_code").unique(),
});

export const enrolment = pgTable(
  "enrolment",
  {
    courseId: text("course_id")
      .notNull()
      .references(() => course.id),
    personId: text("person_id")
      .notNull()
      .references(() => person.id),
    role: text().$type<Role>().notNull(),
    since: timestamp({ withTimezone: true }).notNull(),
    /** Since when they are no longer on the course. Their entries stay; they see nothing of it any more. */
    leftAt: instant("left_at"),
    /** As the registry has them; what a person is called on screens is the account's name. */
    givenName: text("given_name").notNull().default(""),
    familyName: text("family_name").notNull().default(""),
    preferredName: text("preferred_name").notNull().default(""),
    section: text().notNull().default(""),
    /** What the registry calls them. */
    number: text().notNull().default(""),
    /** The course's own columns, by heading. */
    own: jsonb().$type<Readonly<Record<string, string>>>().notNull().default({}),
    /** For assistants: they see only the groups given to them (`assistantGroup`). */
    onlyGivenGroups: boolean("only_given_groups").notNull().default(false),
    /**
     * When they were last at the course's desk, and when the visit before that one ended: what came since is
     * new.
     */
    visitedAt: instant("visited_at"),
    visitedBefore: instant("visited_before"),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.personId] }),
    index("enrolment_by_person").on(table.personId),
  ],
);

export const assistantGroup = pgTable(
  "assistant_group",
  {
    courseId: text("course_id")
      .notNull()
      .references(() => course.id),
    personId: text("person_id")
      .notNull()
      .references(() => person.id),
    groupId: text("group_id").notNull(),
  },
  (table) => [primaryKey({ columns: [table.courseId, table.personId, table.groupId] })],
);

export const invitation = pgTable(
  "invitation",
  {
    courseId: text("course_id")
      .notNull()
      .references(() => course.id),
    id: text().notNull(),
    personId: text("person_id")
      .notNull()
      .references(() => person.id),
    /** SHA-256 of what stands at the end of the link: who reads the table can't follow it. */
    tokenHash: text("token_hash").notNull().unique(),
    madeAt: instant("made_at").notNull(),
    expiresAt: instant("expires_at").notNull(),
    usedAt: instant("used_at"),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    index("invitation_by_person").on(table.courseId, table.personId),
  ],
);

export const requestStates = ["waiting", "admitted", "declined"] as const;

/** Somebody who asks for a place on the course. */
export const placeRequest = pgTable(
  "place_request",
  {
    courseId: text("course_id")
      .notNull()
      .references(() => course.id),
    id: text().notNull(),
    name: text().notNull(),
    address: text().notNull(),
    message: text().notNull(),
    at: instant("at").notNull(),
    state: text().$type<(typeof requestStates)[number]>().notNull(),
    decidedAt: instant("decided_at"),
    decidedBy: text("decided_by").references(() => person.id),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    index("request_by_state").on(table.courseId, table.state, table.at),
  ],
);

export const groupSet = pgTable(
  "group_set",
  {
    courseId: text("course_id")
      .notNull()
      .references(() => course.id),
    id: text().notNull(),
    title: text().notNull(),
    /** Since when students see the groups; null while they are being made. */
    publishedAt: instant("published_at"),
    /** The seed by which its groups were last made by chance. */
    seed: integer(),
    /** How many may sign up to a group; null where students do not choose themselves. */
    signUpLimit: integer("sign_up_limit"),
    signUpUntil: instant("sign_up_until"),
  },
  (table) => [primaryKey({ columns: [table.courseId, table.id] })],
);

export const courseGroup = pgTable(
  "course_group",
  {
    courseId: text("course_id")
      .notNull()
      .references(() => course.id),
    id: text().notNull(),
    /** Null: it was taken out of its set, and is kept as the owner of the wiki that it had. */
    setId: text("set_id"),
    name: text().notNull(),
    topic: text().notNull().default(""),
    position: integer().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    index("group_by_set").on(table.courseId, table.setId),
  ],
);

export const groupMember = pgTable(
  "group_member",
  {
    courseId: text("course_id")
      .notNull()
      .references(() => course.id),
    groupId: text("group_id").notNull(),
    personId: text("person_id")
      .notNull()
      .references(() => person.id),
    /** The order of joining, from 0: it decides the member's mark and colour. */
    position: integer().notNull(),
    /** Since when they belong to the group, and (excluded) until when; null: they still do. */
    since: timestamp({ withTimezone: true }).notNull(),
    until: instant("until_at"),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.groupId, table.personId] }),
    index("member_by_person").on(table.courseId, table.personId),
  ],
);

/** A row of `group_member` as it was, or as a merge made it; null: there was none. */
export type MembershipRow = {
  readonly position: number;
  readonly since: string;
  readonly until: string | null;
} | null;

/** What a merge of two accounts changed, so that it can be undone. */
export interface MergeChanges {
  /** When the account that went had left the course before; null: it had not. */
  readonly goneLeftAt: string | null;
  readonly groups: readonly {
    readonly groupId: string;
    readonly gone: MembershipRow;
    readonly kept: MembershipRow;
    readonly made: MembershipRow;
  }[];
  readonly comments: readonly string[];
  readonly ownPages: readonly string[];
  /** Wikis of one student each that changed hands. */
  readonly wikis: readonly { readonly id: string; readonly was: string; readonly is: string }[];
}

/**
 * Two accounts of one person: on this course all that the one did counts as the other's. Entries stay as they
 * were written.
 */
export const accountMerge = pgTable(
  "account_merge",
  {
    courseId: text("course_id")
      .notNull()
      .references(() => course.id),
    id: text().notNull(),
    goneId: text("gone_id")
      .notNull()
      .references(() => person.id),
    keptId: text("kept_id")
      .notNull()
      .references(() => person.id),
    byId: text("by_id")
      .notNull()
      .references(() => person.id),
    at: instant("at").notNull(),
    undoneAt: instant("undone_at"),
    changes: jsonb().$type<MergeChanges>().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    uniqueIndex("merge_of_gone")
      .on(table.courseId, table.goneId)
      .where(sql`undone_at is null`),
  ],
);
