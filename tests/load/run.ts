/** A load run: writers at work while servers and databases die, and what is looked for afterwards. */
import { dice } from "@/core/roster/dice";
import { type Acknowledged, type Place, signIn, type Told, write, type Writer } from "./writers";

export interface Crowd {
  readonly people: readonly string[];
  /** The pages of each, in the order of the people. */
  readonly pagesOf: (person: number) => readonly string[];
  readonly seconds: number;
  /** What goes wrong, one after the other, for as long as they write. */
  readonly troubles: readonly (() => Promise<void>)[];
  /** Seconds between troubles. */
  readonly every: number;
}

const rest = (time: number) => new Promise((done) => setTimeout(done, time));

/** Lets a crowd write; returns what was acknowledged, and how it went. */
export async function runCrowd(
  place: Place,
  { people, pagesOf, seconds, troubles, every }: Crowd,
): Promise<Told & { readonly troubles: number }> {
  const told: Told = { acknowledged: [], waits: [], sentAgain: 0, settledByHand: 0 };
  const writers: Writer[] = [];
  for (const [at, person] of people.entries())
    writers.push({
      cookie: await signIn(place.base, person),
      name: `Observer${at}`,
      pages: pagesOf(at),
      dice: dice(1000 + at).part,
    });
  const until = Date.now() + seconds * 1000;
  let count = 0;
  const trouble = async () => {
    for (;;) {
      await rest(every * 1000);
      if (troubles.length === 0 || Date.now() > until) return;
      await troubles[count++ % troubles.length]!();
    }
  };
  await Promise.all([trouble(), ...writers.map((writer) => write(place, writer, until, told))]);
  return { ...told, troubles: count };
}

/**
 * The acknowledged saves that are not in the entry that they were said to be, and how many entries of these
 * pages nobody was told of.
 */
export async function lost(
  { sql, courseId }: Place,
  acknowledged: readonly Acknowledged[],
  pages: readonly string[],
): Promise<{ missing: Acknowledged[]; untold: number }> {
  const missing: Acknowledged[] = [];
  const byPage = new Map<string, Acknowledged[]>();
  for (const each of acknowledged) byPage.set(each.page, [...(byPage.get(each.page) ?? []), each]);
  for (const [page, own] of byPage) {
    for (let from = 0; from < own.length; from += 200) {
      const part = own.slice(from, from + 200);
      const rows = await sql<
        { number: number; document: unknown }[]
      >`select number, document from entry where course_id = ${courseId} and page_id = ${page}
        and number in ${sql(part.map(({ number }) => number))}`;
      const texts = new Map(rows.map(({ number, document }) => [number, JSON.stringify(document)]));
      missing.push(...part.filter(({ number, sentence }) => !texts.get(number)?.includes(sentence)));
    }
  }
  const [counted] = await sql<
    { entries: number }[]
  >`select count(*)::int as entries from entry where course_id = ${courseId} and page_id in ${sql([...pages])}
    and kind = 'wrote'`;
  return { missing, untold: counted!.entries - acknowledged.length };
}
