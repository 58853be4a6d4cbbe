/** Assignments, their wikis and pages, and all that is written in them. */
import { sql } from "drizzle-orm";
import {
  boolean,
  check,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
} from "drizzle-orm/pg-core";
import { type Level, type Power, powers, type Scope, type Who } from "@/core/access/may";
import type { Cell, PowerSetting } from "@/core/access/setting";
import type { Weekly } from "@/core/access/when";
import type { Expectation } from "@/core/assignment/expected";
import type { ContributionKind } from "@/core/assignment/kinds";
import type { EntryFigures } from "@/core/credit/account";
import type { Thresholds } from "@/core/credit/findings";
import type { PageDocument } from "@/core/document/model";
import type { EntryKind } from "@/core/ledger/chain";
import { bytes, instant } from "./columns";
import { person } from "./accounts";
import { course } from "./courses";

/** Who shares a wiki. */
export const sharings = ["group", "student", "class"] as const;
export type Sharing = (typeof sharings)[number];

export const assignment = pgTable(
  "assignment",
  {
    courseId: text("course_id")
      .notNull()
      .references(() => course.id),
    id: text().notNull(),
    title: text().notNull(),
    brief: jsonb().$type<PageDocument>().notNull(),
    opensAt: instant("opens_at").notNull(),
    dueAt: instant("due_at").notNull(),
    closesAtDue: boolean("closes_at_due").notNull().default(true),
    /** Up to when work counts; null: everything does. */
    cutOffAt: instant("cut_off_at"),
    commentsOn: boolean("comments_on").notNull().default(true),
    /** From when other students of the course may read the wikis; null: never. */
    othersReadFrom: instant("others_read_from"),
    /**
     * What members may do with pages apart from writing; what is not here, only those who run the course do.
     */
    membersMay: jsonb("members_may").$type<readonly Power[]>().notNull().default(powers),
    /** What is expected of wikis and students, in the order in which it is shown. */
    expected: jsonb().$type<readonly Expectation[]>().notNull().default([]),
    /**
     * The kinds of contribution that count, as it was said before students started; empty: nothing was said.
     */
    counts: jsonb().$type<readonly ContributionKind[]>().notNull().default([]),
    /** From when on something is found that should be asked about; null: as usual. */
    thresholds: jsonb().$type<Thresholds>(),
    /** When its wikis were made; null while it is being prepared, when students see nothing of it. */
    publishedAt: instant("published_at"),
    sharing: text().$type<Sharing>().notNull(),
    /** The set of groups, where groups share a wiki. */
    setId: text("set_id"),
    /** Since when it is in the bin, with its wikis. */
    removedAt: instant("removed_at"),
    createdAt: instant("created_at").notNull(),
  },
  (table) => [primaryKey({ columns: [table.courseId, table.id] })],
);

export const starterPage = pgTable(
  "starter_page",
  {
    courseId: text("course_id").notNull(),
    id: text().notNull(),
    assignmentId: text("assignment_id").notNull(),
    /** From 0; the page at 0 is the home page. */
    position: integer().notNull(),
    /** The starter page below which it stands in the contents. */
    parentId: text("parent_id"),
    /** One for each member, theirs alone to write. */
    forEachMember: boolean("for_each_member").notNull().default(false),
    /** A template: no wiki begins with it, but its members can start pages from it. */
    isTemplate: boolean("is_template").notNull().default(false),
    /** Members read and speak of it, and do not write on it. */
    readOnly: boolean("read_only").notNull().default(false),
    /** Up to when members do not see it; null: they see it from the opening on. */
    hiddenUntil: instant("hidden_until"),
    title: text().notNull(),
    document: jsonb().$type<PageDocument>().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    index("starter_by_assignment").on(table.courseId, table.assignmentId, table.position),
    foreignKey({
      columns: [table.courseId, table.assignmentId],
      foreignColumns: [assignment.courseId, assignment.id],
    }),
  ],
);

export const wiki = pgTable(
  "wiki",
  {
    courseId: text("course_id").notNull(),
    id: text().notNull(),
    assignmentId: text("assignment_id").notNull(),
    /** Whose it is: a group's, a student's, or (neither) the whole class's. */
    groupId: text("group_id"),
    personId: text("person_id").references(() => person.id),
    name: text().notNull(),
    position: integer().notNull(),
    /**
     * Since when it is set aside, because the assignment shares its wikis in another way; its entries stay.
     */
    setAsideAt: instant("set_aside_at"),
    /** Since when it is in the bin: it is set aside then too. */
    removedAt: instant("removed_at"),
    homePageId: text("home_page_id"),
    /** How many entries its pages have together: the last one's `rev`. Locked while an entry is recorded. */
    entries: integer().notNull().default(0),
    /** Entries, by their `rev`, of which words may stand in more than one place. */
    spread: jsonb().$type<readonly number[]>().notNull().default([]),
    /** The version of the rules by which its credit was computed; 0 if it must be computed anew. */
    creditVersion: integer("credit_version").notNull().default(0),
    /**
     * How often its credit was computed anew: what was read of it before is out of date then, though no entry
     * came.
     */
    creditRound: integer("credit_round").notNull().default(0),
    /** The version of the rules by which it is indexed for search; 0 if it must be indexed anew. */
    searchVersion: integer("search_version").notNull().default(0),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    foreignKey({
      columns: [table.courseId, table.assignmentId],
      foreignColumns: [assignment.courseId, assignment.id],
    }),
    index("wiki_by_assignment").on(table.courseId, table.assignmentId, table.position),
  ],
);

export const page = pgTable(
  "page",
  {
    courseId: text("course_id").notNull(),
    id: text().notNull(),
    wikiId: text("wiki_id").notNull(),
    title: text().notNull(),
    /** The title as links name it: folded, so that two pages can't differ by capitals alone. */
    titleKey: text("title_key").notNull(),
    position: integer().notNull(),
    /** The page below which it stands in the contents. */
    parentId: text("parent_id"),
    /** A heading that stands above it in the contents, and goes where it goes; empty: none. */
    heading: text().notNull().default(""),
    /** The starter page that it began as. */
    starterId: text("starter_id"),
    /**
     * The starter text that it has had, its places filled: what later changes of the starter page are
     * compared with. Null: its first entry's.
     */
    starterText: jsonb("starter_text").$type<PageDocument>(),
    /** The member whose page it is, theirs alone to write. */
    ownerId: text("owner_id").references(() => person.id),
    startedBy: text("started_by").references(() => person.id),
    /** Since when it is in the bin, with everything, until it is brought back. */
    removedAt: instant("removed_at"),
    /** How many entries it has: the newest one's number. */
    entries: integer().notNull(),
    words: integer().notNull(),
    /** The newest state's credit: what the next entry is computed from (see `storePage`). */
    credit: bytes().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    foreignKey({ columns: [table.courseId, table.wikiId], foreignColumns: [wiki.courseId, wiki.id] }),
    uniqueIndex("page_by_title")
      .on(table.courseId, table.wikiId, table.titleKey)
      .where(sql`removed_at is null`),
  ],
);

/**
 * Titles that pages had before: links that name them lead to the page, as long as no other one has the title.
 */
export const formerTitle = pgTable(
  "former_title",
  {
    courseId: text("course_id").notNull(),
    wikiId: text("wiki_id").notNull(),
    titleKey: text("title_key").notNull(),
    title: text().notNull(),
    pageId: text("page_id").notNull(),
    until: instant("until_at").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.wikiId, table.titleKey] }),
    foreignKey({ columns: [table.courseId, table.pageId], foreignColumns: [page.courseId, page.id] }),
  ],
);

/** What was done in a wiki's contents: never changed, so that it can be told who put what where. */
export const contentsAct = pgTable(
  "contents_act",
  {
    courseId: text("course_id").notNull(),
    id: text().notNull(),
    wikiId: text("wiki_id").notNull(),
    kind: text().$type<"arranged" | "home page" | "heading" | "tags">().notNull(),
    /** The page that was moved, or is the home page now. */
    pageId: text("page_id").notNull(),
    byId: text("by_id")
      .notNull()
      .references(() => person.id),
    at: instant("at").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    foreignKey({ columns: [table.courseId, table.pageId], foreignColumns: [page.courseId, page.id] }),
    index("contents_act_by_wiki").on(table.courseId, table.wikiId, table.at),
  ],
);

/** Append-only: a trigger refuses update, delete and truncate. */
export const entry = pgTable(
  "entry",
  {
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
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.pageId, table.number] }),
    foreignKey({ columns: [table.courseId, table.pageId], foreignColumns: [page.courseId, page.id] }),
    uniqueIndex("entry_by_rev").on(table.courseId, table.wikiId, table.rev),
    index("entry_by_author").on(table.courseId, table.wikiId, table.authorId, table.at),
    index("entry_by_time").on(table.courseId, table.at),
  ],
);

/** What was computed about each entry: unlike the entry it can be computed anew. */
export const entryCredit = pgTable(
  "entry_credit",
  {
    courseId: text("course_id").notNull(),
    pageId: text("page_id").notNull(),
    number: integer().notNull(),
    wikiId: text("wiki_id").notNull(),
    authorId: text("author_id"),
    at: instant("at").notNull(),
    /** As in `figures`: what the review adds up, where an index reaches it. */
    added: integer().notNull(),
    corrected: integer().notNull().default(0),
    moved: integer().notNull().default(0),
    gaveBack: integer("restored").notNull().default(0),
    onOthers: integer("on_others").notNull().default(0),
    /** Equal for states of the wiki's pages that read the same, word by word (see `stateKey`). */
    stateKey: text("state_key").notNull(),
    /** Where each word of the page came from after the entry (see `storeOrigins`). */
    origins: bytes().notNull(),
    figures: jsonb().$type<EntryFigures>().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.pageId, table.number] }),
    foreignKey({
      columns: [table.courseId, table.pageId, table.number],
      foreignColumns: [entry.courseId, entry.pageId, entry.number],
    }),
    index("credit_by_state").on(table.courseId, table.wikiId, table.stateKey),
    index("credit_by_author").on(
      table.courseId,
      table.wikiId,
      table.authorId,
      table.at,
      table.pageId,
      table.added,
      table.corrected,
      table.moved,
      table.gaveBack,
      table.onOthers,
    ),
  ],
);

/** Words that stand on a page, by the entry that wrote them: the page's newest credit, added up. */
export const standing = pgTable(
  "standing",
  {
    courseId: text("course_id").notNull(),
    wikiId: text("wiki_id").notNull(),
    pageId: text("page_id").notNull(),
    /** The entry, by its number in the wiki, in which the words were first written. */
    rev: integer().notNull(),
    authorId: text("author_id"),
    words: integer().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.pageId, table.rev] }),
    index("standing_by_author").on(table.courseId, table.wikiId, table.authorId, table.words),
  ],
);

/** How each entry changed the words that stand: `standing` at any time is the sum of what came before. */
export const standingChange = pgTable(
  "standing_change",
  {
    courseId: text("course_id").notNull(),
    wikiId: text("wiki_id").notNull(),
    pageId: text("page_id").notNull(),
    /** The entry that changed them. */
    number: integer().notNull(),
    at: instant("at").notNull(),
    /**
     * The entry, by its number in the wiki, in which the words were first written, and as whose they count.
     */
    rev: integer().notNull(),
    authorId: text("author_id"),
    words: integer().notNull(),
    /**
     * How many more of the words stand in a place beside the first: taken off `words` where the wiki is
     * summed up as a whole.
     */
    copies: integer().notNull().default(0),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.pageId, table.number, table.rev] }),
    foreignKey({
      columns: [table.courseId, table.pageId, table.number],
      foreignColumns: [entry.courseId, entry.pageId, entry.number],
    }),
    index("standing_change_by_author").on(
      table.courseId,
      table.wikiId,
      table.authorId,
      table.at,
      table.words,
      table.copies,
    ),
    index("standing_change_by_rev").on(table.courseId, table.wikiId, table.rev),
    index("standing_change_copies")
      .on(table.courseId, table.wikiId, table.authorId, table.copies)
      .where(sql`copies <> 0`),
  ],
);

/**
 * What each entry brought to its page and took off it besides words: links, pictures, sources and the like.
 */
export const thingChange = pgTable(
  "thing_change",
  {
    courseId: text("course_id").notNull(),
    wikiId: text("wiki_id").notNull(),
    pageId: text("page_id").notNull(),
    number: integer().notNull(),
    rev: integer().notNull(),
    /** Its kind, and a hash of what it is. */
    thing: text().notNull(),
    change: integer().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.pageId, table.number, table.thing] }),
    foreignKey({
      columns: [table.courseId, table.pageId, table.number],
      foreignColumns: [entry.courseId, entry.pageId, entry.number],
    }),
    index("thing_change_by_wiki").on(table.courseId, table.wikiId, table.rev),
  ],
);

export const comment = pgTable(
  "comment",
  {
    courseId: text("course_id").notNull(),
    id: text().notNull(),
    wikiId: text("wiki_id").notNull(),
    pageId: text("page_id").notNull(),
    /** The comment that this one answers. */
    parentId: text("parent_id"),
    authorId: text("author_id")
      .notNull()
      .references(() => person.id),
    body: text().notNull(),
    at: instant("at").notNull(),
    /** Of one that begins a thread: when it was settled, and by whom; null: it is open. */
    settledAt: instant("settled_at"),
    settledBy: text("settled_by").references(() => person.id),
    /**
     * Of one that begins a thread: the entry of its page, by number, in which it was taken up, who said so
     * and when; null: nobody did.
     */
    takenUpIn: integer("taken_up_in"),
    takenUpBy: text("taken_up_by").references(() => person.id),
    takenUpAt: instant("taken_up_at"),
    /** When its wording was changed last; the earlier ones are kept with the acts. */
    editedAt: instant("edited_at"),
    /**
     * Since when it is withdrawn, by its author or by those who run the course: kept, and counted no more.
     */
    withdrawnAt: instant("withdrawn_at"),
    withdrawnBy: text("withdrawn_by").references(() => person.id),
    /** Of one about a passage: the words that it is about, of the page as it stood after this entry. */
    passageEntry: integer("passage_entry"),
    passageFrom: integer("passage_from"),
    passageTo: integer("passage_to"),
    /** What the passage said then. */
    passageQuote: text("passage_quote"),
    /**
     * The origins of its words (see `storeOrigins`), by which it is found again; computed anew with the
     * page's credit.
     */
    passageOrigins: bytes("passage_origins"),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    foreignKey({ columns: [table.courseId, table.pageId], foreignColumns: [page.courseId, page.id] }),
    index("comment_by_page").on(table.courseId, table.pageId, table.at),
    index("comment_by_time").on(table.courseId, table.at),
    index("comment_by_author").on(table.courseId, table.wikiId, table.authorId),
    index("comment_with_passage")
      .on(table.courseId, table.wikiId)
      .where(sql`passage_entry is not null`),
    check(
      "passage_is_whole",
      sql`num_nulls(passage_entry, passage_from, passage_to, passage_quote, passage_origins) in (0, 5)`,
    ),
  ],
);

/** Whom a comment names: those who read the page and are told of it. */
export const mention = pgTable(
  "mention",
  {
    courseId: text("course_id").notNull(),
    commentId: text("comment_id").notNull(),
    personId: text("person_id")
      .notNull()
      .references(() => person.id),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.commentId, table.personId] }),
    foreignKey({
      columns: [table.courseId, table.commentId],
      foreignColumns: [comment.courseId, comment.id],
    }),
    index("mention_by_person").on(table.courseId, table.personId),
  ],
);

/** What was done with a comment: never changed. */
export const commentAct = pgTable(
  "comment_act",
  {
    courseId: text("course_id").notNull(),
    id: text().notNull(),
    commentId: text("comment_id").notNull(),
    kind: text()
      .$type<"settled" | "reopened" | "edited" | "withdrawn" | "put back" | "taken up" | "not taken up">()
      .notNull(),
    /** Where it was edited, what it said before. */
    earlier: text(),
    byId: text("by_id")
      .notNull()
      .references(() => person.id),
    at: instant("at").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    foreignKey({
      columns: [table.courseId, table.commentId],
      foreignColumns: [comment.courseId, comment.id],
    }),
    index("comment_act_by_comment").on(table.courseId, table.commentId, table.at),
  ],
);

/**
 * What a change of access did, in the words of the sheet: what a cell said before, and what it says after.
 */
export interface ToldChange {
  readonly cell: Cell;
  /** What was set for the cell itself; null: nothing. Several windows can lie over each other. */
  readonly before: readonly ToldSetting[];
  readonly after: readonly ToldSetting[];
  /** Where powers were set, and not a level: those that changed. Null: nothing of its own. */
  readonly powers?: { readonly before: PowerSetting; readonly after: PowerSetting };
}

export interface ToldSetting {
  readonly level: Level;
  readonly from: string | null;
  readonly until: string | null;
  readonly weekly: Weekly | null;
}

export interface ToldPowers {
  readonly before: readonly Power[];
  readonly after: readonly Power[];
}

/** Instants as ISO 8601; null: none. */
export interface ToldTimes {
  readonly opensAt: string;
  readonly dueAt: string;
  readonly closesAtDue: boolean;
  readonly cutOffAt: string | null;
  readonly othersReadFrom: string | null;
}

/** Doors are opened and ended where they are made; all else can be undone in the log. */
export const changeKinds = [
  "set",
  "more time",
  "undo",
  "door opened",
  "door ended",
  "powers",
  "times",
  "archived",
  "reopened",
] as const;
export type ChangeKind = (typeof changeKinds)[number];

/**
 * The log of access: one line for each change, however many cells it set. Lines are never changed, except
 * that they were undone.
 */
export const accessChange = pgTable(
  "access_change",
  {
    courseId: text("course_id")
      .notNull()
      .references(() => course.id),
    id: text().notNull(),
    assignmentId: text("assignment_id").notNull(),
    byId: text("by_id")
      .notNull()
      .references(() => person.id),
    at: instant("at").notNull(),
    kind: text().$type<ChangeKind>().notNull(),
    /** For an undo: the change that it takes back. */
    undoes: text(),
    /** Of the change: when it was taken back. */
    undoneAt: instant("undone_at"),
    told: jsonb().$type<readonly ToldChange[]>().notNull(),
    /**
     * Of a change of what members may do apart from writing, and of its undoing: what that was before and is
     * after.
     */
    powers: jsonb().$type<ToldPowers>(),
    /** Of a change of the assignment's times, and of its undoing. */
    times: jsonb().$type<{ readonly before: ToldTimes; readonly after: ToldTimes }>(),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    foreignKey({
      columns: [table.courseId, table.assignmentId],
      foreignColumns: [assignment.courseId, assignment.id],
    }),
    index("access_change_by_assignment").on(table.courseId, table.assignmentId, table.at),
  ],
);

/**
 * A rule is never rewritten: one that no longer holds is ended, and begins again only when what ended it is
 * undone.
 */
export const accessRule = pgTable(
  "access_rule",
  {
    courseId: text("course_id")
      .notNull()
      .references(() => course.id),
    id: text().notNull(),
    scope: text().$type<Scope>().notNull(),
    place: text().notNull(),
    whoKind: text("who_kind").$type<Who["kind"]>().notNull(),
    whoPerson: text("who_person").references(() => person.id),
    whoGroup: text("who_group"),
    /** The open room or the readers' link whose guests are meant. */
    whoDoor: text("who_door"),
    /** A rule gives either a level, or a power, or takes one. */
    level: text().$type<Level>(),
    power: text().$type<Power>(),
    given: boolean(),
    from: instant("from_at"),
    until: instant("until_at"),
    weekly: jsonb().$type<Weekly>(),
    /**
     * "assignment" for the rules that an assignment's own settings make: they change with these. "more time":
     * an extension.
     */
    origin: text().$type<"assignment" | "more time">(),
    madeAt: instant("made_at").notNull(),
    madeBy: text("made_by")
      .notNull()
      .references(() => person.id),
    /** The change in the log that made it, and the one that ended it. */
    changeId: text("change_id"),
    endedAt: instant("ended_at"),
    endedBy: text("ended_by").references(() => person.id),
    endedChangeId: text("ended_change_id"),
  },
  (table) => [
    primaryKey({ columns: [table.courseId, table.id] }),
    index("rule_by_place").on(table.courseId, table.place),
    index("rule_by_change").on(table.courseId, table.changeId),
    check("rule_gives_one", sql`(level is null) <> (power is null) and (power is null) = (given is null)`),
  ],
);
