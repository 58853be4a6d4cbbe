/** People and their sessions, in the shape that the sign-in library asks for. */
import { bigint, boolean, index, integer, pgTable, text } from "drizzle-orm/pg-core";
import { instant } from "./columns";

export const person = pgTable("person", {
  id: text().primaryKey(),
  name: text().notNull(),
  email: text().notNull().unique(),
  emailVerified: boolean("email_verified").notNull().default(false),
  image: text(),
  /**
   * Whether they may make courses. Given by an operator; whoever may can pass it on by making others
   * instructors.
   */
  mayMakeCourses: boolean("may_make_courses").notNull().default(false),
  createdAt: instant("created_at").notNull().defaultNow(),
  updatedAt: instant("updated_at").notNull().defaultNow(),
});

export const session = pgTable(
  "session",
  {
    id: text().primaryKey(),
    token: text().notNull().unique(),
    userId: text("user_id")
      .notNull()
      .references(() => person.id, { onDelete: "cascade" }),
    expiresAt: instant("expires_at").notNull(),
    ipAddress: text("ip_address"),
    userAgent: text("user_agent"),
    createdAt: instant("created_at").notNull().defaultNow(),
    updatedAt: instant("updated_at").notNull().defaultNow(),
  },
  (table) => [index("session_by_person").on(table.userId)],
);

export const account = pgTable(
  "account",
  {
    id: text().primaryKey(),
    accountId: text("account_id").notNull(),
    providerId: text("provider_id").notNull(),
    userId: text("user_id")
      .notNull()
      .references(() => person.id, { onDelete: "cascade" }),
    accessToken: text("access_token"),
    refreshToken: text("refresh_token"),
    idToken: text("id_token"),
    accessTokenExpiresAt: instant("access_token_expires_at"),
    refreshTokenExpiresAt: instant("refresh_token_expires_at"),
    scope: text(),
    password: text(),
    createdAt: instant("created_at").notNull().defaultNow(),
    updatedAt: instant("updated_at").notNull().defaultNow(),
  },
  (table) => [index("account_by_person").on(table.userId)],
);

export const verification = pgTable(
  "verification",
  {
    id: text().primaryKey(),
    identifier: text().notNull(),
    value: text().notNull(),
    expiresAt: instant("expires_at").notNull(),
    createdAt: instant("created_at").notNull().defaultNow(),
    updatedAt: instant("updated_at").notNull().defaultNow(),
  },
  (table) => [index("verification_by_identifier").on(table.identifier)],
);

/**
 * Links by mail that set a password, or confirm an address: each works once, and for a while. Kept by the
 * link's hash, never the link.
 */
export const accountLink = pgTable(
  "account_link",
  {
    id: text().primaryKey(),
    personId: text("person_id")
      .notNull()
      .references(() => person.id, { onDelete: "cascade" }),
    kind: text().$type<"password" | "address">().notNull(),
    tokenHash: text("token_hash").notNull().unique(),
    /** The address that is to be the person's, where it confirms one. */
    address: text(),
    madeAt: instant("made_at").notNull(),
    expiresAt: instant("expires_at").notNull(),
    usedAt: instant("used_at"),
  },
  (table) => [index("account_link_by_person").on(table.personId)],
);

/** Counts of recent requests, so that limits hold across processes. */
export const rateLimit = pgTable("rate_limit", {
  id: text().primaryKey(),
  key: text().notNull().unique(),
  count: integer().notNull(),
  lastRequest: bigint("last_request", { mode: "number" }).notNull(),
});
