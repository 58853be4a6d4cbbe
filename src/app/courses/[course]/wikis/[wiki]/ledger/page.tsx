import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { findWiki } from "@/data/pages/read";
import { paths } from "@/ui/paths";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { wikiTrail } from "@/app/_parts/trail";
import { LinkButton } from "@/ui/forms/LinkButton";
import { LedgerDesk } from "../../../_parts/LedgerDesk";

export const metadata: Metadata = { title: "Ledger of the wiki" };

/** The entries of all pages of a wiki, as far as the viewer may read them: all of them, or one person's. */
export default async function WikiLedgerPage({
  params,
  searchParams,
}: PageProps<"/courses/[course]/wikis/[wiki]/ledger">) {
  const { course, wiki: wikiId } = await params;
  const ctx = await signedIn();
  const wiki = await findWiki(ctx, course, wikiId);
  if (!wiki) notFound();
  return (
    <Frame ctx={ctx} trail={wikiTrail(wiki)}>
      <LedgerDesk
        ctx={ctx}
        wiki={wiki}
        scope={{ kind: "wiki", id: wikiId }}
        title={`Ledger of ${wiki.name}`}
        href={paths.wikiLedger(course, wikiId)}
        searched={await searchParams}
        ways={
          <LinkButton href={paths.wiki(course, wikiId)} variant="outlined">
            To the wiki
          </LinkButton>
        }
      />
    </Frame>
  );
}
