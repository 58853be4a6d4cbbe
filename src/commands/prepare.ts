/**
 * Brings a database up: `prepare` migrates and brings stored credit to this version's rules, `prepare --demo`
 * also makes the demo course if it is not there yet, `prepare --demo --large` a course of 300 students with
 * 30,000 entries beside it. The database is the one of DATABASE_URL.
 */
import { customRandom } from "nanoid";
import { database } from "@/data/db/client";
import { migrateDatabase } from "@/data/db/migrate";
import { settings } from "@/data/env";
import { hasStale } from "@/data/ledger/recompute";
import { bringSearchUp } from "@/data/search/bring-up";
import { newId as freshId } from "@/data/session/ids";
import { hasLarge, largeSize, makeLarge } from "@/demo/large/course";
import { hasDemo, makeDemo } from "@/demo/make";
import { recomputeOnAllCores } from "./parts/on-all-cores";

const alphabet = "0123456789abcdefghijklmnopqrstuvwxyz";

/** Ids that are the same at every making: from a linear congruential sequence (Park and Miller, 1988). */
function countedIds(): () => string {
  let state = 20_260_301;
  const bytes = (count: number) =>
    Uint8Array.from({ length: count }, () => (state = (state * 48_271) % 2_147_483_647) & 255);
  return customRandom(alphabet, 12, bytes);
}

async function prepare(): Promise<void> {
  await migrateDatabase(settings().DATABASE_URL);
  const db = database();
  const { entriesDone } = (await hasStale(db)) ? await recomputeOnAllCores(db, null) : { entriesDone: 0 };
  if (entriesDone > 0) console.log(`Computed the credit of ${entriesDone} entries anew`);
  const indexed = await bringSearchUp(db, null);
  if (indexed > 0) console.log(`Indexed ${indexed} wikis for search`);
  if (!process.argv.includes("--demo")) return;
  const newId = countedIds();
  const started = performance.now();
  const took = () => `${((performance.now() - started) / 1000).toFixed(1)} s`;
  if (!(await hasDemo(db))) {
    await makeDemo(db, new Date(), newId);
    console.log(`Made the demo course in ${took()}`);
  }
  if (!process.argv.includes("--large") || (await hasLarge(db))) return;
  await makeLarge(db, new Date(), freshId, largeSize, recomputeOnAllCores, (progress) =>
    console.log(`The large course: ${progress}, after ${took()}`),
  );
  console.log(`Indexed ${await bringSearchUp(db, null)} wikis for search, after ${took()}`);
}

prepare().then(
  () => process.exit(0),
  (error: unknown) => {
    console.error(error instanceof Error ? error.stack : error);
    process.exit(1);
  },
);
