/** An arrangement of the class read off an address. */
import { z } from "zod";
import { type Arrangement, orders, selections } from "./arrange";
import { type Column, columns } from "./columns";
import { periodOf } from "./period";

const asked = z.object({ by: z.enum(orders).nullable().catch(null), only: z.enum(selections).nullable().catch(null) });
const isColumn = (name: string): name is Column => (columns as readonly string[]).includes(name);

/** As it stands in an address; what is no arrangement is none. */
export function arrangementOf(given: Readonly<Record<string, string | string[] | undefined>>): Arrangement {
  const { by, only } = asked.parse({ by: given.by ?? null, only: given.only ?? null });
  const chosen = columns.filter((column) => [given.columns ?? []].flat().flatMap((each) => each.split(",")).filter(isColumn).includes(column));
  return { by, only, isDescending: given.down !== undefined, period: periodOf(given), columns: chosen.length > 0 ? chosen : null };
}
