import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { shortestPassword } from "@/core/account/password";
import { ownAccount } from "@/data/accounts/own";
import { paths } from "@/ui/paths";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { AddressForm } from "./_parts/AddressForm";
import { ChangePasswordForm } from "./_parts/ChangePasswordForm";
import { SessionList } from "./_parts/SessionList";

export const metadata: Metadata = { title: "Your account" };

export default async function AccountPage() {
  const ctx = await signedIn();
  const own = await ownAccount(ctx);
  if (!own) notFound();
  return (
    <Frame ctx={ctx} trail={[{ label: "Your account", href: paths.account() }]}>
      <div className="desk narrow">
        <div className="title-line">
          <div>
            <h1>Your account</h1>
            <p className="quiet">
              {own.name}, {own.address}. What you are called is set by your instructors.
            </p>
          </div>
        </div>
        <div className="account-parts">
          <SessionList sessions={own.sessions} now={ctx.now} />
          <ChangePasswordForm address={own.address} shortest={shortestPassword} />
          <AddressForm address={own.address} />
        </div>
      </div>
    </Frame>
  );
}
