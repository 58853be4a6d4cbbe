import type { Metadata } from "next";
import { Link } from "@/ui/frame/Link";
import { notFound } from "next/navigation";
import { findDraft } from "@/data/drafts/read";
import { notePageVisit } from "@/data/news/write";
import { findPage } from "@/data/pages/read";
import { promisedPages } from "@/data/pages/promised";
import type { PageDto } from "@/data/pages/dto";
import { type Part, PartsStrip } from "@/ui/authors/PartsStrip";
import { DocumentView, wikiLinks } from "@/ui/document/DocumentView";
import { TagLine } from "@/ui/contents/TagLine";
import { HereLine } from "@/ui/live/HereLine";
import { paths } from "@/ui/paths";
import { FigureLabel } from "@/ui/measures/FigureLabel";
import { whoMayWords, whyNotWriting } from "@/ui/words/access";
import { counted } from "@/ui/words/counts";
import { distance, moment, momentAndDistance } from "@/ui/words/times";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { pageTrail } from "@/app/_parts/trail";
import { LinkButton } from "@/ui/forms/LinkButton";
import { Contents } from "./_parts/Contents";
import { Conversation } from "./_parts/Conversation";
import { livePlace } from "../../_parts/live-place";
import { dropLeftDraft } from "./actions";
import { LeftDraft } from "./_parts/LeftDraft";
import { PageActs } from "./_parts/PageActs";
import { pinnedPassage } from "@/data/marks/pins";
import { CriteriaBeside } from "@/ui/marks/CriteriaBeside";
import { readCriteria } from "../../_parts/criteria-actions";
import { shownPassages } from "./_parts/placed";
import { onlyLooking } from "@/ui/words/problems";

export const metadata: Metadata = { title: "Page" };

/** Why an entry is not said to have taken a comment up. */
const notTakenUp = new Map([
  ["not found", "Nothing was changed: that entry was saved before the comment, or no longer exists."],
  [
    "may not comment",
    "Nothing was changed: only the comment’s author, the entry’s author and those who review the work can say so.",
  ],
  ["only looking", onlyLooking],
]);

export default async function PagePage({
  params,
  searchParams,
}: PageProps<"/courses/[course]/pages/[page]">) {
  const { course, page: pageId } = await params;
  const { since: asked, untaken, pin: pinAsked } = await searchParams;
  const since = Number(asked);
  const ctx = await signedIn();
  const page = await findPage(ctx, course, pageId);
  if (!page) notFound();
  const { wiki } = page;
  await notePageVisit(ctx, course, pageId);
  const links = wikiLinks(course, wiki.wikiId, wiki, page.files);
  const promised = promisedPages(page);
  const pin = typeof pinAsked === "string" ? await pinnedPassage(ctx, course, pinAsked) : null;
  const pinned =
    pin?.stands?.pageId === pageId
      ? [{ kind: "pinned" as const, id: pin.id, from: pin.stands.from, to: pin.stands.to, author: pin.by }]
      : [];
  // Whoever still writes finds their draft where they write.
  const leftDraft =
    page.access.level === "write" && !page.removedAt
      ? null
      : await findDraft(ctx, { courseId: course, pageId });
  return (
    <Frame ctx={ctx} trail={pageTrail(wiki, pageId)}>
      <div className="spread">
        <Contents wiki={wiki} here={pageId} promised={promised} />
        <article className="sheet">
          <SheetHead page={page} now={ctx.now} />
          {!page.removedAt && <HereLine place={livePlace(page)} entries={page.entries} />}
          {Number.isInteger(since) && since > 0 && since < page.entries - 1 && (
            <Merged page={page} since={since} />
          )}
          {leftDraft && (
            <LeftDraft
              draft={leftDraft}
              when={moment(new Date(leftDraft.at), wiki.timeZone, ctx.now)}
              drop={dropLeftDraft.bind(null, course, pageId)}
            />
          )}
          {page.removedAt ? (
            <p className="notice">
              This page has been in the bin since {momentAndDistance(page.removedAt, wiki.timeZone, ctx.now)}.
              Its history is kept
              {page.mayRemove ? (
                <>
                  , and it can be <Link href={paths.contents(course, wiki.wikiId)}>brought back</Link>
                </>
              ) : (
                ""
              )}
              .
            </p>
          ) : (
            <DocumentView
              document={page.document}
              links={links}
              passages={[...shownPassages(page), ...pinned]}
            />
          )}
        </article>
        <aside className="margin" aria-label="Margin">
          <section aria-labelledby="who">
            <h2 id="who">
              <FigureLabel figure="standing">Who wrote this page</FigureLabel>
            </h2>
            <PartsStrip label="Words on this page" parts={partsOf(page)} />
            {page.discussions.length > 0 && (
              <p className="quiet">
                {counted(
                  page.discussions.reduce((sum, { words }) => sum + words, 0),
                  "word",
                )}{" "}
                of them count as discussion.
              </p>
            )}
            <p className="margin-links">
              <Link href={paths.who(course, pageId)}>Word by word</Link>{" "}
              <Link href={paths.compare(course, pageId)}>What changed</Link>
            </p>
          </section>
          {wiki.hasCriteria && (
            <CriteriaBeside
              load={readCriteria.bind(null, course, wiki.assignmentId)}
              href={paths.criteria(course, wiki.assignmentId)}
            />
          )}
          <section aria-labelledby="talk">
            <h2 id="talk">Comments</h2>
            {untaken && (
              <p className="notice" role="status">
                {notTakenUp.get(String(untaken)) ?? notTakenUp.get("not found")}
              </p>
            )}
            <Conversation
              page={page}
              people={page.nameable}
              viewerId={ctx.viewer.id}
              zone={wiki.timeZone}
              now={ctx.now}
            />
          </section>
        </aside>
      </div>
    </Frame>
  );
}

/** Told once after a save into which others' entries were merged, with the way to each. */
function Merged({ page, since }: { page: PageDto; since: number }) {
  const others = Array.from({ length: Math.min(page.entries - 1 - since, 5) }, (_, at) => since + 1 + at);
  return (
    <p className="notice done" role="status" style={{ marginBottom: 18 }}>
      <span>
        Saved, together with what others wrote in other places meanwhile:{" "}
        {others.map((number, at) => (
          <span key={number}>
            {at > 0 ? ", " : ""}
            <Link href={paths.entry(page.wiki.courseId, page.id, number)}>entry {number}</Link>
          </span>
        ))}
        .
      </span>
    </p>
  );
}

function partsOf({ wiki, parts, unassigned }: PageDto): Part[] {
  const open: Part[] =
    unassigned > 0 ? [{ id: "unassigned", name: "Guests, unassigned", mark: null, words: unassigned }] : [];
  return [...parts, null].flatMap((part): Part[] => {
    if (part === null) return open;
    const { authorId, words } = part;
    if (authorId === null)
      return words > 0 ? [{ id: "nobody", name: "Starter text and others", mark: null, words }] : [];
    const member = wiki.members.find((each) => each.id === authorId)!;
    return wiki.members.length <= 8 || words > 0
      ? [{ id: authorId, name: member.name, mark: member.mark, words }]
      : [];
  });
}

/** Title, one line on who last saved what and when, and the way to write, or the reason why there is none. */
function SheetHead({ page, now }: { page: PageDto; now: Date }) {
  const { wiki, last, access } = page;
  const mayWrite = access.level === "write" && !page.removedAt;
  const tags = wiki.contents.find(({ id }) => id === page.id)?.tags ?? [];
  return (
    <header className="sheet-head">
      <div>
        <h1>{page.title}</h1>
        <p className="saved">
          {last.author ?? "Starter text"},{" "}
          <time dateTime={last.at.toISOString()} title={moment(last.at, wiki.timeZone, now)}>
            {distance(last.at, wiki.timeZone, now)}
          </time>
          {last.note ? `: ${last.note}` : ""}.{" "}
          <Link href={paths.ledger(wiki.courseId, page.id)}>{counted(page.entries, "entry", "entries")}</Link>
        </p>
        <TagLine
          tags={tags}
          hrefOf={(tag) => `${paths.contents(wiki.courseId, wiki.wikiId)}?tag=${encodeURIComponent(tag)}`}
        />
      </div>
      <div className="actions">
        {wiki.isInstructor && (
          <LinkButton
            href={paths.access(wiki.courseId, wiki.assignmentId, { wiki: wiki.wikiId })}
            variant="outlined"
          >
            Access
          </LinkButton>
        )}
        {!page.removedAt && (
          <PageActs
            courseId={wiki.courseId}
            wikiId={wiki.wikiId}
            pageId={page.id}
            title={page.title}
            tags={tags}
            mayTag={mayWrite}
            mayRename={page.mayRename}
            mayRemove={page.mayRemove && page.id !== wiki.homePageId}
            mayCopy={wiki.mayStart}
          />
        )}
        {mayWrite && (
          <LinkButton href={paths.write(wiki.courseId, page.id)} variant="contained">
            Write
          </LinkButton>
        )}
      </div>
      <p className="who-may">{whoMayWords(page.whoMay, wiki, wiki.timeZone, now)}</p>
      {!mayWrite && !page.removedAt && (
        <p className="why notice">{whyNotWriting(access, wiki.timeZone, now)}</p>
      )}
    </header>
  );
}
