import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { runsCourse } from "@/core/access/role";
import { exactDecimal } from "@/core/marks/ratio";
import { shownMark } from "@/core/marks/member-marks";
import { scaleOf } from "@/core/marks/proposals";
import { loadAssessment } from "@/data/marks/load";
import { assessPlace } from "@/data/marks/place";
import { LinkButton } from "@/ui/forms/LinkButton";
import { Link } from "@/ui/frame/Link";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { ruleSentence } from "@/ui/words/marks";
import { momentAndDistance } from "@/ui/words/times";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { assessTrail } from "@/app/_parts/trail";
import { setRule } from "./actions";
import { type MarkRowView, MarksTable } from "./_parts/MarksTable";
import { RuleTrial, type TrialGroup } from "./_parts/RuleTrial";

export const metadata: Metadata = { title: "Marks" };

/**
 * The marks of the class: what is judged, proposed, given and released, group by group; and what another rule
 * would do.
 */
export default async function MarksPage({
  params,
}: PageProps<"/courses/[course]/assignments/[assignment]/marks">) {
  const { course, assignment } = await params;
  const ctx = await signedIn();
  const place = await assessPlace(ctx, course, assignment);
  if (!place) notFound();
  const all = await loadAssessment(ctx, place);
  const { sheet, version, groups } = all;
  const scale = scaleOf(sheet);
  const isInstructor = runsCourse(place.role);
  const rows = groups.flatMap(({ wiki, members, group, criteria }): MarkRowView[] =>
    members.map(({ member, sharePercent, proposal, held, label, state, isCurrent, isGone, released }) => ({
      wikiId: wiki.id,
      group: wiki.name,
      personId: member.id,
      name: member.name,
      mark: member.mark,
      groupMark: group.mark && exactDecimal(shownMark(scale, group.mark)),
      computed: held.mark?.computed ?? null,
      markWorking: held.mark?.working ?? "",
      judged: criteria.filter(({ part }) => part !== null).length,
      criteria: criteria.length,
      share: sharePercent,
      proposed: proposal.mark && exactDecimal(proposal.mark),
      working: proposal.working,
      value: held.mark?.value ?? null,
      kind: held.mark?.kind ?? null,
      reason: held.mark?.reason ?? "",
      label,
      state,
      isCurrent,
      leftOut: isGone ? "left the group before the cut-off" : held.leftOut,
      heldBack: held.heldBack,
      released: released?.mark ?? null,
      href: paths.assess(course, assignment, wiki.id, { of: member.id }),
      groupHref: paths.assess(course, assignment, wiki.id),
    })),
  );
  const trial = groups.map(({ wiki, group, members }): TrialGroup => ({
    id: wiki.id,
    name: wiki.name,
    mark: group.mark && [String(group.mark.n), String(group.mark.d)],
    members: members.map(({ member, held, isGone, ruleFigures }) => ({
      id: member.id,
      name: member.name,
      mark: member.mark,
      leftOut: isGone || held.leftOut !== null,
      figures: ruleFigures,
    })),
  }));
  const given = rows.filter(({ value }) => value !== null).length;
  return (
    <Frame ctx={ctx} trail={await assessTrail(ctx, course, assignment)}>
      <div className="desk wide">
        <div className="title-line">
          <div>
            <h1>Marks</h1>
            <p className="quiet">
              “{place.title}”, due {momentAndDistance(place.dueAt, place.timeZone, ctx.now)}.{" "}
              {version === null ? (
                "No criteria are set."
              ) : (
                <>
                  <Link href={paths.criteria(course, assignment)}>Criteria, version {version}</Link>:{" "}
                  {counted(sheet.criteria.length, "criterion", "criteria")}, out of {sheet.outOf}.
                </>
              )}{" "}
              {given} of {rows.length} students have a mark.
            </p>
          </div>
          <div className="actions">
            {isInstructor && (
              <LinkButton href={paths.assessors(course, assignment)} variant="text">
                Assessors
              </LinkButton>
            )}
            {isInstructor && (
              <LinkButton href={paths.marksLog(course, assignment)} variant="text">
                Log
              </LinkButton>
            )}
            {isInstructor && (
              <LinkButton href={paths.releaseMarks(course, assignment)} variant="contained">
                Release marks
              </LinkButton>
            )}
          </div>
        </div>
        {version === null && isInstructor && (
          <p className="notice rule-line">
            <span>
              Marks can be set directly, or come from a criteria sheet.{" "}
              <Link href={paths.criteria(course, assignment)}>Set criteria</Link>
            </span>
          </p>
        )}
        {version !== null && <p className="quiet rule-line">{ruleSentence(sheet)}</p>}
        {sheet.students.how === "by share" && (
          <RuleTrial
            rule={sheet.students}
            outOf={sheet.outOf}
            rounding={sheet.rounding}
            groups={trial}
            maySet={isInstructor && !place.isArchived}
            set={setRule.bind(null, course, assignment, version)}
          />
        )}
        <MarksTable rows={rows} outOf={sheet.outOf} />
        {isInstructor && (
          <section className="section no-print" aria-labelledby="along">
            <h2 id="along">Taking marks along</h2>
            <p className="actions">
              <a href={paths.marksFile(course, assignment, "csv")} download>
                Table with criteria, working and reasons (CSV)
              </a>
              <a href={paths.marksFile(course, assignment, "line items")} download>
                OneRoster 1.2: lineItems.csv
              </a>
              <a href={paths.marksFile(course, assignment, "results")} download>
                OneRoster 1.2: results.csv
              </a>
              <Link href={paths.markDocuments(course, assignment)}>A document for each student</Link>
            </p>
          </section>
        )}
      </div>
    </Frame>
  );
}
