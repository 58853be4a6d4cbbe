"use client";
import type { ReactNode } from "react";
import { copyText } from "./copy-text";

/** The text of a page as it is read, which can be copied. */
export function Prose({ children }: { children: ReactNode }) {
  return (
    <div className="prose" onCopy={copyText}>
      {children}
    </div>
  );
}
