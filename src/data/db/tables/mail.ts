/** Outgoing mail: written with what it tells of, in the same transaction, and carried later. */
import { boolean, index, integer, pgTable, text } from "drizzle-orm/pg-core";
import { instant } from "./columns";
import { course } from "./courses";

export const mail = pgTable(
  "mail",
  {
    id: text().primaryKey(),
    courseId: text("course_id").references(() => course.id),
    toName: text("to_name").notNull(),
    toAddress: text("to_address").notNull(),
    subject: text().notNull(),
    text: text().notNull(),
    /**
     * Whether the text holds a link that lets its reader in: it is taken out once a mail server has the mail.
     */
    isSecret: boolean("is_secret").notNull(),
    at: instant("at").notNull(),
    /** When a mail server took it, or the tray. */
    sentAt: instant("sent_at"),
    carriedBy: text("carried_by").$type<"server" | "tray">(),
    tries: integer().notNull().default(0),
    /** What the mail server said when it last refused it. */
    lastProblem: text("last_problem"),
  },
  (table) => [index("mail_by_course").on(table.courseId, table.at)],
);
