import { Link } from "@/ui/frame/Link";
import type { PassageDto } from "@/data/comments/dto";
import type { CommentDto, PageDto } from "@/data/pages/dto";
import { passageAnchor } from "@/ui/document/reading";
import { paths } from "@/ui/paths";
import { shortened } from "@/ui/words/shortened";

interface Props {
  readonly passage: PassageDto;
  readonly sign: string | null;
  readonly thread: CommentDto;
  readonly page: PageDto;
}

/**
 * What a comment is about, and the way there: in this page, on the one its text went to, or in the entry that
 * had it.
 */
export function PassageLine({ passage: { quote, entry, stands }, sign, thread, page }: Props) {
  const { courseId, contents } = page.wiki;
  const words = `“${shortened(quote, 70)}”`;
  const asItWas = (
    <Link href={paths.entry(courseId, thread.pageId, entry)}>as it was after entry {entry}</Link>
  );
  const from = thread.pageId === page.id ? null : contents.find(({ id }) => id === thread.pageId);
  return (
    <p className="passage-line">
      {sign === null ? (
        <q>{shortened(quote, 70)}</q>
      ) : (
        <a href={`#${passageAnchor(thread.id)}`}>
          <span className="passage-sign" aria-hidden="true">
            {sign}
          </span>{" "}
          {words}
        </a>
      )}
      {stands.kind === "on" && (
        <span>
          {" "}
          Its text stands on{" "}
          <Link href={`${paths.page(courseId, stands.pageId)}#${passageAnchor(thread.id)}`}>
            {stands.title}
          </Link>{" "}
          now.
        </span>
      )}
      {stands.kind === "gone" && <span> Its text is gone: {asItWas}.</span>}
      {thread.pageId !== page.id && (
        <span>
          {" "}
          Said on {from ? <Link href={paths.page(courseId, from.id)}>{from.title}</Link> : "another page"},
          where the text stood.
        </span>
      )}
    </p>
  );
}
