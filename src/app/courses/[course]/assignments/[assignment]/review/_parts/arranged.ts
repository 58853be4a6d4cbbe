/**
 * An arrangement of the class read off an address: on the server, and in the browser where nothing else
 * changes with it.
 */
import { allTime, type Period } from "@/data/review/period";
import { type Arrangement, orders, selections } from "./arrange";
import { columns } from "./columns";

type Given = Readonly<Record<string, string | string[] | undefined>>;

/** As it stands in an address; what is no arrangement is none. `period`: as it was read. */
export function arrangementOf(given: Given, period: Period = allTime): Arrangement {
  const chosen = new Set([given.columns ?? []].flat().flatMap((each) => each.split(",")));
  const shown = columns.filter((column) => chosen.has(column));
  return {
    by: orders.find((each) => each === given.by) ?? null,
    only: selections.find((each) => each === given.only) ?? null,
    find: typeof given.find === "string" ? given.find.slice(0, 80) : "",
    isDescending: given.down !== undefined,
    period,
    columns: shown.length > 0 ? shown : null,
  };
}
