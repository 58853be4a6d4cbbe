/**
 * Pages as places: their titles, where they stand in the contents, the bin, and the page that comes first.
 */
import "server-only";
import { and, asc, desc, eq, isNotNull, isNull, sql } from "drizzle-orm";
import { inOrder, type Placed, put, type Spot } from "@/core/contents/order";
import { mayUse, type Power } from "@/core/access/may";
import { emptyDocument } from "@/core/document/model";
import { titleKey } from "@/core/links/titles";
import { typedText } from "@/core/text/typed";
import {
  mayChangeCourse,
  mayUsePower,
  ownership,
  readablePages,
  rulebookAt,
  standAtPage,
  standAtWiki,
} from "../access/read";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { contentsAct, entry, formerTitle, page, starterPage, wiki } from "../db/tables/wikis";
import { lockWiki, recordEntry } from "../ledger/record";
import { indexPageNames } from "../search/index-pages";
import type { Context, ContextIn } from "../session/context";
import type { ContentsProblem, ContentsSaved, RemovedPageDto } from "./dto";
import { atLockedPage } from "./locked";
import { pageTitle } from "./write";
import { act } from "../session/act";
import { type Refused, refused } from "../refusal";

interface PageAt {
  readonly courseId: string;
  readonly pageId: string;
}

const saved: ContentsSaved = { kind: "saved" };

/** Gives a page another title: an entry of its ledger. Links that name the old one lead to it still. */
export async function renamePage(
  ctx: Context,
  { courseId, pageId, title }: PageAt & { readonly title: string },
): Promise<ContentsSaved> {
  const name = pageTitle.safeParse(title);
  if (!name.success) return refused({ code: "bad title" });
  return withPage(ctx, { courseId, pageId }, "rename", async (inside, found) => {
    if (found.removedAt) return refused({ code: "not found" });
    if (found.title === name.data) return saved;
    const recorded = await record(inside, found, {
      kind: "renamed",
      title: name.data,
      note: `Was “${found.title}”`,
      document: found.document,
      restoredFrom: null,
    });
    if (recorded) return recorded;
    const { wikiId } = found;
    const former = and(eq(formerTitle.courseId, courseId), eq(formerTitle.wikiId, wikiId));
    const lost = await inside.db
      .delete(formerTitle)
      .where(and(former, eq(formerTitle.titleKey, titleKey(name.data))))
      .returning({ pageId: formerTitle.pageId });
    for (const { pageId: loser } of lost) await indexPageNames(inside.db, courseId, loser);
    if (titleKey(found.title) === titleKey(name.data)) return saved;
    await inside.db
      .insert(formerTitle)
      .values({
        courseId,
        wikiId,
        titleKey: titleKey(found.title),
        title: found.title,
        pageId,
        until: ctx.now,
      })
      .onConflictDoUpdate({
        target: [formerTitle.courseId, formerTitle.wikiId, formerTitle.titleKey],
        set: { pageId, title: found.title, until: ctx.now },
      });
    await indexPageNames(inside.db, courseId, pageId);
    return saved;
  });
}

/**
 * Puts a page into the bin: an entry that leaves it empty, so that its words stand nowhere. Nothing of it is
 * lost.
 */
export async function removePage(ctx: Context, at: PageAt): Promise<ContentsSaved> {
  return withPage(ctx, at, "remove", async (inside, found) => {
    if (found.removedAt) return saved;
    if (found.homePageId === at.pageId) return refused({ code: "home page stays" });
    return (
      (await record(inside, found, {
        kind: "removed",
        title: found.title,
        note: "",
        document: emptyDocument,
        restoredFrom: null,
      })) ?? saved
    );
  });
}

/** Takes a page out of the bin, as it was; under another title if the old one has been taken meanwhile. */
export async function bringPageBack(
  ctx: Context,
  { title, ...at }: PageAt & { readonly title?: string },
): Promise<ContentsSaved> {
  const name = title === undefined ? null : pageTitle.safeParse(title);
  if (name && !name.success) return refused({ code: "bad title" });
  return withPage(ctx, at, "remove", async (inside, found) => {
    if (!found.removedAt) return saved;
    const before = found.entries - 1;
    const [earlier] = await inside.db
      .select({ document: entry.document })
      .from(entry)
      .where(and(eq(entry.courseId, at.courseId), eq(entry.pageId, at.pageId), eq(entry.number, before)));
    return (
      (await record(inside, found, {
        kind: "brought back",
        title: name?.data ?? found.title,
        note: "",
        document: earlier!.document,
        restoredFrom: before,
      })) ?? saved
    );
  });
}

/** Puts a page elsewhere in the contents. The home page comes first, and is moved by nobody. */
export const arrangePage = act(
  async (ctx, { courseId, pageId, ...spot }: PageAt & Spot): Promise<ContentsSaved> => {
    return atLockedPage(ctx, courseId, pageId, async (inside, atPage) => {
      const tx = inside.db;
      const atWiki = atPage && (await standAtWiki(inside, courseId, atPage.wikiId));
      if (!atWiki) return refused({ code: "not found" });
      if (!mayUsePower(atWiki, "arrange")) return refused({ code: "power not given", power: "arrange" });
      const [home] = await tx
        .select({ id: wiki.homePageId })
        .from(wiki)
        .where(and(eq(wiki.courseId, courseId), eq(wiki.id, atWiki.wikiId)));
      if (pageId === home?.id || spot.before === home?.id) return refused({ code: "home page stays" });
      const changed = put(await placesIn(tx, courseId, atWiki.wikiId), pageId, spot);
      if (!changed) return refused({ code: "no such place" });
      if (changed.length === 0) return saved;
      const rows = sql.join(
        changed.map(({ id, parentId, position }) => sql`(${id}::text, ${parentId}::text, ${position}::int)`),
        sql`, `,
      );
      await tx.execute(sql`update ${page} set parent_id = placed.parent_id, position = placed.position
        from (values ${rows}) as placed (id, parent_id, position)
      where ${page}.course_id = ${courseId} and ${page}.id = placed.id`);
      await tx.insert(contentsAct).values({
        courseId,
        id: ctx.newId(),
        wikiId: atWiki.wikiId,
        kind: "arranged",
        pageId,
        byId: ctx.viewer.id,
        at: ctx.now,
      });
      return saved;
    });
  },
);

/** Where every page of a wiki stands, to be put back. */
export interface Place {
  readonly id: string;
  readonly parentId: string | null;
}

export type OrderedAnew =
  | {
      readonly kind: "ordered";
      /** How the pages stood before, in order. */ readonly before: readonly Place[];
    }
  | Refused<ContentsProblem>;

/**
 * Puts all pages of a wiki into another order at once: the given one, which names each of them, or (null) the
 * order in which they were started, starter pages below those that they belong to and all others at the top.
 */
export const orderAnew = act(
  async (ctx, courseId: string, wikiId: string, places: readonly Place[] | null): Promise<OrderedAnew> => {
    return ctx.db.transaction(async (tx): Promise<OrderedAnew> => {
      const inside = { ...ctx, db: tx };
      const atWiki = await standAtWiki(inside, courseId, wikiId);
      if (!atWiki) return refused({ code: "not found" });
      await lockWiki(tx, courseId, wikiId);
      if (!mayUsePower(atWiki, "arrange")) return refused({ code: "power not given", power: "arrange" });
      const here = and(eq(page.courseId, courseId), eq(page.wikiId, wikiId));
      const rows = await tx
        .select({
          id: page.id,
          parentId: page.parentId,
          position: page.position,
          startedRev: entry.rev,
          starterParent: sql<
            string | null
          >`(select parent.id from ${page} parent join ${starterPage} s on s.course_id = ${page}.course_id
            and s.id = ${page}.starter_id
        where parent.course_id = ${page}.course_id and parent.wiki_id = ${page}.wiki_id
        and parent.starter_id = s.parent_id and parent.owner_id is null limit 1)`,
        })
        .from(page)
        .innerJoin(
          entry,
          and(eq(entry.courseId, page.courseId), eq(entry.pageId, page.id), eq(entry.number, 1)),
        )
        .where(here)
        .orderBy(asc(page.position), asc(entry.rev));
      const before = inOrder(rows).map(({ id, parentId }) => ({ id, parentId }));
      const known = new Set(rows.map(({ id }) => id));
      const given =
        places ??
        [...rows]
          .sort((one, other) => one.startedRev - other.startedRev)
          .map(({ id, starterParent }) => ({ id, parentId: starterParent }));
      if (
        given.length !== known.size ||
        new Set(given.map(({ id }) => id)).size !== known.size ||
        given.some(({ id, parentId }) => !known.has(id) || (parentId !== null && !known.has(parentId)))
      )
        return refused({ code: "no such place" });
      const values = sql.join(
        given.map(({ id, parentId }, position) => sql`(${id}::text, ${parentId}::text, ${position}::int)`),
        sql`, `,
      );
      if (given.length > 0)
        await tx.execute(
          sql`update ${page} set parent_id = placed.parent_id, position = placed.position
            from (values ${values}) as placed (id, parent_id, position) where ${page}.course_id = ${courseId}
            and ${page}.id = placed.id`,
        );
      if (given[0])
        await tx.insert(contentsAct).values({
          courseId,
          id: ctx.newId(),
          wikiId,
          kind: "arranged",
          pageId: given[0].id,
          byId: ctx.viewer.id,
          at: ctx.now,
        });
      return { kind: "ordered", before };
    });
  },
);

/** Puts a heading above a page in the contents, where it stays with it; an empty one takes it away. */
export const setHeading = act(
  async (
    ctx,
    { courseId, pageId, heading }: PageAt & { readonly heading: string },
  ): Promise<ContentsSaved> => {
    const words = typedText(100).safeParse(heading);
    if (!words.success) return refused({ code: "bad heading" });
    return atLockedPage(ctx, courseId, pageId, async (inside, atPage) => {
      const atWiki = atPage && (await standAtWiki(inside, courseId, atPage.wikiId));
      if (!atWiki) return refused({ code: "not found" });
      if (!mayUsePower(atWiki, "arrange")) return refused({ code: "power not given", power: "arrange" });
      const [home] = await inside.db
        .select({ id: wiki.homePageId })
        .from(wiki)
        .where(and(eq(wiki.courseId, courseId), eq(wiki.id, atWiki.wikiId)));
      if (pageId === home?.id) return refused({ code: "home page stays" });
      await inside.db
        .update(page)
        .set({ heading: words.data })
        .where(and(eq(page.courseId, courseId), eq(page.id, pageId)));
      await inside.db.insert(contentsAct).values({
        courseId,
        id: ctx.newId(),
        wikiId: atWiki.wikiId,
        kind: "heading",
        pageId,
        byId: ctx.viewer.id,
        at: ctx.now,
      });
      return saved;
    });
  },
);

/** Makes another page the wiki's home page. For instructors. */
export const makeHomePage = act(async (ctx, { courseId, pageId }: PageAt): Promise<ContentsSaved> => {
  return atLockedPage(ctx, courseId, pageId, async (inside, standpoint) => {
    const tx = inside.db;
    if (!standpoint) return refused({ code: "not found" });
    if (!(await mayChangeCourse(inside, courseId))) return refused({ code: "not allowed" });
    const { wikiId } = standpoint;
    const [found] = await tx
      .select({ removedAt: page.removedAt })
      .from(page)
      .where(and(eq(page.courseId, courseId), eq(page.id, pageId)));
    if (found?.removedAt) return refused({ code: "not found" });
    await tx
      .update(page)
      .set({ parentId: null })
      .where(and(eq(page.courseId, courseId), eq(page.id, pageId)));
    await tx
      .update(wiki)
      .set({ homePageId: pageId })
      .where(and(eq(wiki.courseId, courseId), eq(wiki.id, wikiId)));
    await tx.insert(contentsAct).values({
      courseId,
      id: ctx.newId(),
      wikiId,
      kind: "home page",
      pageId,
      byId: ctx.viewer.id,
      at: ctx.now,
    });
    return saved;
  });
});

/**
 * The pages of a wiki that lie in the bin, the last removed first, as far as the viewer may read them; null
 * if there is no such wiki for them.
 */
export async function removedPages(
  ctx: ContextIn,
  courseId: string,
  wikiId: string,
): Promise<RemovedPageDto[] | null> {
  const standpoint = await standAtWiki(ctx, courseId, wikiId);
  if (!standpoint) return null;
  const rows = await ctx.db
    .select({ id: page.id, title: page.title, ownerId: page.ownerId, at: page.removedAt, by: person.name })
    .from(page)
    .innerJoin(
      entry,
      and(eq(entry.courseId, page.courseId), eq(entry.pageId, page.id), eq(entry.number, page.entries)),
    )
    .innerJoin(person, eq(person.id, entry.authorId))
    .where(and(eq(page.courseId, courseId), eq(page.wikiId, wikiId), isNotNull(page.removedAt)))
    .orderBy(desc(page.removedAt), asc(page.title));
  const result: RemovedPageDto[] = [];
  for (const { id, title, at, by } of readablePages(standpoint, rows)) {
    const atPage = await standAtPage(ctx, courseId, id);
    result.push({ id, title, at: at!, by, mayBringBack: atPage !== null && mayUsePower(atPage, "remove") });
  }
  return result;
}

interface Found {
  readonly courseId: string;
  readonly pageId: string;
  readonly wikiId: string;
  readonly homePageId: string | null;
  readonly title: string;
  readonly entries: number;
  readonly removedAt: Date | null;
  readonly document: (typeof entry.$inferSelect)["document"];
}

/** Does something with a page, its wiki locked, if the viewer has the power that it takes. */
const withPage = act(
  async (
    ctx,
    { courseId, pageId }: PageAt,
    power: Power,
    carryOut: (inside: ContextIn, found: Found) => Promise<ContentsSaved>,
  ): Promise<ContentsSaved> => {
    return atLockedPage(ctx, courseId, pageId, async (inside, standpoint) => {
      if (!standpoint) return refused({ code: "not found" });
      if (!mayUsePower(standpoint, power)) return refused({ code: "power not given", power });
      const [found] = await inside.db
        .select({
          courseId: page.courseId,
          pageId: page.id,
          wikiId: page.wikiId,
          homePageId: wiki.homePageId,
          title: page.title,
          entries: page.entries,
          removedAt: page.removedAt,
          document: entry.document,
        })
        .from(page)
        .innerJoin(wiki, and(eq(wiki.courseId, page.courseId), eq(wiki.id, page.wikiId)))
        .innerJoin(
          entry,
          and(eq(entry.courseId, page.courseId), eq(entry.pageId, page.id), eq(entry.number, page.entries)),
        )
        .where(and(eq(page.courseId, courseId), eq(page.id, pageId)));
      return carryOut(inside, found!);
    });
  },
);

/** Records the act as the page's next entry; null if that went through. */
async function record(
  { db, viewer, now, newId }: ContextIn,
  { courseId, wikiId, pageId, entries }: Found,
  act: Pick<Parameters<typeof recordEntry>[1], "kind" | "title" | "note" | "document" | "restoredFrom">,
): Promise<ContentsSaved | null> {
  const recorded = await recordEntry(db, {
    courseId,
    wikiId,
    pageId,
    base: entries,
    authorId: viewer.id,
    at: now,
    newBlockId: newId,
    ...act,
  });
  return recorded.kind === "title taken" ? refused({ code: "title taken", title: act.title }) : null;
}

/** The pages of a wiki as they stand in its contents. */
async function placesIn(db: Queryable, courseId: string, wikiId: string): Promise<Placed[]> {
  return inOrder(
    await db
      .select({ id: page.id, parentId: page.parentId, position: page.position })
      .from(page)
      .where(and(eq(page.courseId, courseId), eq(page.wikiId, wikiId), isNull(page.removedAt)))
      .orderBy(asc(page.position), asc(page.title)),
  );
}

/**
 * The pages of a wiki that the viewer may rename, and those that they may remove; null if there is no such
 * wiki for them.
 */
export async function pagePowers(
  ctx: ContextIn,
  courseId: string,
  wikiId: string,
): Promise<Record<"rename" | "remove", ReadonlySet<string>> | null> {
  const standpoint = await standAtWiki(ctx, courseId, wikiId);
  if (!standpoint) return null;
  const { assignmentId, person: viewer, closed } = standpoint;
  const rows = await ctx.db
    .select({ id: page.id, ownerId: page.ownerId })
    .from(page)
    .where(and(eq(page.courseId, courseId), eq(page.wikiId, wikiId), isNull(page.removedAt)));
  const book = await rulebookAt(ctx, courseId, [courseId, assignmentId, wikiId, ...rows.map(({ id }) => id)]);
  const withPower = (power: "rename" | "remove") =>
    new Set(
      rows.flatMap(({ id, ownerId }) => {
        const asked = { ...viewer, ...ownership(ownerId, viewer.id) };
        const place = { course: courseId, assignment: assignmentId, wiki: wikiId, page: id };
        return closed === null && mayUse(book.levelOf(asked, place), power, book.power(asked, place, power))
          ? [id]
          : [];
      }),
    );
  return { rename: withPower("rename"), remove: withPower("remove") };
}
