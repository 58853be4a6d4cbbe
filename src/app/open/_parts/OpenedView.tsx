import { Link } from "@/ui/frame/Link";
import type { OpenedDto, OpenedPageDto } from "@/data/doors/dto";
import { DocumentView } from "@/ui/document/DocumentView";
import { paths } from "@/ui/paths";
import { listed } from "@/ui/words/counts";
import { moment } from "@/ui/words/times";

/**
 * A page as a reader with a link sees it: the contents beside the text, and nothing to sign in to or act
 * upon.
 */
export function OpenedView({
  token,
  opened,
  page,
  now,
}: {
  token: string;
  opened: OpenedDto;
  page: OpenedPageDto;
  now: Date;
}) {
  const several = opened.contents.length > 1;
  return (
    <>
      <header className="headline room-line">
        <a className="skip-link" href="#main">
          Skip to the page
        </a>
        <p>
          <strong>{opened.wiki}</strong> <span className="quiet">{opened.course}</span>
        </p>
      </header>
      <main id="main" tabIndex={-1}>
        <div className={several ? "spread opened" : "spread opened single"}>
          {several && (
            <nav className="contents" aria-label="Contents">
              <h2>Contents</h2>
              <ol>
                {opened.contents.map(({ id, title, depth }) => (
                  <li key={id} style={depth > 0 ? { paddingLeft: depth * 14 } : undefined}>
                    <Link href={paths.opened(token, id)} aria-current={id === page.id ? "page" : undefined}>
                      {title}
                    </Link>
                  </li>
                ))}
              </ol>
            </nav>
          )}
          <article className="sheet">
            <header className="sheet-head">
              <div>
                <h1>{page.title}</h1>
                <p className="saved">
                  {page.authors.length > 0 ? `Written by ${listed(page.authors)}. ` : ""}Last saved{" "}
                  {moment(page.lastAt, opened.timeZone, now)}.
                </p>
              </div>
            </header>
            <DocumentView
              document={page.document}
              links={{
                pages: opened.contents,
                pageHref: (id) => paths.opened(token, id),
                startHref: null,
                files: page.files,
                fileHref: (id, width) => paths.openedFile(token, id, width),
              }}
            />
          </article>
        </div>
      </main>
    </>
  );
}
