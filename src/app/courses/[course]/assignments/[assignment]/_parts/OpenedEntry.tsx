import { Link } from "@/ui/frame/Link";
import type { EntryDto } from "@/data/ledger/read";
import type { StatementDto } from "@/data/review/student";
import { wikiLinks } from "@/ui/document/reading";
import { ComparedView } from "@/ui/ledger/ComparedView";
import { otherEnds } from "@/ui/ledger/other-ends";
import { Routes } from "@/ui/ledger/Routes";
import { paths } from "@/ui/paths";
import { number } from "@/ui/words/counts";
import { entryAccount } from "@/ui/words/entries";

/** The entry that is opened in its place; `entry` is null where the viewer may not read it any more. */
export interface Opened {
  readonly pageId: string;
  readonly number: number;
  readonly entry: EntryDto | null;
}

/** What an entry changed, as it stands below its line in the statement. */
export function OpenedEntry({
  told,
  opened: { pageId, number: of, entry },
}: {
  told: StatementDto;
  opened: Opened;
}) {
  const line = told.sittings.flat().find(({ ref }) => ref?.pageId === pageId && ref.number === of);
  if (!line?.figures) return null;
  if (entry === null) return <p className="notice">You can no longer read this page.</p>;
  return (
    <>
      <p className="quiet">
        {entryAccount(line.figures)
          .map(({ label, words }) => `${number(words)} ${label}`)
          .join(", ") || "No words changed"}
        . <Link href={paths.entry(told.courseId, pageId, of)}>Entry {of} by itself</Link>
      </p>
      <Routes routes={line.routes} courseId={told.courseId} />
      <div className="opened-change">
        <ComparedView
          blocks={entry.blocks}
          otherEnd={otherEnds(told.courseId, line.routes)}
          links={wikiLinks(told.courseId, told.wikiId, { contents: [], formerTitles: [] }, entry.files)}
        />
      </div>
    </>
  );
}
