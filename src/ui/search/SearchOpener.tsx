"use client";
import { lazy, type ReactNode, Suspense, useEffect, useRef, useState } from "react";
import { plainKey } from "../keys/plain-key";

const load = () => import("./SearchPanel");
const SearchPanel = lazy(load);

/** Opens the search panel: pressed, by "/" or by Ctrl+K. `children`: what the button shows. */
export function SearchOpener({ course, children }: { course: string; children: ReactNode }) {
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
        {children}
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
