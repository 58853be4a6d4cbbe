import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { findEntry } from "@/data/ledger/read";
import { findPage } from "@/data/pages/read";
import { Late } from "@/ui/ledger/Late";
import { otherEnds } from "@/ui/ledger/other-ends";
import { Routes } from "@/ui/ledger/Routes";
import { Author } from "@/ui/authors/AuthorMark";
import { wikiLinks } from "@/ui/document/reading";
import { ComparedView, ComparisonKey } from "@/ui/ledger/ComparedView";
import { FigureLabel } from "@/ui/measures/FigureLabel";
import { paths } from "@/ui/paths";
import { number as figure } from "@/ui/words/counts";
import { authorsNote, cameAndWent, entryAccount, entryKindWords, thingNames } from "@/ui/words/entries";
import { momentAndDistance } from "@/ui/words/times";
import type { EntryKind } from "@/core/ledger/chain";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { pageTrail } from "@/app/_parts/trail";
import { BackToReview } from "@/ui/frame/BackToReview";
import { LinkButton } from "@/ui/forms/LinkButton";
import { FoundHere } from "@/ui/search/FoundHere";
import { foundOn } from "../../../../_parts/found-on";
import { PinHere } from "../../../../_parts/PinHere";
import { answerTogether } from "../../actions";
import { Together } from "./Together";

/** Whether an entry changed the text: a page's name or its way to the bin is not undone as text is. */
const hasText = (kind: EntryKind) => kind === "wrote" || kind === "restored";

export const metadata: Metadata = { title: "Entry" };

/** One entry: what it changed against the one before, in the page's own formatting. */
export default async function EntryPage({
  params,
  searchParams,
}: PageProps<"/courses/[course]/pages/[page]/ledger/[number]">) {
  const { course, page: pageId, number: asked } = await params;
  const number = Number(asked);
  if (!Number.isInteger(number) || number < 1 || number > 2_000_000_000) notFound();
  const ctx = await signedIn();
  const page = await findPage(ctx, course, pageId);
  const entry = page && (await findEntry(ctx, course, pageId, number));
  if (!page || !entry) notFound();
  const { line } = entry;
  const found = await foundOn(
    ctx,
    course,
    await searchParams,
    entry.blocks.map(({ segments }) => ({ id: null, text: segments.map(({ text }) => text).join("") })),
  );
  const member = page.wiki.members.find((each) => each.id === line.authorId);
  const isNewest = number === entry.newest;
  return (
    <Frame ctx={ctx} trail={pageTrail(page.wiki, pageId)}>
      {found && <FoundHere {...found} firstWithin="del" />}
      <div className="desk entry-desk">
        <div className="title-line">
          <div>
            <h1>
              Entry {number} of “{page.title}”
            </h1>
            <p className="quiet">
              {line.author ? <Author name={line.author} mark={member?.mark ?? null} /> : "Starter text"},{" "}
              {momentAndDistance(line.at, page.wiki.timeZone, ctx.now)}
              {line.isLate && <Late />}. {entryKindWords(line)}
              {authorsNote(line) ? `: ${authorsNote(line)}` : ""}{" "}
              <BackToReview courseBase={paths.course(course)} />
            </p>
          </div>
          <div className="actions">
            {number > 1 && (
              <LinkButton href={paths.entry(course, pageId, number - 1)} variant="text">
                Earlier
              </LinkButton>
            )}
            {!isNewest && (
              <LinkButton href={paths.entry(course, pageId, number + 1)} variant="text">
                Later
              </LinkButton>
            )}
            <LinkButton href={paths.ledger(course, pageId)} variant="outlined">
              Ledger
            </LinkButton>
            {entry.mayRestore && isNewest && number > 1 && hasText(line.kind) && (
              <LinkButton href={paths.undo(course, pageId, number)} variant="outlined">
                Undo this change
              </LinkButton>
            )}
            {entry.mayRestore && !isNewest && (
              <LinkButton href={paths.restore(course, pageId, number)} variant="outlined">
                Restore this entry
              </LinkButton>
            )}
          </div>
        </div>
        {page.wiki.reviews && (
          <PinHere
            courseId={course}
            wikiId={page.wiki.wikiId}
            thing={{ kind: "entry", pageId, number }}
            personId={member?.id ?? null}
          />
        )}
        <div className="paper entry-facts">
          <dl className="entry-account">
            {entryAccount(line.figures).map((each) => (
              <div key={each.label}>
                <dt>
                  <FigureLabel figure={each.figure}>{each.label}</FigureLabel>
                </dt>
                <dd>{figure(each.words)}</dd>
              </div>
            ))}
            {entry.things.map(({ kind, ...each }) => (
              <div key={kind}>
                <dt>{thingNames[kind]}</dt>
                <dd>{cameAndWent(each)}</dd>
              </div>
            ))}
            <div>
              <dt>
                <FigureLabel figure="wordsAfter">words on the page</FigureLabel>
              </dt>
              <dd>{figure(line.figures.wordsAfter)}</dd>
            </div>
            {line.pasted > 0 && (
              <div>
                <dt title="As far as the editor knows. Words that were copied on the page itself count too.">
                  came by pasting
                  {line.largestPaste < line.pasted ? `, most at once ${figure(line.largestPaste)}` : ""}
                </dt>
                <dd>{figure(line.pasted)}</dd>
              </div>
            )}
          </dl>
          <Routes routes={line.routes} courseId={course} />
          <ComparisonKey />
        </div>
        <Together
          line={line}
          viewerId={ctx.viewer.id}
          answer={answerTogether.bind(null, course, pageId, number)}
        />
        <article className="sheet compared-sheet">
          <ComparedView
            blocks={entry.blocks}
            links={wikiLinks(course, page.wiki.wikiId, page.wiki, entry.files)}
            otherEnd={otherEnds(course, line.routes)}
          />
        </article>
      </div>
    </Frame>
  );
}
