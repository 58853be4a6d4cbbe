/** The index of search: what is said where, and which words a wiki has. It can be made anew from what it indexes. */
import { sql } from "drizzle-orm";
import { customType, foreignKey, index, integer, pgTable, primaryKey, text } from "drizzle-orm/pg-core";
import { course } from "./courses";
import { wiki } from "./wikis";

const vector = customType<{ data: string; driverData: string }>({ dataType: () => "tsvector" });

/** What a line of the index is about. "past": words that an entry took off its page. */
export const indexed = ["page", "comment", "file", "past"] as const;
export type Indexed = (typeof indexed)[number];

export const searchText = pgTable(
  "search_text",
  {
    courseId: text("course_id")
      .notNull()
      .references(() => course.id),
    kind: text().$type<Indexed>().notNull(),
    /** The id of the page (also of what went from it), the comment or the file. */
    id: text().notNull(),
    /**
     * Of pages and files 0 for what they are called, and from 1 on the parts of their text, in no order. Of the
     * past the number of the entry on its page, times `mostPartsOfPast`, and the part.
     */
    part: integer().notNull(),
    /** Null: of the course, as a file of a starter page. */
    wikiId: text("wiki_id"),
    pageId: text("page_id"),
    /** Equal for two parts of a page exactly when they are: what has not changed is not written anew. */
    key: text().notNull(),
    /** The text, line by line, and of pages the block that each line is of; empty: none. */
    lines: text().array().notNull(),
    blocks: text().array().notNull(),
    /** Of the past: the entries, by their number in the wiki, in which the words came. */
    came: integer().array(),
    vector: vector().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.kind, table.id, table.part] }),
    foreignKey({ columns: [table.courseId, table.wikiId], foreignColumns: [wiki.courseId, wiki.id] }),
    index("search_pages")
      .using("gin", table.courseId, table.vector)
      .where(sql`kind = 'page'`),
    index("search_beside")
      .using("gin", table.courseId, table.vector)
      .where(sql`kind in ('comment', 'file')`),
    index("search_past")
      .using("gin", table.courseId, table.vector)
      .where(sql`kind = 'past'`),
    index("search_by_wiki").on(table.courseId, table.wikiId),
  ],
);

/**
 * The words of a wiki's pages: what a typed beginning may become, and what a slip of a letter may have
 * meant. Words that no longer stand anywhere stay until the wiki is indexed anew: they find nothing.
 */
export const searchWord = pgTable(
  "search_word",
  {
    courseId: text("course_id").notNull(),
    /** In the database by the order of its code points, whatever the database's own order is. */
    word: text().notNull(),
    wikiId: text("wiki_id").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.word, table.wikiId] }),
    index("search_word_near").using("gin", table.courseId, table.word.op("gin_trgm_ops")),
  ],
);
