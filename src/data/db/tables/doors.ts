/**
 * Ways in for people without an account: open rooms, in which they write for a lesson, and links by which
 * they read.
 */
import { sql } from "drizzle-orm";
import {
  boolean,
  foreignKey,
  index,
  integer,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
} from "drizzle-orm/pg-core";
import { instant } from "./columns";
import { person } from "./accounts";
import { assignment } from "./wikis";

/**
 * What a room's guests may do stands in rules of access about them: this is who lets them in, how and for how
 * long.
 */
export const openRoom = pgTable(
  "open_room",
  {
    courseId: text("course_id").notNull(),
    id: text().notNull(),
    assignmentId: text("assignment_id").notNull(),
    title: text().notNull(),
    /** What guests type: capitals and digits, without what is mistaken for each other. */
    code: text().notNull().unique(),
    openedAt: instant("opened_at").notNull(),
    openedBy: text("opened_by")
      .notNull()
      .references(() => person.id),
    /** When it ends by itself. */
    endsAt: instant("ends_at").notNull(),
    /** When it was ended before that. */
    endedAt: instant("ended_at"),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    foreignKey({
      columns: [table.courseId, table.assignmentId],
      foreignColumns: [assignment.courseId, assignment.id],
    }),
    index("room_by_assignment").on(table.courseId, table.assignmentId, table.openedAt),
  ],
);

export const roomPage = pgTable(
  "room_page",
  {
    courseId: text("course_id").notNull(),
    roomId: text("room_id").notNull(),
    pageId: text("page_id").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.roomId, table.pageId] }),
    foreignKey({ columns: [table.courseId, table.roomId], foreignColumns: [openRoom.courseId, openRoom.id] }),
  ],
);

/** A name that can be chosen in a room, and who has it. */
export const roomName = pgTable(
  "room_name",
  {
    courseId: text("course_id").notNull(),
    roomId: text("room_id").notNull(),
    id: text().notNull(),
    name: text().notNull(),
    position: integer().notNull(),
    /**
     * The person of the course whose name it is; null: it comes from a list. Nothing counts as theirs by that
     * alone.
     */
    personId: text("person_id").references(() => person.id),
    /**
     * The author of what is written under the name: somebody without an account. Null: nobody came in by it
     * yet.
     */
    guestId: text("guest_id").references(() => person.id),
    enteredAt: instant("entered_at"),
    /** SHA-256 of what the guest's browser shows to be let in again; null: the name is free. */
    tokenHash: text("token_hash").unique(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.roomId, table.id] }),
    foreignKey({ columns: [table.courseId, table.roomId], foreignColumns: [openRoom.courseId, openRoom.id] }),
    uniqueIndex("room_name_of_guest").on(table.courseId, table.guestId),
  ],
);

/** Entries of guests that an instructor gave to somebody. Never changed, except that it was taken back. */
export const givenEntry = pgTable(
  "given_entry",
  {
    courseId: text("course_id").notNull(),
    id: text().notNull(),
    guestId: text("guest_id")
      .notNull()
      .references(() => person.id),
    /** One entry, by its wiki and its number there; null: all that the guest wrote and will write. */
    wikiId: text("wiki_id"),
    rev: integer(),
    toId: text("to_id")
      .notNull()
      .references(() => person.id),
    byId: text("by_id")
      .notNull()
      .references(() => person.id),
    at: instant("at").notNull(),
    undoneAt: instant("undone_at"),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    uniqueIndex("given_entry_by_rev")
      .on(table.courseId, table.wikiId, table.rev)
      .where(sql`undone_at is null and rev is not null`),
    uniqueIndex("given_guest")
      .on(table.courseId, table.guestId)
      .where(sql`undone_at is null and rev is null`),
  ],
);

export const readerNames = ["full", "initials", "none"] as const;

/** A link by which anybody reads a wiki or a page. */
export const readerLink = pgTable(
  "reader_link",
  {
    courseId: text("course_id").notNull(),
    id: text().notNull(),
    assignmentId: text("assignment_id").notNull(),
    wikiId: text("wiki_id").notNull(),
    /** The one page that it opens; null: the wiki. */
    pageId: text("page_id"),
    /** The end of its address: too long to guess. */
    token: text().notNull().unique(),
    /** How those who wrote are named to its readers. */
    names: text().$type<(typeof readerNames)[number]>().notNull(),
    /** Whether search engines may list it. */
    isListed: boolean("is_listed").notNull().default(false),
    madeAt: instant("made_at").notNull(),
    madeBy: text("made_by")
      .notNull()
      .references(() => person.id),
    endsAt: instant("ends_at"),
    endedAt: instant("ended_at"),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    foreignKey({
      columns: [table.courseId, table.assignmentId],
      foreignColumns: [assignment.courseId, assignment.id],
    }),
    index("link_by_assignment").on(table.courseId, table.assignmentId, table.madeAt),
  ],
);
