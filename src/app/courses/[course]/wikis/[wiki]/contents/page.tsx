import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { pagePowers, removedPages } from "@/data/pages/places";
import { findWiki } from "@/data/pages/read";
import { LinkButton } from "@/ui/frame/NextLink";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { wikiTrail } from "@/app/_parts/trail";
import { ContentsList } from "./_parts/ContentsList";

export const metadata: Metadata = { title: "Contents" };

/** A wiki's pages as places: their order, their titles, the bin. */
export default async function ContentsPage({ params }: PageProps<"/courses/[course]/wikis/[wiki]/contents">) {
  const { course, wiki: wikiId } = await params;
  const ctx = await signedIn();
  const wiki = await findWiki(ctx, course, wikiId);
  const removed = wiki && (await removedPages(ctx, course, wikiId));
  const powers = wiki && (await pagePowers(ctx, course, wikiId));
  if (!wiki || !removed || !powers) notFound();
  const home = wiki.contents.find(({ id }) => id === wiki.homePageId);
  const ordered = [...(home ? [home] : []), ...wiki.contents.filter((item) => item !== home)];
  const may = wiki.mayArrange ? "Drag a page to its place, to the right to put it below another one, or use the arrows." : "Who may put pages in another order is for the instructor to say.";
  return (
    <Frame ctx={ctx} trail={await wikiTrail(ctx, wiki)}>
      <div className="desk">
        <div className="title-line">
          <div><h1>Contents of {wiki.name}</h1><p className="quiet">{counted(ordered.length, "page")}. {may}</p></div>
          {wiki.mayStart && <LinkButton href={paths.start(course, wikiId)} variant="contained">Start a page</LinkButton>}
        </div>
        <ContentsList
          courseId={course} homeId={wiki.homePageId} mayArrange={wiki.mayArrange} isInstructor={wiki.isInstructor} removed={removed} zone={wiki.timeZone} now={ctx.now}
          pages={ordered.map((item) => ({ ...item, mayRename: powers.rename.has(item.id), mayRemove: powers.remove.has(item.id) }))}
        />
      </div>
    </Frame>
  );
}
