import type { Metadata } from "next";
import { Link } from "@/ui/frame/Link";
import { notFound } from "next/navigation";
import { findAssignment } from "@/data/assignments/read";
import { feedbackOn } from "@/data/review/feedback";
import { findEvidence } from "@/data/review/evidence";
import { findStatement } from "@/data/review/student";
import { Author } from "@/ui/authors/AuthorMark";
import { paths } from "@/ui/paths";
import { momentAndDistance } from "@/ui/words/times";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { PinHere } from "../../../../../_parts/PinHere";
import { reviewTrail } from "@/app/_parts/trail";
import { LinkButton } from "@/ui/forms/LinkButton";
import { Feedback } from "../../../_parts/Feedback";
import { OwnWords } from "../../../_parts/OwnWords";
import { figureOf, openedOf, shownOf } from "../../../_parts/statement-asked";
import { StatementFacts } from "../../../_parts/StatementFacts";
import { StatementFilter } from "../../../_parts/StatementFilter";
import { Statement } from "../../../_parts/Statement";
import { EvidencePanel } from "../../_parts/EvidencePanel";
import { FindingList } from "../../_parts/FindingList";
import { OpenWiki } from "../../_parts/OpenWiki";
import { periodOf } from "../../_parts/period";
import { periodAsked } from "../../_parts/period-asked";
import { PeriodChoice } from "../../_parts/PeriodChoice";
import { toldFindings } from "../../_parts/told";
import { ReviewedButton } from "./_parts/ReviewedButton";
import { StepKeys } from "./_parts/StepKeys";

export const metadata: Metadata = { title: "Statement" };

/** One student: everything they did, as an account, each line opened in its place. */
export default async function StatementPage({
  params,
  searchParams,
}: PageProps<"/courses/[course]/assignments/[assignment]/review/[wiki]/[person]">) {
  const { course, assignment, wiki, person } = await params;
  const asked = await searchParams;
  const ctx = await signedIn();
  const period = periodOf(asked, {
    cutOffAt: (await findAssignment(ctx, course, assignment))?.cutOffAt ?? null,
    now: ctx.now,
  });
  const shown = shownOf(asked);
  const told = await findStatement(ctx, course, wiki, person, period);
  // Whoever may not review has a statement of their own, at an address of its own.
  if (!told || told.members.length === 0) notFound();
  const figure = figureOf(asked);
  const evidence = figure && (await findEvidence(ctx, course, wiki, person, figure, period));
  const feedback = (await feedbackOn(ctx, course, wiki, person)) ?? [];
  const { timeZone: zone, member, members } = told;
  const at = members.findIndex(({ id }) => id === person);
  const kept = {
    ...periodAsked(period),
    ...(shown.page ? { page: shown.page } : {}),
    ...(shown.kind ? { kind: shown.kind } : {}),
  };
  const here = (more: Record<string, string>) => paths.statement(course, assignment, wiki, person, more);
  const stepTo = (other: (typeof members)[number] | undefined) =>
    other ? paths.statement(course, assignment, wiki, other.id, periodAsked(period)) : null;
  const [before, next] = [members[at - 1], members[at + 1]];
  const mine = told.marks.find(({ byId }) => byId === ctx.viewer.id) ?? null;
  return (
    <Frame ctx={ctx} trail={await reviewTrail(ctx, course, assignment, wiki)}>
      <div className="desk wide">
        <div className="title-line">
          <div>
            <h1>
              <Author name={member.name} mark={member.mark} />
            </h1>
            <p className="quiet">
              Statement in {told.groupName}; due {momentAndDistance(told.dueAt, zone, ctx.now)}.{" "}
              <a href="#feedback">Feedback: {feedback.length === 0 ? "none yet" : feedback.length}</a>
            </p>
          </div>
          <div className="actions">
            {before && (
              <LinkButton href={stepTo(before)!} variant="text" title="Key p">
                {before.name}, before
              </LinkButton>
            )}
            {next && (
              <LinkButton href={stepTo(next)!} variant="text" title="Key n">
                {next.name}, next
              </LinkButton>
            )}
            <a
              className="plain-button"
              href={paths.statementFile(course, assignment, wiki, person, periodAsked(period))}
              download
            >
              Save as a document
            </a>
            <LinkButton
              href={paths.reviewGroup(course, assignment, wiki, periodAsked(period))}
              variant="outlined"
            >
              The group
            </LinkButton>
            <OpenWiki courseId={course} wikiId={wiki} period={period} />
            <LinkButton href={paths.assess(course, assignment, wiki, { of: person })} variant="outlined">
              Assess
            </LinkButton>
            <ReviewedButton
              courseId={course}
              wikiId={wiki}
              personId={person}
              mine={mine}
              others={told.marks.filter((mark) => mark !== mine)}
              zone={zone}
              now={ctx.now}
            />
          </div>
        </div>
        <StepKeys before={stepTo(before)} next={stepTo(next)} />
        <PeriodChoice period={period} dueAt={told.dueAt} cutOffAt={told.cutOffAt} zone={zone} now={ctx.now} />
        <StatementFacts told={told} href={(name) => here({ ...kept, figure: name })} open={figure} />
        {evidence && (
          <EvidencePanel
            evidence={evidence}
            courseId={course}
            zone={zone}
            now={ctx.now}
            pin={
              evidence.member && (
                <PinHere
                  courseId={course}
                  wikiId={wiki}
                  thing={{
                    kind: "figure",
                    personId: evidence.member.id,
                    figure: evidence.figure,
                    atCutOff: period.eachAt === "cut-off",
                  }}
                  personId={evidence.member.id}
                />
              )
            }
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
        {told.findings.length > 0 && (
          <section className="section" aria-labelledby="found">
            <h2 id="found">What to ask about</h2>
            <FindingList
              pins
              courseId={course}
              wikiId={wiki}
              findings={toldFindings(told.findings, members, told.pages, zone)}
              zone={zone}
              now={ctx.now}
            />
          </section>
        )}
        <section className="section" aria-labelledby="own-words">
          <h2 id="own-words">In their own words</h2>
          <OwnWords
            courseId={course}
            wikiId={wiki}
            said={told.ownWords}
            isOwn={false}
            zone={zone}
            now={ctx.now}
          />
        </section>
        <section className="section" aria-labelledby="acts">
          <h2 id="acts">What was done</h2>
          <p className="quiet">
            As an account, a line an act.{" "}
            <Link href={`${paths.wikiLedger(course, wiki)}?person=${person}`}>In the wiki’s ledger</Link>
          </p>
          <StatementFilter
            told={told}
            shown={shown}
            href={(more) => here({ ...periodAsked(period), ...more })}
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
        <section className="section" aria-labelledby="feedback">
          <h2 id="feedback">Feedback</h2>
          <Feedback
            courseId={course}
            assignmentId={assignment}
            told={feedback}
            viewerId={ctx.viewer.id}
            groupName={told.groupName}
            to={[
              { label: `${member.name} alone`, wikiId: wiki, personId: person },
              { label: told.groupName, wikiId: wiki, personId: null },
            ]}
            zone={zone}
            now={ctx.now}
          />
        </section>
      </div>
    </Frame>
  );
}
