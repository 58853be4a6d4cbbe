/** What every call of the data layer is given: who asks, when, and the database. */
import type { Queryable, Database } from "../db/client";

export interface Viewer {
  readonly id: string;
  readonly name: string;
}

export interface Context {
  readonly db: Database;
  readonly viewer: Viewer;
  /** Where an instructor looks at a course as `viewer` would: who they are, and at which course. They see nothing of any other, and change nothing. */
  readonly lookingAs?: { readonly by: Viewer; readonly courseId: string };
  readonly now: Date;
  /** A new id of lower-case letters and digits. */
  readonly newId: () => string;
}

/** The same question inside a transaction. */
export type ContextIn = Omit<Context, "db"> & { readonly db: Queryable };
