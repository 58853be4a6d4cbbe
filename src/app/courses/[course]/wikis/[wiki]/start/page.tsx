import type { Metadata } from "next";
import { Link } from "@/ui/frame/Link";
import { notFound, redirect } from "next/navigation";
import { emptyDocument } from "@/core/document/model";
import { identifyBlocks } from "@/core/document/parse";
import { linkedPages, titleKey } from "@/core/links/titles";
import { findDraft, savedLately } from "@/data/drafts/read";
import type { PageDto } from "@/data/pages/dto";
import { pagesNaming } from "@/data/pages/promised";
import { findPage, findWiki } from "@/data/pages/read";
import { pageTemplates } from "@/data/pages/templates";
import type { Context } from "@/data/session/context";
import { paths } from "@/ui/paths";
import { signedIn } from "@/app/_parts/context";
import { Frame, OnlyLooking } from "@/app/_parts/Frame";
import { wikiTrail } from "@/app/_parts/trail";
import { dropText, keepText } from "../../../_parts/writing-actions";
import { writingPlace } from "../../../_parts/writing-place";
import { StartEditor } from "./_parts/StartEditor";

export const metadata: Metadata = { title: "Start a page" };

/** Starts a page: nothing is made before it is saved. A title that is taken leads to its page. */
export default async function StartPage({
  params,
  searchParams,
}: PageProps<"/courses/[course]/wikis/[wiki]/start">) {
  const { course, wiki: wikiId } = await params;
  const asked = await searchParams;
  const title = typeof asked.title === "string" ? asked.title.slice(0, 200) : "";
  const ctx = await signedIn();
  const wiki = await findWiki(ctx, course, wikiId);
  if (!wiki) notFound();
  const known = [...wiki.contents, ...wiki.formerTitles].find(
    (item) => titleKey(item.title) === titleKey(title),
  );
  if (known) redirect(paths.page(course, known.id));
  const trail = wikiTrail(wiki);
  // There one is told what became of a page that was begun and not saved.
  const back = wiki.homePageId
    ? `${paths.page(course, wiki.homePageId)}?began=1`
    : paths.wiki(course, wikiId);
  if (!wiki.mayStart) {
    return (
      <Frame ctx={ctx} trail={trail}>
        <div className="desk narrow">
          <h1>{title || "A new page"}</h1>
          <p className="notice" style={{ marginTop: 16 }}>
            {title ? "This page is not written yet, and" : "Pages in this wiki are not for you to start:"} you
            may read this wiki, not write in it.
          </p>
        </div>
      </Frame>
    );
  }
  if (ctx.lookingAs)
    return (
      <OnlyLooking
        ctx={ctx}
        trail={trail}
        heading={title || "A new page"}
        text={`${ctx.viewer.name} can start this page.`}
      />
    );
  const templates = await pageTemplates(ctx, course, wikiId);
  const template = templates.find(({ id }) => id === asked.template);
  const document = template?.document ?? emptyDocument;
  const at = { courseId: course, wikiId };
  const naming = await pagesNaming(ctx, course, wikiId, title);
  const from =
    typeof asked.from === "string"
      ? await leadsNotYet(ctx, course, wikiId, asked.from.slice(0, 60), title)
      : null;
  return (
    <Frame ctx={ctx} trail={trail}>
      {naming.length > 0 && (
        <p className="templates quiet">
          Named on{" "}
          {naming.map(({ id, title: name }, index) => (
            <span key={id}>
              {index > 0 && ", "}
              <Link href={paths.page(course, id)}>{name}</Link>
            </span>
          ))}
          , and not written yet.
        </p>
      )}
      <p className="templates">
        <Link href={paths.startSeveral(course, wikiId)}>Several pages at once</Link>
      </p>
      {templates.length > 0 && (
        <nav className="templates" aria-label="Begin with">
          <span className="quiet">Begin with</span>
          <Link
            href={paths.start(course, wikiId, title, undefined, from?.id)}
            {...(template ? {} : { "aria-current": "true" as const })}
          >
            an empty page
          </Link>
          {templates.map(({ id, title: name }) => (
            <Link
              key={id}
              href={paths.start(course, wikiId, title, id, from?.id)}
              {...(id === template?.id ? { "aria-current": "true" as const } : {})}
            >
              {name}
            </Link>
          ))}
        </nav>
      )}
      <StartEditor
        key={template?.id ?? ""}
        courseId={course}
        wikiId={wikiId}
        template={template?.id ?? null}
        pages={wiki.contents
          .filter(({ id }) => id !== wiki.homePageId)
          .map(({ id, title: name, depth }) => ({ id, title: name, depth }))}
        cameFrom={from && { id: from.id, title: from.title }}
        draftKey={`${ctx.viewer.id} ${wikiId} ${titleKey(title)} ${template?.id ?? ""}`.trim()}
        title={title}
        document={identifyBlocks(document, ctx.newId)}
        place={await writingPlace(ctx, wiki, { pageId: null, title, mayUpload: wiki.mayUpload })}
        draft={await findDraft(ctx, at)}
        savedLately={await savedLately(ctx, course, null)}
        keeper={{ keep: keepText.bind(null, at), drop: dropText.bind(null, at) }}
        backHref={back}
        pageBase={paths.pageBase(course)}
      />
    </Frame>
  );
}

/** The page that one came from, if one may write there and it does not lead to the new page yet. */
async function leadsNotYet(
  ctx: Context,
  course: string,
  wikiId: string,
  pageId: string,
  title: string,
): Promise<PageDto | null> {
  const page = await findPage(ctx, course, pageId);
  if (page?.wiki.wikiId !== wikiId || page.access.level !== "write" || page.removedAt) return null;
  return title !== "" && linkedPages(page.document).some((each) => titleKey(each.title) === titleKey(title))
    ? null
    : page;
}
