import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { findWiki } from "@/data/pages/read";
import { pageTemplates } from "@/data/pages/templates";
import { paths } from "@/ui/paths";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { wikiTrail } from "@/app/_parts/trail";
import { LinkButton } from "@/ui/forms/LinkButton";
import { SeveralForm } from "./_parts/SeveralForm";

export const metadata: Metadata = { title: "Start several pages" };

/** Starts several pages at once, to be written later. */
export default async function SeveralPage({
  params,
}: PageProps<"/courses/[course]/wikis/[wiki]/start/several">) {
  const { course, wiki: wikiId } = await params;
  const ctx = await signedIn();
  const wiki = await findWiki(ctx, course, wikiId);
  if (!wiki) notFound();
  return (
    <Frame ctx={ctx} trail={wikiTrail(wiki)}>
      <div className="desk narrow">
        <div className="title-line">
          <div>
            <h1>Several pages at once</h1>
            <p className="quiet">
              Each begins empty, or with a template. A title that a page of {wiki.name} has already is left
              out.
            </p>
          </div>
          <LinkButton href={paths.contents(course, wikiId)}>Contents</LinkButton>
        </div>
        {wiki.mayStart ? (
          <SeveralForm
            courseId={course}
            wikiId={wikiId}
            isInstructor={wiki.isInstructor}
            members={wiki.members.flatMap(({ name, until }) =>
              until === null || until > ctx.now ? [name] : [],
            )}
            templates={(await pageTemplates(ctx, course, wikiId)).map(({ id, title }) => ({ id, title }))}
            pages={wiki.contents
              .filter(({ id }) => id !== wiki.homePageId)
              .map(({ id, title, depth }) => ({ id, title, depth }))}
          />
        ) : (
          <p className="notice">Pages in this wiki are not for you to start.</p>
        )}
      </div>
    </Frame>
  );
}
