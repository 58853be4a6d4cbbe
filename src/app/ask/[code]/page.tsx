import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { findAskForm } from "@/data/people/requests";
import { guestContext } from "@/data/session/guest";
import { ask } from "./actions";
import { AskForm } from "./AskForm";

export const metadata: Metadata = { title: "Ask for a place", robots: { index: false } };

export default async function AskPage({ params }: PageProps<"/ask/[code]">) {
  const { code } = await params;
  const form = await findAskForm((await guestContext()).db, code);
  if (!form) notFound();
  return (
    <main className="alone" id="main">
      <div>
        <h1>{form.title}</h1>
        <p className="brief">
          {form.term}. Ask for a place here; the instructor admits or declines you, and you get mail.
        </p>
      </div>
      <AskForm ask={ask.bind(null, code)} />
    </main>
  );
}
