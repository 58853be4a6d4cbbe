import { findAssignment } from "@/data/assignments/read";
import { findCourse } from "@/data/courses/read";
import { changesOf } from "@/data/review/changes";
import { findStatement } from "@/data/review/student";
import { requestContext } from "@/data/session/request";
import { moment } from "@/ui/words/times";
import { statementDocument } from "../../../_parts/statement-document";
import { periodOf } from "../../../review/_parts/period";

/** A student's statement as one document, for those who review it and for the student. */
export async function GET(
  request: Request,
  { params }: RouteContext<"/courses/[course]/assignments/[assignment]/statement/[wiki]/[person]">,
): Promise<Response> {
  const ctx = await requestContext();
  const { course: courseId, assignment: assignmentId, wiki, person } = await params;
  const [course, assignment] = ctx
    ? [await findCourse(ctx, courseId), await findAssignment(ctx, courseId, assignmentId)]
    : [null, null];
  const period = periodOf(Object.fromEntries(new URL(request.url).searchParams), {
    cutOffAt: assignment?.cutOffAt ?? null,
    now: ctx?.now ?? new Date(0),
  });
  const told = ctx && course && assignment ? await findStatement(ctx, courseId, wiki, person, period) : null;
  if (!ctx || !course || !assignment || !told || told.assignmentId !== assignmentId)
    return new Response(null, { status: 404 });
  const at = (instant: Date) => moment(instant, told.timeZone, ctx.now);
  const words =
    period.eachAt === "due"
      ? `As at the due time, ${at(told.dueAt)}`
      : period.eachAt && told.cutOffAt
        ? `As at the cut-off, ${at(told.cutOffAt)}`
        : period.withLater
          ? "All of it, with what was saved after the cut-off"
          : period.from || period.until
            ? `${period.from ? `From ${at(period.from)} ` : ""}${period.until ? `${period.from ? "until" : "As at"} ${at(period.until)}` : "on"}`.trim()
            : "All of it, as it is now";
  const name = told.member.name.replace(/[^\p{L}\p{N}]+/gu, "-").toLowerCase();
  return new Response(
    statementDocument({
      told,
      assignment: assignment.title,
      course: course.title,
      period: words,
      now: ctx.now,
      changes: await changesOf(ctx, told),
    }),
    {
      headers: {
        "Content-Type": "text/html; charset=utf-8",
        "Content-Disposition": `attachment; filename="statement.html"; filename*=UTF-8''${encodeURIComponent(`${name}-statement.html`)}`,
        "Cache-Control": "no-store",
        "Content-Security-Policy": "default-src 'none'; style-src 'unsafe-inline'",
      },
    },
  );
}
