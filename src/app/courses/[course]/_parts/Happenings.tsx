import { Link } from "@/ui/frame/Link";
import type { DeskDto } from "@/data/desk/dto";
import { happeningHref, happeningWords } from "@/ui/news/happening";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { distance, moment } from "@/ui/words/times";

interface Props {
  readonly desk: DeskDto;
  readonly courseId: string;
  readonly zone: string;
  readonly now: Date;
  readonly isStudent: boolean;
}

/** What others did, newest first; what one has not seen on its page is marked as new, as in the news. */
export function Happenings({ desk: { happenings, leftOff }, courseId, zone, now, isStudent }: Props) {
  const fresh = happenings.filter(({ isUnread }) => isUnread).length;
  return (
    <>
      {leftOff && (
        <p className="notice" style={{ marginTop: 20 }}>
          <span>
            You wrote last on <Link href={paths.page(courseId, leftOff.pageId)}>{leftOff.page}</Link> (
            {leftOff.wiki}), {distance(leftOff.at, zone, now)}.
          </span>
        </p>
      )}
      <section className="section" aria-labelledby="happened">
        <h2 id="happened">
          {isStudent ? "What others wrote in your wikis" : "What happened"}
          {fresh > 0 && (
            <span className="quiet" style={{ fontWeight: 400 }}>
              {" "}
              ({fresh === happenings.length ? `${fresh} or more` : fresh} new)
            </span>
          )}
        </h2>
        {happenings.length === 0 ? (
          <p className="quiet">Nothing yet.</p>
        ) : (
          <ul className="desk-list">
            {happenings.map((each) => (
              <li key={`${each.pageId} ${each.at.getTime()}`}>
                <Link href={happeningHref(courseId, each)}>
                  <span>
                    <strong>{each.person}</strong> {happeningWords(each)} {each.page}
                    {each.kind === "entries" && each.count > 1
                      ? ` (${counted(each.count, "entry", "entries")})`
                      : ""}
                    {each.namesViewer && <span className="waiting"> names you</span>}
                    {each.isUnread && <span className="waiting"> new</span>}
                  </span>
                  <span className="quiet">
                    {isStudent ? "" : `${each.wiki}, `}
                    <time dateTime={each.at.toISOString()} title={moment(each.at, zone, now)}>
                      {distance(each.at, zone, now)}
                    </time>
                  </span>
                </Link>
              </li>
            ))}
          </ul>
        )}
        {happenings.length > 0 && (
          <p style={{ marginTop: 10 }}>
            <Link href={paths.news(courseId)}>All news</Link>
          </p>
        )}
      </section>
    </>
  );
}
