/**
 * Carrying mail: one interface, a mail server behind it where one is configured, and the mail tray otherwise.
 */
import "server-only";
import { createTransport } from "nodemailer";
import { eq, sql } from "drizzle-orm";
import type { Queryable } from "../db/client";
import { mail } from "../db/tables/mail";
import { settings } from "../env";

export interface MailToCarry {
  readonly id: string;
  readonly toName: string;
  readonly toAddress: string;
  readonly subject: string;
  readonly text: string;
}

export interface Carrier {
  readonly name: "server" | "tray";
  /**
   * Resolves once the mail is somebody else's to deliver. @throws what the mail server says if it refuses.
   */
  readonly carry: (given: MailToCarry) => Promise<void>;
}

/** The tray keeps what it is given: the mail is in the table already. */
const tray: Carrier = { name: "tray", carry: async () => {} };

export function smtpCarrier(url: string, from: string): Carrier {
  const transport = createTransport(url, { from });
  return {
    name: "server",
    // The id makes a second delivery after a lost answer recognisable as the same mail.
    carry: async ({ id, toName, toAddress, subject, text }) => {
      await transport.sendMail({
        messageId: `<${id}@tidy-ledger.invalid>`,
        to: { name: toName, address: toAddress },
        subject,
        text,
      });
    },
  };
}

let chosen: Carrier | undefined;

export function carrier(): Carrier {
  const { SMTP_URL, MAIL_FROM } = settings();
  chosen ??= SMTP_URL && MAIL_FROM ? smtpCarrier(SMTP_URL, MAIL_FROM) : tray;
  return chosen;
}

/**
 * Carries one mail, unless it has been. Links that let their reader in are taken out of the stored text once
 * a server has the mail. @throws if the carrier fails, so that the job is tried again; what it said is kept
 * with the mail.
 */
export async function carryMail(db: Queryable, mailId: string, by: Carrier, now: Date): Promise<void> {
  const [found] = await db.select().from(mail).where(eq(mail.id, mailId));
  if (!found || found.sentAt) return;
  try {
    await by.carry(found);
  } catch (problem) {
    const lastProblem = (problem instanceof Error ? problem.message : String(problem)).slice(0, 300);
    await db
      .update(mail)
      .set({ tries: sql`${mail.tries} + 1`, lastProblem })
      .where(eq(mail.id, mailId));
    throw problem;
  }
  const text = by.name === "server" && found.isSecret ? { text: "" } : {};
  await db
    .update(mail)
    .set({ sentAt: now, carriedBy: by.name, tries: sql`${mail.tries} + 1`, lastProblem: null, ...text })
    .where(eq(mail.id, mailId));
}
