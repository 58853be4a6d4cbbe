/** Courses, who is on them, and groups. The course's id comes first in every key, so that tables can be split by course. */
import { date, index, integer, pgTable, primaryKey, text, timestamp } from "drizzle-orm/pg-core";
import type { Role } from "@/core/access/may";
import { person } from "./accounts";

export const course = pgTable("course", {
  id: text().primaryKey(),
  title: text().notNull(),
  term: text().notNull(),
  /** An IANA name, such as Europe/Dublin. */
  timeZone: text("time_zone").notNull(),
  startsOn: date("starts_on").notNull(),
  endsOn: date("ends_on").notNull(),
});

export const enrolment = pgTable("enrolment", {
  courseId: text("course_id").notNull().references(() => course.id),
  personId: text("person_id").notNull().references(() => person.id),
  role: text().$type<Role>().notNull(),
  since: timestamp({ withTimezone: true }).notNull(),
}, (table) => [primaryKey({ columns: [table.courseId, table.personId] }), index("enrolment_by_person").on(table.personId)]);

export const groupSet = pgTable("group_set", {
  courseId: text("course_id").notNull().references(() => course.id),
  id: text().notNull(),
  title: text().notNull(),
}, (table) => [primaryKey({ columns: [table.courseId, table.id] })]);

export const courseGroup = pgTable("course_group", {
  courseId: text("course_id").notNull().references(() => course.id),
  id: text().notNull(),
  setId: text("set_id").notNull(),
  name: text().notNull(),
  position: integer().notNull(),
}, (table) => [primaryKey({ columns: [table.courseId, table.id] }), index("group_by_set").on(table.courseId, table.setId)]);

export const groupMember = pgTable("group_member", {
  courseId: text("course_id").notNull().references(() => course.id),
  groupId: text("group_id").notNull(),
  personId: text("person_id").notNull().references(() => person.id),
  /** The order of joining, from 0: it decides the member's mark and colour. */
  position: integer().notNull(),
  since: timestamp({ withTimezone: true }).notNull(),
}, (table) => [
  primaryKey({ columns: [table.courseId, table.groupId, table.personId] }),
  index("member_by_person").on(table.courseId, table.personId),
]);
