/** What those who review an assignment did with what the computation found, and how far they have read. */
import { foreignKey, index, integer, jsonb, pgTable, primaryKey, text } from "drizzle-orm/pg-core";
import { bytes, instant } from "./columns";
import { person } from "./accounts";
import { assignment, page, wiki } from "./wikis";

/** A finding that was dismissed, or taken up again: never changed, the newest holds. */
export const findingAct = pgTable(
  "finding_act",
  {
    courseId: text("course_id").notNull(),
    id: text().notNull(),
    wikiId: text("wiki_id").notNull(),
    /** Which finding (see `findingKey`). */
    key: text().notNull(),
    kind: text().$type<"dismissed" | "reopened">().notNull(),
    reason: text().notNull(),
    byId: text("by_id")
      .notNull()
      .references(() => person.id),
    at: instant("at").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    foreignKey({ columns: [table.courseId, table.wikiId], foreignColumns: [wiki.courseId, wiki.id] }),
    index("finding_act_by_wiki").on(table.courseId, table.wikiId, table.at),
  ],
);

/**
 * A passage of a page that those who run the course marked as discussion: it counts as such, and not as text.
 */
export const discussion = pgTable(
  "discussion",
  {
    courseId: text("course_id").notNull(),
    id: text().notNull(),
    wikiId: text("wiki_id").notNull(),
    /** Where it stood when it was marked: its words, of the page as it was after this entry. */
    pageId: text("page_id").notNull(),
    entry: integer().notNull(),
    from: integer("from_word").notNull(),
    to: integer("to_word").notNull(),
    quote: text().notNull(),
    /** The origins of its words (see `storeOrigins`); computed anew with the page's credit. */
    origins: bytes().notNull(),
    byId: text("by_id")
      .notNull()
      .references(() => person.id),
    at: instant("at").notNull(),
    /** Since when it counts as text again; the line is kept. */
    endedAt: instant("ended_at"),
    endedBy: text("ended_by").references(() => person.id),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    foreignKey({ columns: [table.courseId, table.pageId], foreignColumns: [page.courseId, page.id] }),
    index("discussion_by_wiki").on(table.courseId, table.wikiId),
  ],
);

/** Up to which entry of a wiki somebody has looked at a student's work. */
export const reviewMark = pgTable(
  "review_mark",
  {
    courseId: text("course_id").notNull(),
    wikiId: text("wiki_id").notNull(),
    personId: text("person_id")
      .notNull()
      .references(() => person.id),
    byId: text("by_id")
      .notNull()
      .references(() => person.id),
    /** The wiki's newest entry at that time. */
    rev: integer().notNull(),
    at: instant("at").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.wikiId, table.personId, table.byId] }),
    foreignKey({ columns: [table.courseId, table.wikiId], foreignColumns: [wiki.courseId, wiki.id] }),
  ],
);

/**
 * What a student says beside the record of their work: what they did outside the wiki, what they object to,
 * an entry that they stand for; and what was answered.
 */
export const ownWord = pgTable(
  "own_word",
  {
    courseId: text("course_id").notNull(),
    id: text().notNull(),
    wikiId: text("wiki_id").notNull(),
    personId: text("person_id")
      .notNull()
      .references(() => person.id),
    kind: text().$type<"done outside" | "objection" | "stands for">().notNull(),
    /** Of what they stand for: the entry. */
    pageId: text("page_id"),
    entry: integer(),
    body: text().notNull(),
    at: instant("at").notNull(),
    /** Since when the student has taken it back; it is kept. */
    takenBackAt: instant("taken_back_at"),
    answer: text(),
    answeredBy: text("answered_by").references(() => person.id),
    answeredAt: instant("answered_at"),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    foreignKey({ columns: [table.courseId, table.wikiId], foreignColumns: [wiki.courseId, wiki.id] }),
    index("own_word_by_wiki").on(table.courseId, table.wikiId, table.personId),
  ],
);

/** What those who review an assignment tell all of its students, one group, or one student alone. */
export const feedback = pgTable(
  "feedback",
  {
    courseId: text("course_id").notNull(),
    id: text().notNull(),
    assignmentId: text("assignment_id").notNull(),
    /** The group that is told, by its wiki; null: all groups. */
    wikiId: text("wiki_id"),
    /** The one of it who alone is told; null: the whole group. */
    personId: text("person_id").references(() => person.id),
    authorId: text("author_id")
      .notNull()
      .references(() => person.id),
    body: text().notNull(),
    at: instant("at").notNull(),
    /** When its wording was changed last, and what it said before, oldest first. */
    editedAt: instant("edited_at"),
    earlier: jsonb().$type<readonly string[]>().notNull().default([]),
    /** Since when it is withdrawn: kept, and told to students no more. */
    withdrawnAt: instant("withdrawn_at"),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    foreignKey({
      columns: [table.courseId, table.assignmentId],
      foreignColumns: [assignment.courseId, assignment.id],
    }),
    foreignKey({ columns: [table.courseId, table.wikiId], foreignColumns: [wiki.courseId, wiki.id] }),
    index("feedback_by_assignment").on(table.courseId, table.assignmentId, table.at),
  ],
);

/** Who has had a piece of feedback before them, and when first. */
export const feedbackSeen = pgTable(
  "feedback_seen",
  {
    courseId: text("course_id").notNull(),
    feedbackId: text("feedback_id").notNull(),
    personId: text("person_id")
      .notNull()
      .references(() => person.id),
    at: instant("at").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.feedbackId, table.personId] }),
    foreignKey({
      columns: [table.courseId, table.feedbackId],
      foreignColumns: [feedback.courseId, feedback.id],
    }),
  ],
);
