import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { runsCourse } from "@/core/access/role";
import { findSetUp } from "@/data/assignments/set-up";
import { findCourse } from "@/data/courses/read";
import { findSheet, sheetsElsewhere } from "@/data/marks/sheets";
import { missingAnswers } from "@/data/marks/rounds";
import { ruleFigures } from "@/data/marks/dto";
import { wallClockAt } from "@/core/time/zone";
import { LinkButton } from "@/ui/forms/LinkButton";
import { SheetView } from "@/ui/marks/SheetView";
import { paths } from "@/ui/paths";
import { ruleFigureWords } from "@/ui/words/marks";
import { expectationWords } from "@/ui/words/expected";
import { momentAndDistance } from "@/ui/words/times";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { assignmentTrail } from "@/app/_parts/trail";
import { plan, remind, store, storeRound } from "./actions";
import { examples } from "./_parts/examples";
import { RoundForm } from "./_parts/RoundForm";
import { SheetForm } from "./_parts/SheetForm";

export const metadata: Metadata = { title: "Criteria" };

/** What is judged, and how marks follow from it: set by those who run the course, read by everybody else. */
export default async function CriteriaPage({
  params,
}: PageProps<"/courses/[course]/assignments/[assignment]/criteria">) {
  const { course: courseId, assignment: assignmentId } = await params;
  const ctx = await signedIn();
  const course = await findCourse(ctx, courseId);
  const found = course && (await findSheet(ctx, courseId, assignmentId));
  if (!course || !found) notFound();
  const trail = await assignmentTrail(ctx, courseId, assignmentId, paths.criteria);
  const head = (
    <div className="title-line">
      <div>
        <h1>Criteria</h1>
        <p className="quiet">
          “{found.title}”.{" "}
          {found.at ? (
            <>
              Version {found.version}, {found.by}, {momentAndDistance(found.at, course.timeZone, ctx.now)}.
            </>
          ) : (
            "Nothing was set yet."
          )}
        </p>
      </div>
      <LinkButton href={paths.assignment(courseId, assignmentId)} variant="outlined">
        The assignment
      </LinkButton>
    </div>
  );
  if (!runsCourse(course.role) || course.archivedAt) {
    return (
      <Frame ctx={ctx} trail={trail}>
        <div className="desk">
          {head}
          {found.version === null ? (
            <p className="notice">No criteria have been set for this assignment.</p>
          ) : (
            <SheetView sheet={found.sheet} now={ctx.now} />
          )}
        </div>
      </Frame>
    );
  }
  const [setUp, elsewhere, round] = await Promise.all([
    findSetUp(ctx, courseId, assignmentId),
    sheetsElsewhere(ctx, assignmentId),
    missingAnswers(ctx, courseId, assignmentId),
  ]);
  const expected = (setUp?.input.expected ?? []).map((each) => ({
    text: JSON.stringify(each),
    of: each.of === "student" ? ("student" as const) : ("group" as const),
    words: expectationWords(each, ctx.now),
  }));
  return (
    <Frame ctx={ctx} trail={trail}>
      <div className="desk">
        {head}
        <SheetForm
          courseId={courseId}
          assignmentId={assignmentId}
          stored={found.sheet}
          version={found.version}
          expected={expected}
          figures={ruleFigures.map((name) => ({ name, label: ruleFigureWords(name) }))}
          examples={examples}
          elsewhere={elsewhere.map(({ course: of, assignment, sheet }) => ({
            name: `${assignment}, ${of}`,
            sheet,
          }))}
          plan={plan.bind(null, courseId, assignmentId)}
          store={store.bind(null, courseId, assignmentId)}
        />
        <RoundForm
          round={
            round && {
              ...round.round,
              opensAt: wallClockAt(round.round.opensAt, course.timeZone).slice(0, 16),
              closesAt: wallClockAt(round.round.closesAt, course.timeZone).slice(0, 16),
            }
          }
          missing={round?.missing ?? []}
          answered={round?.answered ?? 0}
          isOpen={round !== null && round.round.opensAt <= ctx.now && round.round.closesAt > ctx.now}
          store={storeRound.bind(null, courseId, assignmentId)}
          remind={remind.bind(null, courseId, assignmentId)}
        />
      </div>
    </Frame>
  );
}
