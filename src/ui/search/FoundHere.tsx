"use client";
import { lazy, Suspense } from "react";
import type { FoundProps } from "./FoundWords";

const FoundWords = lazy(() => import("./FoundWords"));

/** Marks the words by which somebody came here. */
export function FoundHere(props: FoundProps) {
  return (
    <Suspense>
      <FoundWords {...props} />
    </Suspense>
  );
}
