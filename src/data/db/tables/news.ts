/** How far each person has followed what happens, and how they want to hear of it. */
import type { Announced } from "@/core/assignment/announced";
import {
  boolean,
  foreignKey,
  index,
  jsonb,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
} from "drizzle-orm/pg-core";
import { instant } from "./columns";
import { person } from "./accounts";
import { course } from "./courses";
import { assignment, page } from "./wikis";

/** When somebody had a page before them last: what others did there since is unread. */
export const pageVisit = pgTable(
  "page_visit",
  {
    courseId: text("course_id").notNull(),
    personId: text("person_id")
      .notNull()
      .references(() => person.id),
    pageId: text("page_id").notNull(),
    at: instant("at").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.personId, table.pageId] }),
    foreignKey({ columns: [table.courseId, table.pageId], foreignColumns: [page.courseId, page.id] }),
  ],
);

/** Places that somebody wants to hear nothing of: wikis and pages, by their ids. */
export const muted = pgTable(
  "muted",
  {
    courseId: text("course_id")
      .notNull()
      .references(() => course.id),
    personId: text("person_id")
      .notNull()
      .references(() => person.id),
    placeId: text("place_id").notNull(),
    isPage: boolean("is_page").notNull(),
    at: instant("at").notNull(),
  },
  (table) => [primaryKey({ columns: [table.courseId, table.personId, table.placeId] })],
);

export const newsMails = ["never", "daily", "at once"] as const;
export type NewsMail = (typeof newsMails)[number];

/** How somebody wants to hear of a course. */
export const newsWish = pgTable(
  "news_wish",
  {
    courseId: text("course_id")
      .notNull()
      .references(() => course.id),
    personId: text("person_id")
      .notNull()
      .references(() => person.id),
    mail: text().$type<NewsMail>().notNull().default("never"),
    /** Up to when they have been told by mail. */
    mailedUntil: instant("mailed_until").notNull(),
    /** The secret part of their feed's address; null: they have none. */
    feedToken: text("feed_token"),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.personId] }),
    uniqueIndex("news_by_feed").on(table.feedToken),
    index("news_by_mail").on(table.mail),
  ],
);

/** What those who take part in an assignment were told of it: each state of it once. */
export const announcement = pgTable(
  "announcement",
  {
    courseId: text("course_id").notNull(),
    assignmentId: text("assignment_id").notNull(),
    /** Equal for what says the same: nobody is told twice. */
    key: text().notNull(),
    told: jsonb().$type<Announced>().notNull(),
    byId: text("by_id")
      .notNull()
      .references(() => person.id),
    at: instant("at").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.assignmentId, table.key] }),
    foreignKey({
      columns: [table.courseId, table.assignmentId],
      foreignColumns: [assignment.courseId, assignment.id],
    }),
    index("announcement_by_time").on(table.courseId, table.at),
  ],
);
