/** Searching a course: what is found, and that nobody finds what they may not read. */
import fc from "fast-check";
import { eq } from "drizzle-orm";
import { describe, expect, test } from "vitest";
import { levels } from "@/core/access/may";
import type { Language } from "@/core/search/languages";
import { fromMarkdown } from "@/core/document/markdown";
import { pagesToRead } from "@/data/access/readable";
import { standAtPage } from "@/data/access/read";
import { addComment, editComment, withdrawComment } from "@/data/comments/write";
import { course as courseTable, courseGroup } from "@/data/db/tables/courses";
import { accessRule, page, wiki } from "@/data/db/tables/wikis";
import { findPage } from "@/data/pages/read";
import { removePage, renamePage } from "@/data/pages/places";
import { setTags } from "@/data/pages/tags";
import { savePage, startPage } from "@/data/pages/write";
import { bringSearchUp, forgetIndex } from "@/data/search/bring-up";
import { words } from "@/core/text/words";
import { cleanText } from "@/core/text/clean";
import { indexPageText } from "@/data/search/index-pages";
import { searchOffers, startOffer } from "@/data/search/offers";
import { foundWords } from "@/data/search/on-page";
import { type Narrowing, notNarrowed, search } from "@/data/search/read";
import { leaves } from "@/core/document/leaves";
import type { Context } from "@/data/session/context";
import { newId } from "@/data/session/ids";
import { db, later, makeCourse, monday, pageNamed, type TestCourse } from "../support/course";

const much = { most: 20, isTyped: false };

async function inEnglish(): Promise<TestCourse> {
  const made = await makeCourse();
  await inLanguage(made.courseId, "english");
  return made;
}

async function inLanguage(courseId: string, language: Language): Promise<void> {
  await db.transaction(async (tx) => {
    await tx.update(courseTable).set({ language }).where(eq(courseTable.id, courseId));
    await forgetIndex(tx, courseId);
  });
  await bringSearchUp(db, courseId);
}

async function write(ctx: Context, courseId: string, pageId: string, text: string): Promise<void> {
  const before = (await findPage(ctx, courseId, pageId))!;
  const saved = await savePage(ctx, {
    courseId,
    pageId,
    base: before.entries,
    document: fromMarkdown(text),
    note: "",
  });
  expect(saved.kind).toBe("saved");
}

const found = async (ctx: Context, courseId: string, text: string, narrowing: Partial<Narrowing> = {}) =>
  (await search(ctx, courseId, text, { ...notNarrowed, ...narrowing }, much))!;
const titles = async (...asked: Parameters<typeof found>) =>
  (await found(...asked)).pages.map(({ title }) => title);

describe("what is found", () => {
  test("words in any order and form, without accents; phrases, and words left out", async () => {
    const { courseId, homeId, as } = await inEnglish();
    const mira = as("mira");
    await write(
      mira,
      courseId,
      homeId,
      "## Restoring the rivière\n\nWillows were planted along the bank.\n\nThe end of one block\n\nand of another 灰色の川岸を歩く.",
    );
    expect(await titles(mira, courseId, "plant willow")).toEqual(["Home"]);
    expect(await titles(mira, courseId, "RIVIERE restored")).toEqual(["Home"]);
    expect(await titles(mira, courseId, '"along the bank"')).toEqual(["Home"]);
    expect(await titles(mira, courseId, '"bank along"')).toEqual([]);
    expect(await titles(mira, courseId, '"block and"')).toEqual([]);
    expect(await titles(mira, courseId, "willows -bank")).toEqual([]);
    expect(await titles(mira, courseId, "川岸")).toEqual(["Home"]);
    expect(await titles(mira, courseId, "the")).toEqual(["Home"]);
  });

  test("the title counts for more than the text, and the whole title for most", async () => {
    const { courseId, homeId, as } = await inEnglish();
    await write(as("mira"), courseId, homeId, "A plan, the plan, plans and planning: plan upon plan.");
    expect(await titles(as("mira"), courseId, "plan")).toEqual(["Plan", "Home"]);
  });

  test("what changed is found at once, and what went no longer", async () => {
    const { courseId, homeId, as } = await inEnglish();
    await write(as("mira"), courseId, homeId, "Otters live here.\n\nHerons stand by.");
    await write(as("jonas"), courseId, homeId, "Beavers live here.\n\nHerons stand by.");
    expect(await titles(as("mira"), courseId, "otter")).toEqual([]);
    expect(await titles(as("mira"), courseId, "beaver heron")).toEqual(["Home"]);
  });

  test("former titles and tags", async () => {
    const { courseId, homeId, wikiId, as } = await inEnglish();
    const planId = (await pageNamed(as("mira"), courseId, wikiId, "Plan"))!;
    await renamePage(as("mira"), { courseId, pageId: planId, title: "Order of works" });
    await setTags(as("mira"), { courseId, pageId: homeId, tags: ["flood risk"] });
    const former = await found(as("mira"), courseId, "plan");
    expect(former.pages[0]).toMatchObject({ title: "Order of works", former: "Plan" });
    expect(await titles(as("mira"), courseId, "flood")).toEqual(["Home"]);
    expect(await titles(as("mira"), courseId, "", { tag: "Flood risk" })).toEqual(["Home"]);
    await setTags(as("mira"), { courseId, pageId: homeId, tags: [] });
    expect(await titles(as("mira"), courseId, "flood")).toEqual([]);
  });

  test("a slip of a letter or two, where what was typed is nowhere", async () => {
    const { courseId, homeId, as } = await inEnglish();
    await write(as("mira"), courseId, homeId, "The restoration of the weir.");
    const slipped = await found(as("mira"), courseId, "resoration wier");
    expect(slipped.pages.map(({ title }) => title)).toEqual(["Home"]);
    expect(slipped.instead).toEqual([
      { typed: "resoration", taken: ["restoration"] },
      { typed: "wier", taken: ["weir"] },
    ]);
    expect(slipped.find).toBe("restoration weir ");
  });

  test("the beginning of a word while it is typed, longer than its stem too", async () => {
    const { courseId, homeId, as } = await inEnglish();
    await write(as("mira"), courseId, homeId, "The restoration of the weir.");
    for (const typed of ["r", "rest", "restora", "the restorat"])
      expect(
        (await search(as("mira"), courseId, typed, notNarrowed, { most: 5, isTyped: true }))!.pages.map(
          ({ title }) => title,
        ),
        typed,
      ).toContain("Home");
    expect(await titles(as("mira"), courseId, "restora")).toEqual([]);
  });

  test("comments as they read now", async () => {
    const { courseId, homeId, as } = await inEnglish();
    const sent = await addComment(as("jonas"), {
      courseId,
      pageId: homeId,
      parent: null,
      body: "Where are the eels?",
    });
    const id = sent.kind === "commented" ? sent.id : "";
    expect((await found(as("mira"), courseId, "eel")).comments).toMatchObject([
      { commentId: id, author: "jonas" },
    ]);
    await editComment(as("jonas"), { courseId, commentId: id, body: "Where are the trout?" });
    expect((await found(as("mira"), courseId, "eel")).comments).toEqual([]);
    expect((await found(as("mira"), courseId, "trout")).comments).toHaveLength(1);
    await withdrawComment(as("jonas"), { courseId, commentId: id, withdrawn: true });
    expect((await found(as("mira"), courseId, "trout")).comments).toEqual([]);
    expect((await found(as("ines"), courseId, "trout")).comments).toHaveLength(1);
  });

  test("people by those who run the course alone, assignments by all who see them", async () => {
    const { courseId, as } = await inEnglish();
    expect((await found(as("ines"), courseId, "mir")).people.map(({ name }) => name)).toEqual(["mira"]);
    expect((await found(as("mira"), courseId, "jonas")).people).toEqual([]);
    expect((await found(as("mira"), courseId, "dossier")).assignments).toHaveLength(1);
  });

  test("words that stand no more: by the entry that took them off, as they were written", async () => {
    const { courseId, homeId, as } = await inEnglish();
    await write(
      as("mira"),
      courseId,
      homeId,
      "Here we begin.\n\nThe mill was burnt down by Captain Ormery in a storm.",
    );
    await write(as("jonas"), courseId, homeId, "Here we begin.");
    expect((await found(as("mira"), courseId, "burnt ormery")).past).toEqual([]);
    const { pages, past } = await found(as("mira"), courseId, "burnt ormery", { past: true });
    expect(pages).toEqual([]);
    expect(past).toMatchObject([
      { went: { number: 3, author: "jonas" }, came: { number: 2, author: "mira" } },
    ]);
    expect(past[0]!.excerpt!.map(({ text }) => text).join("")).toContain("burnt down by Captain Ormery");
  });

  test("narrowed to an author: to words of theirs that stand", async () => {
    const { courseId, homeId, wikiId, as } = await inEnglish();
    await write(as("mira"), courseId, homeId, "Gravel was brought to the ford by the council.");
    const planId = (await pageNamed(as("mira"), courseId, wikiId, "Plan"))!;
    await write(as("jonas"), courseId, planId, "Gravel is expensive.\n\nNothing else to say.");
    await write(as("mira"), courseId, planId, "Gravel is expensive.\n\nNothing else to say, and so be it.");
    const by = (name: "mira" | "jonas") =>
      titles(as("mira"), courseId, "gravel", { author: as(name).viewer.id });
    expect(await by("mira")).toEqual(["Home"]);
    expect(await by("jonas")).toEqual(["Plan"]);
  });

  test("narrowed to a wiki, to a kind, to a time", async () => {
    const { courseId, homeId, wikiId, otherWikiId, as } = await inEnglish();
    await write(as("mira", later(60)), courseId, homeId, "Say where it rises, and where it ends.");
    expect(await titles(as("ines"), courseId, "rises")).toHaveLength(2);
    expect(await titles(as("ines"), courseId, "rises", { wiki: otherWikiId })).toEqual(["Home"]);
    expect(await titles(as("ines"), courseId, "rises", { wiki: wikiId, kind: "comment" })).toEqual([]);
    expect(await titles(as("ines"), courseId, "rises", { since: later(30) })).toHaveLength(1);
  });

  test("the words that are marked, and the one to begin with", async () => {
    const { courseId, homeId, as } = await inEnglish();
    await write(as("mira"), courseId, homeId, "River Alder. A ford.\n\nThe rivers meet here.");
    const { pages } = await found(as("mira"), courseId, "rivers meet");
    const document = (await findPage(as("mira"), courseId, homeId))!.document;
    expect(pages[0]!.block).toBe(document.content![1]!.attrs!.id);
    expect(await foundWords(db, courseId, "rivers meet ", leaves(document), pages[0]!.block)).toEqual({
      forms: ["river", "rivers", "meet"],
      first: 1,
    });
    expect(await foundWords(db, courseId, "salmon", leaves(document), null)).toBeNull();
  });

  test("nothing that anybody types makes it fail", async () => {
    const { courseId, as } = await inEnglish();
    await fc.assert(
      fc.asyncProperty(
        fc.oneof(
          fc.string({ unit: "binary", maxLength: 80 }),
          fc.stringMatching(/^[-"'\\:*&|!<>() a]{0,60}$/),
        ),
        fc.boolean(),
        async (text, isTyped) => {
          expect(
            await search(as("mira"), courseId, text, { ...notNarrowed, past: true }, { most: 3, isTyped }),
          ).not.toBeNull();
        },
      ),
      { seed: 36, numRuns: 60 },
    );
  });
});

test("whatever is written can be saved, and every word of it is found", async () => {
  const { courseId, homeId, as } = await inEnglish();
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.string({ unit: "grapheme", minLength: 1, maxLength: 12 }), { minLength: 1, maxLength: 8 }),
      async (given) => {
        const text = cleanText(`${given.join(" ")} it's a\\b 'c'`);
        const before = (await findPage(as("mira"), courseId, homeId))!;
        const document = {
          type: "doc" as const,
          content: [{ type: "paragraph" as const, content: [{ type: "text" as const, text }] }],
        };
        const saved = await db.transaction((tx) =>
          indexPageText(tx, { courseId, wikiId: before.wiki.wikiId, pageId: homeId }, document).then(
            () => "saved",
          ),
        );
        expect(saved).toBe("saved");
        for (const { from, to } of words(text).slice(0, 12))
          expect(await titles(as("mira"), courseId, text.slice(from, to)), text).toContain("Home");
      },
    ),
    { seed: 361, numRuns: 40 },
  );
});

describe("made anew", () => {
  test("the index is the same as the one that was brought up to date save by save", async () => {
    const { courseId, homeId, wikiId, as } = await inEnglish();
    await write(as("mira"), courseId, homeId, "## Weirs\n\nThe weir of the mill was built by monks.");
    await write(as("jonas"), courseId, homeId, "## Weirs\n\nNobody knows who built it.");
    await setTags(as("mira"), { courseId, pageId: homeId, tags: ["weir"] });
    const look = async () => {
      const answers = [];
      for (const text of ["weir", "monks", "built nobody", '"knows who"', "resie"])
        answers.push(await found(as("mira"), courseId, text, { past: true }));
      return answers;
    };
    const before = await look();
    await db.transaction((tx) => forgetIndex(tx, courseId));
    expect(await bringSearchUp(db, courseId)).toBe(2);
    expect(await bringSearchUp(db, courseId)).toBe(0);
    expect(await look()).toEqual(before);
    void wikiId;
  });

  test("in another language words have other forms", async () => {
    const { courseId, homeId, as } = await inEnglish();
    await write(as("mira"), courseId, homeId, "Die Häuser stehen am Ufer.");
    expect(await titles(as("mira"), courseId, "haus")).toEqual([]);
    await inLanguage(courseId, "german");
    expect(await titles(as("mira"), courseId, "haus")).toEqual(["Home"]);
  });
});

describe("what is offered", () => {
  test("a page that is not there can be started where one is, by who may; near titles come first", async () => {
    const { courseId, wikiId, homeId, as } = await inEnglish();
    const at = { page: homeId, wiki: null };
    expect(await startOffer(as("mira"), courseId, at, "Plans")).toMatchObject({
      wikiId,
      title: "Plans",
      near: [{ title: "Plan" }],
    });
    expect(await startOffer(as("mira"), courseId, at, "PLAN")).toBeNull();
    expect(await startOffer(as("priya"), courseId, at, "Plans")).toBeNull();
    expect(await startOffer(as("olga"), courseId, at, "Plans")).toBeNull();
  });

  test("to somebody new nothing", async () => {
    const { courseId, as } = await inEnglish();
    expect(await searchOffers(as("mira"), courseId)).toEqual({ visited: [], writing: [] });
  });
});

describe("what somebody may not read", () => {
  const secret = "Quicksilver was poured into the sluice.";

  test("is not found: no hit, no count, no excerpt, no word in the place of a slip", async () => {
    const { courseId, homeId, as } = await inEnglish();
    await write(as("mira"), courseId, homeId, `${secret}\n\nHere it stays.`);
    await addComment(as("mira"), { courseId, pageId: homeId, parent: null, body: "Quicksilver again" });
    await write(as("mira"), courseId, homeId, "Here it stays.");
    await write(as("mira"), courseId, homeId, `${secret}\n\nHere it stays.`);
    for (const name of ["priya", "olga", "tobin"] as const) {
      const mayRead = (await findPage(as(name), courseId, homeId)) !== null;
      for (const text of ["quicksilver", '"the sluice"', "quiksilver", "quick"]) {
        const all = await search(
          as(name),
          courseId,
          text,
          { ...notNarrowed, past: true },
          { most: 9, isTyped: text === "quick" },
        );
        if (mayRead) expect(all!.pages, `${name}: ${text}`).toHaveLength(1);
        else
          expect(all, `${name}: ${text}`).toMatchObject({
            pages: [],
            comments: [],
            past: [],
            wikis: [],
            pageCount: 0,
            instead: [],
          });
      }
    }
    expect(await search(as("una"), courseId, "quicksilver", notNarrowed, much)).toBeNull();
  });

  test("a word that stands in hidden pages alone does not keep a slip from being mended", async () => {
    const { courseId, homeId, otherWikiId, as } = await inEnglish();
    await write(as("mira"), courseId, homeId, "The sluces were closed.");
    const others = (await pageNamed(as("priya"), courseId, otherWikiId, "Home"))!;
    await write(as("priya"), courseId, others, "The sluice was closed.");
    expect((await found(as("priya"), courseId, "sluces")).instead).toEqual([
      { typed: "sluces", taken: ["sluice"] },
    ]);
  });

  test("a page in the bin is not found", async () => {
    const { courseId, wikiId, as } = await inEnglish();
    const started = await startPage(as("mira"), {
      courseId,
      wikiId,
      title: "Sluices",
      document: fromMarkdown(secret),
      note: "",
    });
    const pageId = started.kind === "saved" ? started.pageId : "";
    expect(await titles(as("mira"), courseId, "quicksilver")).toEqual(["Sluices"]);
    await removePage(as("mira"), { courseId, pageId });
    expect(await titles(as("mira"), courseId, "quicksilver")).toEqual([]);
    expect(await titles(as("mira"), courseId, "sluices")).toEqual([]);
  });
});

const anyRule = fc.record({
  scope: fc.constantFrom("course" as const, "assignment" as const, "wiki" as const, "page" as const),
  where: fc.nat({ max: 3 }),
  who: fc.constantFrom(
    ...([
      "course",
      "students",
      "assistants",
      "observers",
      "group",
      "owner",
      "guests",
      "members",
      "person",
    ] as const),
  ),
  whom: fc.nat({ max: 2 }),
  level: fc.constantFrom(...levels),
  from: fc.option(fc.integer({ min: -60, max: 60 })),
  until: fc.option(fc.integer({ min: -60, max: 60 })),
  weekly: fc.option(
    fc.record({
      days: fc.subarray([0, 1, 2, 3, 4, 5, 6], { minLength: 1 }),
      from: fc.integer({ min: 0, max: 900 }),
      until: fc.integer({ min: 901, max: 1440 }),
    }),
    { freq: 4 },
  ),
  isOfAssignment: fc.boolean(),
});

test("for any rules, anybody and any page: the list in SQL holds what can be opened, and no more", async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(anyRule, { maxLength: 9 }),
      fc.constantFrom(null, "mira" as const, "jonas" as const),
      fc.boolean(),
      async (rules, owner, isSetAside) => {
        const { courseId, assignmentId, wikiId, otherWikiId, homeId, as } = await makeCourse();
        const pages = await db.select().from(page).where(eq(page.courseId, courseId)).orderBy(page.id);
        if (owner)
          await db
            .update(page)
            .set({ ownerId: as(owner).viewer.id })
            .where(eq(page.id, homeId));
        if (isSetAside) await db.update(wiki).set({ setAsideAt: monday }).where(eq(wiki.id, otherWikiId));
        const groups = await db.select().from(courseGroup).where(eq(courseGroup.courseId, courseId));
        const door = newId();
        const minute = (offset: number | null) => (offset === null ? null : later(offset));
        const places = {
          course: [courseId],
          assignment: [assignmentId],
          wiki: [wikiId, otherWikiId],
          page: pages.map(({ id }) => id),
        };
        if (rules.length > 0)
          await db.insert(accessRule).values(
            rules.map(
              ({ scope, where, who, whom, level, from, until, weekly: hours, isOfAssignment }, index) => ({
                courseId,
                id: newId(),
                scope,
                place: places[scope][where % places[scope].length]!,
                whoKind: who,
                ...(who === "person"
                  ? { whoPerson: as((["mira", "priya", "tobin"] as const)[whom]!).viewer.id }
                  : who === "members"
                    ? { whoGroup: groups[whom % groups.length]!.id }
                    : who === "guests"
                      ? { whoDoor: whom === 0 ? "another" : door }
                      : {}),
                level,
                from: minute(from),
                until: minute(until),
                weekly: hours && { ...hours },
                origin: isOfAssignment ? ("assignment" as const) : null,
                // Some are made in the same moment.
                madeAt: new Date(monday.getTime() - 1000 + (index >> 1)),
                madeBy: as("ines").viewer.id,
              }),
            ),
          );
        const guest: Context = {
          db,
          viewer: { id: newId(), name: "Guest" },
          now: monday,
          newId,
          door: { courseId, id: door },
        };
        const askers = [
          ...(["ines", "tobin", "olga", "mira", "jonas", "priya", "una"] as const).map((name) => as(name)),
          guest,
        ];
        for (const ctx of askers) {
          const listed = new Set((await pagesToRead(ctx, courseId)).map(({ pageId }) => pageId));
          for (const { id } of pages) {
            const opened = ctx.door
              ? (await standAtPage(ctx, courseId, id)) !== null
              : (await findPage(ctx, courseId, id)) !== null;
            expect(listed.has(id), `${ctx.viewer.name} at ${id}`).toBe(opened);
          }
        }
      },
    ),
    { seed: 360, numRuns: 40 },
  );
});
