import type { HangTogetherDto } from "@/data/pages/hang-together";
import { Link } from "@/ui/frame/Link";
import { paths } from "@/ui/paths";

/** Of long lists so many are named. */
const mostNamed = 12;

/**
 * What readers of the wiki may miss: pages to which nothing leads, that lead nowhere or not home, that are
 * empty, and such as are not written yet.
 */
export function HangTogether({
  told: { loose, deadEnds, noWayHome, empty, promised },
  courseId,
  wikiId,
  mayStart,
}: {
  told: HangTogetherDto;
  courseId: string;
  wikiId: string;
  mayStart: boolean;
}) {
  const kinds = [
    ["No page leads to", loose],
    ["Lead to no other page", deadEnds],
    ["Have no way to the home page", noWayHome],
    ["Started, but empty", empty],
  ] as const;
  if (promised.length === 0 && kinds.every(([, pages]) => pages.length === 0)) return null;
  const named = (pages: HangTogetherDto["loose"]) => (
    <>
      {pages.slice(0, mostNamed).map(({ id, title }, at) => (
        <span key={id}>
          {at > 0 && ", "}
          <Link href={paths.page(courseId, id)}>{title}</Link>
        </span>
      ))}
      {pages.length > mostNamed && ` and ${pages.length - mostNamed} more`}
    </>
  );
  return (
    <section className="section" aria-labelledby="hangs">
      <h2 id="hangs">How the pages hang together</h2>
      <dl className="hangs-together">
        {kinds.map(
          ([what, pages]) =>
            pages.length > 0 && (
              <div key={what}>
                <dt>{what}</dt>
                <dd>{named(pages)}</dd>
              </div>
            ),
        )}
        {promised.length > 0 && (
          <div>
            <dt>Linked to, not written yet</dt>
            <dd>
              {promised.slice(0, mostNamed).map((title, at) => (
                <span key={title}>
                  {at > 0 && ", "}
                  {mayStart ? <Link href={paths.start(courseId, wikiId, title)}>{title}</Link> : title}
                </span>
              ))}
              {promised.length > mostNamed && ` and ${promised.length - mostNamed} more`}
            </dd>
          </div>
        )}
      </dl>
    </section>
  );
}
