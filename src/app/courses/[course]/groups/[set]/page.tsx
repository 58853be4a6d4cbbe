import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { wallClockAt } from "@/core/time/zone";
import { findCourse } from "@/data/courses/read";
import { findGroupSet } from "@/data/groups/read";
import { coursePeople } from "@/data/people/read";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { coursePartTrail } from "@/app/_parts/trail";
import { GroupBoard } from "../_parts/GroupBoard";
import { placeable } from "../_parts/placeable";
import { removeSet, saveSet } from "../actions";

export const metadata: Metadata = { title: "Groups" };

export default async function GroupSetPage({ params }: PageProps<"/courses/[course]/groups/[set]">) {
  const { course: courseId, set: setId } = await params;
  const ctx = await signedIn();
  const course = await findCourse(ctx, courseId);
  const set = course && (await findGroupSet(ctx, courseId, setId));
  if (!course || !set) notFound();
  const fields = {
    title: set.title,
    seed: set.seed,
    signUpLimit: set.signUpLimit,
    signUpUntil: set.signUpUntil && wallClockAt(set.signUpUntil, course.timeZone),
    published: set.publishedAt !== null,
    movesFrom: null,
    groups: set.groups.map(({ id, name, topic, members }) => ({
      id,
      name,
      topic,
      members: members.map((member) => member.id),
    })),
  };
  return (
    <Frame ctx={ctx} trail={await coursePartTrail(ctx, courseId, "Groups")}>
      <div className="desk wide">
        <GroupBoard
          heading={set.title}
          fields={fields}
          state={set.state}
          usedBy={set.usedBy}
          students={placeable(await coursePeople(ctx, courseId))}
          zone={course.timeZone}
          save={saveSet.bind(null, courseId, setId)}
          remove={removeSet.bind(null, courseId, setId)}
        />
      </div>
    </Frame>
  );
}
