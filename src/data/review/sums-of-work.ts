/** The sums of a wiki from its work, entry by entry: what the database adds up elsewhere, where it can. */
import "server-only";
import { figureOf } from "@/core/credit/figures";
import { creditedWith, type GroupWork, indexOf } from "@/core/credit/work";
import type { ThingKind } from "@/core/document/things";
import { dayLength } from "@/core/time/lengths";
import { storedClassFigures, type Sums } from "./sums-shape";

/** By person, who did something or has words; starter text under "". O(people × deeds). */
export function sumsOfWork(work: GroupWork): Map<string, Sums> {
  const people = new Set([...work.deeds.flatMap(creditedWith), ...work.remarks.map(({ author }) => author)]);
  const sums = new Map([...people].map((person) => [person, sumsOf(work, person)]));
  const { standing } = indexOf(work);
  const starter = work.deeds
    .filter(({ author }) => author === null)
    .reduce((words, { entry }) => words + (standing.get(entry) ?? 0), 0);
  if (starter > 0) sums.set("", { ...sumsOf(work, ""), standing: starter });
  return sums;
}

function sumsOf(work: GroupWork, person: string): Sums {
  const of = (figure: Parameters<typeof figureOf>[2]) => figureOf(work, person, figure) ?? 0;
  const from = work.from ?? -Infinity;
  const { deeds } = indexOf(work);
  const saved = work.deeds.filter(({ author, at }) => author === person && at >= from);
  const said = work.remarks.filter(({ author, at }) => author === person && at >= from);
  const [days, things] = [new Map<number, number>(), new Map<ThingKind, number>()];
  const add = <Key>(sums: Map<Key, number>, key: Key, count = 1) =>
    sums.set(key, (sums.get(key) ?? 0) + count);
  for (const { at } of [...saved, ...said]) add(days, Date.parse(work.dayOf(at)) / dayLength);
  for (const { entry, kind, count } of work.things ?? [])
    if (deeds.get(entry)?.author === person) add(things, kind, count);
  const last = Math.max(...[...saved, ...said].map(({ at }) => at));
  return {
    stored: Object.fromEntries(storedClassFigures.map((name) => [name, of(name)])) as Sums["stored"],
    entries: saved.length,
    comments: said.length,
    replies: said.filter(({ answers }) => answers !== null).length,
    added: of("added"),
    addedLate: of("addedLate"),
    standing: of("standing"),
    things,
    days,
    lastAt: Number.isFinite(last) ? new Date(last) : null,
  };
}
