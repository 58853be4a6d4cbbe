/** The settings name the database of the run, as they name the one of a server. */
import { inject } from "vitest";

process.env.DATABASE_URL = inject("databaseUrl");
