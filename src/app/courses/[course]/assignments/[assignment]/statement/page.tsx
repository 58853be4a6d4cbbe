import type { Metadata } from "next";
import { Link } from "@/ui/frame/Link";
import { notFound } from "next/navigation";
import { findAssignment } from "@/data/assignments/read";
import { myFeedback, noteSeen } from "@/data/review/feedback";
import { findEvidence } from "@/data/review/evidence";
import { ownWikis } from "@/data/review/own-wikis";
import { findStatement, type StatementDto } from "@/data/review/student";
import { Author } from "@/ui/authors/AuthorMark";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { day, moment, momentAndDistance } from "@/ui/words/times";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { assignmentTrail } from "@/app/_parts/trail";
import { LinkButton } from "@/ui/forms/LinkButton";
import { Feedback } from "../_parts/Feedback";
import { OwnWords } from "../_parts/OwnWords";
import { OpenWiki } from "../review/_parts/OpenWiki";
import { periodOf } from "../review/_parts/period";
import { periodAsked } from "../review/_parts/period-asked";
import { EvidencePanel } from "../review/_parts/EvidencePanel";
import { PeriodChoice } from "../review/_parts/PeriodChoice";
import { figureOf, openedOf, shownOf } from "../_parts/statement-asked";
import { StatementFacts } from "../_parts/StatementFacts";
import { StatementFilter } from "../_parts/StatementFilter";
import { Statement } from "../_parts/Statement";

export const metadata: Metadata = { title: "My statement" };

/** The viewer's entries, the newest first, as a list to choose from. */
function ownEntries({ sittings, timeZone }: StatementDto, now: Date) {
  return sittings
    .flat()
    .flatMap(({ ref, other, pageTitle, figures }) =>
      ref && other === null
        ? [
            {
              pageId: ref.pageId,
              number: ref.number,
              label: `${pageTitle}, ${moment(ref.at, timeZone, now)}, ${counted(figures?.added ?? 0, "word")} added`,
            },
          ]
        : [],
    )
    .reverse()
    .slice(0, 200);
}

/** The viewer's own statement: the same account of their work that the instructor sees. */
export default async function OwnStatementPage({
  params,
  searchParams,
}: PageProps<"/courses/[course]/assignments/[assignment]/statement">) {
  const { course, assignment } = await params;
  const asked = await searchParams;
  const shown = shownOf(asked);
  const ctx = await signedIn();
  const wikis = await ownWikis(ctx, course, assignment);
  const own = wikis.find(({ id }) => id === asked.wiki) ?? wikis[0];
  const period = periodOf(asked, {
    cutOffAt: (await findAssignment(ctx, course, assignment))?.cutOffAt ?? null,
    now: ctx.now,
  });
  const told = own && (await findStatement(ctx, course, own.id, ctx.viewer.id, period));
  if (!own || !told) notFound();
  const figure = figureOf(asked);
  const evidence = figure && (await findEvidence(ctx, course, own.id, ctx.viewer.id, figure, period));
  const feedback = await myFeedback(ctx, course, assignment);
  await noteSeen(ctx, course, feedback);
  const { timeZone: zone, member } = told;
  const kept = {
    ...(own !== wikis[0] ? { wiki: own.id } : {}),
    ...periodAsked(period),
    ...(shown.page ? { page: shown.page } : {}),
    ...(shown.kind ? { kind: shown.kind } : {}),
  };
  const here = (more: Record<string, string>) => paths.ownStatement(course, assignment, more);
  return (
    <Frame ctx={ctx} trail={await assignmentTrail(ctx, course, assignment)}>
      <div className="desk">
        <div className="title-line">
          <div>
            <h1>What I did in {told.groupName}</h1>
            <p className="quiet">
              <Author name={member.name} mark={member.mark} />; due{" "}
              {momentAndDistance(told.dueAt, zone, ctx.now)}. Your instructor sees the same, and when you were
              last here. <Link href={paths.measures()}>How the figures come about</Link>
            </p>
          </div>
          <a
            className="plain-button"
            href={paths.statementFile(course, assignment, own.id, ctx.viewer.id, periodAsked(period))}
            download
          >
            Save as a document
          </a>
          <OpenWiki courseId={course} wikiId={own.id} period={period} />
        </div>
        {wikis.length > 1 && (
          <nav className="period-choice" aria-label="Groups">
            {wikis.map(({ id, name, until }, at) => (
              <Link
                key={id}
                href={here({ ...(at > 0 ? { wiki: id } : {}), ...periodAsked(period) })}
                {...(id === own.id ? { "aria-current": "true" as const } : {})}
              >
                In {name}
                {until && until <= ctx.now ? `, until ${day(until, zone)}` : ""}
              </Link>
            ))}
          </nav>
        )}
        <PeriodChoice period={period} dueAt={told.dueAt} cutOffAt={told.cutOffAt} zone={zone} now={ctx.now} />
        <StatementFacts told={told} href={(name) => here({ ...kept, figure: name })} open={figure} />
        {evidence && (
          <EvidencePanel
            evidence={evidence}
            courseId={course}
            zone={zone}
            now={ctx.now}
            close={
              <LinkButton
                href={here(kept)}
                scroll={false}
                size="small"
                variant="text"
                aria-label="Close the evidence"
              >
                Close
              </LinkButton>
            }
          />
        )}
        {feedback.length > 0 && (
          <section className="section" aria-labelledby="feedback">
            <h2 id="feedback">Feedback</h2>
            <Feedback
              courseId={course}
              assignmentId={assignment}
              told={feedback}
              viewerId={ctx.viewer.id}
              groupName={told.groupName}
              to={[]}
              zone={zone}
              now={ctx.now}
            />
          </section>
        )}
        <section className="section" aria-labelledby="acts">
          <h2 id="acts">My entries and comments</h2>
          <StatementFilter
            told={told}
            shown={shown}
            href={(more) =>
              here({ ...(own !== wikis[0] ? { wiki: own.id } : {}), ...periodAsked(period), ...more })
            }
          />
          <Statement
            told={told}
            shown={shown}
            isOfPeriod={period.from !== null || period.until !== null || period.eachAt !== undefined}
            isFromTheBeginning={period.from === null}
            opened={await openedOf(ctx, course, asked)}
            href={(open) => here({ ...kept, ...(open ? { open } : {}) })}
            zone={zone}
            now={ctx.now}
          />
        </section>
        <section className="section" aria-labelledby="own-words">
          <h2 id="own-words">What the record does not say</h2>
          <OwnWords
            courseId={course}
            wikiId={own.id}
            said={told.ownWords}
            isOwn
            entries={ownEntries(told, ctx.now)}
            zone={zone}
            now={ctx.now}
          />
        </section>
      </div>
    </Frame>
  );
}
