import type { Metadata } from "next";
import { Link } from "@/ui/frame/Link";
import { paths } from "@/ui/paths";
import { AddressForm } from "./AddressForm";

export const metadata: Metadata = { title: "A new password" };

export default function ForgottenPage() {
  return (
    <main className="alone" id="main">
      <div>
        <h1>A new password</h1>
        <p className="brief">
          Give the address with which you sign in. If there is an account with it, a link comes by mail.
        </p>
      </div>
      <AddressForm />
      <p className="quiet">
        You have never had a password? Then look for the invitation to your course, or ask your instructor for
        another. <Link href={paths.signIn()}>Back to signing in</Link>
      </p>
    </main>
  );
}
