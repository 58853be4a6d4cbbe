import type { Metadata } from "next";
import Link from "next/link";
import { notFound } from "next/navigation";
import { courseAssignments, readableWikis } from "@/data/assignments/read";
import type { AssignmentDto, WikiListDto } from "@/data/assignments/dto";
import { findCourse } from "@/data/courses/read";
import { LinkButton } from "@/ui/frame/NextLink";
import { paths } from "@/ui/paths";
import { counted, number } from "@/ui/words/counts";
import { distance, moment } from "@/ui/words/times";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { courseTrail } from "@/app/_parts/trail";

export const metadata: Metadata = { title: "Course" };

export default async function CoursePage({ params }: PageProps<"/courses/[course]">) {
  const { course: courseId } = await params;
  const ctx = await signedIn();
  const course = await findCourse(ctx, courseId);
  if (!course) notFound();
  const assignments = await courseAssignments(ctx, courseId);
  const wikis = await readableWikis(ctx, courseId);
  const isInstructor = course.role === "instructor";
  const mayReview = isInstructor || course.role === "assistant";
  const mine = wikis.filter((wiki) => wiki.isMine);
  return (
    <Frame ctx={ctx} trail={await courseTrail(ctx, courseId)}>
      <div className="desk">
        <div className="title-line">
          <div>
            <h1>{course.title}</h1>
            <p className="quiet">{course.term}; times are those of {course.timeZone.replace("_", " ")}</p>
          </div>
          {isInstructor && <LinkButton href={paths.newAssignment(courseId)} variant="contained">Make an assignment</LinkButton>}
        </div>
        {assignments.length === 0 && (
          <p className="notice">{isInstructor ? "No assignment yet. Make one, and each group has its wiki with one step." : "No assignment is open yet. When one opens, it stands here with your wiki."}</p>
        )}
        {assignments.length > 0 && (
          <div className="scroll-x">
            <table className="ledger">
              <caption className="visually-hidden">Assignments of {course.title}</caption>
              <thead>
                <tr><th scope="col">Assignment</th><th scope="col">Due</th><th scope="col">{mayReview ? "Wikis" : "Your wiki"}</th><th scope="col" className="number wide-only">Pages</th><th scope="col" className="number wide-only">Words</th>{mayReview && <th scope="col"><span className="visually-hidden">Review</span></th>}</tr>
              </thead>
              <tbody>
                {assignments.map((assignment) => (
                  <AssignmentRow key={assignment.id} {...{ courseId, assignment, mayReview }} zone={course.timeZone} now={ctx.now} wikis={(mayReview ? wikis : mine).filter((wiki) => wiki.assignmentId === assignment.id)} />
                ))}
              </tbody>
            </table>
          </div>
        )}
      </div>
    </Frame>
  );
}

interface RowProps {
  readonly courseId: string;
  readonly assignment: AssignmentDto;
  readonly wikis: readonly WikiListDto[];
  readonly mayReview: boolean;
  readonly zone: string;
  readonly now: Date;
}

function AssignmentRow({ courseId, assignment, wikis, mayReview, zone, now }: RowProps) {
  const sum = (of: (wiki: WikiListDto) => number) => wikis.reduce((total, wiki) => total + of(wiki), 0);
  return (
    <tr>
      <th scope="row"><Link href={paths.assignment(courseId, assignment.id)}>{assignment.title}</Link>{assignment.opensAt > now && <div className="quiet">opens {moment(assignment.opensAt, zone, now)}</div>}</th>
      <td>{moment(assignment.dueAt, zone, now)}<div className="quiet">{distance(assignment.dueAt, zone, now)}</div></td>
      <td>{mayReview ? counted(wikis.length, "wiki") : wikis.length === 0 ? <span className="quiet">none yet: you are in no group</span> : wikis.map((wiki) => <div key={wiki.id}><Link href={paths.wiki(courseId, wiki.id)}>{wiki.name}</Link></div>)}</td>
      <td className="number wide-only">{number(sum((wiki) => wiki.pages))}</td>
      <td className="number wide-only">{number(sum((wiki) => wiki.words))}</td>
      {mayReview && <td><Link href={paths.review(courseId, assignment.id)}>Review</Link></td>}
    </tr>
  );
}
