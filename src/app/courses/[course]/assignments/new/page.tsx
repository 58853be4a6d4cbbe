import { runsCourse } from "@/core/access/role";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { powers } from "@/core/access/may";
import { emptyDocument } from "@/core/document/model";
import { dateAfter, wallClockAt } from "@/core/time/zone";
import { findCourse } from "@/data/courses/read";
import { groupSets } from "@/data/groups/read";
import { countPeople } from "@/data/people/write";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { courseTrail } from "@/app/_parts/trail";
import { AssignmentForm } from "../_parts/AssignmentForm";
import { setChoices } from "../_parts/choices";
import { starterFiles } from "../_parts/starter-files";
import { saveAssignment } from "../actions";

export const metadata: Metadata = { title: "Make an assignment" };

export default async function NewAssignmentPage({ params }: PageProps<"/courses/[course]/assignments/new">) {
  const { course: courseId } = await params;
  const ctx = await signedIn();
  const course = await findCourse(ctx, courseId);
  if (!course || !runsCourse(course.role)) notFound();
  const sets = setChoices(await groupSets(ctx, courseId));
  const opensAt = wallClockAt(ctx.now, course.timeZone);
  const fields = {
    title: "",
    brief: emptyDocument,
    opensAt,
    dueAt: `${dateAfter(opensAt.slice(0, 10), 28)}T17:00`,
    closesAtDue: true,
    cutOffAt: null,
    commentsOn: true,
    othersReadFrom: null,
    membersMay: [...powers],
    sharing: "group" as const,
    setId: sets[0]?.id ?? null,
    expected: [],
    counts: [],
    starterPages: ["Home", "Notes", "Sources"].map((title) => ({
      id: ctx.newId(),
      title,
      document: emptyDocument,
      parentId: null,
      forEachMember: false,
    })),
  };
  return (
    <Frame ctx={ctx} trail={await courseTrail(ctx, courseId)}>
      <div className="desk">
        <div className="title-line">
          <div>
            <h1>Make an assignment</h1>
            <p className="quiet">
              In {course.title}. One step makes all its wikis, each with its starter pages. All of it can be
              changed while you prepare it. Once students have started, what counts stays, and sharing the
              wikis in another way sets the ones that there are aside.
            </p>
          </div>
        </div>
        <AssignmentForm
          files={await starterFiles(ctx, courseId)}
          fields={fields}
          students={(await countPeople(ctx, courseId)).student ?? 0}
          sets={sets}
          zone={course.timeZone}
          now={opensAt.slice(0, 16)}
          courseTitle={course.title}
          isPublished={false}
          wikis={{ count: 0, entries: 0 }}
          state={null}
          save={saveAssignment.bind(null, courseId, null)}
        />
      </div>
    </Frame>
  );
}
