import { assists, runsCourse, takesPart } from "@/core/access/role";
import type { Metadata } from "next";
import { Link } from "@/ui/frame/Link";
import { notFound } from "next/navigation";
import { courseAssignments, readableWikis } from "@/data/assignments/read";
import type { AssignmentDto, WikiListDto } from "@/data/assignments/dto";
import type { CourseDto } from "@/data/courses/dto";
import { findCourse } from "@/data/courses/read";
import { visitDesk } from "@/data/desk/read";
import { countPeople } from "@/data/people/write";
import { paths } from "@/ui/paths";
import { counted, number } from "@/ui/words/counts";
import { distance, moment } from "@/ui/words/times";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { courseTrail } from "@/app/_parts/trail";
import { LinkButton } from "@/ui/forms/LinkButton";
import { announcements } from "@/data/assignments/announce";
import { Announcements } from "./_parts/Announcements";
import { Happenings } from "./_parts/Happenings";
import { Waits } from "./_parts/Waits";

export const metadata: Metadata = { title: "Course" };

export default async function CoursePage({ params }: PageProps<"/courses/[course]">) {
  const { course: courseId } = await params;
  const ctx = await signedIn();
  const course = await findCourse(ctx, courseId);
  const desk = course && (await visitDesk(ctx, courseId));
  if (!course || !desk) notFound();
  const assignments = await courseAssignments(ctx, courseId);
  const wikis = await readableWikis(ctx, courseId);
  const isInstructor = runsCourse(course.role);
  const mayReview = isInstructor || assists(course.role);
  const mine = wikis.filter((wiki) => wiki.isMine);
  const people = isInstructor ? ((await countPeople(ctx, courseId)).student ?? 0) : 0;
  return (
    <Frame ctx={ctx} trail={await courseTrail(ctx, courseId)}>
      <div className="desk">
        <div className="title-line">
          <div>
            <h1>{course.title}</h1>
            <p className="quiet">
              {course.term}; times are those of {course.timeZone.replaceAll("_", " ")}
            </p>
          </div>
          {isInstructor && !course.archivedAt && people > 0 && (
            <LinkButton href={paths.newAssignment(courseId)} variant="contained">
              Make an assignment
            </LinkButton>
          )}
        </div>
        {course.archivedAt && (
          <p className="notice waits">
            The course has been archived: it can be read, and changed by nobody.
            {isInstructor && <Link href={paths.settings(courseId)}>Open it again</Link>}
          </p>
        )}
        <div className="desk-columns">
          <div>
            {isInstructor && people === 0 && assignments.length === 0 ? (
              <FirstSteps courseId={courseId} />
            ) : (
              <Assignments
                {...{ course, assignments, mayReview }}
                wikis={mayReview ? wikis : mine}
                now={ctx.now}
              />
            )}
            <Announcements
              told={await announcements(ctx, courseId)}
              courseId={courseId}
              zone={course.timeZone}
              now={ctx.now}
            />
            {wikis.length > 0 && (
              <Happenings
                desk={desk}
                courseId={courseId}
                zone={course.timeZone}
                now={ctx.now}
                isStudent={takesPart(course.role)}
              />
            )}
          </div>
          <Waits ctx={ctx} desk={desk} course={course} students={people} />
        </div>
      </div>
    </Frame>
  );
}

/** An empty course: what comes first, second and third. */
function FirstSteps({ courseId }: { courseId: string }) {
  const steps = [
    {
      title: "Bring people in",
      about: "Paste or drop the list of the registry; each gets an invitation.",
      href: paths.readList(courseId),
      button: "Read a list",
    },
    {
      title: "Make groups",
      about: "By hand, by chance, from a column of the list, or by sign-up.",
      href: paths.newGroups(courseId),
      button: "Make groups",
    },
    {
      title: "Make an assignment",
      about: "A brief, times and starter pages. One step makes a wiki for each group.",
      href: paths.newAssignment(courseId),
      button: "Make an assignment",
    },
  ];
  return (
    <ol className="steps">
      {steps.map(({ title, about, href, button }, at) => (
        <li key={title}>
          <div>
            <h2>{title}</h2>
            <p className="quiet">{about}</p>
          </div>
          <LinkButton href={href} variant={at === 0 ? "contained" : "outlined"}>
            {button}
          </LinkButton>
        </li>
      ))}
    </ol>
  );
}

interface AssignmentsProps {
  readonly course: CourseDto;
  readonly assignments: readonly AssignmentDto[];
  readonly wikis: readonly WikiListDto[];
  readonly mayReview: boolean;
  readonly now: Date;
}

function Assignments({ course, assignments, wikis, mayReview, now }: AssignmentsProps) {
  if (assignments.length === 0)
    return (
      <p className="notice">
        {runsCourse(course.role)
          ? "No assignment yet. Make one, and each group has its wiki with one step."
          : "No assignment is open yet. When one opens, it stands here with your wiki."}
      </p>
    );
  return (
    <div className="scroll-x">
      <table className="ledger">
        <caption className="visually-hidden">Assignments of {course.title}</caption>
        <thead>
          <tr>
            <th scope="col">Assignment</th>
            <th scope="col">Due</th>
            <th scope="col">{mayReview ? "Wikis" : "Your wiki"}</th>
            <th scope="col" className="number wide-only">
              Pages
            </th>
            <th scope="col" className="number wide-only">
              Words
            </th>
            {mayReview && (
              <th scope="col">
                <span className="visually-hidden">Review</span>
              </th>
            )}
          </tr>
        </thead>
        <tbody>
          {assignments.map((assignment) => (
            <AssignmentRow
              key={assignment.id}
              {...{ course, assignment, mayReview, now }}
              wikis={wikis.filter((wiki) => wiki.assignmentId === assignment.id)}
            />
          ))}
        </tbody>
      </table>
    </div>
  );
}

function AssignmentRow({
  course,
  assignment,
  wikis,
  mayReview,
  now,
}: Omit<AssignmentsProps, "assignments"> & { readonly assignment: AssignmentDto }) {
  const sum = (of: (wiki: WikiListDto) => number) => wikis.reduce((total, wiki) => total + of(wiki), 0);
  const { id: courseId, timeZone } = course;
  const isDraft = assignment.publishedAt === null;
  return (
    <tr>
      <th scope="row">
        <Link
          href={isDraft ? paths.setUp(courseId, assignment.id) : paths.assignment(courseId, assignment.id)}
        >
          {assignment.title}
        </Link>
        {isDraft ? (
          <div className="waiting">being prepared</div>
        ) : (
          assignment.opensAt > now && (
            <div className="quiet">opens {moment(assignment.opensAt, timeZone, now)}</div>
          )
        )}
      </th>
      <td>
        {moment(assignment.dueAt, timeZone, now)}
        <div className="quiet">{distance(assignment.dueAt, timeZone, now)}</div>
      </td>
      <td>
        {isDraft ? (
          <span className="nothing">–</span>
        ) : mayReview ? (
          counted(wikis.length, "wiki")
        ) : wikis.length === 0 ? (
          <span className="quiet">none yet: you are in no group</span>
        ) : (
          wikis.map((wiki) => (
            <div key={wiki.id}>
              <Link href={paths.wiki(courseId, wiki.id)}>{wiki.name}</Link>
            </div>
          ))
        )}
      </td>
      <td className="number wide-only">{number(sum((wiki) => wiki.pages))}</td>
      <td className="number wide-only">{number(sum((wiki) => wiki.words))}</td>
      {mayReview && <td>{!isDraft && <Link href={paths.review(courseId, assignment.id)}>Review</Link>}</td>}
    </tr>
  );
}
