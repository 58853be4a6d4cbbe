"use client";
/** Who else has a page open, and what they did: loaded once there is somebody, or something. */
import { useRouter } from "next/navigation";
import { type ReactNode, useState, useTransition } from "react";
import type { HereDto } from "@/data/live/dto";
import { Author } from "../authors/AuthorMark";
import { Button } from "../forms/Button";
import { counted, listed } from "../words/counts";
import type { NamedHeading } from "./near";
import type { Live } from "./useLive";

export function People({
  live: { people: here, more },
  marks,
  headings,
}: {
  live: Live;
  marks: Readonly<Record<string, number>>;
  headings: readonly NamedHeading[];
}) {
  const nameOf = (near: string | null) => headings.find(({ id }) => id !== null && id === near)?.text;
  const doing = ({ id, name, isWriting: writes }: HereDto, besides: ReactNode) => (
    <span key={id} data-writes={writes}>
      <Author name={name} mark={marks[id] ?? null} /> {writes ? "is writing" : "is reading"}
      {besides}
    </span>
  );
  const people = [...here].sort((one, other) => Number(other.isWriting) - Number(one.isWriting));
  const each = people.map((person) =>
    doing(person, nameOf(person.near) && <>, near “{nameOf(person.near)}”</>),
  );
  const others = more > 0 && <span>and {counted(more, "other")}</span>;
  return (
    <>
      <p>
        {each}
        {others}
      </p>
      {people.length > 1 && (
        <details>
          <summary>{doing(people[0]!, ` and ${people.length - 1 + more} more`)}</summary>
          {each}
          {others}
        </details>
      )}
    </>
  );
}

/**
 * What others did meanwhile: taken in when the reader wants it, and where a writer is, merged when they save.
 */
export function Happened({
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
    <>
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
    </>
  );
}
