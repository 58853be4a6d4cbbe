import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { wallClockAt } from "@/core/time/zone";
import { coursePeople, findCourse, groupSets } from "@/data/courses/read";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { courseTrail } from "@/app/_parts/trail";
import { AssignmentForm } from "./_parts/AssignmentForm";
import { makeNewAssignment } from "./actions";

export const metadata: Metadata = { title: "Make an assignment" };

const day = 24 * 60 * 60 * 1000;

export default async function NewAssignmentPage({ params }: PageProps<"/courses/[course]/assignments/new">) {
  const { course: courseId } = await params;
  const ctx = await signedIn();
  const course = await findCourse(ctx, courseId);
  if (!course || course.role !== "instructor") notFound();
  const students = (await coursePeople(ctx, courseId)).filter((person) => person.role === "student").map(({ id, name }) => ({ id, name }));
  return (
    <Frame ctx={ctx} trail={await courseTrail(ctx, courseId)}>
      <div className="desk">
        <div className="title-line"><div><h1>Make an assignment</h1><p className="quiet">In {course.title}. One step makes all its wikis, each with its starter pages.</p></div></div>
        <AssignmentForm
          students={students} sets={await groupSets(ctx, courseId)} zone={course.timeZone} courseTitle={course.title}
          opensAt={wallClockAt(ctx.now, course.timeZone)} dueAt={`${wallClockAt(new Date(ctx.now.getTime() + 28 * day), course.timeZone).slice(0, 10)}T17:00`}
          make={makeNewAssignment.bind(null, courseId)}
        />
      </div>
    </Frame>
  );
}
