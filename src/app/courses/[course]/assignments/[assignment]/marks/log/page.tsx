import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { findCourse } from "@/data/courses/read";
import { assessmentLog } from "@/data/marks/log";
import { LinkButton } from "@/ui/forms/LinkButton";
import { TableFrame } from "@/ui/frame/TableFrame";
import { paths } from "@/ui/paths";
import { moment } from "@/ui/words/times";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { assessTrail } from "@/app/_parts/trail";

export const metadata: Metadata = { title: "Log of the assessment" };

/**
 * Every act on the assessment, newest first: given, changed, accepted, overridden, released, by whom and
 * when.
 */
export default async function MarksLogPage({
  params,
}: PageProps<"/courses/[course]/assignments/[assignment]/marks/log">) {
  const { course: courseId, assignment } = await params;
  const ctx = await signedIn();
  const course = await findCourse(ctx, courseId);
  const lines = course && (await assessmentLog(ctx, courseId, assignment));
  if (!course || !lines) notFound();
  return (
    <Frame ctx={ctx} trail={await assessTrail(ctx, courseId, assignment)}>
      <div className="desk wide">
        <div className="title-line">
          <div>
            <h1>Log of the assessment</h1>
            <p className="quiet">
              What was done, newest first. Nothing here is ever changed: what was taken back has a line of its
              own.
            </p>
          </div>
          <LinkButton href={paths.marks(courseId, assignment)} variant="outlined">
            Marks of the class
          </LinkButton>
        </div>
        {lines.length === 0 ? (
          <p className="notice">Nothing was done yet.</p>
        ) : (
          <TableFrame>
            <table className="ledger">
              <thead>
                <tr>
                  <th scope="col">When</th>
                  <th scope="col">Who</th>
                  <th scope="col">Group</th>
                  <th scope="col">Of whom</th>
                  <th scope="col">What</th>
                  <th scope="col">Reason</th>
                </tr>
              </thead>
              <tbody>
                {lines.map((line, at) => (
                  <tr key={at}>
                    <td className="when">
                      <time dateTime={line.at.toISOString()}>
                        {moment(line.at, course.timeZone, ctx.now)}
                      </time>
                    </td>
                    <td>{line.by}</td>
                    <td>{line.wiki ?? ""}</td>
                    <td>{line.person ?? (line.wiki ? "the group" : "")}</td>
                    <td>
                      {line.what}
                      {line.told && `: ${line.told}`}
                    </td>
                    <td className="note">{line.reason}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </TableFrame>
        )}
      </div>
    </Frame>
  );
}
