import type { AnnouncementDto } from "@/data/assignments/announce";
import { Link } from "@/ui/frame/Link";
import { paths } from "@/ui/paths";
import { distance, moment } from "@/ui/words/times";

/** What those who take part were told of assignments of late. */
export function Announcements({
  told,
  courseId,
  zone,
  now,
}: {
  told: readonly AnnouncementDto[];
  courseId: string;
  zone: string;
  now: Date;
}) {
  if (told.length === 0) return null;
  return (
    <section className="section" aria-labelledby="announced">
      <h2 id="announced">About the assignments</h2>
      <ul className="desk-list">
        {told.map(({ assignmentId, by, at, lines }) => (
          <li key={`${assignmentId} ${at.getTime()}`}>
            <Link href={paths.assignment(courseId, assignmentId)}>
              <span>{lines.join(" ")}</span>
              <span className="quiet">
                {by},{" "}
                <time dateTime={at.toISOString()} title={moment(at, zone, now)}>
                  {distance(at, zone, now)}
                </time>
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
