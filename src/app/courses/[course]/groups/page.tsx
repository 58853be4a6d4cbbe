import { runsCourse, takesPart } from "@/core/access/role";
import type { Metadata } from "next";
import { Link } from "@/ui/frame/Link";
import { notFound } from "next/navigation";
import { findCourse } from "@/data/courses/read";
import { groupSets, groupSetsForStudents } from "@/data/groups/read";
import { paths } from "@/ui/paths";
import { counted, listed } from "@/ui/words/counts";
import { moment } from "@/ui/words/times";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { coursePartTrail, courseTrail } from "@/app/_parts/trail";
import { LinkButton } from "@/ui/forms/LinkButton";
import { SignUp } from "./_parts/SignUp";
import { takePlace } from "./actions";

export const metadata: Metadata = { title: "Groups" };

export default async function GroupsPage({ params }: PageProps<"/courses/[course]/groups">) {
  const { course: courseId } = await params;
  const ctx = await signedIn();
  const course = await findCourse(ctx, courseId);
  if (!course) notFound();
  if (!runsCourse(course.role)) {
    const sets = await groupSetsForStudents(ctx, courseId);
    return (
      <Frame ctx={ctx} trail={await courseTrail(ctx, courseId)}>
        <div className="desk">
          <div className="title-line">
            <h1>Groups</h1>
          </div>
          {sets.length === 0 && <p className="notice">There are no groups to see yet.</p>}
          {sets.map((set) => (
            <SignUp
              key={set.id}
              set={set}
              me={ctx.viewer.id}
              isStudent={takesPart(course.role)}
              zone={course.timeZone}
              now={ctx.now}
              take={takePlace.bind(null, courseId, set.id)}
            />
          ))}
        </div>
      </Frame>
    );
  }
  const sets = await groupSets(ctx, courseId);
  return (
    <Frame ctx={ctx} trail={await coursePartTrail(ctx, courseId, "Groups")}>
      <div className="desk">
        <div className="title-line">
          <div>
            <h1>Groups</h1>
            <p className="quiet">A set of groups can serve several assignments.</p>
          </div>
          <LinkButton href={paths.newGroups(courseId)} variant="contained">
            Make groups
          </LinkButton>
        </div>
        {sets.length === 0 ? (
          <p className="notice">
            No groups yet. Make them by hand, by chance, from a column of your list, or let students sign up.
          </p>
        ) : (
          <div className="scroll-x">
            <table className="ledger">
              <thead>
                <tr>
                  <th scope="col">Set</th>
                  <th scope="col" className="number">
                    Groups
                  </th>
                  <th scope="col" className="number">
                    Students
                  </th>
                  <th scope="col">Used by</th>
                  <th scope="col">What students do</th>
                </tr>
              </thead>
              <tbody>
                {sets.map((set) => (
                  <tr key={set.id}>
                    <th scope="row">
                      <Link href={paths.groupSet(courseId, set.id)}>{set.title}</Link>
                    </th>
                    <td className="number">{set.groups.length}</td>
                    <td className="number">
                      {set.groups.reduce((sum, group) => sum + group.members.length, 0)}
                    </td>
                    <td>{set.usedBy.length > 0 ? listed(set.usedBy) : <span className="nothing">–</span>}</td>
                    <td>
                      {set.signUpLimit !== null ? (
                        `sign up, ${counted(set.signUpLimit, "place")} each${set.signUpUntil ? `, until ${moment(set.signUpUntil, course.timeZone, ctx.now)}` : ""}`
                      ) : set.publishedAt ? (
                        "see the groups"
                      ) : (
                        <span className="quiet">do not see them yet</span>
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        )}
      </div>
    </Frame>
  );
}
