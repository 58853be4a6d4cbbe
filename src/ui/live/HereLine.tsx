"use client";
import { lazy, Suspense } from "react";
import { type NamedHeading, nearWhereRead, nearWhereWritten } from "./near";
import { useLive } from "./useLive";

const shown = () => import("./HereShown");
const People = lazy(() => shown().then(({ People: found }) => ({ default: found })));
const Happened = lazy(() => shown().then(({ Happened: found }) => ({ default: found })));

/** What a page that is open is told by. */
export interface LivePlace {
  /** Where its events come from. */
  readonly href: string;
  /** Where it is seen what changed: the number of the entry to begin from follows. */
  readonly changesBase: string;
  readonly marks: Readonly<Record<string, number>>;
  readonly headings: readonly NamedHeading[];
}

interface Props {
  readonly place: LivePlace;
  readonly isWriting?: boolean;
  /** The newest entry that the reader sees, or the writer has under what they write. */
  readonly entries: number;
}

/** Who else has the page open, and what happened on it since it was drawn. */
export function HereLine({
  place: { href, changesBase, marks, headings },
  isWriting = false,
  entries,
}: Props) {
  const live = useLive(href, isWriting, entries, () =>
    isWriting ? nearWhereWritten(headings) : nearWhereRead(headings),
  );
  const isSomebodyHere = live.people.length > 0 || live.more > 0;
  const hasNews = live.happened.length > 0 || live.isClosed;
  return (
    <div className="live">
      <div className="here" aria-live="polite" data-several={live.people.length > 1}>
        <Suspense>{isSomebodyHere && <People live={live} marks={marks} headings={headings} />}</Suspense>
      </div>
      <div role="status">
        <Suspense>
          {hasNews && (
            <Happened
              live={live}
              entries={entries}
              isWriting={isWriting}
              changesHref={`${changesBase}${entries}`}
            />
          )}
        </Suspense>
      </div>
    </div>
  );
}
