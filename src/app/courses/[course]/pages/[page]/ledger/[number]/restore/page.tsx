import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { previewRestore } from "@/data/pages/restoring";
import { findPage } from "@/data/pages/read";
import { wikiLinks } from "@/ui/document/reading";
import { ComparedView, ComparisonKey } from "@/ui/ledger/ComparedView";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { pageTrail } from "@/app/_parts/trail";
import { LinkButton } from "@/ui/forms/LinkButton";
import { restore } from "../../../actions";
import { PartsForm } from "./_parts/PartsForm";
import { RestoreButton } from "./_parts/RestoreButton";

export const metadata: Metadata = { title: "Restore" };

/**
 * What bringing back an entry would change on the page as it stands: all of it, or the parts that are chosen.
 */
export default async function RestorePage({
  params,
  searchParams,
}: PageProps<"/courses/[course]/pages/[page]/ledger/[number]/restore">) {
  const { course, page: pageId, number: asked } = await params;
  const { part, undo } = await searchParams;
  const number = Number(asked);
  if (!Number.isInteger(number) || number < 1 || number > 2_000_000_000) notFound();
  const parts = part === undefined ? null : [part].flat().slice(0, 2000);
  const ctx = await signedIn();
  const page = await findPage(ctx, course, pageId);
  const preview = page && (await previewRestore(ctx, course, pageId, number, parts));
  if (!page || !preview) notFound();
  const { lost, blocks, newest } = preview;
  const isSame = blocks.every(({ state }) => state === "same");
  const undone = undo !== undefined && number === newest - 1 ? newest : null;
  const what = parts === null ? `entry ${number}` : counted(parts.length, "part");
  return (
    <Frame ctx={ctx} trail={pageTrail(page.wiki, pageId)}>
      <div className="desk entry-desk">
        <div className="title-line">
          <div>
            <h1>
              {undone === null ? `Restore entry ${number}` : `Undo entry ${undone}`} of “{page.title}”
            </h1>
            <p className="quiet">
              It becomes a new entry, and can be undone in the same way. Words go back to who wrote them.
            </p>
          </div>
          <div className="actions">
            <LinkButton href={paths.entry(course, pageId, number)} variant="outlined">
              Cancel
            </LinkButton>
            {!isSame && (
              <RestoreButton
                button={undone === null ? `Restore ${what}` : "Undo this change"}
                restore={restore.bind(null, course, pageId, number, newest, parts)}
                backHref={paths.page(course, pageId)}
              />
            )}
          </div>
        </div>
        {undone === null && <PartsForm lost={lost} chosen={parts} />}
        {isSame ? (
          <p className="notice">
            {lost.length === 0
              ? "The page reads as it did after this entry."
              : "Nothing is chosen that the page does not have."}
          </p>
        ) : (
          <>
            <div className="paper entry-facts">
              <p>What would change on the page as it stands:</p>
              <ComparisonKey />
            </div>
            <article className="sheet compared-sheet">
              <ComparedView
                blocks={blocks}
                links={wikiLinks(course, page.wiki.wikiId, page.wiki, preview.files)}
              />
            </article>
          </>
        )}
      </div>
    </Frame>
  );
}
