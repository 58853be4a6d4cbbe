import type { Metadata } from "next";
import { notFound } from "next/navigation";
import type { KeptPageDto } from "@/data/kept/dto";
import { findKeptPage } from "@/data/kept/read";
import { DocumentView } from "@/ui/document/DocumentView";
import type { LinkTargets } from "@/ui/document/reading";
import { Link } from "@/ui/frame/Link";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { moment } from "@/ui/words/times";
import { signedIn } from "@/app/_parts/context";
import { KeptComments } from "../_parts/KeptComments";
import { KeptContents } from "../_parts/KeptContents";
import { KeptFrame, NotKept } from "../_parts/KeptFrame";

export const metadata: Metadata = { title: "As at the cut-off" };

/** A page as it stood at the cut-off, with what had been said about it; its links stay at that moment. */
export default async function KeptPage({ params }: PageProps<"/courses/[course]/wikis/[wiki]/kept/[page]">) {
  const { course, wiki: wikiId, page: pageId } = await params;
  const ctx = await signedIn();
  const page = await findKeptPage(ctx, course, wikiId, pageId);
  if (!page) notFound();
  if ("notBefore" in page) return <NotKept ctx={ctx} kept={page} />;
  const { wiki, line, last, uncounted } = page;
  const { timeZone: zone } = wiki;
  const newest = line.number + line.later;
  return (
    <KeptFrame ctx={ctx} kept={page} nowHref={paths.page(course, pageId)}>
      <div className="spread">
        <KeptContents kept={page} here={pageId} />
        <article className="sheet">
          <header className="sheet-head">
            <div>
              <h1>{line.title}</h1>
              <p className="saved">
                {last.author ?? "Starter text"}, {moment(last.at, zone, ctx.now)}
                {last.note ? `: ${last.note}` : ""}.{" "}
                <Link href={paths.entry(course, pageId, line.number)}>Entry {line.number}</Link>
              </p>
            </div>
          </header>
          {uncounted.length > 0 && (
            <p className="notice" style={{ marginBottom: 18 }}>
              <span>
                What{" "}
                {uncounted.slice(0, 5).map(({ number, author }, at) => (
                  <span key={number}>
                    {at > 0 ? ", " : ""}
                    <Link href={paths.entry(course, pageId, number)}>entry {number}</Link> (
                    {author ?? "starter text"})
                  </span>
                ))}
                {uncounted.length > 5 ? ` and ${uncounted.length - 5} more` : ""} changed was saved after its
                author’s own cut-off. It stands here because a later entry counts, and counts for nobody.
              </span>
            </p>
          )}
          <DocumentView
            document={page.document}
            links={keptLinks(page)}
            passages={page.passages.flatMap((each) => signed(page, each))}
          />
        </article>
        <aside className="margin" aria-label="Margin">
          <section aria-labelledby="since">
            <h2 id="since">Since then</h2>
            <p className="quiet">
              {line.later === 0
                ? "Nothing was changed on this page."
                : `${counted(line.later, "entry", "entries")} came after the cut-off.`}
              {line.isRemovedNow && " The page is in the bin today."}
            </p>
            <p className="margin-links">
              <Link href={paths.who(course, pageId, line.number)}>Word by word</Link>
              {line.later > 0 && (
                <>
                  {" "}
                  <Link href={paths.compare(course, pageId, line.number, newest)}>What changed since</Link>
                </>
              )}
            </p>
          </section>
          <section aria-labelledby="talk">
            <h2 id="talk">Comments</h2>
            <KeptComments page={page} now={ctx.now} />
          </section>
        </aside>
      </div>
    </KeptFrame>
  );
}

function keptLinks({ wiki, pages, formerTitles, files }: KeptPageDto): LinkTargets {
  return {
    pages,
    formerTitles,
    pageHref: (id) => paths.kept(wiki.courseId, wiki.wikiId, id),
    startHref: null,
    files,
    fileHref: (id, width) => paths.file(wiki.courseId, id, width),
  };
}

function signed({ comments }: KeptPageDto, passage: KeptPageDto["passages"][number]) {
  const about = comments.find(({ id }) => id === passage.id);
  return about ? [{ ...passage, kind: "comment" as const, sign: "", author: about.author }] : [];
}
