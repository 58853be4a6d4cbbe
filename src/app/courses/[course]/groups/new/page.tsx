import { runsCourse } from "@/core/access/role";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { findCourse } from "@/data/courses/read";
import { coursePeople } from "@/data/people/read";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { coursePartTrail } from "@/app/_parts/trail";
import { GroupBoard } from "../_parts/GroupBoard";
import { placeable } from "../_parts/placeable";
import { saveSet } from "../actions";

export const metadata: Metadata = { title: "Make groups" };

export default async function NewGroupsPage({ params }: PageProps<"/courses/[course]/groups/new">) {
  const { course: courseId } = await params;
  const ctx = await signedIn();
  const course = await findCourse(ctx, courseId);
  if (!course || !runsCourse(course.role)) notFound();
  const fields = {
    title: "Groups",
    groups: [],
    seed: null,
    signUpLimit: null,
    signUpUntil: null,
    published: false,
    movesFrom: null,
  };
  return (
    <Frame ctx={ctx} trail={await coursePartTrail(ctx, courseId, "Groups")}>
      <div className="desk wide">
        <GroupBoard
          heading="Make groups"
          fields={fields}
          state={null}
          usedBy={[]}
          students={placeable(await coursePeople(ctx, courseId))}
          zone={course.timeZone}
          save={saveSet.bind(null, courseId, null)}
          remove={null}
        />
      </div>
    </Frame>
  );
}
