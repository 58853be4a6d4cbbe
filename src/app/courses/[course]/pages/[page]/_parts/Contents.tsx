import { Link } from "@/ui/frame/Link";
import { Fragment } from "react";
import type { WikiDto } from "@/data/pages/dto";
import { LinkButton } from "@/ui/forms/LinkButton";
import { paths } from "@/ui/paths";
import { Foldable } from "./Foldable";

/**
 * The wiki's pages beside the text; on small screens folded behind a line. Pages that this one promises stand
 * last.
 */
export function Contents({
  wiki,
  here,
  promised,
}: {
  wiki: WikiDto;
  here: string;
  promised: readonly string[];
}) {
  const home = wiki.contents.find((item) => item.id === wiki.homePageId);
  const items = [...(home ? [home] : []), ...wiki.contents.filter((item) => item !== home)];
  return (
    <nav className="contents" aria-label="Contents">
      <Foldable label={`Contents of ${wiki.name}`}>
        <h2>{wiki.name}</h2>
        <ol>
          {items.map((item) => (
            <Fragment key={item.id}>
              {item.heading !== "" && (
                <li
                  className="contents-heading"
                  style={item.depth > 0 ? { paddingLeft: item.depth * 14 } : undefined}
                >
                  {item.heading}
                </li>
              )}
              <li style={item.depth > 0 ? { paddingLeft: item.depth * 14 } : undefined}>
                <Link
                  href={paths.page(wiki.courseId, item.id)}
                  {...(item.id === here ? { "aria-current": "page" as const } : {})}
                >
                  {item.title}
                </Link>
              </li>
            </Fragment>
          ))}
          {promised.map((title) => (
            <li key={title} className="promised">
              {wiki.mayStart ? (
                <Link href={paths.start(wiki.courseId, wiki.wikiId, title, undefined, here)}>
                  {title}
                  <small>not written yet</small>
                </Link>
              ) : (
                <span>
                  {title}
                  <small>not written yet</small>
                </span>
              )}
            </li>
          ))}
        </ol>
        <div className="start">
          {wiki.mayStart && (
            <LinkButton
              href={paths.start(wiki.courseId, wiki.wikiId, undefined, undefined, here)}
              size="small"
            >
              Start a page
            </LinkButton>
          )}
          <LinkButton href={paths.contents(wiki.courseId, wiki.wikiId)} size="small">
            {wiki.mayArrange ? "Arrange" : "All pages"}
          </LinkButton>
          <LinkButton href={paths.files(wiki.courseId, wiki.wikiId)} size="small">
            Files
          </LinkButton>
          <LinkButton href={paths.wikiLedger(wiki.courseId, wiki.wikiId)} size="small">
            Ledger
          </LinkButton>
        </div>
      </Foldable>
    </nav>
  );
}
