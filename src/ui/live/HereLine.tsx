"use client";
import { useRouter } from "next/navigation";
import { type ReactNode, useState, useTransition } from "react";
import type { HereDto } from "@/data/live/dto";
import { Author } from "../authors/AuthorMark";
import { Button } from "../forms/Button";
import { counted, listed } from "../words/counts";
import { type NamedHeading, nearWhereRead, nearWhereWritten } from "./near";
import { type Live, useLive } from "./useLive";

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
  const nameOf = (near: string | null) => headings.find(({ id }) => id !== null && id === near)?.text;
  const doing = ({ id, name, isWriting: writes }: HereDto, more: ReactNode) => (
    <span key={id} data-writes={writes}>
      <Author name={name} mark={marks[id] ?? null} /> {writes ? "is writing" : "is reading"}
      {more}
    </span>
  );
  const people = [...live.people].sort((one, other) => Number(other.isWriting) - Number(one.isWriting));
  const each = people.map((person) =>
    doing(person, nameOf(person.near) && <>, near “{nameOf(person.near)}”</>),
  );
  const besides = live.more > 0 && <span>and {counted(live.more, "other")}</span>;
  return (
    <div className="live">
      <div className="here" aria-live="polite" data-several={people.length > 1}>
        <p>
          {each}
          {besides}
        </p>
        {people.length > 1 && (
          <details>
            <summary>{doing(people[0]!, ` and ${people.length - 1 + live.more} more`)}</summary>
            {each}
            {besides}
          </details>
        )}
      </div>
      <Happened
        live={live}
        entries={entries}
        isWriting={isWriting}
        changesHref={`${changesBase}${entries}`}
      />
    </div>
  );
}

/**
 * What others did meanwhile: taken in when the reader wants it, and where a writer is, merged when they save.
 */
function Happened({
  live: { happened, isClosed },
  entries,
  isWriting,
  changesHref,
}: {
  live: Live;
  entries: number;
  isWriting: boolean;
  changesHref: string;
}) {
  const router = useRouter();
  const [isBusy, startTransition] = useTransition();
  const [shown, setShown] = useState(0);
  const entriesSince = happened.filter(({ kind, number }) => kind === "entry" && number > entries);
  const commentsSince = happened.slice(shown).filter(({ kind }) => kind === "comment");
  const names = (of: typeof happened) => listed([...new Set(of.map(({ by }) => by || "Somebody"))]);
  const show = () =>
    startTransition(() => {
      setShown(happened.length);
      router.refresh();
    });
  const isNews = entriesSince.length > 0 || (commentsSince.length > 0 && !isWriting);
  return (
    <div role="status">
      {isClosed && (
        <p className="notice waits live-news">
          You no longer have access to this page.{isWriting ? " What you wrote is kept as a draft." : ""}
        </p>
      )}
      {isNews && !isClosed && (
        <p className="notice live-news">
          <span>
            {entriesSince.length > 0 && (
              <>
                {names(entriesSince)} saved{" "}
                {entriesSince.length === 1
                  ? `entry ${entriesSince[0]!.number}`
                  : `${entriesSince.length} entries`}
                {isWriting ? " meanwhile. What you save is put together with it." : "."}{" "}
                <a href={changesHref} target="_blank" rel="noreferrer">
                  See what changed
                </a>{" "}
              </>
            )}
            {commentsSince.length > 0 && !isWriting && <>{names(commentsSince)} commented.</>}
          </span>
          {!isWriting && (
            <Button size="small" variant="outlined" disabled={isBusy} onClick={show}>
              Show it here
            </Button>
          )}
        </p>
      )}
    </div>
  );
}
