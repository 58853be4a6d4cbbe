"use client";
import { type ReactNode, useEffect, useRef, useState } from "react";

interface Props {
  /** The page's own address, without what tells of the save. */
  readonly href: string;
  /** The entry that was saved; 0: none. */
  readonly number: number;
  readonly children: ReactNode;
}

/** Tells what was saved, and shows where: the reader lands there, and it is marked for a moment. */
export function JustSaved({ href, number, children }: Props) {
  const [isBack, setBack] = useState(false);
  const notice = useRef<HTMLParagraphElement>(null);
  useEffect(() => {
    let end: (() => void) | "gone" | null = null;
    void import("./show-just-saved").then(({ showJustSaved }) => {
      if (end === "gone") return;
      const shown = showJustSaved(href, number, notice.current);
      end = shown.end;
      setBack(shown.hasWaited);
    });
    return () => {
      if (typeof end === "function") end();
      end = "gone";
    };
  }, [href, number]);
  return (
    <p ref={notice} className="notice done just-saved" role="status">
      <span>
        {isBack && "The connection is back. "}
        {children}
      </span>
    </p>
  );
}
