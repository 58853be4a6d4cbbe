import type { Metadata } from "next";
import { Link } from "@/ui/frame/Link";
import { notFound } from "next/navigation";
import { titleKey } from "@/core/links/titles";
import { hangTogether } from "@/data/pages/hang-together";
import { pagePowers, removedPages } from "@/data/pages/places";
import { findWiki } from "@/data/pages/read";
import { RemoveForm } from "@/ui/bin/RemoveForm";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { wikiTrail } from "@/app/_parts/trail";
import { LinkButton } from "@/ui/forms/LinkButton";
import { toBin } from "../../../../bin-actions";
import { HangTogether } from "./_parts/HangTogether";
import { ContentsList } from "./_parts/ContentsList";

export const metadata: Metadata = { title: "Contents" };

/** A wiki's pages as places: their order, their titles, the bin. */
export default async function ContentsPage({
  params,
  searchParams,
}: PageProps<"/courses/[course]/wikis/[wiki]/contents">) {
  const { course, wiki: wikiId } = await params;
  const { tag: asked } = await searchParams;
  const ctx = await signedIn();
  const wiki = await findWiki(ctx, course, wikiId);
  const removed = wiki && (await removedPages(ctx, course, wikiId));
  const hangs = wiki && (await hangTogether(ctx, course, wikiId));
  const powers = wiki && (await pagePowers(ctx, course, wikiId));
  if (!wiki || !removed || !powers) notFound();
  const home = wiki.contents.find(({ id }) => id === wiki.homePageId);
  const ordered = [...(home ? [home] : []), ...wiki.contents.filter((item) => item !== home)];
  const tag = typeof asked === "string" ? asked.slice(0, 60) : null;
  const tags = [
    ...new Map(ordered.flatMap((item) => item.tags.map((each) => [titleKey(each), each] as const))).entries(),
  ].sort(([one], [other]) => (one < other ? -1 : 1));
  const shown =
    tag === null
      ? ordered
      : ordered.filter((item) => item.tags.some((each) => titleKey(each) === titleKey(tag)));
  const may = wiki.mayArrange
    ? "Drag a page to its place, to the right to put it below another one, or use the arrows."
    : "Who may put pages in another order is for the instructor to say.";
  return (
    <Frame ctx={ctx} trail={wikiTrail(wiki)}>
      <div className="desk">
        <div className="title-line">
          <div>
            <h1>Contents of {wiki.name}</h1>
            <p className="quiet">
              {tag === null
                ? `${counted(ordered.length, "page")}. ${may}`
                : `${counted(shown.length, "page")} of ${ordered.length}: those tagged “${tag}”.`}
            </p>
          </div>
          {wiki.mayStart && (
            <>
              <LinkButton href={paths.startSeveral(course, wikiId)}>Several pages at once</LinkButton>
              <LinkButton href={paths.start(course, wikiId)} variant="contained">
                Start a page
              </LinkButton>
            </>
          )}
        </div>
        {tags.length > 0 && (
          <nav className="tag-choice" aria-label="Tags">
            <span className="quiet">Tagged</span>
            {tags.map(([key, each]) => (
              <Link
                key={key}
                href={`?tag=${encodeURIComponent(each)}`}
                className="tag"
                {...(tag !== null && titleKey(tag) === key ? { "aria-current": "true" as const } : {})}
              >
                {each}
              </Link>
            ))}
            {tag !== null && <Link href={paths.contents(course, wikiId)}>All pages</Link>}
          </nav>
        )}
        {shown.length === 0 && (
          <p className="notice">
            No page has this tag now. <Link href={paths.contents(course, wikiId)}>All pages</Link>
          </p>
        )}
        <ContentsList
          courseId={course}
          wikiId={wikiId}
          homeId={wiki.homePageId}
          mayArrange={wiki.mayArrange && tag === null}
          isInstructor={wiki.isInstructor}
          removed={removed}
          zone={wiki.timeZone}
          now={ctx.now}
          pages={shown.map((item) => ({
            ...item,
            mayRename: powers.rename.has(item.id),
            mayRemove: powers.remove.has(item.id),
          }))}
        />
        {hangs && tag === null && (
          <HangTogether told={hangs} courseId={course} wikiId={wikiId} mayStart={wiki.mayStart} />
        )}
        {wiki.isInstructor && tag === null && (
          <section className="section" aria-labelledby="remove">
            <h2 id="remove">The wiki as a whole</h2>
            <RemoveForm
              what="wiki"
              name={wiki.name}
              about="Its pages, comments and files go with it; its members see nothing of it any more."
              remove={toBin.bind(null, course, { kind: "wiki", id: wikiId })}
            />
          </section>
        )}
      </div>
    </Frame>
  );
}
