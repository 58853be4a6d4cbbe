/** What every call of the data layer is given: who asks, when, and the database. */
import type { Queryable, Database } from "../db/client";

export interface Viewer {
  readonly id: string;
  readonly name: string;
}

/** A way in for somebody without an account: an open room, or a readers' link. */
export interface Door {
  readonly courseId: string;
  readonly id: string;
}

export interface Context {
  readonly db: Database;
  readonly viewer: Viewer;
  /**
   * Where an instructor looks at a course as `viewer` would: who they are, and at which course. They see
   * nothing of any other, and change nothing.
   */
  readonly lookingAs?: { readonly by: Viewer; readonly courseId: string };
  /**
   * By which the viewer came, who is then no person of any course: they see and do what is set for its
   * guests, and no more.
   */
  readonly door?: Door;
  /** The session in which it is asked, where there is one. */
  readonly sessionId?: string;
  readonly now: Date;
  /** A new id of lower-case letters and digits. */
  readonly newId: () => string;
}

/** The same question inside a transaction. */
export type ContextIn = Omit<Context, "db"> & { readonly db: Queryable };
