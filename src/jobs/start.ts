/**
 * The work beside requests. Every process of the application takes part; the queue hands each job to one of
 * them.
 */
import { database } from "@/data/db/client";
import { eraseDue } from "@/data/bin/erase";
import { bringWikisUp } from "@/data/assignments/wikis";
import { settings } from "@/data/env";
import { scalePicture } from "@/data/files/pictures";
import { askFor, type Jobs } from "@/data/jobs/ask";
import { removeOldRows } from "@/data/jobs/old-rows";
import { openQueues } from "@/data/jobs/queues";
import { kindOf, note } from "@/data/log";
import { carrier, carryMail } from "@/data/mail/carry";
import { makeArchive } from "@/data/marks/leaving";
import { releaseDue } from "@/data/marks/release";
import { mailNews } from "@/data/news/carry";
import { findAhead } from "@/data/review/ahead";
import { bringSearchUp } from "@/data/search/bring-up";
import { readFileText } from "@/data/search/reading";
import { newId } from "@/data/session/ids";

const work: { readonly [Kind in keyof Jobs]: (given: Jobs[Kind]) => Promise<unknown> } = {
  mail: ({ mailId }) => carryMail(database(), mailId, carrier(), new Date()),
  pictures: ({ bytesId }) => scalePicture(database(), bytesId),
  wikis: makeWikis,
  search: ({ courseId }) => bringSearchUp(database(), courseId),
  reading: (given) => readFileText(database(), given),
  documents: (given) => makeArchive(database(), given, new Date()),
};

/**
 * Milliseconds after which the making of wikis ends one job and asks for the next: a job that is lost with
 * its process is noticed only once it has expired, which must not take long.
 */
const portion = 20_000;

async function makeWikis(place: Jobs["wikis"]): Promise<void> {
  const started = Date.now();
  const { made, wanted } = await bringWikisUp(
    { db: database(), now: new Date(), newId },
    place,
    () => Date.now() - started < portion,
  );
  if (made < wanted) await askFor(database(), "wikis", place);
}

/** Milliseconds between looks at whose news are due by mail. */
const newsEvery = 5 * 60_000;

/** Milliseconds between looks at releases whose time has come. */
const releasesEvery = 30_000;

/** Milliseconds between removals of what is kept for a time only. */
const oldRowsEvery = 60 * 60_000;

/** Does a piece of work again and again; one that fails is noted, and tried again the next time. */
function every(milliseconds: number, work: string, act: () => Promise<unknown>): void {
  setInterval(
    () =>
      void act().catch((problem: unknown) =>
        note("work beside requests failed", { work, ...kindOf(problem) }, "error"),
      ),
    milliseconds,
  ).unref();
}

/** Seconds between looks at an empty queue. */
const pollingIntervalSeconds = 1;

const mailWorkers = 3;

export async function startJobs(): Promise<void> {
  void findAhead(database(), new Date()).catch((problem: unknown) =>
    note("work beside requests failed", { work: "looking ahead", ...kindOf(problem) }, "error"),
  );
  const boss = await openQueues(settings().DATABASE_URL, { works: true });
  const take = <Kind extends keyof Jobs>(kind: Kind) =>
    boss.work<Jobs[Kind]>(kind, { pollingIntervalSeconds, batchSize: 1 }, async (jobs) => {
      for (const job of jobs) {
        try {
          await work[kind](job.data);
        } catch (problem) {
          note("job failed", { kind, job: job.id, ...kindOf(problem) }, "error");
          throw problem;
        }
      }
    });
  // A release writes to a whole class at once: each of these takes one mail at a time.
  for (let worker = 0; worker < mailWorkers; worker++) await take("mail");
  await take("pictures");
  await take("wikis");
  await take("documents");
  await take("search");
  await take("reading");
  void bringSearchUp(database(), null).catch((problem: unknown) =>
    note("work beside requests failed", { work: "indexing", ...kindOf(problem) }, "error"),
  );
  // Unlike a job it is not asked for: what is due depends on the time alone. A time that is missed is made up
  // for by the next.
  every(newsEvery, "news by mail", () => mailNews(database(), new Date(), newId));
  every(releasesEvery, "releasing marks", () => releaseDue(database(), new Date(), newId));
  every(oldRowsEvery, "emptying the bin", () => eraseDue(database(), new Date()));
  every(oldRowsEvery, "removing old rows", async () => {
    const removed = await removeOldRows(database(), new Date());
    if (Object.values(removed).some((count) => count > 0)) note("old rows removed", removed);
  });
}
