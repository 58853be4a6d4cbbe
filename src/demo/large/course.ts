/**
 * A large course beside the demo's own: 300 students in 60 groups with wikis of ten pages, 30,000 entries
 * over five weeks. Its entries are put into the ledger as a term of saves would have left them there; their
 * credit is computed by the same job that brings stored credit to new rules.
 */
import "server-only";
import { and, eq, sql } from "drizzle-orm";
import { powers } from "@/core/access/may";
import { fromMarkdown } from "@/core/document/markdown";
import type { PageDocument } from "@/core/document/model";
import { chainStart, entryHash } from "@/core/ledger/chain";
import { titleKey } from "@/core/links/titles";
import { wallClockAt } from "@/core/time/zone";
import { dayLength } from "@/core/time/lengths";
import { createAccounts } from "@/data/accounts/write";
import { bringWikisUp } from "@/data/assignments/wikis";
import { prepareAssignment, publishAssignment } from "@/data/assignments/write";
import { isCourse } from "@/data/courses/read";
import { insertCourse } from "@/data/courses/write";
import type { Database } from "@/data/db/client";
import { comment, entry, page, wiki } from "@/data/db/tables/wikis";
import { saveGroupSet } from "@/data/groups/write";
import type { recomputeStale } from "@/data/ledger/recompute";
import { hashPassword } from "@/data/session/auth";
import type { Context } from "@/data/session/context";
import { assistant, demoPassword, instructor } from "../people";
import { brief, expected, starterPages } from "../starter";
import { nameOf, riverOf } from "./names";
import { workOf } from "./work";

export const largeCourseId = "allsections";
const zone = "Europe/Dublin";

/** Titles of a wiki's pages, starter pages first. */
const titles = [
  ...starterPages.map(({ title }) => title),
  "Banks and plants",
  "Fish and what they eat",
  "Flood memory",
  "People by the water",
  "Costs",
  "Order of work",
  "Water quality",
];

export interface LargeSize {
  readonly groups: number;
  readonly membersEach: number;
  readonly entriesEach: number;
}

export const largeSize: LargeSize = { groups: 60, membersEach: 5, entriesEach: 500 };

export function hasLarge(db: Database): Promise<boolean> {
  return isCourse(db, largeCourseId);
}

/**
 * Makes the course, wiki by wiki; `recompute` computes its credit, `tell` hears how far it came. The demo's
 * own people must be there.
 */
export async function makeLarge(
  db: Database,
  today: Date,
  newId: () => string,
  { groups, membersEach, entriesEach }: LargeSize,
  recompute: typeof recomputeStale,
  tell: (progress: string) => void,
): Promise<void> {
  const students = Array.from({ length: groups * membersEach }, (_, at) => {
    const name = nameOf(at);
    return {
      id: `all${String(at).padStart(4, "0")}`,
      name,
      email: `${name.toLowerCase().replace(/[^a-z]+/g, ".")}@all-sections.example`,
    };
  });
  const start = new Date(today.getTime() - 42 * dayLength);
  const local = (days: number, time: string) =>
    `${wallClockAt(new Date(today.getTime() + days * dayLength), zone).slice(0, 10)}T${time}`;
  const passwordHash = await hashPassword(demoPassword);
  await createAccounts(
    db,
    students.map((person) => ({ ...person, passwordHash })),
    start,
  );
  await insertCourse(
    db,
    {
      id: largeCourseId,
      title: "Urban rivers, all sections",
      term: "This term",
      timeZone: zone,
      language: "english",
      startsOn: local(-42, "").slice(0, 10),
      endsOn: local(42, "").slice(0, 10),
    },
    [
      { id: instructor.id, role: "instructor" },
      { id: assistant.id, role: "assistant" },
      ...students.map(({ id }) => ({ id, role: "student" as const })),
    ],
    start,
  );
  const ctx: Context = { db, viewer: instructor, now: new Date(today.getTime() - 36 * dayLength), newId };
  const set = await saveGroupSet(ctx, largeCourseId, null, {
    title: "Rivers",
    seed: null,
    signUpLimit: null,
    signUpUntil: null,
    published: true,
    movesFrom: null,
    groups: Array.from({ length: groups }, (_, at) => ({
      id: null,
      name: riverOf(at),
      topic: "",
      members: students.slice(at * membersEach, (at + 1) * membersEach).map(({ id }) => id),
    })),
  });
  if (set.kind !== "saved") throw new Error(`The groups were refused: ${JSON.stringify(set.problem)}`);
  const prepared = await prepareAssignment(ctx, largeCourseId, {
    title: "Restoration dossier",
    brief: fromMarkdown(brief),
    opensAt: local(-35, "09:00"),
    dueAt: local(-1, "17:00"),
    closesAtDue: true,
    cutOffAt: null,
    commentsOn: true,
    othersReadFrom: null,
    membersMay: [...powers],
    sharing: "group",
    setId: set.setId,
    expected: [...expected],
    counts: ["new text", "reworking", "correcting", "comments"],
    starterPages: starterPages.map(({ title, text }) => ({
      id: newId(),
      title,
      document: fromMarkdown(text),
      parentId: null,
      forEachMember: false,
    })),
  });
  if (prepared.kind !== "saved")
    throw new Error(`The assignment was refused: ${JSON.stringify(prepared.problem)}`);
  const { assignmentId } = prepared;
  await publishAssignment(ctx, largeCourseId, assignmentId);
  await bringWikisUp(ctx, { courseId: largeCourseId, assignmentId });
  const wikis = await db
    .select({ id: wiki.id, position: wiki.position })
    .from(wiki)
    .where(and(eq(wiki.courseId, largeCourseId), eq(wiki.assignmentId, assignmentId)))
    .orderBy(wiki.position);
  const span = {
    from: new Date(today.getTime() - 34 * dayLength),
    until: new Date(today.getTime() - dayLength),
  };
  for (const [at, { id }] of wikis.entries()) {
    await fill(
      db,
      id,
      students.slice(at * membersEach, (at + 1) * membersEach).map((person) => person.id),
      { seed: 4000 + at, entries: entriesEach, ...span },
      newId,
    );
    if ((at + 1) % 10 === 0 || at + 1 === groups) tell(`${at + 1} of ${groups} wikis written`);
  }
  await db.execute(sql`vacuum analyze`);
  let told = 0;
  await recompute(db, largeCourseId, ({ wikisDone, wikis: of, entriesDone }) => {
    if (wikisDone < told + 10 && wikisDone < of) return;
    told = wikisDone;
    tell(`the credit of ${wikisDone} of ${of} wikis computed, ${entriesDone.toLocaleString("en")} entries`);
  });
  await db.execute(sql`vacuum analyze`);
}

interface Filling {
  readonly seed: number;
  readonly entries: number;
  readonly from: Date;
  readonly until: Date;
}

/**
 * A wiki's entries and comments, straight into the ledger and chained as saves chain them. Its credit is to
 * be computed afterwards.
 */
async function fill(
  db: Database,
  wikiId: string,
  members: readonly string[],
  { seed, entries, from, until }: Filling,
  newId: () => string,
): Promise<void> {
  const ofWiki = and(eq(page.courseId, largeCourseId), eq(page.wikiId, wikiId));
  const begun = await db
    .select({
      id: page.id,
      title: page.title,
      entries: page.entries,
      hash: entry.hash,
      document: entry.document,
      rev: entry.rev,
    })
    .from(page)
    .innerJoin(
      entry,
      and(eq(entry.courseId, page.courseId), eq(entry.pageId, page.id), eq(entry.number, page.entries)),
    )
    .where(ofWiki);
  const pages = new Map(
    begun.map(({ title, id, entries: number, hash }) => [title, { id, number, hash, isNew: false }]),
  );
  const starters = new Map<string, PageDocument>(begun.map(({ title, document }) => [title, document]));
  const work = workOf(seed, { members: members.length, entries, titles, from, until }, starters);
  let rev = Math.max(0, ...begun.map((each) => each.rev));
  const rows: (typeof entry.$inferInsert)[] = [];
  for (const { page: title, member, at, note, document } of work.entries) {
    const known = pages.get(title) ?? { id: newId(), number: 0, hash: chainStart, isNew: true };
    if (known.isNew && known.number === 0) {
      await db.insert(page).values({
        courseId: largeCourseId,
        id: known.id,
        wikiId,
        title,
        titleKey: titleKey(title),
        position: pages.size,
        startedBy: members[member]!,
        entries: 0,
        words: 0,
        credit: new Uint8Array(0),
      });
    }
    const number = known.number + 1;
    const content = {
      number,
      base: known.number,
      kind: number === 1 ? ("started" as const) : ("wrote" as const),
      note,
      title,
      restoredFrom: null,
      document,
    };
    const authorId = members[member]!;
    const hash = entryHash(
      { ...content, page: known.id, author: authorId, at: at.toISOString() },
      known.hash,
    );
    rows.push({
      ...content,
      courseId: largeCourseId,
      pageId: known.id,
      wikiId,
      rev: ++rev,
      authorId,
      at,
      hash,
    });
    pages.set(title, { ...known, number, hash });
  }
  for (let first = 0; first < rows.length; first += 250)
    await db.insert(entry).values(rows.slice(first, first + 250));
  for (const { id, number } of pages.values())
    await db
      .update(page)
      .set({ entries: number })
      .where(and(ofWiki, eq(page.id, id)));
  await db
    .update(wiki)
    .set({ entries: rev, creditVersion: 0, searchVersion: 0 })
    .where(and(eq(wiki.courseId, largeCourseId), eq(wiki.id, wikiId)));
  const said = work.comments.map((each) => ({ ...each, id: newId() }));
  if (said.length === 0) return;
  await db.insert(comment).values(
    said.map(({ id, page: title, member, at, body, answers }) => ({
      courseId: largeCourseId,
      id,
      wikiId,
      pageId: pages.get(title)!.id,
      parentId: answers === null ? null : said[answers]!.id,
      authorId: members[member]!,
      body,
      at,
    })),
  );
}
