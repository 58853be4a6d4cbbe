import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { findAssignment } from "@/data/assignments/read";
import { findCourse } from "@/data/courses/read";
import { myObjections } from "@/data/marks/objections";
import { myMarks, noteMarksSeen } from "@/data/marks/own";
import { LinkButton } from "@/ui/forms/LinkButton";
import { MarkSheet } from "@/ui/marks/MarkSheet";
import { paths } from "@/ui/paths";
import { moment } from "@/ui/words/times";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { assignmentTrail } from "@/app/_parts/trail";
import { ObjectionThread } from "../_parts/ObjectionThread";
import { writeInThread } from "../marks/actions";
import { objectTo } from "./actions";
import { ObjectForm } from "./_parts/ObjectForm";

export const metadata: Metadata = { title: "My mark" };

/** A student's own mark, as it was released: with what it rests on, and the way to object. */
export default async function MarkPage({
  params,
}: PageProps<"/courses/[course]/assignments/[assignment]/mark">) {
  const { course: courseId, assignment: assignmentId } = await params;
  const ctx = await signedIn();
  const course = await findCourse(ctx, courseId);
  const assignment = course && (await findAssignment(ctx, courseId, assignmentId));
  const marks = assignment ? await myMarks(ctx, courseId, assignmentId) : [];
  if (!course || !assignment || marks.length === 0) notFound();
  await noteMarksSeen(ctx, courseId, marks);
  const objections = await myObjections(ctx, courseId, assignmentId);
  const isReadOnly = course.archivedAt !== null;
  return (
    <Frame ctx={ctx} trail={await assignmentTrail(ctx, courseId, assignmentId)}>
      <div className="desk">
        <div className="title-line no-print">
          <div>
            <h1>My mark</h1>
            <p className="quiet">“{assignment.title}”</p>
          </div>
          <LinkButton href={paths.ownStatement(courseId, assignmentId)} variant="outlined">
            What I did
          </LinkButton>
        </div>
        {marks.map(({ wikiId, releaseId, at, shown }) => (
          <article key={wikiId} className="paper own-mark" id={`mark-${releaseId}`}>
            <MarkSheet
              shown={shown}
              assignment={assignment.title}
              released={moment(at, course.timeZone, ctx.now)}
              toldAt={(iso) => moment(new Date(iso), course.timeZone, ctx.now)}
              hrefOf={({ pageId, number }) => paths.entry(courseId, pageId, number)}
            />
            {!isReadOnly && (
              <ObjectForm
                criteria={[...shown.criteria, ...shown.own].map(({ id, title }) => ({ id, title }))}
                pins={shown.pins.flatMap(({ title, place }) => (place ? [{ title, ...place }] : []))}
                object={objectTo.bind(null, courseId, assignmentId, wikiId)}
              />
            )}
          </article>
        ))}
        {objections.length > 0 && (
          <section className="section no-print" aria-labelledby="objections">
            <h2 id="objections">What you objected to</h2>
            {objections.map((each) => (
              <ObjectionThread
                key={each.id}
                objection={each}
                courseId={courseId}
                assignmentId={assignmentId}
                as="student"
                viewerId={ctx.viewer.id}
                zone={course.timeZone}
                now={ctx.now}
                isReadOnly={isReadOnly}
                write={writeInThread.bind(null, courseId, assignmentId, each.id)}
              />
            ))}
          </section>
        )}
      </div>
    </Frame>
  );
}
