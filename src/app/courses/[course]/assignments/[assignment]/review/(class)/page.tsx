import { id } from "@/core/text/id";
import { runsCourse } from "@/core/access/role";
import type { Metadata } from "next";
import { cookies } from "next/headers";
import { Link } from "@/ui/frame/Link";
import { notFound } from "next/navigation";
import * as z from "zod";
import { figureNames } from "@/core/credit/figure-table";
import { wallClockAt } from "@/core/time/zone";
import { metByEach } from "@/data/assignments/expected";
import { findAssignment } from "@/data/assignments/read";
import { findCourse } from "@/data/courses/read";
import { classFindings } from "@/data/review/class-findings";
import { findEvidence } from "@/data/review/evidence";
import { assignmentReview, reviewedWikis } from "@/data/review/read";
import { readingProgress } from "@/data/review/progress";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { momentAndDistance } from "@/ui/words/times";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { PinHere } from "../../../../_parts/PinHere";
import { reviewOfClassTrail } from "@/app/_parts/trail";
import { LinkButton } from "@/ui/forms/LinkButton";
import { selected, type Selection } from "../_parts/arrange";
import { arrangementOf } from "../_parts/arranged";
import { ArrangeLine } from "../_parts/ArrangeLine";
import { CloseEvidence } from "../_parts/CloseEvidence";
import { EvidencePanel } from "../_parts/EvidencePanel";
import { ClassFindings } from "../_parts/ClassFindings";
import { ColumnChoice } from "../_parts/ColumnChoice";
import { periodOf } from "../_parts/period";
import { periodAsked } from "../_parts/period-asked";
import { PeriodChoice } from "../_parts/PeriodChoice";
import { readRemembered, rememberedColumnsCookie } from "../_parts/remembered-columns";
import { ReviewTable } from "../_parts/ReviewTable";
import { RowKeys } from "../_parts/RowKeys";

export const metadata: Metadata = { title: "Review" };

const opened = z.object({ wiki: id, person: id, figure: z.enum(figureNames) });

/**
 * The review of an assignment: all groups, all members; the evidence of the figure that was opened stands
 * beside it.
 */
export default async function ReviewPage({
  params,
  searchParams,
}: PageProps<"/courses/[course]/assignments/[assignment]/review">) {
  const { course: courseId, assignment: assignmentId } = await params;
  const ctx = await signedIn();
  const course = await findCourse(ctx, courseId);
  const assignment = course && (await findAssignment(ctx, courseId, assignmentId));
  const searched = await searchParams;
  const remembered = readRemembered((await cookies()).get(rememberedColumnsCookie)?.value);
  if (!course || !assignment) notFound();
  const arrangement = arrangementOf(
    searched,
    periodOf(searched, { cutOffAt: assignment.cutOffAt, now: ctx.now }),
  );
  const { period } = arrangement;
  const wikis = (await reviewedWikis(ctx, courseId, assignmentId)) ?? notFound();
  const [groups, expected, progress] = await Promise.all([
    assignmentReview(ctx, courseId, assignmentId, period),
    metByEach(ctx, courseId, assignmentId, wikis),
    readingProgress(ctx, courseId, wikis),
  ]);
  if (!groups) notFound();
  const asked = opened.safeParse(searched);
  const evidence = asked.success
    ? await findEvidence(ctx, courseId, asked.data.wiki, asked.data.person, asked.data.figure, period)
    : null;
  const findings = classFindings(ctx, courseId, groups, period);
  const students = groups.flatMap(({ wikiId, members }) =>
    members.map(({ member }) => ({ wikiId, personId: member.id, name: member.name })),
  );
  const next = students.find(({ wikiId, personId }) => !progress?.mine.has(`${wikiId} ${personId}`));
  const done = progress?.mine.size ?? 0;
  const countOf = (only: Selection | null) => selected(groups, only, progress).length;
  const counts = {
    all: countOf(null),
    "nothing done": countOf("nothing done"),
    late: countOf("late"),
    "with findings": null,
    "not looked at": countOf("not looked at"),
    "new since": countOf("new since"),
  };
  const clock = (at: Date) => wallClockAt(at, course.timeZone).slice(0, 10);
  const [first, last] = [
    period.from ?? assignment.opensAt,
    period.until ??
      (assignment.dueAt > ctx.now
        ? assignment.dueAt
        : new Date(
            Math.max(
              assignment.dueAt.getTime(),
              ...groups.flatMap(({ members }) => members.flatMap(({ lastAt }) => lastAt?.getTime() ?? 0)),
            ),
          )),
  ];
  const people = groups.reduce((sum, group) => sum + group.members.length, 0);
  return (
    <Frame ctx={ctx} trail={await reviewOfClassTrail(ctx, courseId, assignmentId)}>
      <div className={evidence ? "desk wide with-evidence" : "desk wide"}>
        <div className="title-line">
          <div>
            <h1>Who did what in “{assignment.title}”</h1>
            <p className="quiet">
              {counted(groups.length, "wiki")}, {counted(people, "student")}; due{" "}
              {momentAndDistance(assignment.dueAt, course.timeZone, ctx.now)}. Each figure opens the entries
              behind it. {lookedAt(done, progress?.others ?? [])}.
            </p>
          </div>
          <a
            className="plain-button"
            href={paths.figuresFile(courseId, assignmentId, periodAsked(period))}
            download
          >
            Figures as CSV
          </a>
          <LinkButton href={paths.marks(courseId, assignmentId)} variant="outlined">
            Marks
          </LinkButton>
          {next && (
            <LinkButton
              href={paths.statement(courseId, assignmentId, next.wikiId, next.personId)}
              variant="contained"
            >
              {done === 0 ? "Begin to review" : "Next not looked at"}: {next.name}
            </LinkButton>
          )}
        </div>
        <section className="section class-asked" aria-labelledby="found">
          <h2 id="found">
            What to ask about
            {runsCourse(course.role) && (
              <>
                {" "}
                <Link href={paths.thresholds(courseId, assignmentId)} className="beside-heading">
                  When to ask
                </Link>
              </>
            )}
          </h2>
          <ClassFindings
            findings={findings}
            groups={groups.length}
            unmet={
              students.filter(
                ({ wikiId, personId }) =>
                  expected !== null && (expected.met.get(`${wikiId} ${personId}`) ?? 0) < expected.of,
              ).length
            }
            courseId={courseId}
            assignmentId={assignmentId}
          />
        </section>
        <PeriodChoice
          period={period}
          dueAt={assignment.dueAt}
          cutOffAt={assignment.cutOffAt}
          linesDiffer={groups.some(({ members }) => members.some(({ ownCutOffAt }) => ownCutOffAt !== null))}
          weeksFrom={assignment.opensAt}
          zone={course.timeZone}
          now={ctx.now}
        />
        <ArrangeLine period={period} counts={counts} />
        <ColumnChoice
          key={JSON.stringify(arrangement.columns ?? remembered)}
          period={period}
          counts={assignment.counts}
          action={paths.review(courseId, assignmentId)}
          hasExpected={expected !== null}
          remembered={remembered}
        />
        <RowKeys />
        <div className="review">
          <ReviewTable
            groups={groups}
            period={period}
            counts={assignment.counts}
            remembered={remembered}
            findings={findings}
            expected={expected}
            days={{ from: clock(first), to: clock(last), due: clock(assignment.dueAt) }}
            place={{ courseId, assignmentId }}
            zone={course.timeZone}
            now={ctx.now}
            open={asked.success ? asked.data : null}
            progress={progress}
          />
          {evidence && asked.success && (
            <EvidencePanel
              evidence={evidence}
              courseId={courseId}
              zone={course.timeZone}
              now={ctx.now}
              close={<CloseEvidence />}
              pin={
                evidence.member && (
                  <PinHere
                    courseId={courseId}
                    wikiId={asked.data.wiki}
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
            />
          )}
        </div>
      </div>
    </Frame>
  );
}

/** How many students the viewer has looked at, and how many others have. */
function lookedAt(
  done: number,
  others: readonly { readonly name: string; readonly students: number }[],
): string {
  if (done === 0 && others.length === 0) return "None looked at yet";
  return [
    `${done === 0 ? "None" : counted(done, "student")} looked at by you`,
    ...others.map(({ name, students }) => `${students} by ${name}`),
  ].join(", ");
}
