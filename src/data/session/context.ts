/** What every call of the data layer is given: who asks, when, and the database. */
import type { Queryable, Database } from "../db/client";

export interface Viewer {
  readonly id: string;
  readonly name: string;
}

export interface Context {
  readonly db: Database;
  readonly viewer: Viewer;
  readonly now: Date;
  /** A new id of lower-case letters and digits. */
  readonly newId: () => string;
}

/** The same question inside a transaction. */
export type ContextIn = Omit<Context, "db"> & { readonly db: Queryable };
