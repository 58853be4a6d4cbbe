import { id } from "@/core/text/id";
import type { Metadata } from "next";
import { Link } from "@/ui/frame/Link";
import { notFound } from "next/navigation";
import * as z from "zod";
import type { MailDto } from "@/data/mail/dto";
import { mailTray } from "@/data/mail/read";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { distance, moment } from "@/ui/words/times";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { LinkButton } from "@/ui/forms/LinkButton";
import { MailText } from "./MailText";

export const metadata: Metadata = { title: "Mail" };

export default async function MailPage({ searchParams }: PageProps<"/mail">) {
  const ctx = await signedIn();
  const asked = z
    .object({ after: id.nullable().catch(null), find: z.string().trim().max(100).catch("") })
    .parse({ after: null, find: "", ...(await searchParams) });
  const tray = await mailTray(ctx, asked);
  if (!tray) notFound();
  return (
    <Frame ctx={ctx} trail={[{ label: "Mail", href: paths.mail() }]}>
      <div className="desk">
        <div className="title-line">
          <div>
            <h1>{tray.goesOut ? "Mail" : "Mail tray"}</h1>
            <p className="quiet">
              {tray.goesOut
                ? "What was sent from your courses. If the mail server fails, mail waits and is tried again."
                : "No mail server is set up: what would have been sent stays here, for you to read and pass on."}
            </p>
          </div>
        </div>
        <form className="table-tools" role="search" style={{ marginBottom: 14 }}>
          <label className="plain-label">
            Find mail to{" "}
            <input
              className="plain-input"
              style={{ width: 240 }}
              type="search"
              name="find"
              defaultValue={asked.find}
            />
          </label>
          <button className="plain-button" type="submit">
            Find
          </button>
          {asked.find && <Link href={paths.mail()}>Show all</Link>}
        </form>
        {tray.mails.length === 0 ? (
          <p className="notice">
            {asked.find
              ? "No mail went to anybody called so."
              : asked.after
                ? "Nothing older."
                : "Nothing has been sent yet. Invitations and answers to requests come here."}
          </p>
        ) : (
          <div className="paper mail-list">
            {tray.mails.map((mail) => (
              <Mail key={mail.id} mail={mail} now={ctx.now} />
            ))}
          </div>
        )}
        {tray.hasMore && (
          <div className="actions" style={{ marginTop: 12 }}>
            <LinkButton
              href={`${paths.mail()}?${new URLSearchParams({ after: tray.mails.at(-1)!.id, ...(asked.find ? { find: asked.find } : {}) })}`}
              variant="outlined"
              size="small"
            >
              Older mail
            </LinkButton>
          </div>
        )}
      </div>
    </Frame>
  );
}

function Mail({ mail, now }: { mail: MailDto; now: Date }) {
  const state = mail.sentAt
    ? mail.carriedBy === "tray"
      ? ""
      : "sent"
    : mail.lastProblem
      ? "delayed"
      : "on its way";
  return (
    <details>
      <summary>
        <span>
          <strong>{mail.toName}</strong>
        </span>
        <span>{mail.subject}</span>
        <span className="quiet">
          {state && <span className={state === "delayed" ? "waiting" : ""}>{state}, </span>}
          <time dateTime={mail.at.toISOString()} title={moment(mail.at, mail.timeZone, now)}>
            {distance(mail.at, mail.timeZone, now)}
          </time>
        </span>
      </summary>
      <p className="mail-text quiet">
        To {mail.toAddress}
        {mail.lastProblem &&
          `. Tried ${counted(mail.tries, "time")}; the mail server says: ${mail.lastProblem}`}
      </p>
      {mail.text === "" ? (
        <p className="mail-text quiet">
          The text holds a link that lets its reader in, and is shown to nobody but them.
        </p>
      ) : (
        <MailText text={mail.text} />
      )}
    </details>
  );
}
