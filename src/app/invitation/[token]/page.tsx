import type { Metadata } from "next";
import { Link } from "@/ui/frame/Link";
import { shortestPassword } from "@/core/account/password";
import { findInvitation } from "@/data/people/invitations";
import { guestContext } from "@/data/session/guest";
import { accept } from "./actions";
import { PasswordForm } from "@/app/_parts/PasswordForm";

export const metadata: Metadata = { title: "Invitation", referrer: "no-referrer", robots: { index: false } };

export default async function InvitationPage({ params }: PageProps<"/invitation/[token]">) {
  const { token } = await params;
  const { db, now } = await guestContext();
  const invitation = await findInvitation(db, token, now);
  if (!invitation) {
    return (
      <main className="alone" id="main">
        <h1>This invitation no longer works</h1>
        <p>
          A link works once, and for two weeks. If you have chosen a password already,{" "}
          <Link href="/sign-in">sign in</Link> with it. Otherwise ask the instructor of your course for
          another invitation.
        </p>
      </main>
    );
  }
  return (
    <main className="alone" id="main">
      <div>
        <h1>{invitation.course}</h1>
        <p className="brief">You are invited, {invitation.name}. Choose a password, and you are in.</p>
      </div>
      <PasswordForm
        address={invitation.address}
        shortest={shortestPassword}
        accept={accept.bind(null, token)}
      />
    </main>
  );
}
