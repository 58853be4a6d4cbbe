import type { Metadata } from "next";
import { Link } from "@/ui/frame/Link";
import { notFound } from "next/navigation";
import { findDraft } from "@/data/drafts/read";
import { remarkDrafts } from "@/data/drafts/remarks";
import { ownEntry } from "@/data/ledger/read";
import { notePageVisit } from "@/data/news/write";
import { findPage } from "@/data/pages/read";
import { promisedPages } from "@/data/pages/promised";
import type { PageDto } from "@/data/pages/dto";
import { type Part, PartsStrip } from "@/ui/authors/PartsStrip";
import { DocumentView, wikiLinks } from "@/ui/document/DocumentView";
import { TagLine } from "@/ui/contents/TagLine";
import { HereLine } from "@/ui/live/HereLine";
import { paths } from "@/ui/paths";
import { isAsPage } from "@/ui/editor/left-behind";
import { putTogether } from "@/ui/words/put-together";
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
import { KeptDraft } from "./_parts/KeptDraft";
import { LeftDraft } from "./_parts/LeftDraft";
import { PageActs } from "./_parts/PageActs";
import { pinnedPassage } from "@/data/marks/pins";
import { leaves } from "@/core/document/leaves";
import { FoundHere } from "@/ui/search/FoundHere";
import { CriteriaBeside } from "@/ui/marks/CriteriaBeside";
import { foundOn } from "../../_parts/found-on";
import { readCriteria } from "../../_parts/criteria-actions";
import { SavedNotice } from "./_parts/SavedNotice";
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
  const asked = await searchParams;
  const { saved: savedAsked, began: beganAsked, untaken, pin: pinAsked } = asked;
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
  const savedNumber =
    typeof savedAsked === "string" && /^\d{1,9}$/.test(savedAsked) ? Number(savedAsked) : null;
  const [saved, draft, began, drafts, found] = await Promise.all([
    savedNumber ? ownEntry(ctx, course, pageId, savedNumber) : null,
    findDraft(ctx, { courseId: course, pageId }),
    beganAsked === undefined ? null : findDraft(ctx, { courseId: course, wikiId: wiki.wikiId }),
    remarkDrafts(ctx, course, pageId),
    foundOn(ctx, course, asked, leaves(page.document)),
  ]);
  const when = (at: string) => moment(new Date(at), wiki.timeZone, ctx.now);
  const mayWrite = page.access.level === "write" && !page.removedAt;
  return (
    <Frame ctx={ctx} trail={pageTrail(wiki, pageId)}>
      {found && <FoundHere {...found} />}
      <div className="spread">
        <Contents wiki={wiki} here={pageId} promised={promised} />
        <article className="sheet">
          <SheetHead page={page} viewerId={ctx.viewer.id} now={ctx.now} />
          {!page.removedAt && <HereLine place={livePlace(page)} entries={page.entries} />}
          {(saved || savedNumber === 0) && <SavedNotice page={page} saved={saved} />}
          {draft && !mayWrite && (
            <LeftDraft
              draft={draft}
              when={when(draft.at)}
              drop={dropLeftDraft.bind(null, { courseId: course, pageId })}
            />
          )}
          {draft && mayWrite && !isAsPage(draft, page) && (
            <KeptDraft
              writeHref={paths.write(course, pageId, "draft")}
              draftKey={`${ctx.viewer.id} ${pageId}`}
              drop={dropLeftDraft.bind(null, { courseId: course, pageId })}
            >
              A draft of yours from {when(draft.at)} is kept.
            </KeptDraft>
          )}
          {began && (
            <KeptDraft
              writeHref={paths.start(course, wiki.wikiId, began.title)}
              draftKey={`${ctx.viewer.id} ${wiki.wikiId}`}
              drop={dropLeftDraft.bind(null, { courseId: course, wikiId: wiki.wikiId })}
            >
              The page that you began{began.title && `, “${began.title}”,`} is kept as a draft from{" "}
              {when(began.at)}.
            </KeptDraft>
          )}
          {page.removedAt ? (
            <p className="notice">
              This page has been in the bin since {momentAndDistance(page.removedAt, wiki.timeZone, ctx.now)}.
              Its history is kept
              {page.mayRemove ? (
                <>
                  , and it can be <Link href={paths.contents(course, wiki.wikiId)}>restored</Link>
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
              drafts={drafts}
              zone={wiki.timeZone}
              now={ctx.now}
            />
          </section>
        </aside>
      </div>
    </Frame>
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
function SheetHead({ page, viewerId, now }: { page: PageDto; viewerId: string; now: Date }) {
  const { wiki, last, access } = page;
  const isMember = wiki.members.some(({ id }) => id === viewerId);
  const mayWrite = access.level === "write" && !page.removedAt;
  const together = putTogether(last, page.entries);
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
          {last.note ? `: ${last.note}` : ""}
          {together ? `, ${together}` : ""}.{" "}
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
            undoHref={
              page.mayRestore && page.entries > 1 && (last.kind === "wrote" || last.kind === "restored")
                ? paths.undo(wiki.courseId, page.id, page.entries)
                : null
            }
          />
        )}
        {mayWrite && (
          <LinkButton href={paths.write(wiki.courseId, page.id)} variant="contained">
            Write
          </LinkButton>
        )}
      </div>
      <nav className="page-ways" aria-label="Of this assignment">
        <Link href={paths.assignment(wiki.courseId, wiki.assignmentId)}>Assignment</Link>
        <Link href={`${paths.assignment(wiki.courseId, wiki.assignmentId)}#expected`}>What is expected</Link>
        {isMember && <Link href={paths.ownStatement(wiki.courseId, wiki.assignmentId)}>Your statement</Link>}
      </nav>
      <p className="who-may">{whoMayWords(page.whoMay, wiki, wiki.timeZone, now)}</p>
      {!mayWrite && !page.removedAt && (
        <p className="why notice">{whyNotWriting(access, wiki.timeZone, now)}</p>
      )}
    </header>
  );
}
