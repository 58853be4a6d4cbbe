import { runsCourse } from "@/core/access/role";
import { wallClockAt } from "@/core/time/zone";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { findAssignment } from "@/data/assignments/read";
import { findCourse, myCourses } from "@/data/courses/read";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { assignmentTrail } from "@/app/_parts/trail";
import { copyTo } from "../../actions";
import { CopyForm } from "./CopyForm";

export const metadata: Metadata = { title: "Copy an assignment" };

/** Copying an assignment into the same course or another one, with what comes along and what does not. */
export default async function CopyPage({
  params,
}: PageProps<"/courses/[course]/assignments/[assignment]/copy">) {
  const { course: courseId, assignment: assignmentId } = await params;
  const ctx = await signedIn();
  const course = await findCourse(ctx, courseId);
  const assignment =
    course && runsCourse(course.role) ? await findAssignment(ctx, courseId, assignmentId) : null;
  if (!course || !assignment) notFound();
  const courses = (await myCourses(ctx))
    .filter(({ role, archivedAt }) => runsCourse(role) && !archivedAt)
    .map(({ id, title, term }) => ({ id, name: `${title}, ${term}` }));
  return (
    <Frame ctx={ctx} trail={await assignmentTrail(ctx, courseId, assignmentId)}>
      <div className="desk">
        <div className="title-line">
          <div>
            <h1>Copy “{assignment.title}”</h1>
            <p className="quiet">The copy is prepared, and not published: you look it over first.</p>
          </div>
        </div>
        <CopyForm
          courses={courses}
          courseId={courseId}
          title={assignment.title}
          opensOn={wallClockAt(assignment.opensAt, course.timeZone).slice(0, 10)}
          hasGroups={assignment.sharing === "group"}
          save={copyTo.bind(null, courseId, assignmentId)}
        />
      </div>
    </Frame>
  );
}
