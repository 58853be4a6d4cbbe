/** Whether what is stored about a wiki's entries is what the ledger says: each difference by its name. */
import "server-only";
import { and, asc, between, eq, inArray } from "drizzle-orm";
import { readStoredOrigins, wordsByEntry } from "@/core/credit/origins";
import { storePage } from "@/core/credit/stored";
import type { Database, Queryable } from "../db/client";
import { entryCredit, page, standing, standingChange, thingChange, wiki } from "../db/tables/wikis";
import { summedOf } from "./credit";
import { replayWiki } from "./recompute";

export interface Difference {
  readonly courseId: string;
  readonly wikiId: string;
  readonly pageId: string;
  /** The entry, or null where the page as it stands differs. */
  readonly number: number | null;
  /** A figure's name, or "origins", "state", "standing words", "words". */
  readonly what: string;
  readonly stored: string;
  readonly computed: string;
}

/** All differences of a course (of all courses, if null). Reads every entry and changes nothing. */
export async function findDifferences(
  db: Database,
  courseId: string | null,
  onWiki: (done: number, of: number) => void = () => {},
): Promise<Difference[]> {
  const wikis = await db
    .select({ courseId: wiki.courseId, id: wiki.id })
    .from(wiki)
    .where(courseId === null ? undefined : eq(wiki.courseId, courseId))
    .orderBy(asc(wiki.courseId), asc(wiki.id));
  const found: Difference[] = [];
  for (const [index, each] of wikis.entries()) {
    // One snapshot, so that a save in between is no difference.
    found.push(
      ...(await db.transaction((tx) => differencesOfWiki(tx, each.courseId, each.id), {
        isolationLevel: "repeatable read",
        accessMode: "read only",
      })),
    );
    onWiki(index + 1, wikis.length);
  }
  return found;
}

async function differencesOfWiki(db: Queryable, courseId: string, wikiId: string): Promise<Difference[]> {
  const found: Difference[] = [];
  const differ = (
    pageId: string,
    number: number | null,
    what: string,
    stored: unknown,
    computed: unknown,
  ) => {
    const [one, other] = [tell(stored), tell(computed)];
    if (one !== other) found.push({ courseId, wikiId, pageId, number, what, stored: one, computed: other });
  };
  const changes = new Map<string, [number, number, number, number][]>();
  const brought: (readonly [pageId: string, number: number, thing: string, change: number])[] = [];
  const credited = await replayWiki(db, courseId, wikiId, async (batch) => {
    const stored = await db
      .select()
      .from(entryCredit)
      .where(
        and(
          eq(entryCredit.courseId, courseId),
          inArray(entryCredit.pageId, [...new Set(batch.map((each) => each.pageId))]),
          between(
            entryCredit.number,
            Math.min(...batch.map((each) => each.number)),
            Math.max(...batch.map((each) => each.number)),
          ),
        ),
      );
    const byPlace = new Map(stored.map((each) => [`${each.pageId} ${each.number}`, each]));
    for (const { pageId, number, authorId, stateKey, origins, figures, things } of batch) {
      brought.push(...things.map(([thing, change]) => [pageId, number, thing, change] as const));
      const onPage = changes.get(pageId) ?? changes.set(pageId, []).get(pageId)!;
      const copied = new Map(figures.copiesChange),
        stood = new Map(figures.standingChange);
      onPage.push(
        ...[...new Set([...stood.keys(), ...copied.keys()])].map((rev): [number, number, number, number] => [
          number,
          rev,
          stood.get(rev) ?? 0,
          copied.get(rev) ?? 0,
        ]),
      );
      const known = byPlace.get(`${pageId} ${number}`);
      if (!known) {
        differ(pageId, number, "credit", null, "some");
        continue;
      }
      differ(pageId, number, "author", known.authorId, authorId);
      differ(pageId, number, "state", known.stateKey, stateKey);
      for (const [figure, value] of Object.entries(summedOf(figures)) as [
        keyof ReturnType<typeof summedOf>,
        number,
      ][])
        differ(pageId, number, figure, [known[figure], known.figures[figure]], [value, value]);
      differ(
        pageId,
        number,
        "origins",
        Object.values(readStoredOrigins(known.origins)).map((each) => [...each]),
        [[...origins.entries], [...origins.ordinals]],
      );
      for (const figure of (Object.keys(figures) as (keyof typeof figures)[]).filter(
        (each) => !(each in summedOf(figures)),
      ))
        differ(pageId, number, figure, known.figures[figure], figures[figure]);
    }
  });
  const pages = await db
    .select({ id: page.id, words: page.words, credit: page.credit })
    .from(page)
    .where(and(eq(page.courseId, courseId), eq(page.wikiId, wikiId)));
  const stands = await db
    .select()
    .from(standing)
    .where(and(eq(standing.courseId, courseId), eq(standing.wikiId, wikiId)));
  const changed = await db
    .select()
    .from(standingChange)
    .where(and(eq(standingChange.courseId, courseId), eq(standingChange.wikiId, wikiId)));
  const inOrder = (one: readonly unknown[], other: readonly unknown[]) =>
    Number(one[0]) - Number(other[0]) || Number(one[1]) - Number(other[1]);
  const things = await db
    .select()
    .from(thingChange)
    .where(and(eq(thingChange.courseId, courseId), eq(thingChange.wikiId, wikiId)));
  for (const { id, words, credit } of pages) {
    differ(
      id,
      null,
      "things",
      things
        .filter((row) => row.pageId === id)
        .map((row) => [row.number, row.thing, row.change].join())
        .sort(),
      brought
        .filter(([pageId]) => pageId === id)
        .map(([, ...each]) => each.join())
        .sort(),
    );
    differ(
      id,
      null,
      "standing changes",
      changed
        .filter((row) => row.pageId === id)
        .map((row) => [row.number, row.rev, row.words, row.copies])
        .sort(inOrder),
      (changes.get(id) ?? []).sort(inOrder),
    );
    const computed = credited.pages.get(id);
    differ(id, null, "words", words, computed?.text.words.length ?? 0);
    if (!computed) continue;
    differ(
      id,
      null,
      "credit",
      Buffer.from(credit).toString("base64"),
      Buffer.from(storePage(computed, credited.vocabulary)).toString("base64"),
    );
    const computedStands = [...wordsByEntry(computed.origins)].map(([rev, count]) => [
      rev,
      count,
      credited.authors.get(rev) ?? null,
    ]);
    const byRev = (one: readonly unknown[], other: readonly unknown[]) => Number(one[0]) - Number(other[0]);
    differ(
      id,
      null,
      "standing words",
      stands
        .filter((row) => row.pageId === id)
        .map((row) => [row.rev, row.words, row.authorId])
        .sort(byRev),
      computedStands.sort(byRev),
    );
  }
  return found;
}

function tell(value: unknown): string {
  const told = JSON.stringify(value);
  return told.length > 120 ? `${told.slice(0, 120)}… (${told.length} characters)` : told;
}
