/**
 * What is true only as long as somebody is there. The table is unlogged: after a crash of the database nobody
 * is there.
 */
import { boolean, foreignKey, index, pgTable, primaryKey, text, timestamp } from "drizzle-orm/pg-core";
import { person } from "./accounts";
import { page } from "./wikis";

/** Somebody has a page open: one line for each of their windows. */
export const presence = pgTable(
  "presence",
  {
    courseId: text("course_id").notNull(),
    /** Names the window's stream. */
    id: text().notNull(),
    pageId: text("page_id").notNull(),
    personId: text("person_id")
      .notNull()
      .references(() => person.id),
    isWriting: boolean("is_writing").notNull(),
    /** The heading that they are near, by its block's id; null: none, or none yet. */
    near: text(),
    /** The last sign of life: a window that is gone without a word is forgotten by it. */
    seenAt: timestamp("seen_at", { withTimezone: true, mode: "date" }).notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    foreignKey({ columns: [table.courseId, table.pageId], foreignColumns: [page.courseId, page.id] }),
    index("presence_by_page").on(table.courseId, table.pageId),
  ],
);
