/** Assignments, their wikis and pages, and all that is written in them. */
import { customType, foreignKey, index, integer, jsonb, pgTable, primaryKey, text, timestamp, uniqueIndex } from "drizzle-orm/pg-core";
import type { Level, Scope } from "@/core/access/may";
import type { EntryFigures } from "@/core/credit/account";
import type { PageDocument } from "@/core/document/model";
import type { EntryKind } from "@/core/ledger/chain";
import { person } from "./accounts";
import { course } from "./courses";

const bytes = customType<{ data: Uint8Array; driverData: Uint8Array }>({ dataType: () => "bytea" });
const instant = (name: string) => timestamp(name, { withTimezone: true, mode: "date" });

/** Who shares a wiki. */
export const sharings = ["group", "student", "class"] as const;
export type Sharing = (typeof sharings)[number];

export const assignment = pgTable("assignment", {
  courseId: text("course_id").notNull().references(() => course.id),
  id: text().notNull(),
  title: text().notNull(),
  brief: text().notNull(),
  opensAt: instant("opens_at").notNull(),
  dueAt: instant("due_at").notNull(),
  sharing: text().$type<Sharing>().notNull(),
  /** The set of groups, where groups share a wiki. */
  setId: text("set_id"),
  createdAt: instant("created_at").notNull(),
}, (table) => [primaryKey({ columns: [table.courseId, table.id] })]);

export const starterPage = pgTable("starter_page", {
  courseId: text("course_id").notNull(),
  assignmentId: text("assignment_id").notNull(),
  /** From 0; the page at 0 is the home page. */
  position: integer().notNull(),
  title: text().notNull(),
  document: jsonb().$type<PageDocument>().notNull(),
}, (table) => [
  primaryKey({ columns: [table.courseId, table.assignmentId, table.position] }),
  foreignKey({ columns: [table.courseId, table.assignmentId], foreignColumns: [assignment.courseId, assignment.id] }),
]);

export const wiki = pgTable("wiki", {
  courseId: text("course_id").notNull(),
  id: text().notNull(),
  assignmentId: text("assignment_id").notNull(),
  /** Whose it is: a group's, a student's, or (neither) the whole class's. */
  groupId: text("group_id"),
  personId: text("person_id").references(() => person.id),
  name: text().notNull(),
  position: integer().notNull(),
  homePageId: text("home_page_id"),
  /** How many entries its pages have together: the last one's `rev`. Locked while an entry is recorded. */
  entries: integer().notNull().default(0),
  /** Entries, by their `rev`, of which words may stand in more than one place. */
  spread: jsonb().$type<readonly number[]>().notNull().default([]),
  /** The version of the rules by which its credit was computed; 0 if it must be computed anew. */
  creditVersion: integer("credit_version").notNull().default(0),
}, (table) => [
  primaryKey({ columns: [table.courseId, table.id] }),
  foreignKey({ columns: [table.courseId, table.assignmentId], foreignColumns: [assignment.courseId, assignment.id] }),
  index("wiki_by_assignment").on(table.courseId, table.assignmentId, table.position),
]);

export const page = pgTable("page", {
  courseId: text("course_id").notNull(),
  id: text().notNull(),
  wikiId: text("wiki_id").notNull(),
  title: text().notNull(),
  /** The title as links name it: folded, so that two pages can't differ by capitals alone. */
  titleKey: text("title_key").notNull(),
  position: integer().notNull(),
  startedBy: text("started_by").references(() => person.id),
  /** How many entries it has: the newest one's number. */
  entries: integer().notNull(),
  words: integer().notNull(),
  /** The newest state's credit: what the next entry is computed from (see `storePage`). */
  credit: bytes().notNull(),
}, (table) => [
  primaryKey({ columns: [table.courseId, table.id] }),
  foreignKey({ columns: [table.courseId, table.wikiId], foreignColumns: [wiki.courseId, wiki.id] }),
  uniqueIndex("page_by_title").on(table.courseId, table.wikiId, table.titleKey),
]);

/** Append-only: a trigger refuses update, delete and truncate. */
export const entry = pgTable("entry", {
  courseId: text("course_id").notNull(),
  pageId: text("page_id").notNull(),
  /** From 1, without gaps. */
  number: integer().notNull(),
  wikiId: text("wiki_id").notNull(),
  /** The entry's number in its wiki: what credit calls an entry. */
  rev: integer().notNull(),
  base: integer().notNull(),
  kind: text().$type<EntryKind>().notNull(),
  /** Null for starter text. */
  authorId: text("author_id").references(() => person.id),
  at: instant("at").notNull(),
  note: text().notNull(),
  title: text().notNull(),
  restoredFrom: integer("restored_from"),
  document: jsonb().$type<PageDocument>().notNull(),
  hash: text().notNull(),
}, (table) => [
  primaryKey({ columns: [table.courseId, table.pageId, table.number] }),
  foreignKey({ columns: [table.courseId, table.pageId], foreignColumns: [page.courseId, page.id] }),
  uniqueIndex("entry_by_rev").on(table.courseId, table.wikiId, table.rev),
  index("entry_by_author").on(table.courseId, table.wikiId, table.authorId, table.at),
]);

/** What was computed about each entry: unlike the entry it can be computed anew. */
export const entryCredit = pgTable("entry_credit", {
  courseId: text("course_id").notNull(),
  pageId: text("page_id").notNull(),
  number: integer().notNull(),
  wikiId: text("wiki_id").notNull(),
  authorId: text("author_id"),
  at: instant("at").notNull(),
  /** As in `figures`: what the review adds up, where an index reaches it. */
  added: integer().notNull(),
  /** Equal for states of the page that read the same, word by word (see `stateKey`). */
  stateKey: text("state_key").notNull(),
  /** Where each word of the page came from after the entry (see `storeOrigins`). */
  origins: bytes().notNull(),
  figures: jsonb().$type<EntryFigures>().notNull(),
}, (table) => [
  primaryKey({ columns: [table.courseId, table.pageId, table.number] }),
  foreignKey({ columns: [table.courseId, table.pageId, table.number], foreignColumns: [entry.courseId, entry.pageId, entry.number] }),
  index("credit_by_state").on(table.courseId, table.pageId, table.stateKey),
  index("credit_by_author").on(table.courseId, table.wikiId, table.authorId, table.at, table.added),
]);

/** Words that stand on a page, by the entry that wrote them: the page's newest credit, added up. */
export const standing = pgTable("standing", {
  courseId: text("course_id").notNull(),
  wikiId: text("wiki_id").notNull(),
  pageId: text("page_id").notNull(),
  /** The entry, by its number in the wiki, in which the words were first written. */
  rev: integer().notNull(),
  authorId: text("author_id"),
  words: integer().notNull(),
}, (table) => [
  primaryKey({ columns: [table.courseId, table.pageId, table.rev] }),
  index("standing_by_author").on(table.courseId, table.wikiId, table.authorId),
]);

export const comment = pgTable("comment", {
  courseId: text("course_id").notNull(),
  id: text().notNull(),
  wikiId: text("wiki_id").notNull(),
  pageId: text("page_id").notNull(),
  /** The comment that this one answers. */
  parentId: text("parent_id"),
  authorId: text("author_id").notNull().references(() => person.id),
  body: text().notNull(),
  at: instant("at").notNull(),
}, (table) => [
  primaryKey({ columns: [table.courseId, table.id] }),
  foreignKey({ columns: [table.courseId, table.pageId], foreignColumns: [page.courseId, page.id] }),
  index("comment_by_page").on(table.courseId, table.pageId, table.at),
  index("comment_by_author").on(table.courseId, table.wikiId, table.authorId),
]);

/** Rules are never changed: one that no longer holds is ended, so that the table is its own log. */
export const accessRule = pgTable("access_rule", {
  courseId: text("course_id").notNull().references(() => course.id),
  id: text().notNull(),
  scope: text().$type<Scope>().notNull(),
  place: text().notNull(),
  whoKind: text("who_kind").$type<"course" | "group" | "person">().notNull(),
  whoPerson: text("who_person").references(() => person.id),
  level: text().$type<Level>().notNull(),
  from: instant("from_at"),
  until: instant("until_at"),
  madeAt: instant("made_at").notNull(),
  madeBy: text("made_by").notNull().references(() => person.id),
  endedAt: instant("ended_at"),
  endedBy: text("ended_by").references(() => person.id),
}, (table) => [primaryKey({ columns: [table.courseId, table.id] }), index("rule_by_place").on(table.courseId, table.place)]);
