/**
 * Comments on pages that were mainly others' when they were made: where others had more words than whoever
 * spoke.
 */
import type { Author } from "./step";
import { isMainlyOthers } from "./wiki";
import { type GroupWork, indexOf } from "./work";

const known = new WeakMap<GroupWork, ReadonlySet<string>>();

/** The ids of these comments, found once for each work. O(deeds' changes + remarks · people). */
export function remarksOnOthers(work: GroupWork): ReadonlySet<string> {
  let found = known.get(work);
  if (!found) known.set(work, (found = find(work)));
  return found;
}

function find(work: GroupWork): Set<string> {
  const { deeds: owners } = indexOf(work);
  const onPages = new Map<string, Map<Author, number>>(),
    found = new Set<string>();
  const said = [...work.remarks].sort((one, other) => one.at - other.at);
  let next = 0;
  for (const { id, at, page, author } of said) {
    for (; next < work.deeds.length && work.deeds[next]!.at <= at; next++) {
      const { page: changed, figures } = work.deeds[next]!;
      const words = onPages.get(changed) ?? onPages.set(changed, new Map()).get(changed)!;
      for (const [entry, change] of figures.standingChange) {
        const by = owners.get(entry)?.author ?? null;
        words.set(by, (words.get(by) ?? 0) + change);
      }
    }
    if (isMainlyOthers(onPages.get(page) ?? new Map(), author)) found.add(id);
  }
  return found;
}
