/** Files: their bytes by content, what they are called in a wiki, and which pages show them. */
import { sql } from "drizzle-orm";
import {
  boolean,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
} from "drizzle-orm/pg-core";
import type { FileKind, FileOrigin } from "../../files/dto";
import { bytes, instant } from "./columns";
import { person } from "./accounts";
import { course } from "./courses";
import { page } from "./wikis";

/** What was uploaded, once however often. Without a hash it is still arriving, or its arrival was cut off. */
export const storedBytes = pgTable(
  "stored_bytes",
  {
    id: text().primaryKey(),
    /** SHA-256 of the content, in hexadecimal digits. */
    hash: text(),
    size: integer().notNull().default(0),
    /** By content, never by name. */
    kind: text().$type<FileKind>(),
    type: text(),
    width: integer(),
    height: integer(),
    madeAt: instant("made_at").notNull(),
  },
  (table) => [
    uniqueIndex("bytes_by_hash")
      .on(table.hash)
      .where(sql`hash is not null`),
  ],
);

export const storedChunk = pgTable(
  "stored_chunk",
  {
    bytesId: text("bytes_id")
      .notNull()
      .references(() => storedBytes.id, { onDelete: "cascade" }),
    /** From 0; each but the last is `chunkSize` long. */
    position: integer().notNull(),
    content: bytes().notNull(),
  },
  (table) => [primaryKey({ columns: [table.bytesId, table.position] })],
);

/** A picture in a smaller size. */
export const pictureSize = pgTable(
  "picture_size",
  {
    bytesId: text("bytes_id")
      .notNull()
      .references(() => storedBytes.id, { onDelete: "cascade" }),
    width: integer().notNull(),
    type: text().notNull(),
    content: bytes().notNull(),
  },
  (table) => [primaryKey({ columns: [table.bytesId, table.width] })],
);

export const file = pgTable(
  "file",
  {
    courseId: text("course_id")
      .notNull()
      .references(() => course.id),
    id: text().notNull(),
    /** The wiki to which it belongs; null: the course, for starter pages. */
    wikiId: text("wiki_id"),
    bytesId: text("bytes_id")
      .notNull()
      .references(() => storedBytes.id),
    name: text().notNull(),
    source: text().notNull().default(""),
    licence: text().notNull().default(""),
    uploadedBy: text("uploaded_by")
      .notNull()
      .references(() => person.id),
    at: instant("at").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    index("file_by_wiki").on(table.courseId, table.wikiId, table.at),
  ],
);

/** What was said of files before: never changed, and deleted with nothing but the course. */
export const fileChange = pgTable(
  "file_change",
  {
    courseId: text("course_id").notNull(),
    id: text().notNull(),
    fileId: text("file_id").notNull(),
    wikiId: text("wiki_id").notNull(),
    byId: text("by_id")
      .notNull()
      .references(() => person.id),
    at: instant("at").notNull(),
    before: jsonb().$type<FileOrigin>().notNull(),
    after: jsonb().$type<FileOrigin>().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    foreignKey({ columns: [table.courseId, table.fileId], foreignColumns: [file.courseId, file.id] }),
    index("file_change_by_wiki").on(table.courseId, table.wikiId, table.at),
  ],
);

/** Which pages have shown a file, and which do now: who may read one of them may read the file. */
export const fileUse = pgTable(
  "file_use",
  {
    courseId: text("course_id").notNull(),
    fileId: text("file_id").notNull(),
    pageId: text("page_id").notNull(),
    /** Whether the page's newest text shows it. */
    stands: boolean().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.fileId, table.pageId] }),
    foreignKey({ columns: [table.courseId, table.fileId], foreignColumns: [file.courseId, file.id] }),
    foreignKey({ columns: [table.courseId, table.pageId], foreignColumns: [page.courseId, page.id] }),
    index("file_use_by_page").on(table.courseId, table.pageId),
  ],
);
