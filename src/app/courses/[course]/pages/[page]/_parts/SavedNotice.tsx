import type { PageDto } from "@/data/pages/dto";
import type { ownEntry } from "@/data/ledger/read";
import { JustSaved } from "@/ui/editor/JustSaved";
import { Link } from "@/ui/frame/Link";
import { paths } from "@/ui/paths";
import { entryKindWords, savedAccount } from "@/ui/words/entries";
import { unseenBy, unseenWords } from "@/ui/words/put-together";

type OwnEntry = NonNullable<Awaited<ReturnType<typeof ownEntry>>>;

/** What became of the viewer's save, once: which entry it is, what it changed, and the ways from there. */
export function SavedNotice({ page, saved }: { page: PageDto; saved: OwnEntry | null }) {
  const { courseId } = page.wiki;
  if (saved === null)
    return (
      <JustSaved href={paths.page(courseId, page.id)} number={0}>
        Nothing was changed, so nothing was saved.
      </JustSaved>
    );
  const { number } = saved;
  const account = savedAccount(saved.figures);
  const others = number === page.entries ? unseenBy(page.last, number) : null;
  return (
    <JustSaved href={paths.page(courseId, page.id)} number={number}>
      Saved as <Link href={paths.entry(courseId, page.id, number)}>entry {number}</Link>
      {others && (
        <>
          , put together with{" "}
          <Link
            href={
              others.first === others.last
                ? paths.entry(courseId, page.id, others.first)
                : paths.compare(courseId, page.id, others.first - 1, others.last)
            }
          >
            {unseenWords(others)}
          </Link>
        </>
      )}
      : {account || lowered(entryKindWords(saved))}.{" "}
      {page.mayRestore && number === page.entries && number > 1 && (
        <Link href={paths.undo(courseId, page.id, number)}>Undo this change</Link>
      )}
    </JustSaved>
  );
}

const lowered = (text: string) => `${text[0]!.toLowerCase()}${text.slice(1)}`;
