import type { Metadata } from "next";
import { Link } from "@/ui/frame/Link";
import { findLink } from "@/data/accounts/links";
import { guestContext } from "@/data/session/guest";
import { paths } from "@/ui/paths";
import { ConfirmButton } from "./ConfirmButton";

export const metadata: Metadata = {
  title: "Your new address",
  referrer: "no-referrer",
  robots: { index: false },
};

/** Mail programs follow links by themselves: the address is confirmed by a press, not by looking. */
export default async function ConfirmAddressPage({ params }: PageProps<"/account/address/[token]">) {
  const { token } = await params;
  const { db, now } = await guestContext();
  const link = token.length <= 100 ? await findLink(db, "address", token, now) : null;
  return (
    <main className="alone" id="main">
      {link ? (
        <>
          <div>
            <h1>Your new address</h1>
            <p className="brief">
              You sign in with {link.address} now, {link.name}, and with {link.newAddress} once you have
              confirmed it.
            </p>
          </div>
          <ConfirmButton token={token} />
        </>
      ) : (
        <>
          <h1>This link no longer works</h1>
          <p>
            A link works once, and for a day; a newer one takes the place of an older. Ask for another on{" "}
            <Link href={paths.account()}>the page of your account</Link>.
          </p>
        </>
      )}
    </main>
  );
}
