import { Link } from "@/ui/frame/Link";
import { findingsWaiting } from "@/data/review/class-findings";
import type { Context } from "@/data/session/context";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";

/**
 * What was noticed in the course's assignments and waits to be looked at: lines of the desk, drawn when they
 * are known.
 */
export async function FindingsWaiting({ ctx, courseId }: { ctx: Context; courseId: string }) {
  return (await findingsWaiting(ctx, courseId)).map(({ assignmentId, title, number }) => (
    <li key={assignmentId}>
      <Link href={`${paths.review(courseId, assignmentId)}#found`}>
        <span className="waiting">
          {counted(number, "finding")} to look at in {title}
        </span>
      </Link>
    </li>
  ));
}
