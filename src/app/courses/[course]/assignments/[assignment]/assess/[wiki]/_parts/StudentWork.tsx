import { notFound } from "next/navigation";
import { findEvidence } from "@/data/review/evidence";
import { findStatement } from "@/data/review/student";
import type { Context } from "@/data/session/context";
import { LinkButton } from "@/ui/forms/LinkButton";
import { Link } from "@/ui/frame/Link";
import { paths } from "@/ui/paths";
import { OwnWords } from "../../../_parts/OwnWords";
import { Statement } from "../../../_parts/Statement";
import { figureOf, openedOf, shownOf } from "../../../_parts/statement-asked";
import { StatementFacts } from "../../../_parts/StatementFacts";
import { StatementFilter } from "../../../_parts/StatementFilter";
import { EvidencePanel } from "../../../review/_parts/EvidencePanel";
import { FindingList } from "../../../review/_parts/FindingList";
import { periodAsked } from "../../../review/_parts/period-asked";
import { toldFindings } from "../../../review/_parts/told";
import type { WorkPlace } from "./place";
import { WorkHead } from "./WorkHead";

/**
 * The work of a student as a stack of sheets: figures, what was noticed, what they say, and everything they
 * did.
 */
export async function StudentWork({
  ctx,
  place,
  person,
}: {
  readonly ctx: Context;
  readonly place: WorkPlace;
  readonly person: string;
}) {
  const { course, assignment, wiki, period, asked, zone, now } = place;
  const shown = shownOf(asked);
  const figure = figureOf(asked);
  const [told, evidence] = await Promise.all([
    findStatement(ctx, course, wiki, person, period),
    figure ? findEvidence(ctx, course, wiki, person, figure, period) : null,
  ]);
  if (!told) notFound();
  const kept = {
    of: person,
    ...periodAsked(period),
    ...(shown.page ? { page: shown.page } : {}),
    ...(shown.kind ? { kind: shown.kind } : {}),
  };
  const here = (more: Record<string, string>) => paths.assess(course, assignment, wiki, more);
  const open = told.findings.filter(({ dismissed }) => !dismissed);
  return (
    <>
      <WorkHead
        place={place}
        cutOffAt={told.cutOffAt}
        person={person}
        parts={[
          { id: "figures", label: "Figures" },
          { id: "found", label: `To ask about (${open.length})` },
          { id: "own-words", label: `In their own words (${told.ownWords.length})` },
          { id: "acts", label: "What was done" },
        ]}
      />
      <section id="figures" className="work-part">
        <StatementFacts told={told} href={(name) => here({ ...kept, figure: name })} open={figure} />
        {evidence && (
          <EvidencePanel
            evidence={evidence}
            courseId={course}
            zone={zone}
            now={now}
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
      </section>
      <section id="found" className="work-part">
        <h2>What to ask about</h2>
        <FindingList
          courseId={course}
          wikiId={wiki}
          findings={toldFindings(told.findings, told.members, told.pages, zone)}
          zone={zone}
          now={now}
        />
      </section>
      <section id="own-words" className="work-part">
        <h2>In their own words</h2>
        <OwnWords courseId={course} wikiId={wiki} said={told.ownWords} isOwn={false} zone={zone} now={now} />
      </section>
      <section id="acts" className="work-part">
        <h2>What was done</h2>
        <p className="quiet">
          As an account, a line an act.{" "}
          <Link href={paths.statement(course, assignment, wiki, person, periodAsked(period))}>
            The statement by itself
          </Link>
        </p>
        <StatementFilter
          told={told}
          shown={shown}
          href={(more) => here({ of: person, ...periodAsked(period), ...more })}
        />
        <Statement
          told={told}
          shown={shown}
          isOfPeriod={period.from !== null || period.until !== null || period.eachAt !== undefined}
          isFromTheBeginning={period.from === null}
          opened={await openedOf(ctx, course, asked)}
          href={(line) => here({ ...kept, ...(line ? { open: line } : {}) })}
          zone={zone}
          now={now}
        />
      </section>
    </>
  );
}
