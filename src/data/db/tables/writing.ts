/**
 * What goes on around an entry: drafts before it, what is known of how its words came, and saves that are
 * sent twice.
 */
import { boolean, foreignKey, index, integer, jsonb, pgTable, primaryKey, text } from "drizzle-orm/pg-core";
import type { PageDocument } from "@/core/document/model";
import { instant } from "./columns";
import { person } from "./accounts";
import { course } from "./courses";
import { entry, page } from "./wikis";

/** Text that somebody has not saved yet: theirs alone to see, and no part of the ledger. */
export const draft = pgTable(
  "draft",
  {
    courseId: text("course_id")
      .notNull()
      .references(() => course.id),
    personId: text("person_id")
      .notNull()
      .references(() => person.id),
    /** A page's id, or the id of a wiki in which a page is being started. */
    place: text().notNull(),
    /** The entry that it was begun from. */
    base: integer().notNull(),
    title: text().notNull(),
    note: text().notNull(),
    document: jsonb().$type<PageDocument>().notNull(),
    /** When it was typed, by the clock of the machine on which it was. */
    at: instant("at").notNull(),
    keptAt: instant("kept_at").notNull(),
    /** In which opening of the editor it was typed, and after how many changes there; null: not told. */
    session: text(),
    step: integer(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.personId, table.place] }),
    index("draft_by_person").on(table.personId),
  ],
);

/**
 * A comment or an answer that somebody has not sent yet: theirs alone to see. Once sent or dropped the row
 * stays without text, so that what was on its way meanwhile does not bring it back.
 */
export const remarkDraft = pgTable(
  "remark_draft",
  {
    courseId: text("course_id")
      .notNull()
      .references(() => course.id),
    personId: text("person_id")
      .notNull()
      .references(() => person.id),
    pageId: text("page_id").notNull(),
    /** The comment that is answered or changed, or "page" for a comment on the page. */
    place: text().notNull(),
    body: text().notNull(),
    /** The passage that it is about; null: the whole page, or what it answers. */
    about: jsonb().$type<{ readonly quote: string; readonly near: number }>(),
    /** When it was typed, by the clock of the machine on which it was. */
    at: instant("at").notNull(),
    session: text().notNull(),
    step: integer().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.personId, table.pageId, table.place] }),
    foreignKey({ columns: [table.courseId, table.pageId], foreignColumns: [page.courseId, page.id] }),
  ],
);

/**
 * Saves that were done, by the name that the editor gave each: one that is sent again is answered, and not
 * done again.
 */
export const doneSave = pgTable(
  "done_save",
  {
    courseId: text("course_id")
      .notNull()
      .references(() => course.id),
    personId: text("person_id")
      .notNull()
      .references(() => person.id),
    id: text().notNull(),
    pageId: text("page_id").notNull(),
    number: integer().notNull(),
    at: instant("at").notNull(),
    /** What of that opening of the editor it saved: all up to that change; null: not told. */
    session: text(),
    step: integer(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.personId, table.id] }),
    index("done_save_by_session").on(table.courseId, table.personId, table.session),
    foreignKey({ columns: [table.courseId, table.pageId], foreignColumns: [page.courseId, page.id] }),
  ],
);

/** How the words of an entry came, as far as the editor knows. */
export const entryArrival = pgTable(
  "entry_arrival",
  {
    courseId: text("course_id").notNull(),
    pageId: text("page_id").notNull(),
    number: integer().notNull(),
    /** Words that came by pasting, and the most that came at once. */
    pasted: integer().notNull(),
    largestPaste: integer("largest_paste").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.pageId, table.number] }),
    foreignKey({
      columns: [table.courseId, table.pageId, table.number],
      foreignColumns: [entry.courseId, entry.pageId, entry.number],
    }),
  ],
);

/** Whom an entry's author named as having written it too. Their part counts once they confirm it. */
export const sharedCredit = pgTable(
  "shared_credit",
  {
    courseId: text("course_id").notNull(),
    pageId: text("page_id").notNull(),
    number: integer().notNull(),
    personId: text("person_id")
      .notNull()
      .references(() => person.id),
    wikiId: text("wiki_id").notNull(),
    askedAt: instant("asked_at").notNull(),
    /** Null: not answered yet. */
    isConfirmed: boolean("is_confirmed"),
    answeredAt: instant("answered_at"),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.pageId, table.number, table.personId] }),
    foreignKey({
      columns: [table.courseId, table.pageId, table.number],
      foreignColumns: [entry.courseId, entry.pageId, entry.number],
    }),
    index("shared_by_person").on(table.courseId, table.personId),
    index("shared_by_wiki").on(table.courseId, table.wikiId),
  ],
);

/** Words by which a wiki's pages are found together. */
export const pageTag = pgTable(
  "page_tag",
  {
    courseId: text("course_id").notNull(),
    pageId: text("page_id").notNull(),
    wikiId: text("wiki_id").notNull(),
    /** Folded, so that two tags of a page can't differ by capitals alone. */
    key: text().notNull(),
    tag: text().notNull(),
    byId: text("by_id")
      .notNull()
      .references(() => person.id),
    at: instant("at").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.pageId, table.key] }),
    foreignKey({ columns: [table.courseId, table.pageId], foreignColumns: [page.courseId, page.id] }),
    index("tag_by_wiki").on(table.courseId, table.wikiId, table.key),
  ],
);
