import { notFound } from "next/navigation";
import { findAssignment } from "@/data/assignments/read";
import { findCourse } from "@/data/courses/read";
import { signedIn } from "@/app/_parts/context";

/**
 * Asks who may review before anything is sent, so that others get the same answer as for an address that is
 * not there.
 */
export default async function ReviewLayout({
  children,
  params,
}: LayoutProps<"/courses/[course]/assignments/[assignment]/review">) {
  const { course: courseId, assignment: assignmentId } = await params;
  const ctx = await signedIn();
  const course = await findCourse(ctx, courseId);
  if (
    !course ||
    !["instructor", "assistant"].includes(course.role) ||
    !(await findAssignment(ctx, courseId, assignmentId))
  )
    notFound();
  return children;
}
