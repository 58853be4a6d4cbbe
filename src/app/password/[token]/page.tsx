import type { Metadata } from "next";
import { Link } from "@/ui/frame/Link";
import { shortestPassword } from "@/core/account/password";
import { findLink } from "@/data/accounts/links";
import { guestContext } from "@/data/session/guest";
import { paths } from "@/ui/paths";
import { PasswordForm } from "@/app/_parts/PasswordForm";
import { choose } from "./actions";

export const metadata: Metadata = {
  title: "A new password",
  referrer: "no-referrer",
  robots: { index: false },
};

export default async function PasswordPage({ params }: PageProps<"/password/[token]">) {
  const { token } = await params;
  const { db, now } = await guestContext();
  const link = token.length <= 100 ? await findLink(db, "password", token, now) : null;
  if (!link) {
    return (
      <main className="alone" id="main">
        <h1>This link no longer works</h1>
        <p>
          A link works once, and for an hour; a newer one takes the place of an older.{" "}
          <Link href={paths.forgotten()}>Ask for another</Link>, or <Link href={paths.signIn()}>sign in</Link>
          .
        </p>
      </main>
    );
  }
  return (
    <main className="alone" id="main">
      <div>
        <h1>A new password</h1>
        <p className="brief">
          Choose one, {link.name}, and you are in. You will be signed out everywhere else.
        </p>
      </div>
      <PasswordForm address={link.address} shortest={shortestPassword} accept={choose.bind(null, token)} />
    </main>
  );
}
