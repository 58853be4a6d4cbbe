import { reviewsWork, runsCourse, takesPart } from "@/core/access/role";
import type { Metadata } from "next";
import { Link } from "@/ui/frame/Link";
import { notFound } from "next/navigation";
import { findAssignment, readableWikis } from "@/data/assignments/read";
import { findExpected } from "@/data/assignments/expected";
import { findProgress } from "@/data/assignments/set-up";
import { findCourse } from "@/data/courses/read";
import { myFeedback, noteSeen } from "@/data/review/feedback";
import { myMarks } from "@/data/marks/own";
import { myRound } from "@/data/marks/rounds";
import { findSheet } from "@/data/marks/sheets";
import { SheetView } from "@/ui/marks/SheetView";
import { plainText } from "@/core/document/leaves";
import { DocumentView, noLinks } from "@/ui/document/DocumentView";
import { paths } from "@/ui/paths";
import { kindWords } from "@/ui/words/kinds";
import { counted, listed, number } from "@/ui/words/counts";
import { distance, momentAndDistance } from "@/ui/words/times";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { assignmentTrail } from "@/app/_parts/trail";
import { LinkButton } from "@/ui/forms/LinkButton";
import { progressOf } from "../actions";
import { Expected } from "./_parts/Expected";
import { Feedback } from "./_parts/Feedback";
import { MakingWikis } from "./_parts/MakingWikis";

export const metadata: Metadata = { title: "Assignment" };

const sharingWords = {
  group: "Each group shares a wiki.",
  student: "Each student has a wiki.",
  class: "The whole class shares one wiki.",
} as const;

export default async function AssignmentPage({
  params,
}: PageProps<"/courses/[course]/assignments/[assignment]">) {
  const { course: courseId, assignment: assignmentId } = await params;
  const ctx = await signedIn();
  const course = await findCourse(ctx, courseId);
  const assignment = course && (await findAssignment(ctx, courseId, assignmentId));
  if (!course || !assignment) notFound();
  const isInstructor = runsCourse(course.role);
  // Asked before the wikis are read: those made in between are then waited for, not missed.
  const progress =
    isInstructor && assignment.publishedAt ? await findProgress(ctx, courseId, assignmentId) : null;
  const wikis = await readableWikis(ctx, courseId, assignmentId);
  const mayReview = reviewsWork(course.role);
  const expected = assignment.publishedAt ? await findExpected(ctx, courseId, assignmentId) : null;
  const own = wikis.find((wiki) => wiki.isMine);
  const sheet = await findSheet(ctx, courseId, assignmentId);
  const [marks, round] = takesPart(course.role)
    ? await Promise.all([myMarks(ctx, courseId, assignmentId), myRound(ctx, courseId, assignmentId)])
    : [[], null];
  const feedback = takesPart(course.role) ? await myFeedback(ctx, courseId, assignmentId) : [];
  await noteSeen(ctx, courseId, feedback);
  const isMaking = progress !== null && progress.made < progress.wanted;
  return (
    <Frame ctx={ctx} trail={await assignmentTrail(ctx, courseId, assignmentId)}>
      <div className="desk">
        <div className="title-line">
          <div>
            <h1>{assignment.title}</h1>
            <p className="quiet">
              {assignment.opensAt > ctx.now ? "Opens" : "Opened"}{" "}
              {momentAndDistance(assignment.opensAt, course.timeZone, ctx.now)}, due{" "}
              {momentAndDistance(assignment.dueAt, course.timeZone, ctx.now)}.{" "}
              {sharingWords[assignment.sharing]}
            </p>
          </div>
          <div className="actions">
            {isInstructor && (
              <LinkButton
                href={paths.setUp(courseId, assignmentId)}
                variant={assignment.publishedAt ? "outlined" : "contained"}
              >
                {assignment.publishedAt ? "Change the set-up" : "Go on setting up"}
              </LinkButton>
            )}
            {isInstructor && assignment.publishedAt && (
              <LinkButton href={paths.access(courseId, assignmentId)} variant="outlined">
                Access
              </LinkButton>
            )}
            {isInstructor && (
              <LinkButton href={paths.criteria(courseId, assignmentId)} variant="outlined">
                Criteria
              </LinkButton>
            )}
            {mayReview && assignment.publishedAt && (
              <LinkButton href={paths.marks(courseId, assignmentId)} variant="outlined">
                Marks
              </LinkButton>
            )}
            {marks.length > 0 && (
              <LinkButton href={paths.ownMark(courseId, assignmentId)} variant="outlined">
                My mark
              </LinkButton>
            )}
            {isInstructor && assignment.publishedAt && (
              <LinkButton href={paths.doors(courseId, assignmentId)} variant="outlined">
                Guests
              </LinkButton>
            )}
            {mayReview && assignment.publishedAt && (
              <LinkButton href={paths.review(courseId, assignmentId)} variant="contained">
                Review contributions
              </LinkButton>
            )}
            {!mayReview && own && takesPart(course.role) && (
              <LinkButton href={paths.ownStatement(courseId, assignmentId)} variant="outlined">
                What I did
              </LinkButton>
            )}
            {!mayReview && own && (
              <LinkButton href={paths.wiki(courseId, own.id)} variant="contained">
                Open {own.name}
              </LinkButton>
            )}
          </div>
        </div>
        {!assignment.publishedAt && (
          <p className="notice waits">Not published yet: students see nothing of it, and it has no wikis.</p>
        )}
        {plainText(assignment.brief).trim() !== "" ? (
          <DocumentView document={assignment.brief} links={noLinks} />
        ) : (
          <p className="quiet">No brief was written.</p>
        )}
        {assignment.counts.length > 0 && (
          <p className="what-counts">
            <strong>What counts here:</strong>{" "}
            {listed(assignment.counts.map((kind) => kindWords[kind].label.toLowerCase()))}.{" "}
            <span className="quiet">In no order, and no score is made of it.</span>
          </p>
        )}
        {round?.isOpen && (
          <p className={round.answers.length === 0 ? "notice waits" : "notice"}>
            <span>
              {round.answers.length === 0
                ? "You are asked what each of your group did"
                : "You have said what each of your group did"}
              , until {momentAndDistance(round.round.closesAt, course.timeZone, ctx.now)}.{" "}
              <Link href={paths.teammates(courseId, assignmentId)}>
                {round.answers.length === 0 ? "Answer" : "Look at it"}
              </Link>
            </span>
          </p>
        )}
        {sheet?.version && !isInstructor ? (
          <details className="criteria-with-brief" open={plainText(assignment.brief).trim() === ""}>
            <summary>
              How it is judged: {counted(sheet.sheet.criteria.length, "criterion", "criteria")}
            </summary>
            <SheetView sheet={sheet.sheet} now={ctx.now} />
          </details>
        ) : null}
        {feedback.length > 0 && (
          <section className="section" aria-labelledby="feedback">
            <h2 id="feedback">Feedback</h2>
            <Feedback
              courseId={courseId}
              assignmentId={assignmentId}
              told={feedback}
              viewerId={ctx.viewer.id}
              groupName={own?.name ?? "your group"}
              to={[]}
              zone={course.timeZone}
              now={ctx.now}
            />
          </section>
        )}
        {expected?.mine && <Expected expected={expected} courseId={courseId} now={ctx.now} />}
        {isMaking && <MakingWikis start={progress} ask={progressOf.bind(null, courseId, assignmentId)} />}
        {!(isMaking && wikis.length === 0) && (
          <section className="section">
            <h2>{mayReview || wikis.length > 1 ? "Wikis" : "Your wiki"}</h2>
            {wikis.length === 0 ? (
              <p className="notice">
                {mayReview
                  ? "This assignment has no wikis yet."
                  : "You are in no group of this assignment. Ask the instructor to put you into one."}
              </p>
            ) : (
              <div className="scroll-x">
                <table className="ledger">
                  <thead>
                    <tr>
                      <th scope="col">Wiki</th>
                      <th scope="col" className="wide-only">
                        Members
                      </th>
                      <th scope="col" className="number">
                        Pages
                      </th>
                      <th scope="col" className="number">
                        Words
                      </th>
                      <th scope="col" className="number wide-only">
                        Entries
                      </th>
                      <th scope="col">Last entry</th>
                    </tr>
                  </thead>
                  <tbody>
                    {wikis.map((wiki) => (
                      <tr key={wiki.id}>
                        <th scope="row">
                          <Link href={paths.wiki(courseId, wiki.id)}>{wiki.name}</Link>
                        </th>
                        <td className="wide-only">
                          {wiki.members.length > 0 ? (
                            listed(wiki.members)
                          ) : (
                            <span className="quiet">the whole class</span>
                          )}
                        </td>
                        <td className="number">{number(wiki.pages)}</td>
                        <td className="number">{number(wiki.words)}</td>
                        <td className="number wide-only">{number(wiki.entries)}</td>
                        <td>
                          {wiki.lastAt ? (
                            distance(wiki.lastAt, course.timeZone, ctx.now)
                          ) : (
                            <span className="nothing">–</span>
                          )}
                        </td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              </div>
            )}
          </section>
        )}
        {expected?.everyone && <Expected expected={expected} courseId={courseId} now={ctx.now} />}
      </div>
    </Frame>
  );
}
