import { runsCourse } from "@/core/access/role";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { findCourse } from "@/data/courses/read";
import { groupSets } from "@/data/groups/read";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { coursePartTrail } from "@/app/_parts/trail";
import { ListReader } from "./_parts/ListReader";
import { plan, read } from "./actions";

export const metadata: Metadata = { title: "Read a list of people" };

export default async function ReadListPage({ params }: PageProps<"/courses/[course]/people/list">) {
  const { course: courseId } = await params;
  const ctx = await signedIn();
  const course = await findCourse(ctx, courseId);
  if (!course || !runsCourse(course.role)) notFound();
  const sets = (await groupSets(ctx, courseId)).map(({ id, title }) => ({ id, title }));
  return (
    <Frame ctx={ctx} trail={await coursePartTrail(ctx, courseId, "People")}>
      <div className="desk wide">
        <div className="title-line">
          <div>
            <h1>Read a list of people</h1>
            <p className="quiet">
              Nothing happens before you have seen what would. Reading the same list again does no harm.
            </p>
          </div>
        </div>
        <ListReader sets={sets} plan={plan.bind(null, courseId)} read={read.bind(null, courseId)} />
      </div>
    </Frame>
  );
}
