/**
 * What was removed: an assignment, a wiki or a course. The line stays when the thing is gone for good, and
 * says nothing of what it held.
 */
import { index, integer, pgTable, primaryKey, text } from "drizzle-orm/pg-core";
import type { RemovedKind } from "../../bin/dto";
import { person } from "./accounts";
import { instant } from "./columns";

export const removal = pgTable(
  "removal",
  {
    /** Of no reference: it outlives the course. */
    courseId: text("course_id").notNull(),
    id: text().notNull(),
    kind: text().$type<RemovedKind>().notNull(),
    placeId: text("place_id").notNull(),
    byId: text("by_id")
      .notNull()
      .references(() => person.id),
    at: instant("at").notNull(),
    /** When it was brought back, and by whom. */
    broughtBackAt: instant("brought_back_at"),
    broughtBackBy: text("brought_back_by").references(() => person.id),
    /** When it was erased, and how much that was. */
    erasedAt: instant("erased_at"),
    entries: integer(),
    files: integer(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    index("removal_by_place").on(table.courseId, table.placeId),
    index("removal_by_time").on(table.at),
  ],
);
