/** Kinds of columns that many tables have. */
import { customType, timestamp } from "drizzle-orm/pg-core";

export const bytes = customType<{ data: Uint8Array; driverData: Uint8Array }>({ dataType: () => "bytea" });
export const instant = (name: string) => timestamp(name, { withTimezone: true, mode: "date" });
