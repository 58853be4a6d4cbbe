import type { Metadata } from "next";
import { redirect } from "next/navigation";
import { demoPeople } from "@/data/accounts/read";
import { requestContext } from "@/data/session/request";
import { SignInForm } from "./_parts/SignInForm";
import { SignInAs } from "./_parts/SignInAs";

export const metadata: Metadata = { title: "Sign in" };

export default async function SignInPage() {
  if (await requestContext()) redirect("/");
  const people = await demoPeople();
  return (
    <main className="sign-in" id="main">
      <div>
        <h1>Tidy Ledger</h1>
        <p className="brief">Group wikis for joint assignments, and an account of who wrote what.</p>
      </div>
      <div className="sign-in-ways">
        <SignInForm />
        {people.length > 0 && <SignInAs people={people} />}
      </div>
    </main>
  );
}
