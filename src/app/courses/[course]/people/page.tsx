import { runsCourse, takesPart } from "@/core/access/role";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { findCourse } from "@/data/courses/read";
import { settings } from "@/data/env";
import { groupSets } from "@/data/groups/read";
import { askCodeOf, coursePeople, givenGroups, waitingRequests } from "@/data/people/read";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { coursePartTrail } from "@/app/_parts/trail";
import { LinkButton } from "@/ui/forms/LinkButton";
import { AskSwitch } from "./_parts/AskSwitch";
import { PeopleTable } from "./_parts/PeopleTable";
import { Requests } from "./_parts/Requests";
import { decide, invite, leave, merge, savePerson, sendLinks, switchAsking, unmerge } from "./actions";

export const metadata: Metadata = { title: "People" };

export default async function PeoplePage({ params, searchParams }: PageProps<"/courses/[course]/people">) {
  const { course: courseId } = await params;
  const { find } = await searchParams;
  const ctx = await signedIn();
  const course = await findCourse(ctx, courseId);
  if (!course || !runsCourse(course.role)) notFound();
  const people = await coursePeople(ctx, courseId);
  const given = await givenGroups(ctx, courseId);
  const requests = await waitingRequests(ctx, courseId);
  const askCode = await askCodeOf(ctx, courseId);
  const sets = await groupSets(ctx, courseId);
  const students = people.filter((person) => takesPart(person.role) && !person.leftAt).length;
  return (
    <Frame ctx={ctx} trail={await coursePartTrail(ctx, courseId, "People")}>
      <div className="desk wide">
        <div className="title-line">
          <div>
            <h1>People</h1>
            <p className="quiet">
              {counted(students, "student")} on {course.title}
            </p>
          </div>
          <LinkButton href={paths.readList(courseId)} variant="contained">
            Read a list
          </LinkButton>
        </div>
        {requests.length > 0 && (
          <Requests
            requests={requests}
            zone={course.timeZone}
            now={ctx.now}
            decide={decide.bind(null, courseId)}
          />
        )}
        <PeopleTable
          people={people}
          find={typeof find === "string" ? find.slice(0, 200) : ""}
          zone={course.timeZone}
          now={ctx.now}
          given={given}
          groups={sets.flatMap((set) => set.groups.map(({ id, name }) => ({ id, name, set: set.title })))}
          files={{
            csv: paths.peopleFile(courseId, "csv"),
            "1.1": paths.peopleFile(courseId, "1.1"),
            "1.2": paths.peopleFile(courseId, "1.2"),
          }}
          invite={invite.bind(null, courseId)}
          leave={leave.bind(null, courseId)}
          save={savePerson.bind(null, courseId)}
          merge={merge.bind(null, courseId)}
          unmerge={unmerge.bind(null, courseId)}
          sendLinks={sendLinks.bind(null, courseId)}
        />
        <AskSwitch
          address={askCode === null ? null : `${settings().BETTER_AUTH_URL}${paths.ask(askCode)}`}
          setAsking={switchAsking.bind(null, courseId)}
        />
      </div>
    </Frame>
  );
}
