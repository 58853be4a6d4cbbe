import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { findPage } from "@/data/pages/read";
import { paths } from "@/ui/paths";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { pageTrail } from "@/app/_parts/trail";
import { LinkButton } from "@/ui/forms/LinkButton";
import { LedgerDesk } from "../../../_parts/LedgerDesk";

export const metadata: Metadata = { title: "Page ledger" };

/** A page's entries as an account. */
export default async function LedgerPage({
  params,
  searchParams,
}: PageProps<"/courses/[course]/pages/[page]/ledger">) {
  const { course, page: pageId } = await params;
  const ctx = await signedIn();
  const page = await findPage(ctx, course, pageId);
  if (!page) notFound();
  const ways = (
    <>
      <LinkButton href={paths.compare(course, pageId)} variant="text">
        Compare two states
      </LinkButton>
      <LinkButton href={paths.who(course, pageId)} variant="text">
        Who wrote what
      </LinkButton>
      <LinkButton href={paths.wikiLedger(course, page.wiki.wikiId)} variant="text">
        The whole wiki
      </LinkButton>
      <LinkButton href={paths.page(course, pageId)} variant="outlined">
        Back to the page
      </LinkButton>
    </>
  );
  return (
    <Frame ctx={ctx} trail={pageTrail(page.wiki, pageId)}>
      <LedgerDesk
        ctx={ctx}
        wiki={page.wiki}
        scope={{ kind: "page", id: pageId }}
        title={`Ledger of “${page.title}”`}
        ways={ways}
        href={paths.ledger(course, pageId)}
        searched={await searchParams}
      />
    </Frame>
  );
}
