import type { Metadata } from "next";
import { notFound, redirect } from "next/navigation";
import { emptyDocument } from "@/core/document/model";
import { identifyBlocks } from "@/core/document/parse";
import { titleKey } from "@/core/links/titles";
import { findWiki } from "@/data/pages/read";
import { PageEditor } from "@/ui/editor/PageEditor";
import { paths } from "@/ui/paths";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { wikiTrail } from "@/app/_parts/trail";
import { startText } from "./actions";

export const metadata: Metadata = { title: "Start a page" };

/** Starts a page: nothing is made before it is saved. A title that is taken leads to its page. */
export default async function StartPage({ params, searchParams }: PageProps<"/courses/[course]/wikis/[wiki]/start">) {
  const { course, wiki: wikiId } = await params;
  const asked = (await searchParams).title;
  const title = typeof asked === "string" ? asked.slice(0, 200) : "";
  const ctx = await signedIn();
  const wiki = await findWiki(ctx, course, wikiId);
  if (!wiki) notFound();
  const known = wiki.contents.find((item) => titleKey(item.title) === titleKey(title));
  if (known) redirect(paths.page(course, known.id));
  const trail = await wikiTrail(ctx, wiki);
  const back = wiki.homePageId ? paths.page(course, wiki.homePageId) : paths.wiki(course, wikiId);
  if (!wiki.mayStart) {
    return (
      <Frame ctx={ctx} trail={trail}>
        <div className="desk narrow">
          <h1>{title || "A new page"}</h1>
          <p className="notice" style={{ marginTop: 16 }}>{title ? "This page is not written yet, and" : "Pages in this wiki are not for you to start:"} you may read this wiki, not write in it.</p>
        </div>
      </Frame>
    );
  }
  return (
    <Frame ctx={ctx} trail={trail}>
      <PageEditor
        draftKey={`${ctx.viewer.id} ${wikiId} ${titleKey(title)}`} title={title} isNew base={0} document={identifyBlocks(emptyDocument, ctx.newId)} pages={wiki.contents}
        save={startText.bind(null, course, wikiId)} backHref={back}
      />
    </Frame>
  );
}
