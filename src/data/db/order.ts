import "server-only";
import { sql } from "drizzle-orm";
import { person } from "./tables/accounts";

/**
 * People by name as readers expect it: capitals and signs make no difference, and Åse does not come after
 * Zoe.
 */
export const byName = sql`${person.name} collate "und-x-icu"`;
