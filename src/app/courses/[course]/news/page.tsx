import type { Metadata } from "next";
import { Link } from "@/ui/frame/Link";
import { notFound } from "next/navigation";
import { findCourse } from "@/data/courses/read";
import { findNews } from "@/data/news/read";
import type { HappeningDto } from "@/data/news/dto";
import { happeningHref, happeningWords } from "@/ui/news/happening";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { shortened } from "@/ui/words/shortened";
import { clock, day, distance } from "@/ui/words/times";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { courseTrail } from "@/app/_parts/trail";
import { announcements } from "@/data/assignments/announce";
import { Announcements } from "../_parts/Announcements";
import { MuteButton } from "./_parts/MuteButton";
import { NewsWishes } from "./_parts/NewsWishes";
import { ReadAllButton } from "./_parts/ReadAllButton";

export const metadata: Metadata = { title: "News" };

/** What others did, folded into sittings, what is unread marked; and how the viewer wants to hear of it. */
export default async function NewsPage({ params, searchParams }: PageProps<"/courses/[course]/news">) {
  const { course: courseId } = await params;
  const { wiki, before: asked } = await searchParams;
  const ctx = await signedIn();
  const course = await findCourse(ctx, courseId);
  const before = typeof asked === "string" && /^\d{1,14}$/.test(asked) ? new Date(Number(asked)) : null;
  const wikiId = typeof wiki === "string" ? wiki : null;
  const news = course && (await findNews(ctx, courseId, wikiId, before));
  if (!course || !news) notFound();
  const { timeZone: zone } = course;
  const chosen = news.wikis.find(({ id }) => id === wikiId);
  const days = new Map<string, HappeningDto[]>();
  for (const each of news.happenings)
    days.set(day(each.at, zone), [...(days.get(day(each.at, zone)) ?? []), each]);
  return (
    <Frame ctx={ctx} trail={await courseTrail(ctx, courseId)}>
      <div className="desk">
        <div className="title-line">
          <div>
            <h1>News of {chosen?.name ?? course.title}</h1>
            <p className="quiet">
              What others wrote and said, one line a sitting. What you have not seen on its page is marked as
              new.
            </p>
          </div>
          {news.happenings.some(({ isUnread }) => isUnread) && (
            <ReadAllButton courseId={courseId} wiki={chosen?.id ?? null} />
          )}
        </div>
        {news.wikis.length > 1 && (
          <nav className="period-choice" aria-label="Of what">
            <Link href={paths.news(courseId)} {...(chosen ? {} : { "aria-current": "true" as const })}>
              All
            </Link>
            {news.wikis.slice(0, 40).map(({ id, name }) => (
              <Link
                key={id}
                href={paths.news(courseId, id)}
                {...(chosen?.id === id ? { "aria-current": "true" as const } : {})}
              >
                {name}
              </Link>
            ))}
          </nav>
        )}
        <div className="desk-columns">
          <div>
            {!before && !chosen && (
              <Announcements
                told={await announcements(ctx, courseId)}
                courseId={courseId}
                zone={zone}
                now={ctx.now}
              />
            )}
            {news.happenings.length === 0 && (
              <p className="notice">
                {chosen?.isMuted ? "You have muted this wiki. " : ""}Nobody else has written or said anything
                here{before ? " before that" : " yet"}.
              </p>
            )}
            {[...days].map(([name, happenings]) => (
              <section key={name} className="section news-day" aria-label={name}>
                <h2>
                  {name} <span className="quiet">{distance(happenings[0]!.at, zone, ctx.now)}</span>
                </h2>
                <ul className="desk-list">
                  {happenings.map((each) => (
                    <Line
                      key={`${each.pageId} ${each.at.getTime()} ${each.commentId}`}
                      each={each}
                      courseId={courseId}
                      zone={zone}
                      hasWiki={!chosen && news.wikis.length > 1}
                    />
                  ))}
                </ul>
              </section>
            ))}
            {news.next && (
              <p style={{ marginTop: 14 }}>
                <Link
                  href={`${paths.news(courseId, chosen?.id)}${chosen ? "&" : "?"}before=${news.next.getTime()}`}
                >
                  Further back
                </Link>
              </p>
            )}
          </div>
          <NewsWishes courseId={courseId} news={news} />
        </div>
      </div>
    </Frame>
  );
}

function Line({
  each,
  courseId,
  zone,
  hasWiki,
}: {
  each: HappeningDto;
  courseId: string;
  zone: string;
  hasWiki: boolean;
}) {
  return (
    <li className="news-line">
      <Link href={happeningHref(courseId, each)}>
        <span>
          <strong>{each.person}</strong> {happeningWords(each)} {each.page}
          {each.count > 1 ? ` (${counted(each.count, "entry", "entries")})` : ""}
          {(each.namesViewer || each.isUnread) && (
            <span className="waiting">
              {" "}
              {[each.namesViewer ? "names you" : "", each.isUnread ? "new" : ""].filter(Boolean).join(", ")}
            </span>
          )}
          {each.words && <span className="quiet news-words">{shortened(each.words, 140)}</span>}
        </span>
        <span className="quiet">
          {hasWiki ? `${each.wiki}, ` : ""}
          <time dateTime={each.at.toISOString()}>{clock(each.at, zone)}</time>
        </span>
      </Link>
      <MuteButton courseId={courseId} page={each.pageId} title={each.page} />
    </li>
  );
}
