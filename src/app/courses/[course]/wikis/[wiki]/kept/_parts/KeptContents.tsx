import type { KeptWikiDto } from "@/data/kept/dto";
import { Foldable } from "@/app/courses/[course]/pages/[page]/_parts/Foldable";
import { LinkButton } from "@/ui/forms/LinkButton";
import { Link } from "@/ui/frame/Link";
import { paths } from "@/ui/paths";

/** The pages that the wiki had, beside the text. */
export function KeptContents({ kept: { wiki, pages }, here }: { kept: KeptWikiDto; here: string }) {
  const { courseId, wikiId } = wiki;
  const indent = (depth: number) => (depth > 0 ? { style: { paddingLeft: depth * 14 } } : {});
  return (
    <nav className="contents" aria-label="Contents as at the cut-off">
      <Foldable label={`Contents of ${wiki.name}`}>
        <h2>{wiki.name}</h2>
        <ol>
          {pages.map(({ id, title, depth }) => (
            <li key={id} {...indent(depth)}>
              <Link
                href={paths.kept(courseId, wikiId, id)}
                {...(id === here ? { "aria-current": "page" as const } : {})}
              >
                {title}
              </Link>
            </li>
          ))}
        </ol>
        <div className="start">
          <LinkButton href={paths.keptContents(courseId, wikiId)} size="small">
            All pages and files
          </LinkButton>
        </div>
      </Foldable>
    </nav>
  );
}
