"use client";
import { lazy, Suspense, useEffect, useRef, useState } from "react";
import { plainKey } from "../keys/plain-key";

const load = () => import("./SearchPanel");
const SearchPanel = lazy(load);

/** The way to search, in the middle of the head line: pressed, by "/" or by Ctrl+K. */
export function SearchOpener({ course }: { course: string }) {
  const [isOpen, setOpen] = useState(false);
  // What quick hands type before the panel is there; null: it is closed.
  const early = useRef<string | null>(null);
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const key = plainKey(event);
      if (early.current !== null) {
        if (key?.length === 1) early.current += key;
        return;
      }
      const isAsked =
        key === "/" ||
        (event.key === "k" &&
          (event.ctrlKey || event.metaKey) &&
          !event.defaultPrevented &&
          !(event.target as Element).closest("[contenteditable=true]"));
      if (!isAsked) return;
      event.preventDefault();
      early.current = "";
      setOpen(true);
    };
    addEventListener("keydown", press);
    return () => removeEventListener("keydown", press);
  }, []);
  return (
    <>
      <button
        type="button"
        className="search-opener"
        aria-label="Search"
        aria-keyshortcuts="/ Control+K"
        aria-haspopup="dialog"
        onClick={() => setOpen(true)}
        onPointerEnter={() => void load()}
      >
        <svg width="16" height="16" viewBox="0 0 16 16" aria-hidden="true">
          <path d="M10.5 10.5 14 14M12 7A5 5 0 1 1 2 7a5 5 0 0 1 10 0Z" fill="none" stroke="currentColor" />
        </svg>
        <span>Search</span>
        <kbd aria-hidden="true">/</kbd>
      </button>
      <Suspense>
        {isOpen && (
          <SearchPanel
            course={course}
            early={early}
            close={() => {
              early.current = null;
              setOpen(false);
            }}
          />
        )}
      </Suspense>
    </>
  );
}
