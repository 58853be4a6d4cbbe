"use client";
/** The words that were searched for, marked in the text, with ways from one place to the next. */
import { useEffect, useRef, useState } from "react";
import { useScreenKeys } from "../keys/useScreenKeys";
import { foundPlaces } from "./found-places";

/** In which the words stand, on the screens that show text. */
const textOfScreen = ".prose";

export interface FoundProps {
  readonly forms: readonly string[];
  /** Which place to begin with, from 0; or the first one within what a selector names, if there is one. */
  readonly first: number;
  readonly firstWithin?: string;
  readonly query: string;
}

export default function FoundWords({ forms, first, firstWithin, query }: FoundProps) {
  const places = useRef<readonly Range[]>([]);
  const [count, setCount] = useState<number | null>(null);
  const [at, setAt] = useState(0);
  const [isOpen, setOpen] = useState(true);

  useEffect(() => {
    const wanted = new Set(forms);
    places.current = [...document.querySelectorAll(textOfScreen)].flatMap((root) =>
      foundPlaces(root, wanted),
    );
    mark("found", places.current);
    setCount(places.current.length);
    const within = firstWithin === undefined ? -1 : places.current.findIndex(isWithin(firstWithin));
    setAt(within >= 0 ? within : Math.max(0, Math.min(first, places.current.length - 1)));
    return () => {
      mark("found", []);
      mark("found-now", []);
    };
  }, [forms, first, firstWithin]);

  useEffect(() => {
    const place = isOpen && count ? places.current[at] : undefined;
    mark("found-now", place ? [place] : []);
    if (!isOpen) mark("found", []);
    if (place) bringIntoSight(place);
  }, [at, count, isOpen]);

  const move = (by: number) => setAt((now) => (count ? (now + by + count) % count : 0));
  useScreenKeys((key) => {
    if (!isOpen) return;
    if (key === "n") move(1);
    if (key === "p") move(-1);
    if (key === "Escape") setOpen(false);
  });
  if (!isOpen || count === null) return null;
  return (
    <div className="found-bar" role="search" aria-label="Words that were searched for">
      <p role="status">
        <strong>{query.trim()}</strong>{" "}
        {count === 0 ? "does not stand here any more" : `${at + 1} of ${count}`}
      </p>
      {count > 1 && (
        <>
          <button type="button" className="plain-button" aria-keyshortcuts="p" onClick={() => move(-1)}>
            Previous
          </button>
          <button type="button" className="plain-button" aria-keyshortcuts="n" onClick={() => move(1)}>
            Next
          </button>
        </>
      )}
      <button type="button" className="plain-button" onClick={() => setOpen(false)}>
        Close
      </button>
    </div>
  );
}

const isWithin = (selector: string) => (range: Range) =>
  Boolean(range.startContainer.parentElement?.closest(selector));

/** Marks ranges without touching the text; browsers that cannot show them scroll to them all the same. */
function mark(name: string, ranges: readonly Range[]): void {
  if (!("highlights" in CSS)) return;
  if (ranges.length === 0) CSS.highlights.delete(name);
  else CSS.highlights.set(name, new Highlight(...ranges));
}

function bringIntoSight(range: Range): void {
  const { top, bottom } = range.getBoundingClientRect();
  if (top > 80 && bottom < window.innerHeight - 80) return;
  window.scrollTo({ top: window.scrollY + top - window.innerHeight / 3 });
}
