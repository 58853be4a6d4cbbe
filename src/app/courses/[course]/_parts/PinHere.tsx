"use client";
import { lazy, Suspense, useState } from "react";
import type { PinHereProps } from "./PinForm";

/** Loaded when somebody opens it: those who only read never do. */
const PinForm = lazy(() => import("./PinForm").then((found) => ({ default: found.PinForm })));

/** The way to pin what is seen here in the assessment of its group. For those who assess it. */
export function PinHere(props: PinHereProps) {
  const [isOpen, setOpen] = useState(false);
  return (
    <details className="pin-here" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>Pin</summary>
      {isOpen && (
        <Suspense fallback={<p className="quiet">Loading.</p>}>
          <PinForm {...props} />
        </Suspense>
      )}
    </details>
  );
}
