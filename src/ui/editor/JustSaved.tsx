"use client";
import { type ReactNode, useEffect, useRef } from "react";
import { takeJustSaved } from "./just-saved";

interface Props {
  /** The page's own address, without what tells of the save. */
  readonly href: string;
  /** The entry that was saved; 0: none. */
  readonly number: number;
  readonly children: ReactNode;
}

/** Milliseconds for which what a save changed is marked. */
const markedFor = 6000;

/** Tells what was saved, and shows where: the reader lands there, and it is marked for a moment. */
export function JustSaved({ href, number, children }: Props) {
  const notice = useRef<HTMLParagraphElement>(null);
  useEffect(() => {
    const text = document.querySelector(".sheet .prose");
    const changed = takeJustSaved(href, number).flatMap((at) => text?.children[at] ?? []);
    // Told once: not again when the page is loaded again, or its address given to somebody.
    window.history.replaceState(window.history.state, "", href);
    for (const block of changed) block.setAttribute("data-just-saved", "");
    const first = changed[0];
    // The notice stays in sight with what changed, if both go on the screen.
    const isNear =
      first &&
      first.getBoundingClientRect().top - (notice.current?.getBoundingClientRect().top ?? 0) <
        window.innerHeight / 2;
    (isNear ? notice.current : first)?.scrollIntoView({ block: isNear ? "start" : "center" });
    const ends = setTimeout(() => {
      for (const block of changed) block.removeAttribute("data-just-saved");
    }, markedFor);
    return () => clearTimeout(ends);
  }, [href, number]);
  return (
    <p ref={notice} className="notice done just-saved" role="status">
      <span>{children}</span>
    </p>
  );
}
