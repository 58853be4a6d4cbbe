import { runsCourse } from "@/core/access/role";
import { Link } from "@/ui/frame/Link";
import { Suspense } from "react";
import type { CourseDto } from "@/data/courses/dto";
import type { DeskDto } from "@/data/desk/dto";
import type { Context } from "@/data/session/context";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { momentAndDistance } from "@/ui/words/times";
import { FindingsWaiting } from "./FindingsWaiting";

interface Line {
  readonly text: string;
  readonly href: string;
}

/** What waits for the viewer, and where the course's own screens are. */
export function Waits({
  ctx,
  desk,
  course,
  students,
}: {
  ctx: Context;
  desk: DeskDto;
  course: CourseDto;
  students: number;
}) {
  const { now } = ctx;
  const waiting = waitingLines(desk, course, now);
  const isInstructor = runsCourse(course.role);
  return (
    <aside aria-label="Beside the assignments">
      {(isInstructor || waiting.length > 0) && (
        <section aria-labelledby="waits">
          <h2 id="waits">What waits for you</h2>
          <ul className="desk-list">
            {waiting.map(({ text, href }) => (
              <li key={text}>
                <Link href={href}>
                  <span className="waiting">{text}</span>
                </Link>
              </li>
            ))}
            {isInstructor && (
              <Suspense
                fallback={
                  <li>
                    <span className="told quiet">Looking for what to ask about.</span>
                  </li>
                }
              >
                <FindingsWaiting ctx={ctx} courseId={course.id} />
              </Suspense>
            )}
            <li className="nothing-waits">
              <span className="told quiet">Nothing at the moment.</span>
            </li>
          </ul>
        </section>
      )}
      {isInstructor ? (
        <section aria-labelledby="course-parts">
          <h2 id="course-parts">The course</h2>
          <ul className="desk-list">
            <li>
              <Link href={paths.people(course.id)}>
                <span>People</span>
                <span className="quiet">{counted(students, "student")}</span>
              </Link>
            </li>
            <li>
              <Link href={paths.groups(course.id)}>
                <span>Groups</span>
              </Link>
            </li>
            <li>
              <Link href={paths.mail()}>
                <span>Mail</span>
              </Link>
            </li>
            <li>
              <Link href={paths.settings(course.id)}>
                <span>Settings</span>
              </Link>
            </li>
          </ul>
        </section>
      ) : (
        <section aria-labelledby="course-parts">
          <h2 id="course-parts">The course</h2>
          <ul className="desk-list">
            <li>
              <Link href={paths.groups(course.id)}>
                <span>Groups</span>
              </Link>
            </li>
          </ul>
        </section>
      )}
    </aside>
  );
}

function waitingLines(
  { waits, signUps, together, feedback, marks, rounds }: DeskDto,
  { id, timeZone }: CourseDto,
  now: Date,
): Line[] {
  const lines: Line[] = signUps.map(({ title, until }) => ({
    text: `Choose a group: ${title}${until ? `, until ${momentAndDistance(until, timeZone, now)}` : ""}`,
    href: paths.groups(id),
  }));
  for (const { author, page, pageId, number } of together)
    lines.push({
      text: `${author} says that you wrote entry ${number} of ${page} together`,
      href: paths.entry(id, pageId, number),
    });
  for (const { author, assignment, assignmentId } of feedback)
    lines.push({
      text: `${author} wrote feedback on ${assignment}`,
      href: `${paths.assignment(id, assignmentId)}#feedback`,
    });
  for (const { assignment, assignmentId } of marks)
    lines.push({ text: `Your mark in ${assignment} can be read`, href: paths.ownMark(id, assignmentId) });
  for (const { assignment, assignmentId, until } of rounds)
    lines.push({
      text: `Say what each of your group did in ${assignment}, until ${momentAndDistance(until, timeZone, now)}`,
      href: paths.teammates(id, assignmentId),
    });
  if (!waits) return lines;
  const { requests, withoutInvitation, withoutGroup, mailDelayed, toAnswer, objections, markObjections } =
    waits;
  for (const { person, wiki, assignmentId } of markObjections)
    lines.push({
      text: `${person} of ${wiki} objects to something in their assessment`,
      href: `${paths.releaseMarks(id, assignmentId)}#objections`,
    });
  for (const { person, wiki, wikiId, assignmentId, personId } of objections)
    lines.push({
      text: `${person} of ${wiki} objects to something in their statement`,
      href: `${paths.statement(id, assignmentId, wikiId, personId)}#own-words`,
    });
  for (const { person, page, wiki, pageId, commentId } of toAnswer.some)
    lines.push({
      text: `${person} answered you on ${page}, ${wiki}`,
      href: `${paths.page(id, pageId)}#comment-${commentId}`,
    });
  const more = toAnswer.number - toAnswer.some.length;
  if (more > 0)
    lines.push({
      text: `${counted(more, "more conversation waits", "more conversations wait")} for an answer`,
      href: paths.course(id),
    });
  if (requests > 0)
    lines.push({
      text: `${counted(requests, "person asks", "people ask")} for a place`,
      href: paths.people(id),
    });
  if (withoutInvitation > 0)
    lines.push({
      text: `${counted(withoutInvitation, "person has", "people have")} neither account nor invitation`,
      href: paths.people(id),
    });
  if (withoutGroup > 0)
    lines.push({
      text: `${counted(withoutGroup, "student is", "students are")} in no group`,
      href: paths.groups(id),
    });
  if (mailDelayed > 0)
    lines.push({ text: `${counted(mailDelayed, "mail is", "mails are")} delayed`, href: paths.mail() });
  return lines;
}
